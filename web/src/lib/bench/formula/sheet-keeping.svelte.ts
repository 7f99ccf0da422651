import { dequal } from 'dequal/lite';
import type { FormulaDraft } from '@jovet/core/sheet';
import type { StoredDraft } from '../../server/database/formula-draft';
import { ask } from '../../sync/ask';
import { unsent } from '../../sync/unsent.svelte';

/** After this long without a key the sheet is sent. */
const CALM_MS = 600;

/** The draft of a sheet: it is on the device with every key, and sent a moment later. */
export class SheetKeeping {
  /** Version that the draft was begun on; 0 for a new formula. */
  base = $state(0);
  /** As it stands on the server; null while there is none. */
  private known = $state.raw<StoredDraft | null>(null);

  /**
   * @param opening the sheet as it was opened
   * @param present the sheet as it stands
   * @param take hears how the sheet stands with what was done to it elsewhere
   */
  constructor(
    private readonly of: { readonly id: string; readonly formula: string | null },
    base: number,
    stored: StoredDraft | null,
    private readonly opening: FormulaDraft,
    private readonly present: () => FormulaDraft,
    private readonly take: (doc: FormulaDraft) => void,
  ) {
    this.base = base;
    this.known = stored;
  }

  /** When it was last kept, epoch seconds. */
  get at(): number | null {
    return this.known?.at ?? null;
  }
  private readonly own = $derived.by(() =>
    unsent.all.filter(({ work }) => work.kind === 'draft' && work.id === this.of.id),
  );
  readonly state = $derived.by(() =>
    this.own.length === 0 ? 'idle' : this.own.some(({ refused, clashes }) => refused || clashes) || unsent.trouble.length > 0 ? 'failed' : 'waiting',
  ); // prettier-ignore

  /** @returns what ends it */
  begin(): () => void {
    void unsent.ready.then(() => {
      const [left] = this.own;
      if (left?.work.kind === 'draft') this.show(left.work.doc);
    });
    const end = unsent.listen((work, stands) => {
      if (work.kind !== 'draft' || work.id !== this.of.id) return;
      this.known = stands as StoredDraft | null;
      // What is typed since goes first.
      if (this.known && this.own.length === 0) this.show(this.known.doc);
    });
    // Who leaves the page or the room leaves it sent.
    const leave = () => void (this.own.length > 0 && unsent.run());
    addEventListener('visibilitychange', leave);
    return () => {
      end();
      removeEventListener('visibilitychange', leave);
      leave();
    };
  }

  /** The sheet changed. */
  changed(): void {
    const stands = this.known?.doc ?? this.opening;
    const doc = this.present();
    if (this.own.length === 0 && dequal(doc, stands)) return;
    const base = { value: stands, rev: this.known?.rev ?? 0 };
    unsent.add({ kind: 'draft', ...this.of, base: this.base, doc }, base, CALM_MS);
  }

  /** Sends it at once. */
  now = (): Promise<void> => unsent.run();

  /** Nothing of it is sent any longer. */
  leave(): void {
    for (const { id } of this.own) unsent.leave(id);
  }

  /** Nothing of it is kept any longer. */
  async drop(): Promise<void> {
    this.leave();
    if (this.known)
      await ask('DELETE /drafts/{id}', { params: { id: this.of.id }, query: { rev: this.known.rev } });
    this.known = null;
  }

  private show(doc: FormulaDraft): void {
    if (!dequal(doc, this.present())) this.take(doc);
  }
}
