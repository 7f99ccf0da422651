import { parseSpan, spanText } from '../field/index.ts';
import { problem, type Problem } from '../problem/index.ts';
import { WEEK, type ClockSpan, type Hand } from './people.ts';
import type { Skill } from './skills.ts';

/** A person as they stand in fields. */
export interface HandDraft {
  readonly name: string;
  readonly skills: readonly Skill[];
  /** Shifts by the day of the week that they begin on: `02:00 to 10:30`, several with a comma; empty: off. */
  readonly days: readonly string[];
  readonly breaks: string;
  readonly away: readonly { readonly from: string; readonly to: string; readonly why: string }[];
  readonly dates: readonly { readonly date: string; readonly shift: string }[];
}

/** What stands in the fields of a person. */
export const handDraft = ({ name, skills, rota, breaks, away, dates }: Hand): HandDraft => ({
  name, skills, away,
  days: WEEK.map((day) => rota.filter(({ days }) => days.includes(day)).map(spanText).join(', ')),
  breaks: breaks.map(spanText).join(', '),
  dates: dates.map(({ date, ...shift }) => ({ date, shift: spanText(shift) })),
}); // prettier-ignore

/** Reads people from their fields. @param problems of what cannot be read are added to it, at `hands.0.days.2` */
export function readHands(drafts: readonly HandDraft[], problems: Problem[]): object[] {
  return drafts.map((draft, index) => {
    const at = `hands.${index}`;
    if (draft.name.trim() === '') problems.push(problem(`${at}.name`, 'This has no name.', 'Type one, or take the line away.'));
    if (draft.skills.length === 0) problems.push(problem(`${at}.skills`, 'This person can do nothing.', 'Choose what they are good at.'));
    const days = draft.days.map((text, day) => readSpans(text, `${at}.days.${day}`, problems));
    draft.away.forEach(({ from, to }, n) => {
      if (from === '' || to === '') problems.push(problem(`${at}.away.${n}`, 'It does not say from when to when.', 'Choose both days, or take the line away.'));
    });
    return {
      name: draft.name.trim(), skills: [...draft.skills], rota: rotaOf(days), breaks: readSpans(draft.breaks, `${at}.breaks`, problems), away: draft.away,
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
