import { actualsOf, type Event } from '../../run/index.ts';
import type { DayInput, Told } from '../demand/index.ts';

type Known = Told & { readonly note: NonNullable<Told['note']> };

/** What is lost of a day with a task: what people were told of it, and kg of dough and pieces. */
export interface Loss {
  readonly of: 'preferment' | 'dough' | 'load';
  readonly name: string;
  /** Tasks that have to be done anew, or are done no more. */
  readonly tasks: readonly Known[];
  /** kg of dough; of a pre-ferment what was made of it. */
  readonly mass: number;
  readonly pieces: readonly { readonly name: string; readonly pieces: number }[];
}

const isOf = (one: Known['note'], other: Known['note']): boolean =>
  one.dough === other.dough && one.batch === other.batch;

/** What goes with a task of which people were told, when it is lost; null where nobody knows the task. */
export function lossOf({ told }: Pick<DayInput, 'told'>, task: string): Loss | null {
  const all = told.filter((each): each is Known => each.note !== undefined);
  const it = all.find((each) => each.task === task);
  if (!it) return null;
  const { note } = it;
  if (note.kind === 'feed')
    return { of: 'preferment', name: note.name, tasks: [it], mass: note.mass ?? 0, pieces: [] };
  const batch = all.filter((each) => isOf(each.note, note));
  const piecesIn = (tasks: readonly Known[]) =>
    tasks.flatMap((each) => (each.note.kind === 'pack' && each.note.pieces ? [{ name: each.note.name, pieces: each.note.pieces }] : []));
  const load = note.load ? batch.filter((each) => each.note.load === note.load) : [];
  const [own, whole] = [piecesIn(load), piecesIn(batch)];
  const massOf = (tasks: readonly Known[], kind: string) =>
    tasks.reduce((sum, each) => sum + (each.note.kind === kind ? (each.note.mass ?? 0) : 0), 0);
  // What is all of its batch is the batch.
  if (own.length > 0 && own.length < whole.length)
    return { of: 'load', name: note.name, tasks: load, mass: massOf(load, 'pack'), pieces: own };
  return { of: 'dough', name: all.find((each) => each.note.kind === 'mix' && isOf(each.note, note))?.note.name ?? note.name, tasks: batch, mass: massOf(batch, 'mix'), pieces: whole };
} // prettier-ignore

/** So much of a dough's mixes is all of it. */
const ALL = 0.98;

/**
 * A day on which something is lost: a dough has to be mixed anew and has taken its share of the pre-ferments with it, a
 * dead pre-ferment has to be made anew, a load that is lost is not there.
 *
 * @param at since when, epoch seconds
 */
export function withoutLost(day: DayInput, at: number, task: string): DayInput {
  const loss = lossOf(day, task);
  if (!loss) return day;
  if (loss.of === 'load') {
    const gone = new Set(loss.tasks.map((each) => each.task));
    return { ...lighter(day, at, loss), told: day.told.filter((each) => !gone.has(each.task)) };
  }
  if (loss.of === 'preferment') return undone(day, at, loss.tasks);
  const [{ note } = { note: undefined }] = loss.tasks;
  const own = day.told.filter((each): each is Known => each.note?.dough === note?.dough);
  const mixed = own.reduce((sum, each) => sum + (each.note.kind === 'mix' ? (each.note.mass ?? 0) : 0), 0);
  const feeds = own.filter((each) => each.note.kind === 'feed' && each.at < at);
  if (mixed <= 0 || loss.mass >= mixed * ALL) return undone(day, at, [...loss.tasks, ...feeds]);
  // Of its pre-ferments there is so much less for what is mixed now.
  const made = actualsOf(day.events);
  const less = feeds.flatMap((each): Event[] => {
    const mass = made.get(each.task)?.mass ?? each.note.mass;
    return mass === null ? [] : [weighed(day, at, each.task, mass * (1 - loss.mass / mixed))];
  });
  const after = undone(day, at, loss.tasks);
  return { ...after, events: [...after.events, ...less] };
}

/** Tasks that were not done, whatever was noted of them: those that have not begun yet stay as they are. */
function undone(day: DayInput, at: number, tasks: readonly Known[]): DayInput {
  const noted = actualsOf(day.events);
  const ids = new Set(tasks.filter((each) => each.at <= at || noted.has(each.task)).map((each) => each.task));
  const others = day.events.filter(({ subject }) => subject.kind !== 'task' || !ids.has(subject.id));
  const skipped = [...ids].map((id) => said(day, at, id, { kind: 'skipped' }));
  return { ...day, events: [...others, ...skipped] };
}

/** A batch of which the dough was weighed as it was divided, without what is lost of it. */
function lighter(day: DayInput, at: number, { tasks, pieces }: Loss): DayInput {
  const [first] = tasks;
  const divide = day.told.find(
    (each): each is Known =>
      each.note?.kind === 'divide' && first !== undefined && isOf(each.note as Known['note'], first.note),
  );
  const real = divide && actualsOf(day.events).get(divide.task)?.mass;
  if (!divide || real === null || real === undefined) return day;
  const weights = new Map(
    day.formulas.flatMap(({ formula }) =>
      formula.doc.products.map(({ slug, name }) => {
        const line = day.demand.find(({ product }) => product === slug);
        return [name, line?.scaledWeight ?? 0] as const;
      }),
    ),
  );
  const gone = pieces.reduce((sum, each) => sum + each.pieces * (weights.get(each.name) ?? 0), 0);
  return { ...day, events: [...day.events, weighed(day, at, divide.task, Math.max(0, real - gone))] };
}

const weighed = (day: DayInput, at: number, task: string, value: number): Event =>
  said(day, at, task, { kind: 'reading', quantity: 'mass', of: null, value });

/** Ids of what is only reckoned with, and kept nowhere. */
const said = ({ date }: DayInput, at: number, task: string, happened: Event['happened']): Event => ({
  id: `${happened.kind} ${task}`, day: date, subject: { kind: 'task', id: task }, happened, at,
  instrument: 'typed', spot: 'core', offset: 0, corrects: null,
}); // prettier-ignore
