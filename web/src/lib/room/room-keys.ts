/** What the keys that every room has do there. */
export interface RoomActions {
  readonly save?: () => void;
  readonly undo?: () => void;
  readonly redo?: () => void;
  /** Keys of the room’s own, by what they type; not while somebody types into a field. */
  readonly own?: Readonly<Record<string, () => void>>;
  /** The same, also while somebody types: `pagedown`, `ctrl enter`. */
  readonly anywhere?: Readonly<Record<string, () => void>>;
}

/** Whether a key goes into a field. */
const typesInto = ({ target }: KeyboardEvent): boolean =>
  target instanceof HTMLInputElement ||
  target instanceof HTMLSelectElement ||
  target instanceof HTMLTextAreaElement;

/**
 * Ctrl S, Ctrl Z, Ctrl Y and ? as every room takes them, and the room’s own.
 *
 * @param keys shows the list of keys
 */
export function roomKeys(
  event: KeyboardEvent,
  { save, undo, redo, own = {}, anywhere = {} }: RoomActions,
  keys: () => void,
): void {
  const command = event.ctrlKey || event.metaKey;
  const key = event.key.toLowerCase();
  const plain = !command && !event.altKey && !typesInto(event);
  const action =
    command && key === 's' ? save
    : command && (key === 'y' || (key === 'z' && event.shiftKey)) ? redo
    : command && key === 'z' ? undo
    : plain && key === '?' ? keys
    : (anywhere[command ? `ctrl ${key}` : key] ?? (plain ? own[key] : undefined)); // prettier-ignore
  if (!action) return;
  action();
  event.preventDefault();
}
