import { input, quantity, type Working, type Workings } from '../working/index.ts';
import { waterWorkings } from '../water/index.ts';
import type { MixAnswer } from './answer.ts';
import { defaultFriction } from './record/friction.ts';

/** Every number of a mix by its key, each opening its own sum: those of its water, and `mix.water`, `mix.friction`. */
export function mixWorkings(answer: MixAnswer): Workings {
  return {
    ...waterWorkings(answer.question, answer.water),
    'mix.water': () => ({
      label: `${answer.masses.liquid.name} to pour`,
      symbol: 'm_w',
      result: quantity(answer.mix.water, 'kg', 4),
      equation: 'm_dough - m_rest',
      inputs: [
        input('m_dough', 'dough of this batch', quantity(answer.doc.dough, 'kg', 4), 'entered'),
        input(
          'm_rest',
          'everything else in the bowl',
          quantity(answer.doc.dough - answer.mix.water, 'kg', 4),
          'formula',
        ),
      ],
      source: 'Baker’s percentage',
    }),
    'mix.friction': () => frictionWorking(answer),
  };
}

function frictionWorking({ doc, friction }: MixAnswer): Working {
  const { mixer, programme } = doc;
  const base = {
    label: `Friction of ${mixer.name}, ${programme.name.toLowerCase()}`,
    symbol: 'dT',
    result: quantity(friction.value, 'K', 2),
  };
  if (friction.count === 0) {
    const kind = defaultFriction(mixer, { friction: 1 });
    return {
      ...base,
      equation: 'w * p',
      inputs: [
        input('w', `how a ${mixer.kind} mixer warms against a spiral`, quantity(kind, '', 2), 'default'),
        input('p', `rise by the programme in a spiral`, quantity(programme.friction, 'K', 2), 'bakehouse'),
      ],
      source: 'Default by kind, chosen for Jovet from practice',
      note: 'Log a mix by reading its dough, and the mixer speaks for itself.',
    };
  }
  return {
    ...base,
    equation: 'dT',
    inputs: [
      input(
        'dT',
        `robust mean of ${friction.count} logged mixes`,
        quantity(friction.value, 'K', 2),
        'logged',
      ),
      input(
        'r',
        'what each of them says, the oldest first',
        quantity(
          friction.records.map((each) => each.friction),
          'K',
          1,
        ),
        'logged',
      ),
    ],
    source: 'Heat balance of each logged mix, solved for friction; Huber’s mean, the newest weighing most',
    note: 'Weights halve with every eight newer mixes. One slip hardly moves it; five in a row to one side are a change, and what was before no longer counts.',
  };
}
