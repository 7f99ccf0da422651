import { choice, field, type Field } from '../field/index.ts';
import { HOT_SIDES, STEAM, type ThingKind } from '../equipment/index.ts';
import { MIXER_KINDS } from '../mix/index.ts';

/** Kinds of equipment as the bakehouse lists them: mixers as well, which formulas and logs name. */
export type ThingType = ThingKind | 'mixer';

/** In the order in which they are offered. */
export const THING_TYPES: readonly ThingType[] = [
  'mixer', 'bench', 'divider', 'sheeter', 'moulder', 'retarder', 'proof-box', 'freezer', 'oven', 'rack', 'holder',
]; // prettier-ignore

const TAKES = field('dough', 'Takes', 'kilograms');
const PLACES = field('places', 'Baskets or trays', 'count', 'as its dough');
const COUNT = field('count', 'How many', 'count');

/** What makes a thing what it is, in the order in which it is shown. */
const OWN: Readonly<Record<ThingType, readonly Field[]>> = {
  mixer: [
    choice('kind', 'Kind', MIXER_KINDS, 'type'),
    field('minDough', 'Dough at least', 'kilograms', 'any'),
    field('maxDough', 'Dough at most', 'kilograms'),
    field('bowlMass', 'Bowl weighs', 'kilograms'),
    field('speeds', 'Turns a minute', 'numbers', 'not said'),
  ],
  oven: [
    field('decks', 'Decks or trays', 'count'),
    field('width', 'Deck width', 'metres', '1.2'),
    field('depth', 'Deck depth', 'metres', '1'),
    field('stone', 'Stone', 'centimetres', 'usual'),
    field('heater', 'Heat of a m²', 'kilowatts', 'usual'),
    field('preheat', 'Heats up in', 'minutes', 'as below'),
    field('recovery', 'Hot again after', 'minutes', 'reckoned'),
    choice('steam', 'Steam', STEAM),
    choice('hotSide', 'Hotter side', HOT_SIDES),
    field('shared', 'All decks share one heat', 'tick', 'no'),
    field('fan', 'It has a fan', 'tick', 'no'),
    field('loader', 'A loader sets a whole deck', 'tick', 'no'),
  ],
  retarder: [
    TAKES,
    PLACES,
    field('temperature', 'Stands at', 'celsius'),
    field('most', 'Nothing longer than', 'hours', '18'),
  ],
  'proof-box': [
    TAKES,
    PLACES,
    field('temperature', 'Stands at', 'celsius', 'as asked'),
    field('humidity', 'Humidity', 'percent', 'not known'),
  ],
  freezer: [TAKES, PLACES, field('temperature', 'Stands at', 'celsius', '-18')],
  rack: [COUNT, field('bread', 'Bread on one', 'kilograms'), field('places', 'Trays on one', 'count', 'as its bread')],
  bench: [field('metres', 'To work at', 'metres')],
  divider: [field('heads', 'Pieces at a stroke', 'count', '1'), field('each', 'A stroke takes', 'seconds', '20')],
  sheeter: [field('kilogram', 'A kg takes', 'seconds', 'as by hand')],
  moulder: [field('each', 'A piece takes', 'seconds', 'as by hand')],
  holder: [COUNT, field('bakes', 'Goes into the oven', 'tick', 'no')],
}; // prettier-ignore

/** What any thing may say beside that. */
const ANY: readonly Field[] = [
  field('size', 'On the floor', 'area', 'not known'),
  field('room', 'Stands in', 'text', 'the first room'),
  field('spare', 'Only if the others are not enough', 'tick', 'no'),
];

/** The fields of a room. */
export const ROOM_FIELDS: readonly Field[] = [
  field('name', 'Name', 'text'),
  field('coldest', 'At its coldest', 'celsius', 'as usual', { path: 'air.coldest' }),
  field('warmest', 'At its warmest', 'celsius', 'as usual', { path: 'air.warmest' }),
  field('warmestAt', 'Warmest at', 'clock', '15:00', { path: 'air.at' }),
  field('humidity', 'Humidity', 'percent', '60'),
  field('draught', 'There is a draught', 'tick', 'no'),
  field('size', 'Size', 'area', 'not known'),
];

/**
 * The fields of a kind of equipment, or of a room, in the order in which they are shown.
 *
 * @example
 * assert.deepEqual(thingFields('bench').map(({ name }) => name), ['name', 'metres', 'size', 'room', 'spare']);
 */
export const thingFields = (type: ThingType | 'a room'): readonly Field[] =>
  type === 'a room'
    ? ROOM_FIELDS
    : [
        field('name', 'Name', 'text'),
        ...OWN[type],
        ...ANY.map((each) => (type === 'holder' && each.name === 'size' ? { ...each, label: 'Size' } : each)),
      ];

/** A list within a thing: when it is out of order, what a retarder that proofs is set to, and how far off an oven's dial is. */
export const THING_ROWS = {
  out: [
    field('from', 'From', 'moment'),
    field('to', 'Back', 'moment'),
    field('count', 'How many', 'count', 'all of it'),
  ],
  programme: [field('at', 'From', 'clock'), field('celsius', 'It is set to', 'celsius')],
  dial: [field('set', 'Set to', 'celsius'), field('really', 'It really has', 'celsius')],
} as const satisfies Readonly<Record<string, readonly Field[]>>;

export type ThingRows = keyof typeof THING_ROWS;

/** The list that only things of a kind have. */
export const OWN_ROWS: Partial<Readonly<Record<ThingType, ThingRows>>> = {
  retarder: 'programme',
  oven: 'dial',
};

/** What a piece of a product brings, and what it costs to have it from somebody else. */
export const PIECE_FIELDS: readonly Field[] = [
  field('sold', 'Sold for', 'money', 'not said'),
  field('bought', 'Bought in for', 'money', 'not to be had'),
];

/** What holds for all of the bakehouse. */
export const HOUSE_FIELDS: readonly Field[] = [
  field('tubs', 'Dough tubs', 'count'),
  field('preheat', 'An oven heats up in', 'minutes'),
  field('spare', 'Spare before a van', 'minutes'),
  field('packWithin', 'Bread is packed within', 'hours', null, { path: 'packWithin.other' }),
  field('packRyeWithin', 'Rye is packed within', 'hours', null, { path: 'packWithin.rye' }),
  field('longest', 'Shift at most', 'hours', null, { path: 'limits.shift' }),
  field('rest', 'Rest between shifts', 'hours', null, { path: 'limits.rest' }),
  field('quiet', 'Quiet hours', 'span', 'none'),
  field('over', 'Bake over', 'percent'),
  field('hourPrice', 'An hour of work costs', 'money', 'not said', { path: 'prices.hour' }),
  field('energyPrice', 'A kWh costs', 'money', 'not said', { path: 'prices.kilowattHour' }),
  field('cheap', 'Other price of a kWh', 'span', 'at no hours', { path: 'prices.cheap' }),
  field('cheapPrice', 'A kWh costs then', 'money', 'as ever', { path: 'prices.cheapKilowattHour' }),
];
