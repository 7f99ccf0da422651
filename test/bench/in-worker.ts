import { Worker } from 'node:worker_threads';
import type { benchFermentation } from './fermentation.ts';

/** Reads TypeScript there, too: a worker takes no loader from the thread that began it. */
const BEGIN = `
  const { parentPort, workerData } = require('node:worker_threads');
  import('tsx/esm/api').then(async ({ tsImport }) => {
    const { benchFermentation } = await tsImport(workerData.measures, workerData.measures);
    parentPort.postMessage(benchFermentation(workerData.rounds));
  });`;

/** The measures of fermentation, made in a worker, as the forecasts of a plan are. */
export const fermentationInWorker = (rounds: number): Promise<ReturnType<typeof benchFermentation>> =>
  new Promise((resolve, reject) => {
    const measures = new URL('./fermentation.ts', import.meta.url).href;
    const worker = new Worker(BEGIN, { eval: true, workerData: { rounds, measures } });
    worker.once('message', resolve);
    worker.once('error', reject);
  });
