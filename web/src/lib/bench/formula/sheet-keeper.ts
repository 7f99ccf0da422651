import type { FormulaDraft } from '@jovet/core/sheet';
import type { StoredDraft } from '../../server/database/formula-draft';
import { dropSheet, keepSheet } from './library';

/** How the draft of a sheet stands on the server. */
export interface Kept {
  /** Revision on the server; 0 while there is none. */
  readonly rev: number;
  /** Version that the draft was begun on; 0 for a new formula. */
  readonly base: number;
  /** When it was last kept, epoch seconds. */
  readonly at: number | null;
  readonly state: 'idle' | 'waiting' | 'failed';
  /** What another window kept in between: a choice has to be made. */
  readonly other: StoredDraft | null;
}

/** After this long without a key the sheet is kept. */
const SOON_MS = 600;

/** Keeps the draft of a sheet on the server, one revision after another, and never over that of another window. */
export class SheetKeeper {
  private timer: ReturnType<typeof setTimeout> | undefined;
  private running: Promise<void> = Promise.resolve();

  /**
   * @param keptText the sheet as it is kept or published, as JSON
   * @param present the sheet as it stands
   * @param onchange hears every change of how it is kept
   */
  constructor(
    private readonly draftId: string,
    private readonly formula: string | null,
    private kept: Kept,
    private keptText: string,
    private readonly present: () => FormulaDraft,
    private readonly onchange: (kept: Kept) => void,
  ) {}

  private set(change: Partial<Kept>): void {
    this.kept = { ...this.kept, ...change };
    this.onchange(this.kept);
  }

  soon(): void {
    this.set({ state: 'waiting' });
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.now(), SOON_MS);
  }

  /** Keeps the sheet as it stands; one after another, so that revisions follow. */
  now(): Promise<void> {
    clearTimeout(this.timer);
    this.running = this.running.then(() => this.once());
    return this.running;
  }

  private async once(): Promise<void> {
    const { base, rev, other } = this.kept;
    if (other !== null) return;
    const doc = this.present();
    const text = JSON.stringify(doc);
    if (text === this.keptText) return this.set({ state: 'idle' });
    const answer = await keepSheet(this.draftId, { formula: this.formula, base, doc, rev });
    if (answer.kind === 'done') {
      this.keptText = text;
      const still = JSON.stringify(this.present()) === text;
      this.set({
        rev: answer.value.rev,
        at: answer.value.at,
        state: still ? 'idle' : this.kept.state,
      });
    } else if (answer.kind === 'stale') {
      const stands = (answer.stands as StoredDraft | null) ?? null;
      this.set({ other: stands, state: 'failed', ...(stands === null ? { rev: 0 } : {}) });
    } else this.set({ state: 'failed' });
  }

  /** Takes what the other window kept; the sheet here is to become that. */
  takeOther(): FormulaDraft | null {
    const { other } = this.kept;
    if (!other) return null;
    this.keptText = JSON.stringify(other.doc);
    this.set({ rev: other.rev, base: other.base, other: null, state: 'idle' });
    return other.doc;
  }

  /** Keeps the sheet as it stands here over that of the other window. */
  keepMine(): void {
    const { other } = this.kept;
    if (!other) return;
    this.set({ rev: other.rev, other: null });
    void this.now();
  }

  /** From now on the draft stands on this version. */
  rebase(base: number): void {
    this.set({ base });
  }

  async drop(): Promise<void> {
    await this.now();
    if (this.kept.rev > 0) await dropSheet(this.draftId, this.kept.rev);
  }
}
