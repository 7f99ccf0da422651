import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Arc, Instance, Load, Way } from '@jovet/core/plan/instance';

/** Costs are whole numbers to the prover: so many to 1. */
const SCALE = 100;

/**
 * The cheapest that a day can cost, proved by an exact solver of constraints (Debian package `minizinc`, with Gecode).
 * For development only: what was proved is kept beside the days.
 *
 * @param instance whose waits are alike at all times, without levels, night, early and told, each load a full deck
 */
export function proveOptimum(instance: Instance, seconds = 300): number {
  const folder = mkdtempSync(join(tmpdir(), 'jovet-'));
  try {
    const file = join(folder, 'day.mzn');
    writeFileSync(file, modelOf(instance));
    const told = execFileSync(
      'minizinc',
      ['--solver', 'gecode', '-O2', '--time-limit', String(seconds * 1000), file],
      { encoding: 'utf8' },
    );
    if (!told.includes('==========')) throw new Error(`not proved in ${seconds} s: ${told.slice(0, 200)}`);
    const costs = [...told.matchAll(/cost (\d+)/g)].map(([, cost]) => Number(cost));
    return (costs.at(-1) ?? NaN) / SCALE;
  } finally {
    rmSync(folder, { recursive: true });
  }
}

const whole = (value: number): number => {
  const scaled = Math.round(value * SCALE);
  if (Math.abs(scaled - value * SCALE) > 1e-6) throw new Error(`${value} is no hundredth`);
  return scaled;
};

function modelOf(instance: Instance): string {
  const { tasks, arcs, people, slots } = instance;
  const lines = ['include "cumulative.mzn";'];
  const say = (line: string) => lines.push(line);
  const constrain = (what: string) => say(`constraint ${what};`);
  tasks.forEach((task, t) => {
    const longest = Math.max(...task.modes.map((mode) => mode.slots));
    say(`var ${Math.max(0, task.first)}..${Math.min(task.last, slots)}: s${t};`);
    say(`var 1..${task.modes.length}: m${t};`);
    say(`var 0..${longest}: d${t} = ${choice(task.modes.map((mode) => mode.slots))}[m${t}];`);
    say(`var 0..${slots}: e${t} = s${t} + d${t};`);
    if (task.due !== null) constrain(`e${t} <= ${task.due}`);
    // Who does it: as many as its way takes, each able and on shift.
    people.forEach((person, p) => {
      say(`var 0..1: x${t}_${p};`);
      const able = task.skill !== null && (person.skills >> task.skill) & 1;
      const shifts = person.free.map(([from, to]) => `(s${t} >= ${from} /\\ e${t} <= ${to})`);
      constrain(able && shifts.length > 0 ? `x${t}_${p} = 0 \\/ ${shifts.join(' \\/ ')}` : `x${t}_${p} = 0`);
    });
    constrain(`${people.map((_, p) => `x${t}_${p}`).join(' + ')} = ${choice(task.modes.map((mode) => mode.people))}[m${t}]`);
  });
  people.forEach((_, p) =>
    tasks.forEach((__, t) => {
      for (let u = 0; u < t; u += 1)
        constrain(`x${t}_${p} + x${u}_${p} <= 1 \\/ e${t} <= s${u} \\/ e${u} <= s${t}`);
    }),
  );
  const costs: string[] = [];
  arcs.forEach((arc, a) => {
    const { from, to, ways } = arc;
    const row = (which: 'earliest' | 'best' | 'latest') => choice(ways.map((way) => steady(instance, arc, way, which)));
    say(`var 1..${ways.length}: w${a};`);
    say(`var 0..${slots}: g${a} = s${to} - e${from};`);
    constrain(`g${a} >= ${row('earliest')}[w${a}] /\\ g${a} <= ${row('latest')}[w${a}]`);
    const weight = `${choice(ways.map((way) => whole(way.weight)))}[w${a}]`;
    if (ways.some((way) => way.weight > 0)) costs.push(`${weight} * abs(g${a} - ${row('best')}[w${a}])`);
    if (ways.some((way) => way.cost > 0)) costs.push(`${choice(ways.map((way) => whole(way.cost)))}[w${a}]`);
  });
  instance.resources.forEach(({ capacity }, resource) => {
    const amount = (uses: Way['holds']) => uses.reduce((sum, use) => sum + (use.resource === resource ? use.amount : 0), 0);
    const spans = [
      ...tasks.flatMap((task, t) => span(`s${t}`, `d${t}`, task.modes.map((mode) => amount(mode.uses)), `m${t}`)),
      ...arcs.flatMap((arc, a) => span(`e${arc.from}`, `g${a}`, arc.ways.map((way) => amount(way.holds)), `w${a}`)),
    ];
    cumulative(spans, capacity, constrain);
  });
  const [oven] = instance.ovens;
  if (!oven || instance.ovens.length > 1) throw new Error('a day here has one oven');
  const loads = tasks.flatMap(({ modes: [first] }, t) => (first?.load ? [{ t, load: first.load }] : []));
  if (loads.some(({ load }) => load.fill !== 1000)) throw new Error('a load here is a full deck');
  cumulative(loads.map(({ t, load }) => ({ start: `s${t}`, length: String(load.slots), amount: '1' })), oven.decks, constrain);
  // What the oven stands empty before a load, after all that was loaded before it.
  const end = ({ t, load }: { t: number; load: Load }) => `(s${t} + ${load.slots})`;
  for (const one of loads) {
    const others = loads.filter((other) => other !== one);
    if (others.length === 0) continue;
    const before = (other: (typeof loads)[number]) => other.t < one.t ? `s${other.t} <= s${one.t}` : `s${other.t} < s${one.t}`;
    const until = `max([${others.map((other) => `if ${before(other)} then ${end(other)} else 0 endif`).join(', ')}])`;
    say(`var 0..${2 * slots}: u${one.t} = ${until};`);
    say(`var 0..${oven.reheat}: i${one.t} = if u${one.t} = 0 then 0 else max(0, min(${oven.reheat}, s${one.t} - u${one.t})) endif;`);
    costs.push(`${whole(instance.weights.ovenIdle)} * i${one.t}`);
  }
  say(`var 0..100000: cost = ${costs.join(' + ') || '0'};`);
  say(`solve :: int_search([${tasks.map((_, t) => `s${t}`).join(', ')}], dom_w_deg, indomain_median) minimize cost;`);
  say('output ["cost \\(cost)\\n"];');
  return lines.join('\n');
} // prettier-ignore

const choice = (values: readonly number[]): string => `[${values.join(', ')}]`;

/** The entry of a table that is the same at all times. */
function steady(
  instance: Instance,
  { levels }: Arc,
  way: Way,
  which: 'earliest' | 'best' | 'latest',
): number {
  const row = instance.tables[way.tables[0] ?? -1]?.[which];
  if (levels || way.tables.length !== 1 || row?.length !== 1)
    throw new Error('waits here are alike at all times');
  return row[0] ?? 0;
}

interface Span {
  readonly start: string;
  readonly length: string;
  readonly amount: string;
}

const span = (start: string, length: string, amounts: readonly number[], way: string): Span[] =>
  amounts.some((amount) => amount > 0) ? [{ start, length, amount: `${choice(amounts)}[${way}]` }] : [];

function cumulative(spans: readonly Span[], capacity: number, constrain: (what: string) => void): void {
  if (spans.length === 0) return;
  const row = (which: keyof Span) => `[${spans.map((each) => each[which]).join(', ')}]`;
  constrain(`cumulative(${row('start')}, ${row('length')}, ${row('amount')}, ${capacity})`);
}
