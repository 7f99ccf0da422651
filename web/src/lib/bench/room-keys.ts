/** What the keys that every room has do there. */
interface RoomActions {
  readonly save: () => void;
  readonly undo?: () => void;
  readonly redo?: () => void;
  /** Shows the list of keys. */
  readonly keys?: () => void;
  /** Keys of the room’s own, by what they type; not while somebody types into a field. */
  readonly own?: Readonly<Record<string, () => void>>;
}

/** Whether a key goes into a field. */
const typesInto = ({ target }: KeyboardEvent): boolean =>
  target instanceof HTMLInputElement ||
  target instanceof HTMLSelectElement ||
  target instanceof HTMLTextAreaElement;

/** Ctrl S, Ctrl Z, Ctrl Y and ? as every room takes them, and the room’s own. */
export function roomKeys(event: KeyboardEvent, { save, undo, redo, keys, own = {} }: RoomActions): void {
  const command = event.ctrlKey || event.metaKey;
  const key = event.key.toLowerCase();
  const plain = !command && !event.altKey && !typesInto(event);
  const action =
    command && key === 's' ? save
    : command && (key === 'y' || (key === 'z' && event.shiftKey)) ? redo
    : command && key === 'z' ? undo
    : plain && key === '?' ? keys
    : plain ? own[key]
    : undefined; // prettier-ignore
  if (!action) return;
  action();
  event.preventDefault();
}
