import { good } from '@jovet/core/problem';
import {
  addSign, changeBuild, changeCulture, dropBuild, feedCulture, keepCulture, listCultures, readCulture, retireCulture,
} from '../database/culture.ts'; // prettier-ignore
import {
  ChangeBuildRequest, ChangeCultureRequest, CultureAnswer, CulturesAnswer, FeedRequest, KeepCultureRequest, SignRequest,
} from './culture-schemas.ts'; // prettier-ignore
import { sentAgain } from '../database/kept.ts';
import { endpoint } from './endpoint.ts';
import { AtRev, ById, there } from './shapes.ts';

/** Cultures, their feedings, and what was seen of them. */
export const CULTURES = {
  'GET /cultures': endpoint({
    right: 'read',
    summary: 'List the cultures',
    description: 'Each with its last 40 feedings.',
    answer: CulturesAnswer,
    run: async ({ db, actor }) => good({ cultures: await listCultures(db, actor) }),
  }),
  'POST /cultures': endpoint({
    right: 'formulate',
    summary: 'Keep a new culture',
    description: 'Sending it again changes nothing.',
    body: KeepCultureRequest,
    answer: CultureAnswer,
    run: ({ db, actor, body: { id, culture } }) => keepCulture(db, actor, id, culture),
  }),
  'GET /cultures/{id}': endpoint({
    right: 'read',
    summary: 'Open a culture',
    description: 'With its feedings.',
    params: ById,
    answer: CultureAnswer,
    run: async ({ db, actor, params: { id } }) => there(await readCulture(db, actor, id)),
  }),
  'PUT /cultures/{id}': endpoint({
    right: 'formulate',
    summary: 'Change a culture',
    params: ById,
    body: ChangeCultureRequest,
    answer: CultureAnswer,
    run: async ({ db, actor, params: { id }, body: { culture, rev } }) =>
      sentAgain(await changeCulture(db, actor, id, culture, rev), (stands) => stands.culture, culture),
  }),
  'DELETE /cultures/{id}': endpoint({
    right: 'formulate',
    summary: 'End a culture',
    description: 'Its feedings stay.',
    params: ById,
    query: AtRev,
    answer: CultureAnswer,
    run: ({ db, actor, params: { id }, query: { rev } }) => retireCulture(db, actor, id, rev),
  }),
  'POST /cultures/{id}/builds': endpoint({
    right: 'note',
    summary: 'Note a feeding',
    description: 'Sending it again changes nothing.',
    params: ById,
    body: FeedRequest,
    answer: CultureAnswer,
    run: ({ db, actor, params: { id }, body }) => feedCulture(db, actor, id, body),
  }),
  'PUT /builds/{id}': endpoint({
    right: 'note',
    summary: 'Change a feeding',
    params: ById,
    body: ChangeBuildRequest,
    answer: CultureAnswer,
    run: ({ db, actor, params: { id }, body: { build, rev } }) => changeBuild(db, actor, id, build, rev),
  }),
  'DELETE /builds/{id}': endpoint({
    right: 'note',
    summary: 'Take back a feeding that never was',
    params: ById,
    query: AtRev,
    answer: CultureAnswer,
    run: ({ db, actor, params: { id }, query: { rev } }) => dropBuild(db, actor, id, rev),
  }),
  'POST /builds/{id}/signs': endpoint({
    right: 'note',
    summary: 'Note what was seen of a feeding',
    description: 'How high, floats, ripe or not, temperature: each is evidence for the vigour of the culture.',
    params: ById,
    body: SignRequest,
    answer: CultureAnswer,
    run: ({ db, actor, params: { id }, body }) => addSign(db, actor, id, body),
  }),
}; // prettier-ignore
