import { readFileSync } from 'node:fs';
import { arrange, type Outline } from '@jovet/core/oven/decks';
import { forecastStone, STONE } from '@jovet/core/oven';
import { must } from '../../core/test/demo.ts';
import { arranged, provedCount, type PackingCase } from './prove-packing.ts';

type Say = (name: string, value: string, holds?: boolean, wanted?: string) => void;

const PIECES: readonly Outline[] = [
  { kind: 'round', diameter: 0.22 },
  { kind: 'oval', length: 0.32, width: 0.14 },
  { kind: 'rectangle', length: 0.3, width: 0.11 },
  { kind: 'round', diameter: 0.08 },
  { kind: 'rectangle', length: 0.1, width: 0.06 },
];

const spent = (work: () => void, times: number): number => {
  for (let warm = 0; warm < times; warm += 1) work();
  const began = performance.now();
  for (let time = 0; time < times; time += 1) work();
  return (performance.now() - began) / times;
};

/** Decks and pieces with the most that can stand there on a grid of 10 mm, proved by an exact solver. */
const PACKINGS = JSON.parse(
  readFileSync(new URL('../bench/packing.json', import.meta.url), 'utf8'),
) as readonly (PackingCase & { readonly most: number })[];

/** How many pieces are set against how many could be. */
async function benchPacking(say: Say, prove: boolean): Promise<void> {
  if (prove) {
    let wrong = 0;
    for (const each of PACKINGS) if ((await provedCount(each, 120)) !== each.most) wrong += 1;
    say('packings proved again: other than what is kept', `${wrong}`, wrong === 0, 'none');
  }
  const shares = PACKINGS.map((each) => arranged(each) / each.most);
  const worst = Math.min(...shares);
  say(
    `${shares.length} decks of circles, ovals and rectangles: least against the most on a grid of 10 mm`,
    `${(worst * 100).toFixed(0)} %`,
    worst >= 0.95,
    'at least 95 %',
  );
}

/** Pieces on a deck, and the stone of one through a night. */
export async function benchOven(say: Say, prove: boolean): Promise<void> {
  await benchPacking(say, prove);
  const deck = { width: 1.2, depth: 1 };
  const worst = Math.max(
    ...PIECES.map((outline) => spent(() => void must(arrange(deck, outline, 0.02)), 10)),
  );
  say('a deck is filled, slowest of five pieces', `${worst.toFixed(2)} ms`, worst < 5, 'under 5 ms');
  const loads = Array.from({ length: 30 }, (_, index) => ({
    at: 10_800 + index * 1200, minutes: 18, dough: 6, from: 22, core: 96, loss: 14, steam: 0.2,
  })); // prettier-ignore
  const sets = [{ at: 0, celsius: 240 }];
  const night = spent(
    () => void must(forecastStone({ area: 1.2, ...STONE }, 20, 20, sets, loads, 0, 50_400)),
    5,
  );
  say('the stone through a night of 30 loads', `${night.toFixed(1)} ms`, night < 20, 'under 20 ms');
}
