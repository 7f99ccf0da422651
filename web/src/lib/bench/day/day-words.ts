import type { Cost } from '@jovet/core/plan/instance';
import type { TaskKind } from '@jovet/core/plan/network';

const KINDS: Readonly<Record<TaskKind, string>> = {
  feed: 'make', soak: 'soak', weigh: 'weigh', autolyse: 'wet flour', mix: 'mix', fold: 'fold', 'lock-in': 'lock in', turn: 'turn', divide: 'divide', shape: 'shape', pan: 'pan', load: 'load', look: 'look', out: 'out', pack: 'pack',
}; // prettier-ignore

/** A task in one word. */
export const kindWord = (kind: TaskKind): string => KINDS[kind];

/** What a plan costs and why, the dearest first; nothing where it costs nothing. */
export const costWords = (cost: Cost): { readonly name: string; readonly value: number }[] =>
  [
    { name: 'doughs and pre-ferments away from their best', value: cost.waits },
    { name: 'bread ready before it has to be', value: cost.early },
    { name: 'work in the quiet hours', value: cost.night },
    { name: 'oven on and empty', value: cost.ovenIdle },
    { name: 'stones hotter than their bread wants them', value: cost.hot },
    { name: 'work begun sooner than it must', value: cost.begin },
    { name: 'the cold instead of the warm', value: cost.ways },
    { name: 'tasks moved after people were told', value: cost.told },
  ]
    .filter(({ value }) => value > 0.005)
    .sort((a, b) => b.value - a.value);
