import {
  carriedOver,
  inOrderOf,
  leaningTo,
  LEANINGS,
  offeredFor,
  planAtPace,
  planning,
  type Answer,
} from '@jovet/core/plan';
import { certificateWords, faultSentences, plannedDay, whyHere } from '@jovet/core/plan/explain';
import { held, networkOf, type Network } from '@jovet/core/plan/network';
import type { DayInput } from '@jovet/core/plan/demand';
import type { Schedule } from '@jovet/core/plan/instance';
import type { FromPlanner, KeptTask, ToPlanner } from './messages';

/** The planner in its own thread: it plans in slices, so that it hears at once when something else is asked. */
const SLICE = 25;
/** What is found is told so far apart, ms. */
const SAID = 250;
/** Rounds of a search after which the planner is ready. */
const READY = 10;
/** Rounds that a plan is looked for at least, if that takes no more than twice the time. */
const FEW = 60;
/** How much longer it is looked for a first plan than for a better one. */
const PATIENCE = 2;
/** Seconds for each plan that leans to something. */
const BESIDE = 1.2;
/** Seconds that a remedy is tried for. */
const TRY = 0.4;
/** ms more at the most, until a day is laid out once. */
const LAID_OUT = 800;
/** ms after which no further remedy is tried: whoever waits has seen the first ones by then. */
const ALL_TRIED = 8000;

/** Ids of tasks by the number that a plan of before gave them; null: they are numbered as they are. */
let numbered: ReadonlyMap<number, string> | null = null;
let current: { input: DayInput; network: Network; schedule: Schedule } | null = null;
/** Moves on with every question; what was asked before it is given up. */
let turn = 0;

const tell = (message: FromPlanner) => postMessage(message);
const breathe = () => new Promise((done) => setTimeout(done, 0));

onmessage = ({ data }: MessageEvent<ToPlanner>) => {
  if (data.kind === 'stop') turn += 1;
  else if (data.kind === 'begin') {
    turn += 1;
    current = null;
  } else if (data.kind === 'ready') makeReady(data.input);
  else if (data.kind === 'stand') stand(data.input, data.schedule, data.kept);
  else if (data.kind === 'why') {
    if (current) tell({ kind: 'why', task: data.task, why: whyHere(current.input, current.network, current.schedule, taskShown(data.task)) }); // prettier-ignore
  } else {
    turn += 1;
    void (data.kind === 'beside' ? beside(data, turn) : plan(data, turn)).catch((error: unknown) => {
      tell({
        kind: 'failed',
        asked: data.asked,
        text: error instanceof Error ? error.message : String(error),
      });
    });
  }
};

async function plan(data: Extract<ToPlanner, { kind: 'plan' }>, mine: number): Promise<void> {
  const { asked, input, oven } = data;
  // Whoever asks for an answer at once gets what there is by then.
  const soon = data.seconds < 1;
  const network = networkFor(input);
  if (!network.ok) {
    tell({ kind: 'problems', asked, problems: network.problems });
    return;
  }
  const from = current && data.keep ? carriedOver(current.schedule, current.network, network.value) : null;
  const answer = await search(
    input,
    network.value,
    from,
    data.seconds,
    mine,
    (best, rounds, settled) => {
      if (best) {
        if (!data.trial) keep(input, network.value, best);
        tell({ kind: 'planned', asked, settled, day: plannedDay(input, network.value, best, oven) });
      } else tell({ kind: 'looking', asked, rounds });
    },
    soon ? 1 : PATIENCE,
    () => soon,
  );
  if (mine !== turn || answer === null) return;
  if (answer.verdict !== 'planned')
    tell({ kind: 'conflict', asked, conflict: conflictOf(input, network.value, answer, oven) });
  if (answer.verdict !== 'planned' || !data.trial)
    await offerRemedies(input, network.value, answer, asked, mine);
}

/** Plans a day for one thing more than for all else, and then for another. */
async function beside(data: Extract<ToPlanner, { kind: 'beside' }>, mine: number): Promise<void> {
  const { asked, input, oven } = data;
  const { bakehouse } = input;
  const stood = current;
  for (const leaning of LEANINGS) {
    const weights = leaningTo(bakehouse.floor.weights, leaning);
    const leant = { ...input, bakehouse: { ...bakehouse, floor: { ...bakehouse.floor, weights } } };
    const network = networkOf(leant);
    if (!network.ok) break;
    const from = stood && carriedOver(stood.schedule, stood.network, network.value);
    const answer = await search(
      leant,
      network.value,
      from,
      BESIDE,
      mine,
      () => undefined,
      1,
      () => true,
    );
    if (mine !== turn) return;
    if (answer?.verdict === 'planned')
      tell({ kind: 'beside', asked, leaning, day: plannedDay(leant, network.value, answer.schedule, oven) });
  }
  tell({ kind: 'beside-done', asked });
}

/** Takes a plan as the one that stands, unless its day has other tasks by now. @param kept its tasks as it numbers them */
function stand(input: DayInput, schedule: Schedule, kept: readonly KeptTask[]): void {
  turn += 1;
  const network = networkFor(input);
  const standing = network.ok ? inOrderOf(network.value, schedule, kept) : null;
  current = network.ok && standing ? { input, network: network.value, schedule: standing } : null;
  numbered = standing === schedule ? null : new Map(kept.map(({ id, index }) => [index, id]));
}

/** The number of a task in the plan that stands, from that by which it is shown. */
function taskShown(shown: number): number {
  const id = numbered?.get(shown);
  return id === undefined
    ? shown
    : (current?.network.instance.tasks.findIndex((task) => task.id === id) ?? shown);
}

/** Plans a day once for itself: its network is there then, and what is run for the second time is several times as fast. */
function makeReady(input: DayInput): void {
  const network = networkFor(input);
  if (!network.ok) return;
  for (const { answer, progress } of planning(network.value, input.seed))
    if (answer ?? (progress?.rounds ?? 0) >= READY) break;
}

/** The network of a day; where only what is held changed, that of before with those changes. */
let built: { text: string; network: Network } | null = null;
function networkFor(input: DayInput): ReturnType<typeof networkOf> {
  const text = JSON.stringify({ ...input, pins: [], stands: [], seed: 0 });
  if (built?.text === text) return { ok: true, value: held(built.network, input) };
  const network = networkOf(input);
  if (network.ok) built = { text, network: network.value };
  return network;
}

function keep(input: DayInput, network: Network, schedule: Schedule): void {
  current = { input, network, schedule };
  numbered = null;
}

/**
 * Searches slice by slice, and tells of each better plan.
 *
 * @param seconds that it goes on after the first plan, and it looks for that one
 * @param patience how many times as long it looks for the first
 * @param nearest whether it has looked long enough for the nearest plan, where it found none
 */
async function search(
  input: DayInput,
  network: Network,
  from: Schedule | null,
  seconds: number,
  mine: number,
  told: (best: Schedule | null, rounds: number, settled: boolean) => void,
  patience = 1,
  nearest = () => false,
): Promise<Answer | null> {
  let [breath, said] = [performance.now(), 0];
  let until = breath + seconds * 1000 * patience;
  let [shown, last]: [Schedule | null, number] = [null, 0];
  const answer = await planAtPace(network, input.seed, {
    from,
    nearest,
    told: (found, rounds) => {
      last = rounds;
      const now = performance.now();
      const often = now - said > SAID;
      // The first plan is shown at once, better ones a few times a second.
      if (found?.verdict === 'planned' && found.schedule !== shown && (shown === null || often)) {
        if (shown === null) until = now + seconds * 1000;
        ({ schedule: shown } = found);
        said = now;
        told(shown, rounds, false);
      } else if (found === null && often) {
        said = now;
        told(null, rounds, false);
      }
    },
    over: (_, rounds) => {
      const late = performance.now() - until;
      // A slow machine gets as long again: after a few rounds a plan is seldom a good one. A short try lays the day out once.
      return late > 0 && (rounds >= (seconds < 1 ? 1 : FEW) || late > Math.max(seconds * 1000, LAID_OUT));
    },
    breathe: async () => {
      if (performance.now() - breath > SLICE) {
        await breathe();
        breath = performance.now();
      }
      return mine === turn;
    },
  });
  if (answer?.verdict === 'planned') told(answer.schedule, last, true);
  return answer;
}

async function offerRemedies(
  input: DayInput,
  network: Network,
  answer: Answer,
  asked: number,
  mine: number,
): Promise<void> {
  const begun = performance.now();
  const offers = offeredFor(input, network, answer, current, {
    plan: (day, other, from) =>
      search(
        day,
        other,
        from,
        TRY,
        mine,
        () => undefined,
        1,
        () => true,
      ),
    over: (share = 1) => performance.now() > begun + share * ALL_TRIED,
  });
  for await (const offer of offers) {
    if (mine !== turn) return;
    tell({ kind: 'remedy', asked, offer });
  }
  if (mine === turn) tell({ kind: 'remedies-done', asked });
}

function conflictOf(input: DayInput, network: Network, answer: Exclude<Answer, { verdict: 'planned' }>, oven: boolean) {
  if (answer.verdict === 'impossible')
    return { verdict: answer.verdict, sentences: [certificateWords(input, network, answer.certificate)], day: null };
  const { schedule, faults } = answer;
  return {
    verdict: answer.verdict,
    sentences: faultSentences(input, network, schedule, faults).slice(0, 8),
    day: plannedDay(input, network, schedule, oven),
  };
} // prettier-ignore
