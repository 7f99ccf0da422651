import { dequal } from 'dequal/lite';
import { v7 as uuid } from 'uuid';
import type { Problem } from '@jovet/core/problem';
import { timeNow } from '../bench/clock';
import { keep, type Base } from './keep';
import type { Picks } from './merge';
import type { Answer } from './ask';
import { atWork } from './who.svelte';
import { openStore, type WaitingStore } from './store';
import { isWhole, readerOf, sendWork, standing, type Waiting, type Work, type WorkOf } from './work';

/** After a failure it is tried again by itself, ms. */
const AGAIN_MS = 5000;

/** Hears what the server says after something was kept, or how it stands there where somebody else was quicker. */
type Listener = (work: Work, stands: unknown, done: boolean) => void;

/** How what was done in some kinds of work is kept. */
export interface Keeping {
  readonly state: 'idle' | 'waiting' | 'failed';
  readonly problems: readonly Problem[];
}

/**
 * What was done on this device and is not kept by the server yet, whichever room it was done in: it is sent in order,
 * survives closing and reloading, and is tried again while there is no line. Sent twice it is kept once.
 */
class Unsent {
  all = $state.raw<readonly Waiting[]>([]);
  /** Why the last sending did not get through; empty: it did. */
  trouble = $state.raw<readonly Problem[]>([]);
  /** What was left on this device has been read. */
  ready: Promise<void> = Promise.resolve();
  private store: Promise<WaitingStore | null> | null = null;
  private sending: string | null = null;
  private running: Promise<void> | null = null;
  private again: ReturnType<typeof setTimeout> | undefined;
  private readonly listeners = new Map<object, Listener>();
  /** What was chosen where two changed the same, of each by itself. */
  private readonly chosen = new Map<string, Picks>();

  readonly waiting = $derived(this.all.filter(({ refused, clashes }) => !refused && !clashes));
  readonly refused = $derived(this.all.filter(({ refused }) => refused !== null));
  readonly clashing = $derived(this.all.filter(({ clashes }) => clashes !== null));

  /** Takes up what was left on this device. @returns what ends it */
  begin(): () => void {
    const online = () => void this.run();
    addEventListener('online', online);
    this.ready = this.opened().then(async (store) => {
      const known = new Set(this.all.map(({ id }) => id));
      const left = ((await store?.all()) ?? []).filter(({ id }) => !known.has(id));
      if (left.length === 0) return;
      this.all = [...left, ...this.all];
      void this.run();
    });
    return () => removeEventListener('online', online);
  }

  /**
   * Does something: it is on the device before it is sent.
   *
   * @param base how what it changes stands, as far as it is known here
   * @param calm ms without another change of the same before it is sent
   */
  add(work: Work, base: Base<unknown> | null = null, calm = 0): Promise<void> {
    const same = this.all.findLast((each) => isWhole(work) && isSameThing(each.work, work));
    const before = same && isWhole(same.work) ? same.work : null;
    const isOnItsWay = same?.id === this.sending;
    // What is on its way is changed by what comes after it; what still waits becomes that.
    const next: Waiting =
      same && before && !isOnItsWay
        ? { ...same, work, by: atWork.by, refused: null, clashes: null }
        : { id: uuid(), work, by: atWork.by, base: base && before ? { ...base, value: before.doc } : base, refused: null, clashes: null };
    this.all = same && !isOnItsWay ? this.all.map((each) => (each === same ? next : each)) : [...this.all, next];
    return this.put(next).then(() => this.soon(calm));
  } // prettier-ignore

  /** What is not sent yet, of some kinds. */
  of = <K extends Work['kind']>(...kinds: readonly K[]): readonly WorkOf<K>[] =>
    this.waiting.flatMap(({ work }) =>
      (kinds as readonly string[]).includes(work.kind) ? [work as WorkOf<K>] : [],
    );

  /** How what was done in some kinds is kept. */
  keeping(...kinds: readonly Work['kind'][]): Keeping {
    const own = this.all.filter(({ work }) => kinds.includes(work.kind));
    const refused = own.flatMap((each) => each.refused ?? []);
    const problems = own.length > 0 ? [...refused, ...this.trouble] : [];
    return { state: problems.length > 0 ? 'failed' : own.some(({ clashes }) => !clashes) ? 'waiting' : 'idle', problems };
  } // prettier-ignore

  /** Hears what the server says. @returns what ends it */
  listen(listener: Listener): () => void {
    const key = {};
    this.listeners.set(key, listener);
    return () => void this.listeners.delete(key);
  }

  /** Leaves what was refused, or what somebody else changed. */
  leave(id: string): void {
    this.all = this.all.filter((each) => each.id !== id);
    void this.opened().then((store) => store?.drop(id).catch(() => null));
  }

  /** The server has it. What only adds something is remembered for a while: it may be offered once more. */
  private drop(waiting: Waiting): void {
    if (waiting.base !== null) return this.leave(waiting.id);
    this.all = this.all.filter(({ id }) => id !== waiting.id);
    void this.opened().then((store) => store?.sent($state.snapshot(waiting) as Waiting).catch(() => null));
  }

  /** The data of the server live a life: if they were brought back from before, what was sent lately is offered again. */
  async renewed(epoch: string): Promise<void> {
    const store = await this.opened();
    const again = (await store?.renewed(epoch).catch(() => [])) ?? [];
    const known = new Set(this.all.map(({ id }) => id));
    this.all = [...again.filter(({ id }) => !known.has(id)), ...this.all];
    if (again.length > 0) await this.run();
  }

  /** Sends once more what was refused, or what was chosen of what two changed. */
  takeUp(id: string, picks: Picks = {}): void {
    const of = this.all.find((each) => each.id === id);
    if (!of) return;
    const next = { ...of, refused: null, clashes: null };
    this.chosen.set(id, picks);
    this.change(next);
    void this.put(next).then(() => this.run());
  }

  /** Sends what waits, in order. */
  run(): Promise<void> {
    clearTimeout(this.again);
    return (this.running ??= this.sendAll().finally(() => (this.running = null)));
  }

  private async sendAll(): Promise<void> {
    for (let [next] = this.waiting; next; [next] = this.waiting) {
      this.sending = next.id;
      // A part of Jovet that does not come is no answer either: it is tried again.
      const got = await this.sendOne(next).catch(() => false);
      this.sending = null;
      if (!got) {
        void this.soon(AGAIN_MS);
        break;
      }
    }
  }

  /** @returns false: there is no line */
  private async sendOne(next: Waiting): Promise<boolean> {
    const { id, work, base } = next;
    let said: Answer<unknown> | null = null;
    let sends = 0;
    const picks = this.chosen.get(id) ?? {};
    const put = async (each: Work, on: Base<unknown> | null): Promise<Answer<unknown>> => {
      sends += 1;
      return (said = await sendWork(each, on, timeNow(), next.by ?? null));
    };
    const putOn = async (value: unknown, on: Base<unknown>) => {
      if (isWhole(work)) return put({ ...work, doc: value } as Work, on);
      // What somebody changed meanwhile is not taken away unseen.
      const isOther = !dequal(value, base?.value);
      return said && isOther ? ({ kind: 'refused', problems: said.kind === 'done' ? [] : said.problems } as const) : put(work, on);
    };
    const reads = await readerOf(work);
    const read = (stands: unknown): Base<unknown> => reads(stands, base?.value) ?? { value: base?.value, rev: 0 };
    const answer = base ? await keep(isWhole(work) ? work.doc : base.value, base, picks, putOn, read) : await put(work, null);
    const isCut = answer.kind === 'unreachable' || ('unreachable' in answer && answer.unreachable);
    this.trouble = isCut && 'problems' in answer ? answer.problems : [];
    if (isCut) return false;
    this.chosen.delete(id);
    const stands = standsOf(said);
    const hear = () => stands !== undefined && this.listeners.forEach((listener) => listener(work, stands, answer.kind === 'done'));
    if (answer.kind === 'done') {
      this.drop(next);
      this.carryOn(stands, sends === 1 && isWhole(work) ? work.doc : null);
      hear();
      return true;
    }
    // What was done to the same meanwhile has it in it: that is asked about, with how it stood before both.
    const later = isWhole(work) ? this.all.find((each) => each.id !== id && isSameThing(each.work, work)) : undefined;
    if (later) {
      const both = { ...later, base };
      this.change(both);
      this.leave(id);
      await this.put(both);
      return true;
    }
    const left = { ...next, refused: 'problems' in answer ? answer.problems : null, clashes: 'clashes' in answer ? answer.clashes : null };
    this.change(left);
    hear();
    await this.put(left);
    return true;
  } // prettier-ignore

  /**
   * What waits was done on what was kept just now: unless somebody else had a hand in it, it goes on from there.
   *
   * @param sent what was kept as it was sent; the server may write it a little differently
   */
  private carryOn(stands: unknown, sent: unknown): void {
    this.all = this.all.map((each) => {
      const now = each.base && isOf(each.work, stands) ? standing(each.work, stands) : null;
      const own = each.base?.value;
      return now && (dequal(now.value, own) || dequal(sent, own))
        ? { ...each, base: { value: own, rev: now.rev } }
        : each;
    });
  }
  /** @returns once it was tried, where that is at once */
  private soon(ms: number): Promise<void> | void {
    clearTimeout(this.again);
    if (ms === 0) return this.run();
    this.again = setTimeout(() => void this.run(), ms);
  }
  private change(to: Waiting): void {
    this.all = this.all.map((each) => (each.id === to.id ? to : each));
  }
  private opened(): Promise<WaitingStore | null> {
    return (this.store ??= openStore());
  }
  private async put(waiting: Waiting): Promise<void> {
    const store = await this.opened();
    // A device that is full still sends what it has in this page.
    await store?.put($state.snapshot(waiting) as Waiting).catch(() => null);
  }
}

/** Whether two works change the same thing. */
const isSameThing = (one: Work, other: Work): boolean =>
  one.kind === other.kind && 'id' in one && 'id' in other && one.id === other.id;

/** Whether what the server told is what a work is of. */
const isOf = (work: Work, stands: unknown): boolean => {
  const told = (stands as { readonly id?: string } | null)?.id;
  return (
    told !== undefined && (('id' in work && work.id === told) || ('culture' in work && work.culture === told))
  );
};

/** What the server said of what stands there; undefined: nothing. */
const standsOf = (said: Answer<unknown> | null): unknown =>
  said?.kind === 'done' ? said.value : said?.kind === 'stale' ? said.stands : undefined;

export const unsent = new Unsent();
