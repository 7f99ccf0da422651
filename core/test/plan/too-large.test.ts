import assert from 'node:assert/strict';
import { test } from 'node:test';
import { doughsOf } from '@jovet/core/plan/demand';
import { demoDay, madeSo, problemsOf } from '../demo.ts';

test('a day that is too large is refused in words, before anything of it is laid out', () => {
  const input = demoDay();
  const times = (n: number) => input.demand.map((line) => ({ ...line, pieces: Math.min(100_000, line.pieces * n) }));
  const begun = process.cpuUsage();
  assert.match(problemsOf(doughsOf({ ...input, demand: times(1000) }))['demand'] ?? '', /\d+ pieces, and a day is planned up to 20000\. Order less/);
  // Few pieces that weigh much are many mixes.
  const heavy = input.demand.slice(0, 1).map((line) => ({ ...line, pieces: 19_000, scaledWeight: 20 }));
  assert.match(JSON.stringify(doughsOf({ ...input, demand: heavy })), /\d+ mixes, and a day is planned up to 400/);
  // Many steps of many batches are more work than anybody plans.
  const [line] = input.demand;
  assert.ok(line);
  const long = madeSo({ ...input, mixers: input.mixers.map((each) => ({ ...each, minDough: 1, maxDough: 20 })) }, line.formula, (doc) => ({
    ...doc, way: Array.from({ length: 40 }, (_, index) => ({ ...(doc.way[0] ?? assert.fail()), slug: `weigh-${index}` })).concat(doc.way.slice(1)),
  }));
  const several = Array.from({ length: 40 }, (_, n) => ({ ...line, pieces: 465, scaledWeight: 0.4 + n / 1000 }));
  assert.match(JSON.stringify(doughsOf({ ...long, demand: several })), /about \d+ pieces of work, and a day is planned up to 20000/);
  assert.ok(process.cpuUsage(begun).user < 1_000_000);
  assert.ok(doughsOf({ ...input, demand: times(20) }).ok, 'eight thousand pieces are a day');
}); // prettier-ignore
