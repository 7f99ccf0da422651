import { afterMishaps } from '../mishaps/index.ts';
import { judge } from '../checker/index.ts';
import { costOf, endOf, type Schedule } from '../instance/index.ts';
import { SLOT, SLOT_MINUTES } from '../../dough/index.ts';
import type { DayInput } from '../demand/index.ts';
import type { Network, TaskKind } from '../network/index.ts';
import { formatDuration, formatNumber } from '../../units/index.ts';
import type { Working } from '../../working/index.ts';
import { clockWords, faultWords } from './words.ts';
import { mixWorkings } from '../../mix/index.ts';
import { waterOf } from './mixes.ts';
import { amountWorkings } from './workings/amounts.ts';
import { dayWorkings, openedFor, openedOf } from './workings/day.ts';

/** What holds a task where it is. */
export interface Why {
  /** What would break if it were so much earlier or later, alone. */
  readonly moves: readonly {
    readonly minutes: number;
    readonly breaks: readonly string[];
    readonly cost: number;
  }[];
  /** Why it waits as it does, in sentences. */
  readonly waits: readonly string[];
  /** Of a mix: what is poured, by what was learned of its mixer, °C; and what the dough comes out at. */
  readonly water: { readonly pour: number; readonly fdt: number; readonly mixes: number } | null;
  /** The sums behind when it begins and when it could, by key. */
  readonly workings: Readonly<Record<string, Working>>;
}

/** Minutes by which a task is tried elsewhere. */
const TRIED = [-30, -15, -5, 5, 15, 30];

/** Why a task stands where it does: it alone is moved a little, and what then breaks is said. */
export function whyHere(said: DayInput, network: Network, schedule: Schedule, task: number): Why {
  const input = afterMishaps(said);
  const { instance, notes } = network;
  const placed = schedule.tasks[task];
  if (!placed) return { moves: [], waits: [], water: null, workings: {} };
  const now = costOf(instance, schedule).total;
  const moves = TRIED.map((minutes) => {
    const start = placed.start + minutes / SLOT_MINUTES;
    const tasks = schedule.tasks.map((each, index) => (index === task ? { ...placed, start } : each));
    const moved = { ...schedule, tasks };
    const { faults, cost } = judge(network, moved);
    return {
      minutes,
      breaks: [...new Set(faults.map((fault) => faultWords(input, network, moved, fault)))].slice(0, 2),
      cost: (cost?.total ?? now) - now,
    };
  });
  const waits = instance.arcs.flatMap((arc, index) => {
    const earlier = schedule.tasks[arc.from];
    const way = arc.ways[schedule.ways[index] ?? 0];
    if (arc.to !== task || !earlier || !way) return [];
    const end = endOf(instance, arc.from, earlier);
    const waited = (placed.start - end) * SLOT;
    const where = way.name === '' ? '' : `, ${WHERE[way.name] ?? `in ${way.name}`}`;
    const before = notes[arc.from]?.name ?? '';
    return waited > 0
      ? [`It waits ${formatDuration(waited)}${where} after ${STEP[notes[arc.from]?.kind ?? 'mix']} of ${before}, over at ${clockWords(input, instance.origin, end)}.`]
      : [];
  });
  const { due } = instance.tasks[task] ?? {};
  if (due !== null && due !== undefined)
    waits.push(`It must be over by ${clockWords(input, instance.origin, due)}, ${formatNumber(input.bakehouse.spare, 0)} min before the van.`);
  const { followed } = judge(network, schedule);
  const all = { ...dayWorkings(input, network, schedule, followed), ...amountWorkings(network, schedule, followed) };
  const id = instance.tasks[task]?.id ?? '';
  const after = instance.arcs.flatMap(({ from, to }) => (from === task ? [`task.${instance.tasks[to]?.id ?? ''}`] : []));
  const answer = notes[task]?.kind === 'mix' ? waterOf(input, network, schedule, id) : null;
  const poured = answer ? openedOf(mixWorkings(answer), ['water.pour', 'water.fdt', 'mix.friction']) : {};
  return {
    moves,
    waits,
    water: answer && { pour: answer.water.pour, fdt: answer.water.fdt, mixes: answer.friction.count },
    workings: { ...openedFor(all, id), ...poured, ...openedOf(all, [`mass.${id}`, `filled.${id}`, `ready.${id}`, ...after]) },
  };
} // prettier-ignore

const WHERE: Readonly<Record<string, string>> = {
  room: 'in the room', box: 'in the proof box', cold: 'in the cold', 'warm, then cold': 'warm at first, then in the cold',
}; // prettier-ignore

const STEP = {
  feed: 'the making', soak: 'the soaking', weigh: 'the weighing', autolyse: 'the wetting', mix: 'the mix', fold: 'the fold', 'lock-in': 'the lock-in', turn: 'the turn', divide: 'the dividing', pan: 'the pan of water', look: 'the first look',
  'pre-shape': 'the pre-shaping', shape: 'the shaping', assemble: 'the wrapping', fill: 'the filling', cut: 'the second cut', score: 'the scoring', bath: 'the making of the bath', dip: 'the bath',
  wash: 'the wash', top: 'the topping', dock: 'the docking', stencil: 'the stencilling', heat: 'the heating', load: 'the loading', out: 'the unloading',
  unmould: 'the unmoulding', brush: 'the brushing', glaze: 'the glazing', syrup: 'the syrup', dust: 'the dusting', cover: 'the covering', slice: 'the slicing',
  wrap: 'the wrapping up', thaw: 'the thawing', move: 'the carrying over', freeze: 'the freezing', pack: 'the packing',
} as const satisfies Record<TaskKind, string>; // prettier-ignore
