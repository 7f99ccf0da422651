import { bathWords } from '../../formula/sums/index.ts';
import { firstOf, piecesOf, type StepOf } from '../../formula/way/index.ts';
import { idIn, type Dough } from '../demand/index.ts';
import { BATH_AHEAD } from './strands.ts';
import { HOUR, noteOf, type TaskList } from './task-list.ts';
import { saidOf } from './walk.ts';

/** Hours that a bath may stand made, and what a slot away from its time costs. Chosen for Jovet. */
const [BATH_STANDS, SLOT_AWAY] = [4, 0.02];

/** One bath for all that is dipped into the same, made before the first of it. */
export function bathsOf(list: TaskList, dough: Dough, leaders: readonly number[]): void {
  const { doc } = dough.formula;
  const found = new Map<string, { step: StepOf<'dip'>; dips: number[]; pieces: number }>();
  list.notes.forEach(({ kind, dough: key, name, pieces }, task) => {
    const product = doc.products.find((each) => each.name === name);
    const step = product && firstOf(piecesOf(doc, product.slug), 'dip');
    if (kind !== 'dip' || key !== dough.key || !step) return;
    const bath = `${step.solution} ${step.percent} ${step.per}`;
    const known = found.get(bath) ?? { step, dips: [], pieces: 0 };
    found.set(bath, { step, dips: [...known.dips, task], pieces: known.pieces + (pieces ?? 0) });
  });
  [...found.values()].forEach(({ step, dips, pieces }, index) => {
    const id = idIn(dough.key, index === 0 ? 'bath' : `bath-${index + 1}`);
    const seconds = (step.setUp ?? list.input.bakehouse.rates.bath) * BATH_AHEAD;
    const note = { ...noteOf('bath', dough, null, dough.name, null), ...saidOf({ ...step, words: '', signs: '' }, bathWords(step, pieces)) };
    const bath = list.task(list.unit(id, dough.name, leaders), note, id, seconds, step.skill ?? 'oven');
    for (const dip of dips) list.arc(bath, dip, [list.between(0, 1, BATH_STANDS * HOUR)], SLOT_AWAY);
  });
} // prettier-ignore
