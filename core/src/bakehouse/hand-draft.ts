import { parseSpan, spanText } from '../field/index.ts';
import { problem, type Problem } from '../problem/index.ts';
import { WEEK, type ClockSpan, type Hand } from './people.ts';
import { SKILL_LEVELS, SKILLS, type Skill, type SkillLevel } from './skills.ts';

/** A person as they stand in fields. */
export interface HandDraft {
  readonly name: string;
  /** How well they do each; nothing: not at all. */
  readonly levels: Readonly<Partial<Record<Skill, SkillLevel>>>;
  /** Shifts by the day of the week that they begin on: `02:00 to 10:30`, several with a comma; empty: off. */
  readonly days: readonly string[];
  readonly breaks: string;
  readonly away: readonly { readonly from: string; readonly to: string; readonly why: string }[];
  readonly dates: readonly { readonly date: string; readonly shift: string }[];
}

/** What stands in the fields of a person. */
export const handDraft = ({ name, skills, helps, learns, rota, breaks, away, dates }: Hand): HandDraft => ({
  name, away,
  levels: {
    ...Object.fromEntries(learns.map((skill) => [skill, 'learning'])),
    ...Object.fromEntries(helps.map((skill) => [skill, 'with-help'])),
    ...Object.fromEntries(skills.map((skill) => [skill, 'alone'])),
  },
  days: WEEK.map((day) => rota.filter(({ days }) => days.includes(day)).map(spanText).join(', ')),
  breaks: breaks.map(spanText).join(', '),
  dates: dates.map(({ date, ...shift }) => ({ date, shift: spanText(shift) })),
}); // prettier-ignore

/** Reads people from their fields. @param problems of what cannot be read are added to it, at `hands.0.days.2` */
export function readHands(drafts: readonly HandDraft[], problems: Problem[]): object[] {
  return drafts.map((draft, index) => {
    const at = `hands.${index}`;
    if (draft.name.trim() === '') problems.push(problem(`${at}.name`, 'This has no name.', 'Type one, or take the line away.'));
    const these = (level: SkillLevel) => SKILLS.filter((skill) => draft.levels[skill] === level);
    if (SKILL_LEVELS.every((level) => these(level).length === 0))
      problems.push(problem(`${at}.skills`, 'This person can do nothing.', 'Choose what they do alone, with help, or are learning.'));
    const days = draft.days.map((text, day) => readSpans(text, `${at}.days.${day}`, problems));
    draft.away.forEach(({ from, to }, n) => {
      if (from === '' || to === '') problems.push(problem(`${at}.away.${n}`, 'It does not say from when to when.', 'Choose both days, or take the line away.'));
    });
    return {
      name: draft.name.trim(), skills: these('alone'), helps: these('with-help'), learns: these('learning'), rota: rotaOf(days), breaks: readSpans(draft.breaks, `${at}.breaks`, problems), away: draft.away,
      dates: draft.dates.flatMap(({ date, shift }, n) => {
        if (date === '') problems.push(problem(`${at}.dates.${n}`, 'It does not say on which day.', 'Choose the day, or take the line away.'));
        return readSpans(shift, `${at}.dates.${n}`, problems).map((each) => ({ date, ...each }));
      }),
    };
  });
} // prettier-ignore

function readSpans(text: string, path: string, problems: Problem[]): ClockSpan[] {
  return text
    .split(/[,;]/)
    .filter((each) => each.trim() !== '')
    .flatMap((each) => {
      const span = parseSpan(each);
      if (span.ok) return [span.value];
      problems.push(...span.problems.map((one) => ({ ...one, path })));
      return [];
    });
}

/** Shifts that are alike on several days are one line of the rota. */
function rotaOf(days: readonly (readonly ClockSpan[])[]): Hand['rota'] {
  const rota = new Map<string, Hand['rota'][number]>();
  days.forEach((spans, day) => {
    for (const span of spans) {
      const known = rota.get(spanText(span));
      rota.set(spanText(span), { ...span, days: [...(known?.days ?? []), day] });
    }
  });
  return [...rota.values()];
}
