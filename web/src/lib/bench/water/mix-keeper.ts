import type { MixDoc, MixReading } from '@jovet/core/mix';
import type { StoredMix } from '../../server/database/mix';
import { Outbox, type Keeping } from '../outbox';

/** What is to be kept of a mix, in the order in which it was done. */
type Work =
  | { readonly kind: 'begin'; readonly id: string; readonly date: string; readonly doc: MixDoc }
  | { readonly kind: 'change'; readonly id: string; readonly doc: MixDoc }
  | { readonly kind: 'drop'; readonly id: string }
  | { readonly kind: 'reading'; readonly id: string; readonly reading: MixReading };

/** Keeps mixes and readings on the server, one after another. */
export class MixKeeper {
  private readonly outbox: Outbox<StoredMix>;
  private readonly revs = new Map<string, number>();

  /**
   * @param onkept hears how a mix stands after all that was entered of it was kept
   * @param onstale hears what stands there when another screen changed the mix
   */
  constructor(
    kept: readonly { readonly id: string; readonly rev: number }[],
    private readonly onkept: (mix: StoredMix) => void,
    private readonly onstale: (mix: StoredMix) => void,
    onstate: (keeping: Keeping) => void,
  ) {
    for (const { id, rev } of kept) this.revs.set(id, rev);
    this.outbox = new Outbox(onstate);
  }

  /** Everything that was entered has been kept. */
  get done(): boolean {
    return this.outbox.empty;
  }

  run = (): void => void this.outbox.run();

  add(work: Work): void {
    this.outbox.add({
      of: work.id,
      whole: work.kind === 'change',
      method: METHODS[work.kind],
      request: () => requestOf(work, this.revs.get(work.id) ?? 0),
      done: (mix) => {
        this.revs.set(mix.id, mix.rev);
        if (!this.outbox.waitsFor(mix.id)) this.onkept(mix);
      },
      stale: (mix) => {
        this.revs.set(mix.id, mix.rev);
        this.onstale(mix);
      },
    });
  }
}

const METHODS = { begin: 'POST', change: 'PUT', drop: 'DELETE', reading: 'POST' } as const;

function requestOf(work: Work, rev: number): { path: string; body?: unknown } {
  switch (work.kind) {
    case 'begin':
      return { path: 'mixes', body: { id: work.id, date: work.date, doc: work.doc } };
    case 'change':
      return { path: `mixes/${work.id}`, body: { doc: work.doc, rev } };
    case 'drop':
      return { path: `mixes/${work.id}?rev=${rev}` };
    case 'reading':
      return { path: `mixes/${work.id}/readings`, body: work.reading };
  }
}
