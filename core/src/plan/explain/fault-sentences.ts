import type { Fault, RiseFault } from '../checker/index.ts';
import type { Schedule } from '../instance/index.ts';
import type { DayInput } from '../demand/index.ts';
import type { Network } from '../network/index.ts';
import { clockWords, faultWords, listed, taskWords } from './words.ts';

type Breaks = Fault | RiseFault;
type Of<Kind extends Breaks['kind']> = Extract<Breaks, { kind: Kind }>;

/** Tasks without hands that are named; the others are counted. */
const NAMED = 3;

/**
 * What a plan breaks, in as few sentences as say it: what is short of a thing at its worst, doughs without a place, hands
 * that are missing together.
 *
 * @returns things first, then doughs, then hands
 */
export function faultSentences(
  input: DayInput,
  network: Network,
  schedule: Schedule,
  faults: readonly Breaks[],
): string[] {
  const of = <Kind extends Breaks['kind']>(kind: Kind) =>
    faults.filter((fault): fault is Of<Kind> => fault.kind === kind);
  const words = (fault: Breaks) => faultWords(input, network, schedule, fault);
  const resources = new Set(of('over').map(({ resource }) => resource));
  const things = [
    ...[...resources].map((each) => of('over').filter(({ resource }) => resource === each)),
    ...network.instance.ovens.map((_, which) => of('decks').filter(({ oven }) => oven === which)),
  ].flatMap(atWorst);
  const out = new Set(of('missing').map(({ task }) => network.notes[task]?.dough));
  const others = faults.filter(({ kind }) => !['over', 'decks', 'missing', 'people'].includes(kind));
  return [
    ...new Set([
      ...things.map(words),
      ...network.doughs
        .filter(({ key }) => out.has(key))
        .map(({ name }) => `No place was found in the day for ${name}.`),
      ...others.map(words),
      ...handsMissing(input, network, schedule, of('people')),
    ]),
  ];
}

function handsMissing(
  input: DayInput,
  network: Network,
  schedule: Schedule,
  missing: readonly Of<'people'>[],
): string[] {
  const startOf = ({ task }: Of<'people'>) => schedule.tasks[task]?.start ?? 0;
  const first = new Map<string, Of<'people'>>();
  for (const fault of missing.toSorted((a, b) => startOf(a) - startOf(b))) {
    const what = taskWords(network, fault.task);
    if (!first.has(what)) first.set(what, fault);
  }
  const named = [...first].slice(0, NAMED);
  if (named.length <= 1) return named.map(([, fault]) => faultWords(input, network, schedule, fault));
  const at = (fault: Of<'people'>) => clockWords(input, network.instance.origin, startOf(fault));
  const said = named.map(([what, fault]) => `to ${what} at ${at(fault)}`);
  const more = first.size - named.length;
  if (more > 0) said.push(`for ${more} more ${more === 1 ? 'task' : 'tasks'}`);
  return [`There is nobody ${listed(said)}.`];
}

/** The stretch in which most of something is short, the longest of them; none where there is enough. */
function atWorst(faults: readonly Of<'over' | 'decks'>[]): Of<'over' | 'decks'>[] {
  return faults.toSorted((a, b) => b.short - a.short || b.to - b.from - (a.to - a.from)).slice(0, 1);
}
