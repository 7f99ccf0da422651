import { HOUSE_FIELDS, RATES, THING_ROWS, thingFields, type FloorDraft } from '@jovet/core/bakehouse';
import type { Clash } from '../../sync/merge';
import { DAY_WORDS } from './house-words';

/** A value of a field as it is read. */
const textOf = (value: unknown): string => {
  if (value === undefined) return 'taken away';
  if (typeof value === 'string') return value || 'nothing';
  const { fields, name } = (value ?? {}) as { fields?: { name?: string }; name?: string };
  return fields?.name ?? name ?? 'changed';
};

const labelOf = (
  fields: readonly { readonly name: string; readonly label: string }[],
  name: string,
): string => fields.find((each) => each.name === name)?.label ?? name;

/** Where something of the bakehouse stands, in words: `Deck oven: Decks or trays`. */
function placeOf({ things, rooms }: FloorDraft, [list = '', name = '', part = '', field = '']: Clash['path']): string {
  if (list === 'house') return labelOf(HOUSE_FIELDS, name);
  if (list === 'rates') return RATES.find(([path]) => path === name)?.[1] ?? name;
  if (list === 'hands') return part === 'days' && field !== '' ? `${name}: ${DAY_WORDS[Number(field)] ?? ''}` : `${name}${part === '' ? '' : `: ${part}`}`;
  const thing = things.find(({ slug, fields }) => slug === name || fields['name'] === name);
  const room = rooms.find(({ slug, fields }) => slug === name || fields['name'] === name);
  const called = thing?.fields['name'] ?? room?.fields['name'] ?? name;
  if (part === '') return called;
  if (part === 'fields') return `${called}: ${labelOf(thingFields(thing ? thing.type : 'a room'), field)}`;
  return `${called}: ${part === 'at' ? 'where it stands' : part in THING_ROWS || part === 'own' ? 'its list' : part}`;
} // prettier-ignore

/** What two people changed of the bakehouse, in words. */
export const clashWords =
  (draft: FloorDraft) =>
  ({ path, mine, theirs }: Clash) => ({
    where: placeOf(draft, path),
    mine: textOf(mine),
    theirs: textOf(theirs),
  });
