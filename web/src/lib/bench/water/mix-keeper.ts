import type { MixDoc, MixReading } from '@jovet/core/mix';
import type { Problem } from '@jovet/core/problem';
import type { StoredMix } from '../../server/database/mix';
import { send, type Answer } from '../send';

/** What is to be kept of a mix, in the order in which it was done. */
type Work =
  | { readonly kind: 'begin'; readonly id: string; readonly date: string; readonly doc: MixDoc }
  | { readonly kind: 'change'; readonly id: string; readonly doc: MixDoc }
  | { readonly kind: 'drop'; readonly id: string }
  | { readonly kind: 'reading'; readonly id: string; readonly reading: MixReading };

export interface Keeping {
  readonly state: 'idle' | 'waiting' | 'failed';
  readonly problems: readonly Problem[];
}

/** After a failure it is tried again by itself, ms. */
const AGAIN_MS = 5000;

/** Keeps mixes and readings on the server, one after another, and goes on trying while the server does not answer. */
export class MixKeeper {
  private queue: Work[] = [];
  private busy = false;
  private again: ReturnType<typeof setTimeout> | undefined;
  private readonly revs = new Map<string, number>();

  /**
   * @param onkept hears how a mix stands after it was kept
   * @param onstale hears what stands there when another screen changed the mix
   */
  constructor(
    kept: readonly { readonly id: string; readonly rev: number }[],
    private readonly onkept: (mix: StoredMix) => void,
    private readonly onstale: (mix: StoredMix) => void,
    private readonly onstate: (keeping: Keeping) => void,
  ) {
    for (const { id, rev } of kept) this.revs.set(id, rev);
  }

  /** Everything that was entered has been kept. */
  get done(): boolean {
    return this.queue.length === 0;
  }

  add(work: Work): void {
    // Typing on changes the same mix: only the last state of it has to be kept.
    const last = this.queue.at(-1);
    if (work.kind === 'change' && last?.kind === 'change' && last.id === work.id && this.queue.length > 1)
      this.queue.pop();
    this.queue.push(work);
    void this.run();
  }

  async run(): Promise<void> {
    clearTimeout(this.again);
    if (this.busy) return;
    this.busy = true;
    this.onstate({ state: 'waiting', problems: [] });
    for (let [next] = this.queue; next; [next] = this.queue) {
      const answer = await this.keep(next);
      if (answer.kind === 'unreachable') {
        this.busy = false;
        this.again = setTimeout(() => void this.run(), AGAIN_MS);
        return this.onstate({ state: 'failed', problems: answer.problems });
      }
      this.queue.shift();
      if (answer.kind === 'done') {
        this.revs.set(next.id, answer.value.rev);
        if (!this.queue.some(({ id }) => id === next?.id)) this.onkept(answer.value);
      } else if (answer.kind === 'stale') {
        const stands = answer.stands as StoredMix;
        this.revs.set(next.id, stands.rev);
        this.onstale(stands);
      } else {
        this.busy = false;
        return this.onstate({ state: 'failed', problems: answer.problems });
      }
    }
    this.busy = false;
    this.onstate({ state: 'idle', problems: [] });
  }

  private keep(work: Work): Promise<Answer<StoredMix>> {
    const rev = this.revs.get(work.id) ?? 0;
    if (work.kind === 'begin') return send('POST', 'mixes', { id: work.id, date: work.date, doc: work.doc });
    if (work.kind === 'change') return send('PUT', `mixes/${work.id}`, { doc: work.doc, rev });
    if (work.kind === 'drop') return send('DELETE', `mixes/${work.id}?rev=${rev}`);
    return send('POST', `mixes/${work.id}/readings`, work.reading);
  }
}
