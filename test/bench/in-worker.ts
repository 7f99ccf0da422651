import { Worker } from 'node:worker_threads';
import { bundle } from '../running/bundle.js';
import type { benchFermentation } from './fermentation.ts';

const BEGIN = `
  const { parentPort, workerData } = require('node:worker_threads');
  import(workerData.measures).then(({ benchFermentation }) => {
    parentPort.postMessage(benchFermentation(workerData.rounds));
  });`;

/** The measures of fermentation, made in a worker, as the forecasts of a plan are. */
export async function fermentationInWorker(rounds: number): Promise<ReturnType<typeof benchFermentation>> {
  const [measures] = await bundle(['test/bench/fermentation.ts'], 'measures');
  return new Promise((resolve, reject) => {
    const worker = new Worker(BEGIN, { eval: true, workerData: { rounds, measures } });
    worker.once('message', resolve);
    worker.once('error', reject);
  });
}
