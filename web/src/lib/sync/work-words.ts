import type { Clash } from './merge.ts';
import type { Event } from '@jovet/core/run';
import { formatDate, WEEKDAYS } from '@jovet/core/time';
import { partsOf } from './cells.ts';
import type { Work } from './work.ts';

/** How what is measured is written. */
export interface Writing {
  /** A moment as it is written. */
  readonly clock: (at: number) => string;
  readonly temperature: (celsius: number) => string;
}

const HAPPENED: Partial<Record<Event['happened']['kind'], string>> = {
  began: 'begun', ended: 'done', reading: 'reading', sign: 'sign', confirmed: 'confirmed', mishap: 'went wrong', 'taken-back': 'taken back',
}; // prettier-ignore

const eventWords = ({ at, subject, happened }: Event, { clock }: Writing): string =>
  `${clock(at)} ${subject.id.replaceAll('.', ' ')}: ${HAPPENED[happened.kind] ?? happened.kind}${happened.kind === 'reading' ? ` ${happened.quantity} ${happened.value}` : ''}`;

/** What was done, as a line of a list. */
export function workWords(work: Work, writing: Writing): string[] {
  const { clock, temperature } = writing;
  switch (work.kind) {
    case 'events':
      return work.events.map((each) => eventWords(each, writing));
    case 'mix-begun':
      return [`Mix of ${work.doc.formula.doc.name} begun`];
    case 'mix-changed':
      return [`Mix of ${work.doc.formula.doc.name} changed`];
    case 'mix-dropped':
      return ['A mix taken off its day'];
    case 'mix-reading':
      return [`${clock(work.reading.at)} ${work.reading.factor.replaceAll('-', ' ')}: ${temperature(work.reading.value)}`];
    case 'culture-begun':
      return [`New culture ${work.doc.name}`];
    case 'culture-changed':
      return [`Culture ${work.doc.name} changed`];
    case 'culture-ended':
      return ['A culture ended'];
    case 'fed':
      return [`${clock(work.build.at)} culture fed`];
    case 'unfed':
      return ['A feeding taken back'];
    case 'sign':
      return [`${clock(work.seen.at)} seen of a culture: ${work.seen.sign.kind.replaceAll('-', ' ')}`];
    case 'draft':
      return [`Sheet of ${work.doc.name || 'a new formula'}`];
    case 'orders':
      return cellLines(formatDate(work.date), work.doc, (pieces) => (pieces === null ? 'as every week' : String(pieces)));
    case 'standing':
      return cellLines('Every week', work.doc, ({ weekdays }) => weekdays.map((pieces, day) => `${WEEKDAYS[day]?.slice(0, 2) ?? ''} ${pieces}`).join(' '));
    case 'house':
      return ['The bakehouse'];
  }
} // prettier-ignore

/** Cells that are told each by itself. */
const TOLD = 5;

/** Cells of a table with what is in them, the first few. */
function cellLines<T>(
  where: string,
  doc: Readonly<Record<string, T>>,
  textOf: (value: T) => string,
): string[] {
  const lines = Object.entries(doc).map(([key, value]) => `${where}: ${cellWords(key)}: ${textOf(value)}`);
  const more = lines.length - TOLD;
  return more > 0 ? [...lines.slice(0, TOLD), `${where}: ${more} more`] : lines;
}

const cellWords = (key: string): string => {
  const { customer, product, drop } = partsOf(key);
  return `${spelled(product)} for ${spelled(customer)}, ${drop}`;
};

/** Fields whose names say too little by themselves. */
const FIELDS: Readonly<Record<string, string>> = {
  total: 'Percent of all flour', ddt: 'Desired dough temperature', dough: 'Dough, kg', order: 'Pieces', usual: 'On an ordinary day', poured: 'What was poured', byFeel: 'Put in by feel',
  of: 'What it is fed with', around: 'How warm it stands', keepBack: 'Kept for next time, kg', loss: 'Stays on spoon and vessel, %', quiet: 'Hours of rest',
  cold: 'Cold place, °C', warm: 'Warm place, °C',
}; // prettier-ignore

/** A name of code as words: `fromVessel` is `From vessel`. */
const spelled = (name: string): string => {
  const words = name.replaceAll('-', ' ').replace(/([a-z])([A-Z])/g, (_, one: string, two: string) => `${one} ${two.toLowerCase()}`);
  return words.slice(0, 1).toUpperCase() + words.slice(1);
}; // prettier-ignore

/** A value as it is read where two changed the same. */
const valueText = (value: unknown): string => {
  if (value === undefined || value === null || value === '') return 'nothing';
  if (typeof value === 'string' || typeof value === 'number') return String(value);
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  const parts = Object.values(value).filter((each) => typeof each === 'string' || typeof each === 'number');
  return parts.length > 0 ? parts.join(', ') : 'changed';
};

/** A name within a document in words: a row of a sheet is called by its ingredient. */
function named(work: Work, name: string): string {
  if (work.kind === 'draft') {
    const { rows, stages, products } = work.doc;
    const thing = rows.find(({ id }) => id === name)?.ingredient ?? stages.find(({ slug }) => slug === name)?.name ?? products.find(({ id }) => id === name)?.name;
    if (thing !== undefined) return thing || 'a row without a name';
  }
  if (work.kind === 'standing' && /^\d$/.test(name)) return WEEKDAYS[Number(name)] ?? name;
  if ((work.kind === 'orders' || work.kind === 'standing') && name.includes(' ')) return cellWords(name);
  return FIELDS[name] ?? spelled(name);
} // prettier-ignore

/** Lists whose things say by their names what they are. */
const LISTS = ['rows', 'stages', 'products', 'cells', 'weekdays'];

/** Where two changed the same, and to what. */
export const changeWords =
  (work: Work) =>
  ({ path, mine, theirs }: Clash) => ({
    where: path.flatMap((name) => (LISTS.includes(name) ? [] : named(work, name))).join(': '),
    mine: valueText(mine),
    theirs: valueText(theirs),
  });
