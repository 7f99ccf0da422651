import { COST_WORDS, type DaySums } from '@jovet/core/plan/explain';
import type { Cost } from '@jovet/core/plan/instance';
import type { TaskKind, TaskNote } from '@jovet/core/plan/network';
import { formatDuration } from '@jovet/core/units';
import { moneyIn } from '../money';

const KINDS: Readonly<Record<TaskKind, string>> = {
  feed: 'make', soak: 'soak', weigh: 'weigh', autolyse: 'wet flour', mix: 'mix', fold: 'fold', 'lock-in': 'lock in', turn: 'turn', divide: 'divide', 'pre-shape': 'pre-shape', shape: 'shape', assemble: 'wrap', fill: 'fill', cut: 'cut', score: 'score', bath: 'make a bath', dip: 'dip',
  wash: 'wash', top: 'top', dock: 'dock', stencil: 'stencil', heat: 'heat', pan: 'pan', load: 'load', look: 'look', out: 'out', unmould: 'unmould', brush: 'brush', glaze: 'glaze',
  syrup: 'syrup', dust: 'dust', cover: 'cover', slice: 'slice', wrap: 'wrap', thaw: 'thaw', move: 'carry', freeze: 'freeze', pack: 'pack',
}; // prettier-ignore

/** A task in one word. */
export const kindWord = ({ kind, act }: Pick<TaskNote, 'kind' | 'act'>): string => act ?? KINDS[kind];

/** What a plan costs and why, the dearest first; nothing where it costs nothing. */
export const costWords = (
  cost: Cost,
): { readonly key: keyof typeof COST_WORDS; readonly name: string; readonly value: number }[] =>
  (Object.keys(COST_WORDS) as (keyof typeof COST_WORDS)[])
    .map((key) => ({ key, name: COST_WORDS[key], value: cost[key] }))
    .filter(({ value }) => value > 0.005)
    .sort((a, b) => b.value - a.value);

/** Money of what a plan takes, as it is written. */
export const moneyOf = ({ currency }: DaySums): ((value: number) => string) => {
  const { text, coins } = moneyIn(currency);
  return (value) => text(value * coins);
};

/** What a plan takes in one line: `16 h 45 min of work, €420.99 in all; €36.00 are not earned`. */
export function takesWords(sums: DaySums): string {
  const { work, paidWork, paidEnergy, paidBought = null, forgone = null } = sums;
  const money = moneyOf(sums);
  const paid =
    paidWork !== null && paidEnergy !== null
      ? `, ${money(paidIn(sums))} in all`
      : `${paidWork === null ? '' : `, ${money(paidWork)} for it`}${paidEnergy === null ? '' : `, ${money(paidEnergy)} for energy`}${paidBought === null ? '' : `, ${money(paidBought)} for what is bought in`}`;
  return `${formatDuration(work)} of work${paid}${forgone === null ? '' : `; ${money(forgone)} are not earned`}`;
}

/** What a plan takes more or less than one before: `35 min more work, €12.40 more in all.`; null: as much. */
export function moreWords(before: DaySums | undefined, after: DaySums | undefined): string | null {
  if (!before || !after) return null;
  const [work, paid] = [after.work - before.work, paidIn(after) - paidIn(before)];
  const than = (by: number) => (by > 0 ? 'more' : 'less');
  const said = [
    ...(Math.abs(work) >= 300 ? [`${formatDuration(Math.abs(work))} ${than(work)} work`] : []),
    ...(Math.abs(paid) >= 0.5 ? [`${moneyOf(after)(Math.abs(paid))} ${than(paid)} in all`] : []),
  ];
  return said.length > 0 ? `It takes ${said.join(', ')}.` : null;
}

/** What its work, its energy, what is wasted and what is bought in come to. */
export const paidIn = ({ paidWork, paidEnergy, paidWaste, paidBought }: DaySums): number =>
  (paidWork ?? 0) + (paidEnergy ?? 0) + (paidWaste ?? 0) + (paidBought ?? 0);
