import { choice, field, type Field } from '../../field/index.ts';
import { COVERS, CUTS, FOLDS, PLACES, SHAPES, SOLUTIONS, TOOLS, TURNS, type StepKind } from './kinds.ts';

const UNTIL: readonly Field[] = [
  choice('by', 'Ends by', ['rise', 'minutes'], 'until.by'),
  field('earliest', 'Earliest', 'wait', null, { path: 'until.earliest' }),
  field('best', 'Best', 'wait', null, { path: 'until.best' }),
  field('latest', 'Latest', 'wait', null, { path: 'until.latest' }),
  choice('cover', 'Cover', COVERS),
];
const BEFORE = field('before', 'Before the load', 'minutes', 'just before it');
const AFTER: readonly Field[] = [field('after', 'After the oven', 'minutes', 'at once')];
const HELD: readonly Field[] = [
  field('into', 'Into or onto', 'text', 'nothing'),
  field('hold', 'Pieces in one', 'count', '1'),
];

/** The fields of a kind that make it what it is, in the order in which they are shown. */
export const OWN_FIELDS: Readonly<Record<StepKind, readonly Field[]>> = {
  weigh: [],
  mix: [
    field('programme', 'Programme', 'text', 'only wetted'),
    field('to', 'Dough temperature', 'celsius', 'as it comes'),
    field('minutes', 'Minutes', 'minutes', 'as the programme'),
    field('adds', 'Goes in here', 'names', 'what no other mix takes'),
    field('window', 'Window tested', 'tick', 'no'),
    field('only', 'Only in', 'names', 'any mixer that suits'),
  ],
  rest: UNTIL,
  fold: [
    choice('fold', 'Fold', FOLDS),
    choice('when', 'Goes by', ['minutes', 'share', 'rise'], 'at.by'),
    field('at', 'At', 'wait', null, { path: 'at.at' }),
    field('keeps', 'Gas kept', 'part', '90'),
  ],
  'lock-in': [
    field('layers', 'Layers of fat', 'count', '1'),
    field('thickness', 'Rolled to', 'millimetres', 'not said'),
  ],
  turn: [choice('turn', 'Turn', TURNS), field('thickness', 'Rolled to', 'millimetres', 'not said')],
  divide: [
    field('keeps', 'Gas kept', 'part', '70'),
    choice('tool', 'By', TOOLS),
    field('into', 'Each is cut into', 'count', '1'),
  ],
  'pre-shape': [],
  shape: [
    choice('shape', 'Shape', SHAPES),
    field('length', 'Length', 'metres', 'as it comes'),
    choice('cut', 'Cut out of a sheet', ['', ...CUTS], 'cut', 'no'),
    field('base', 'Cut so wide', 'side', 'no cut'),
    field('height', 'Cut so long', 'side', 'no cut'),
    field('beside', 'Strips side by side', 'count', '1'),
    choice('tool', 'By', TOOLS),
    ...HELD,
  ],
  assemble: [],
  fill: [],
  proof: UNTIL,
  score: [BEFORE],
  dip: [
    BEFORE,
    choice('solution', 'Bath of', SOLUTIONS),
    field('percent', 'Strength', 'percent'),
    choice('per', 'Percent of', ['solution', 'water']),
    field('carried', 'Carried off by a piece', 'mass', '2 g'),
    field('trained', 'A trained person confirms it', 'tick', 'no'),
  ],
  wash: [BEFORE],
  top: [BEFORE],
  dock: [BEFORE],
  stencil: [BEFORE],
  bake: [
    field('mass', 'A piece of', 'mass'),
    field('minutes', 'Bakes', 'minutes'),
    field('loadAt', 'Load at', 'celsius'),
    field('steam', 'Steam', 'minutes'),
    field('loss', 'Bake loss', 'percent'),
    field('look', 'First look after', 'minutes', 'half of it'),
    field('turn', 'Turned round after', 'minutes', 'as usual'),
    field('core', 'Done at a core of', 'celsius', 'as usual'),
    ...HELD.map((each) => ({ ...each, label: each.name === 'into' ? 'Bakes in' : each.label, blank: each.name === 'into' ? 'as it proofed' : each.blank })),
    field('hot', 'Hot again after', 'minutes', 'it goes in cold'),
    field('perDeck', 'Pieces on a deck', 'count', 'as many as fit'),
    field('only', 'Only in', 'names', 'any oven that suits'),
  ],
  unmould: AFTER,
  brush: AFTER,
  glaze: AFTER,
  syrup: AFTER,
  dust: AFTER,
  cover: AFTER,
  slice: AFTER,
  wrap: AFTER,
  cool: [field('below', 'Core below', 'celsius'), field('most', 'May lie longer', 'hours', 'as usual')],
  freeze: [field('most', 'Keeps', 'hours', 'not said')],
  thaw: [field('of', 'From the freezer', 'text'), ...UNTIL],
  pack: [],
}; // prettier-ignore

const SAID: readonly Field[] = [
  field('words', 'In your own words', 'text', ''),
  field('signs', 'Signs to look for', 'text', ''),
  field('cautions', 'Cautions', 'sentences', ''),
  field('confirm', 'To be confirmed', 'text', 'nothing'),
];
const WORKED: readonly Field[] = [
  field('setUp', 'Set up and clear', 'seconds', 'as usual here'),
  field('each', 'Each piece', 'seconds', 'as usual here'),
  field('kilogram', 'Each kg', 'seconds', 'as usual here'),
  field('least', 'People at least', 'count', '1'),
  field('most', 'People at most', 'count', 'as usual', { path: 'most' }),
  choice('skill', 'Skill', ['', 'mix', 'shape', 'oven', 'pack']),
  field('gear', 'Takes up', 'names', 'nothing'),
];

/** Kinds at which nobody works. */
const WAITS: ReadonlySet<StepKind> = new Set(['rest', 'proof', 'thaw', 'cool']);
export const isWait = (kind: StepKind): boolean => WAITS.has(kind);

/** What any step of a kind may say beside that. */
export const moreFields = (kind: StepKind): readonly Field[] =>
  WAITS.has(kind)
    ? SAID
    : kind === 'freeze'
      ? [...WORKED.filter(({ name }) => name !== 'most'), ...SAID]
      : [...WORKED, ...SAID];

export const fieldsOf = (kind: StepKind): readonly Field[] => [...OWN_FIELDS[kind], ...moreFields(kind)];

/** A list within a step: places, changes of the heat, bouts. */
export interface Rows {
  /** Where it stands in the step; of a proof its ways, each with its places. */
  readonly path: string;
  readonly label: string;
  readonly fields: readonly Field[];
}

const STANDS: readonly Field[] = [
  choice('place', 'Place', PLACES),
  field('celsius', 'At', 'celsius', 'as it is there'),
  field('minutes', 'For', 'minutes', 'open'),
  field('rise', 'Until a rise of', 'volumes', ''),
  field('only', 'Only in', 'text', 'any that suits'),
];

/** The list within a step of a kind; most have none. */
export const ROWS: Readonly<Partial<Record<StepKind, Rows>>> = {
  mix: {
    path: 'bouts',
    label: 'Bouts',
    fields: [field('speed', 'Speed', 'count'), field('minutes', 'For', 'minutes'), field('add', 'Goes in', 'text', '')],
  },
  rest: { path: 'stands', label: 'Places', fields: STANDS },
  thaw: { path: 'stands', label: 'Places', fields: STANDS },
  proof: { path: 'ways', label: 'Places', fields: [field('way', 'Way', 'count', '1'), ...STANDS] },
  bake: {
    path: 'stages',
    label: 'Changes of the heat',
    fields: [
      field('from', 'From', 'minutes'),
      field('top', 'From above', 'celsius', 'off'),
      field('bottom', 'From below', 'celsius', 'off'),
      field('fan', 'Fan', 'percent', 'off'),
    ],
  },
}; // prettier-ignore
