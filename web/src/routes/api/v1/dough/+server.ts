import { bakeDough } from '@jovet/core/plan';
import { place, problem } from '@jovet/core/problem';
import { answer, noSuchMethod, readBody, refuse } from '$lib/server/api/answer';
import { bakeAnswer } from '$lib/server/api/answers';
import { BakeRequest } from '$lib/server/api/schemas';
import { database } from '$lib/server/database/connected';
import { readHouse } from '$lib/server/database/house';
import { learnedFor } from '$lib/server/database/learned';

/** Plans one dough by itself, in an empty bakehouse. */
export async function POST({ request, locals: { actor } }) {
  const body = await readBody(request, BakeRequest);
  if (body instanceof Response) return body;
  const house = await readHouse(database(), actor);
  const formula = house.formulas.find(({ slug }) => slug === body.formula)?.formula;
  if (!formula)
    return refuse(422, [
      problem('formula', `The formula “${body.formula}” is not known here.`, 'Name one of your formulas.'),
    ]);
  const made = [{ slug: body.formula, formula }];
  const learned = await learnedFor(database(), actor, body.ask.date, house.mixers, made);
  const baked = bakeDough(body.formula, formula, body.ask, house, learned);
  return baked.ok
    ? answer(bakeAnswer(baked.value, body.workings))
    : refuse(422, baked.problems.map((each) => place('ask', each))); // prettier-ignore
}

export const fallback = noSuchMethod;
