import { DoughDraft } from '@jovet/core/day';

/** What was typed but not saved, kept by the browser so that a reload loses nothing. */
interface Kept {
  readonly date: string;
  readonly base: number;
  readonly draft: DoughDraft;
}

const KEY = 'jovet.unsaved';

export function keepDraft(kept: Kept): void {
  sessionStorage.setItem(KEY, JSON.stringify(kept));
}

export const forgetDraft = (): void => sessionStorage.removeItem(KEY);

/** The unsaved fields of a day, if they were typed over the revision that stands now. */
export function keptDraft(date: string, base: number): DoughDraft | null {
  const text = sessionStorage.getItem(KEY);
  if (text === null) return null;
  const kept = JSON.parse(text) as Kept;
  const draft = DoughDraft.safeParse(kept.draft);
  return kept.date === date && kept.base === base && draft.success ? draft.data : null;
}
