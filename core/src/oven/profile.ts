import { formatNumber } from '../units/index.ts';
import { problem, type Problem } from '../problem/index.ts';
import { bakeMinutes } from './bake.ts';

/** How the oven is set: °C from above and from below (null: off), and percent of the fan. */
export interface OvenSetting {
  readonly top: number | null;
  readonly bottom: number | null;
  readonly fan: number;
}

/** A setting from a minute of the bake on. */
export interface BakeStage extends OvenSetting {
  /** Minutes since it was loaded. */
  readonly from: number;
}

/** How something bakes, minute by minute. */
export interface BakeProfile {
  readonly minutes: number;
  /** °C on the stone as it is loaded, and of top and bottom until the first stage. */
  readonly loadAt: number;
  /** Minutes that the steam is kept in; 0: none. */
  readonly steam: number;
  /** Minutes of the first look and of turning pieces round; null: where it is usual. */
  readonly look: number | null;
  readonly turn: number | null;
  /** In the order of time. */
  readonly stages: readonly BakeStage[];
}

/** Shares of a bake at which it is first looked at (domain section 3), and turned round (chosen for Jovet). */
export const [FIRST_LOOK, TURN] = [0.5, 0.6] as const;

/**
 * The bake of a piece of another mass: each of its moments goes as its minutes do, what it is set to stays.
 *
 * @param known with the mass that it is known for, kg
 * @param mass scaled weight, kg
 * @param longer minutes that it stays in beyond that
 */
export function profileFor(known: BakeProfile & { mass: number }, mass: number, longer = 0): BakeProfile {
  const factor = bakeMinutes(mass, known) / known.minutes;
  return {
    minutes: known.minutes * factor + longer,
    loadAt: known.loadAt,
    steam: known.steam * factor,
    look: known.look === null ? null : known.look * factor,
    turn: known.turn === null ? null : known.turn * factor,
    stages: known.stages.map((stage) => ({ ...stage, from: stage.from * factor })),
  };
}

/** How the oven is set at a minute of a bake. */
export function settingAt({ loadAt, stages }: BakeProfile, minute: number): OvenSetting {
  const { top, bottom, fan } = stages.findLast(({ from }) => from <= minute + 1e-9) ?? {
    top: loadAt,
    bottom: loadAt,
    fan: 0,
  };
  return { top, bottom, fan };
}

/** Whether a bake ends colder than it begins, hotter, or as it begins; `changing`: hotter at one side, colder at the other. */
export function courseOf(profile: BakeProfile): 'steady' | 'falling' | 'rising' | 'changing' {
  const { loadAt } = profile;
  const turns = profile.stages.flatMap(({ top, bottom }) =>
    [top ?? 0, bottom ?? 0].map((celsius) => Math.sign(celsius - loadAt)),
  );
  if (turns.every((turn) => turn === 0)) return 'steady';
  if (turns.every((turn) => turn <= 0)) return 'falling';
  return turns.every((turn) => turn >= 0) ? 'rising' : 'changing';
}

/** What cannot be about a bake, each at its field: `minutes`, `steam`, `look`, `turn` or `stages.<n>.from`. */
export function profileProblems({ minutes, steam, look, turn, stages }: BakeProfile): Problem[] {
  if (!(minutes > 0))
    return [problem('minutes', 'Nothing bakes in 0 minutes.', 'Enter how long a piece bakes.')];
  const found: Problem[] = [];
  const within = (path: string, minute: number | null, what: string) => {
    if (minute !== null && minute > minutes)
      found.push(
        problem(
          path,
          `${what} after ${formatNumber(minute, 0)} min comes when the bake is over.`,
          `Enter at most ${formatNumber(minutes, 0)} min.`,
        ),
      );
  };
  within('steam', steam, 'Letting the steam out');
  within('look', look, 'The first look');
  within('turn', turn, 'Turning round');
  stages.forEach(({ from }, index) => {
    within(`stages.${index}.from`, from, 'A change of the heat');
    const before = stages[index - 1];
    if (before && from <= before.from)
      found.push(
        problem(
          `stages.${index}.from`,
          'This change comes no later than the one before it.',
          'Enter the changes in the order of time.',
        ),
      );
  });
  return found;
}

/** Two bakes that share a load differ by no more than this: °C, minutes, and percent of the fan. Chosen for Jovet. */
const ALIKE = { celsius: 5, minutes: 5, fan: 20 } as const;

/**
 * Why two bakes may not share a deck; null: they may. Both have the same steam, end within five minutes and are set alike
 * at every minute until then.
 */
export function whyApart(one: BakeProfile, other: BakeProfile): string | null {
  if (Math.abs(one.loadAt - other.loadAt) > ALIKE.celsius) return 'they are loaded at other heats';
  if (Math.abs(one.minutes - other.minutes) > ALIKE.minutes) return 'they bake for other times';
  const [a, b] = [one.steam, other.steam];
  if (a > 0 !== b > 0) return 'one has steam and one has none';
  if (Math.abs(a - b) > ALIKE.minutes) return 'the steam is let out at other times';
  const moments = [one, other].flatMap(({ stages }) => stages.map(({ from }) => from));
  for (const minute of moments) {
    const [here, there] = [settingAt(one, minute), settingAt(other, minute)];
    // A change may come a little sooner for one than for the other: what counts is how they are set once both have changed.
    const later = Math.min(one.minutes, other.minutes, minute + ALIKE.minutes);
    const [then, thereThen] = [settingAt(one, later), settingAt(other, later)];
    if (differ(here, there) && differ(then, thereThen)) return 'their heat changes at other times';
  }
  return null;
}

const differ = (a: OvenSetting, b: OvenSetting): boolean =>
  Math.abs(a.fan - b.fan) > ALIKE.fan ||
  (['top', 'bottom'] as const).some((side) => {
    const [x, y] = [a[side], b[side]];
    return (x === null) !== (y === null) || Math.abs((x ?? 0) - (y ?? 0)) > ALIKE.celsius;
  });
