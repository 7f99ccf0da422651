/** Texts of fields and cells, by their names. */
export type Texts = Readonly<Record<string, string>>;

const placeOf = (place: string): string => `typed ${place}`;

/** What was typed at a place and is not kept yet, on this device: it is there again when the place is opened again. */
export function typedAt(place: string): Texts {
  try {
    const read: unknown = JSON.parse(localStorage.getItem(placeOf(place)) ?? '{}');
    const texts = Object.entries(read ?? {}).filter((each): each is [string, string] => typeof each[1] === 'string');
    return Object.fromEntries(texts);
  } catch {
    return {};
  }
} // prettier-ignore

/** Remembers what is typed at a place until it is kept; nothing typed is forgotten there. */
export function rememberTyped(place: string, texts: Texts): void {
  try {
    if (Object.keys(texts).length === 0) localStorage.removeItem(placeOf(place));
    else localStorage.setItem(placeOf(place), JSON.stringify(texts));
  } catch {
    // A device that keeps nothing still shows what is typed as long as the room is open.
  }
}
