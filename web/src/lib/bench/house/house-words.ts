import { SKILL_LEVELS, SKILLS, type HandDraft, type Skill } from '@jovet/core/bakehouse';
import type { ThingDraft, ThingType } from '@jovet/core/bakehouse';

/** Kinds of equipment as they are called. */
export const THING_WORDS: Readonly<Record<ThingType, string>> = {
  mixer: 'Mixer', oven: 'Oven', retarder: 'Retarder', 'proof-box': 'Proof box', freezer: 'Freezer', rack: 'Racks to cool on', bench: 'Bench',
  divider: 'Divider', sheeter: 'Sheeter', moulder: 'Moulder', holder: 'Baskets, tins or trays',
}; // prettier-ignore

export const SKILL_WORDS: Readonly<Record<Skill, string>> = {
  mix: 'mixing',
  shape: 'shaping',
  oven: 'oven',
  pack: 'packing',
};

export const LEVEL_WORDS: Readonly<Record<(typeof SKILL_LEVELS)[number], string>> = {
  alone: 'alone',
  'with-help': 'with help',
  learning: 'is learning it',
};

/** `mixing, oven; with help shaping; learning packing`; empty: nothing. */
export const levelsText = (levels: HandDraft['levels']): string =>
  SKILL_LEVELS.flatMap((level) => {
    const these = SKILLS.filter((skill) => levels[skill] === level).map((skill) => SKILL_WORDS[skill]).join(', ');
    return these === '' ? [] : [level === 'alone' ? these : `${level === 'learning' ? 'learning' : 'with help'} ${these}`];
  }).join('; '); // prettier-ignore

/** The days of a week as columns. */
export const DAY_WORDS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;

/** What a thing takes or has, in a few words: `45 kg`, `4 decks`, `160 kg at 4 °C`. */
export function thingFigure({ type, fields }: ThingDraft): string {
  const said = (name: string, instead = '?') => fields[name] ?? instead;
  switch (type) {
    case 'mixer':
      return said('maxDough');
    case 'oven':
      return `${said('decks')} decks`;
    case 'retarder':
    case 'freezer':
      return `${said('dough')} at ${said('temperature', '−18 °C')}`;
    case 'proof-box':
      return fields['temperature'] ? `${said('dough')} at ${fields['temperature']}` : said('dough');
    case 'rack':
      return `${said('count')} of ${said('bread')}`;
    case 'bench':
      return `${said('metres')} m`;
    case 'divider':
      return fields['heads'] ? `${fields['heads']} heads` : '';
    case 'holder':
      return said('count');
    default:
      return '';
  }
}
