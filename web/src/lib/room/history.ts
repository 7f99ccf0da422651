/** Undo and redo over any value: what was, what is, what was undone. */
export interface History<T> {
  readonly past: readonly T[];
  readonly present: T;
  readonly future: readonly T[];
  /** The place of the last change; further changes at the same place belong to it. */
  readonly place: string | null;
}

export const beginHistory = <T>(past: readonly T[], present: T): History<T> => ({
  past,
  present,
  future: [],
  place: null,
});

/** Records a change. Typing on in one field is one change, until another field or `settle`. */
export const record = <T>(history: History<T>, next: T, place: string): History<T> =>
  history.place === place
    ? { ...history, present: next, future: [] }
    : { past: [...history.past, history.present], present: next, future: [], place };

export const settle = <T>(history: History<T>): History<T> => ({ ...history, place: null });

export function undo<T>({ past, present, future }: History<T>): History<T> {
  const before = past.at(-1);
  if (before === undefined) return { past, present, future, place: null };
  return { past: past.slice(0, -1), present: before, future: [present, ...future], place: null };
}

export function redo<T>({ past, present, future }: History<T>): History<T> {
  const [next, ...rest] = future;
  if (next === undefined) return { past, present, future, place: null };
  return { past: [...past, present], present: next, future: rest, place: null };
}
