import { Floor, type Hand } from '@jovet/core/bakehouse';
import { Mixer } from '@jovet/core/mix';
import { remedied } from '@jovet/core/plan';
import { DayInput } from '@jovet/core/plan/demand';
import { parseWith } from '@jovet/core/problem';
import { demoDay, demoHouse, must } from '../demo.ts';

const ALL: Hand['skills'] = ['mix', 'shape', 'oven', 'pack'];
const WEEK = [0, 1, 2, 3, 4, 5, 6];

/**
 * Baguettes for one van at 05:00, made straight from the morning before: they may proof in the cold and lie as long as
 * they may.
 */
export function longNight(pieces: number): DayInput {
  const base = demoDay({ date: '2026-11-25' });
  const formulas = base.formulas.filter(({ slug }) => slug === 'lantern-baguette');
  const scaledWeight = formulas[0]?.formula.doc.products.find(({ slug }) => slug === 'lantern-baguette')?.scaledWeight ?? 0;
  const { bakehouse } = demoHouse();
  const shift = (name: string, from: string, to: string) => ({ name, skills: [...ALL], rota: [{ from, to, days: WEEK }] });
  const hands = [
    ...[1, 2, 3, 4].map((n) => shift(`day ${n}`, '08:00', '17:00')),
    ...[1, 2, 3].map((n) => shift(`evening ${n}`, '16:00', '01:00')),
    ...[1, 2, 3].map((n) => shift(`night ${n}`, '22:00', '06:00')),
  ];
  const equipment = [
    { kind: 'oven', slug: 'oven', name: 'Oven', decks: 4, width: 2.4, depth: 1.8, loader: true },
    { kind: 'retarder', slug: 'retarder', name: 'Retarder', dough: 900, temperature: 4 },
    { kind: 'bench', slug: 'bench', name: 'Bench', metres: 16 },
    { kind: 'divider', slug: 'divider', name: 'Divider', heads: 24 },
    { kind: 'holder', slug: 'couches', name: 'couches', count: 260 },
  ];
  const floor = must(parseWith(Floor, { ...bakehouse.floor, hands, equipment, tubs: 40, quiet: null }));
  const day = must(parseWith(DayInput, {
    ...base, formulas, bakehouse: { ...bakehouse, floor }, tub: { ...base.tub, maxDough: 25, length: 0.8, width: 0.6 },
    demand: [{ formula: 'lantern-baguette', product: 'lantern-baguette', scaledWeight, drop: '05:00', pieces }],
    mixers: [1, 2].map((n) => must(parseWith(Mixer, { schema: 1, slug: `mixer-${n}`, name: `Mixer ${n}`, kind: 'spiral', bowlMass: 20, minDough: 8, maxDough: 65 }))),
  }));
  const cold = remedied(day, { kind: 'cold', formula: 'lantern-baguette', product: 'lantern-baguette', name: 'Lantern baguette' });
  const lying = remedied(cold, { kind: 'lies', formula: 'lantern-baguette', hours: 14 });
  return remedied(lying, { kind: 'share', formula: 'lantern-baguette', percent: 0, yeast: true });
} // prettier-ignore
