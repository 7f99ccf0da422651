import type { Quantity } from '@jovet/core/field';

const UNITS: Readonly<Partial<Record<Quantity, string>>> = {
  minutes: 'min', seconds: 's', hours: 'h', percent: '%', part: '%', volumes: 'volumes', millimetres: 'mm', centimetres: 'cm', side: 'cm', metres: 'm',
  kilowatts: 'kW',
}; // prettier-ignore

/** The unit that stands in a field of a quantity; temperatures and masses carry their own. */
export const unitOfQuantity = (quantity: Quantity): string | undefined => UNITS[quantity];

/** What is chosen, as words. */
const CHOICE_WORDS: Readonly<Record<string, string>> = {
  rise: 'rise', minutes: 'the clock', share: 'share of its rise', open: 'open', cloth: 'under a cloth', lid: 'under a lid', room: 'room', cold: 'cold',
  warm: 'proof box', freezer: 'freezer', oven: 'oven, not hot', hand: 'hand', '': 'as usual', 're-round': 're-round', solution: 'the solution', water: 'the water',
  'built-in': 'from the oven', pan: 'from a pan, put in before', spray: 'sprayed by hand', ice: 'from ice, thrown in', 'diving-arm': 'diving arm',
}; // prettier-ignore
export const choiceWord = (value: string): string => CHOICE_WORDS[value] ?? value;
