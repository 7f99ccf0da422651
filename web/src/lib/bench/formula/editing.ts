import { getContext, setContext } from 'svelte';
import type { FormulaDraft } from '@jovet/core/sheet';

/** What every part of the formula sheet works with: the sheet, what is wrong with it, and how it is changed. */
export interface SheetEditing {
  readonly draft: FormulaDraft;
  /** Sentences by place. */
  readonly problems: Readonly<Record<string, string>>;
  /** Records a change; further changes at the same place belong to it. */
  readonly change: (next: FormulaDraft, place: string) => void;
  /** Ends the change that is being typed. */
  readonly settle: () => void;
  /** Takes what is typed as it stands, without waiting for a pause. */
  readonly look: () => void;
}

const KEY = Symbol('sheet');

export const provideEditing = (editing: SheetEditing): void => void setContext(KEY, editing);
export const useEditing = (): SheetEditing => getContext(KEY);
