import { bakeDough } from '@jovet/core/plan';
import { bad, place, problem } from '@jovet/core/problem';
import { readHouse } from '../../database/house.ts';
import { learnedFor } from '../../database/learned.ts';
import { bakeAnswer } from '../answers.ts';
import { endpoint } from '../endpoint.ts';
import { BakeAnswer, BakeRequest } from '../schemas.ts';

/** One dough by itself. */
export const DOUGH = {
  'POST /dough': endpoint({
    right: 'read',
    summary: 'Plan one dough',
    description: 'Weights, water, mixes and tasks of one dough in an empty bakehouse, back from its van.',
    body: BakeRequest,
    answer: BakeAnswer,
    example: {
    formula: 'quay-country',
    ask: {
      pieces: [{ product: 'quay-loaf', pieces: 36, scaledWeight: 0.84 }],
      date: '2026-11-24', time: '07:00', room: 20, flour: 19, bowl: 20, stands: { levain: 23 }, ddt: 25, mixer: null,
    },
    workings: ['water.balance'],
  },
    run: async ({ db, actor, body }) => {
      const house = await readHouse(db, actor);
      const formula = house.formulas.find(({ slug }) => slug === body.formula)?.formula;
      if (!formula)
        return bad(problem('formula', `The formula “${body.formula}” is not known here.`, 'Name one of your formulas.'));
      const made = [{ slug: body.formula, formula }];
      const learned = await learnedFor(db, actor, body.ask.date, house.mixers, made);
      const baked = bakeDough(body.formula, formula, body.ask, house, learned);
      return baked.ok ? bakeAnswer(baked.value, body.workings) : bad(...baked.problems.map((each) => place('ask', each)));
    },
  }),
}; // prettier-ignore
