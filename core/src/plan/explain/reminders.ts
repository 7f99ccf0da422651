import { ofKind, settingFor, type Dial, type Oven } from '../../equipment/index.ts';
import { profileFor, type OvenSetting } from '../../oven/index.ts';
import { formatNumber } from '../../units/index.ts';
import { SLOT } from '../../dough/index.ts';
import { bakeOf, mainMix } from '../../formula/way/index.ts';
import type { Followed } from '../checker/index.ts';
import { endOf, loadOf, type Schedule } from '../instance/index.ts';
import { heatingsOf } from './heating.ts';
import type { DayInput } from '../demand/index.ts';
import type { Network } from '../network/index.ts';

/** What must be thought of at a time that hangs on a task, and takes hardly any work. */
export interface Reminder {
  /** Epoch seconds. */
  readonly at: number;
  /** Index of the task that it hangs on. */
  readonly task: number;
  readonly kind: 'water' | 'salt' | 'heat' | 'steam' | 'vent' | 'set' | 'cold' | 'warm' | 'step';
  readonly what: string;
  /** What is to be confirmed when the task is noted, where it is what gets forgotten. */
  readonly confirm: string | null;
  /** Who is on shift then and has their hands free, first of those who do such work. */
  readonly who: string | null;
}

/** How steam is given, what is confirmed then, and how it ends, by where it comes from. */
export const STEAM_WORDS = {
  'built-in': { give: 'steam', given: 'steam was given', end: 'let the steam out' },
  pan: { give: 'water into the pan', given: 'steam was given', end: 'let the steam out' },
  spray: { give: 'spray loaves and walls', given: 'it was sprayed', end: 'let the steam out' },
  ice: { give: 'ice into the oven', given: 'ice is in', end: 'let the steam out' },
  lid: { give: 'lids on', given: 'lids are on', end: 'take the lids off' },
} as const satisfies Record<Exclude<Oven['steam'], 'none'>, unknown>;

/** What goes from one place to another within a wait. */
const MOVED = {
  tub: {
    cold: 'tub goes into the cold',
    room: 'tub comes into the room',
    warm: 'tub goes into the warm',
    freezer: 'tub goes into the freezer',
    oven: 'tub goes into the warm oven',
  },
  pieces: {
    cold: 'pieces go into the cold',
    room: 'pieces come out of the cold',
    warm: 'pieces come out of the cold',
    freezer: 'pieces go into the freezer',
    oven: 'pieces go into the warm oven',
  },
} as const;

/** How the oven is set, as words: `top 220 °C, bottom off, fan 50 %`. @param heat writes a temperature */
export const settingWords = (
  { top, bottom, fan }: OvenSetting,
  heat: (celsius: number) => string = (celsius) => `${formatNumber(celsius, 0)} °C`,
): string =>
  `top ${top === null ? 'off' : heat(top)}, bottom ${bottom === null ? 'off' : heat(bottom)}${fan > 0 ? `, fan ${formatNumber(fan, 0)} %` : ''}`;

/** Writes heats that an oven is to have: where its dial is off also what it is set to. `240 °C (set 252 °C)` */
export const dialled =
  (dial: Dial = [], heat: (celsius: number) => string = (celsius) => `${formatNumber(celsius, 0)} °C`) =>
  (celsius: number): string => {
    const set = settingFor(dial, celsius);
    return Math.round(set) === Math.round(celsius) ? heat(celsius) : `${heat(celsius)} (set ${heat(set)})`;
  };

/** What hangs on the tasks of a plan, in the order of time. */
export function remindersOf(
  input: DayInput,
  network: Network,
  schedule: Schedule,
  { moves }: Pick<Followed, 'moves'>,
): Reminder[] {
  const { instance, models, doughs, notes } = network;
  const ovens = ofKind(input.bakehouse.floor, 'oven');
  const found: Reminder[] = [];
  const startOf = (task: number) => {
    const placed = schedule.tasks[task];
    return placed ? instance.origin + placed.start * SLOT : null;
  };
  const add = (
    task: number,
    kind: Reminder['kind'],
    what: string,
    minutes: number,
    confirm: string | null = null,
  ) => {
    const start = startOf(task);
    if (start === null) return;
    const at = start + Math.round(minutes * 60);
    const who = kind === 'heat' ? 'the timer' : freeAt(network, schedule, task, at);
    found.push({ at, task, kind, what, confirm, who });
  };
  for (const { oven = 0, from, to, load } of heatingsOf(instance, schedule)) {
    const name = ovens.length > 1 ? (ovens[oven]?.name ?? 'oven') : 'oven';
    add(load, 'heat', `${name} heats up from here, by its timer`, (from - to) / 60);
  }
  for (const model of models) {
    const dough = doughs.find(({ key }) => key === model.key);
    if (!dough) continue;
    const { doc } = dough.formula;
    const salted = saltAfter(dough.programme.bouts);
    for (const { mix, strands } of model.batches) {
      const placed = schedule.tasks[mix];
      if (!placed) continue;
      const minutes = mainMix(doc).minutes ?? dough.programme.minutes;
      // The programme ends when the task does.
      const begins = (endOf(instance, mix, placed) - placed.start) * (SLOT / 60) - minutes;
      const end = begins + minutes;
      if (!dough.thawed && dough.scaled.finalMix.lines.some(({ ingredient }) => ingredient.kind === 'salt'))
        add(mix, 'salt', 'salt goes in', begins + salted, 'salt is in');
      for (const { name } of dough.thawed ? [] : doc.additions.filter(({ kind }) => kind === 'hold-back')) {
        const held = `${name.charAt(0).toLowerCase()}${name.slice(1)}`;
        add(mix, 'water', `${held} goes in`, end, `${held} is in`);
      }
      for (const { load, out, product, mass } of strands) {
        const bake = bakeOf(doc, product);
        if (load === null || out === null || !bake) continue;
        const [began, outAt] = [startOf(load), startOf(out)];
        if (began === null || outAt === null) continue;
        const minutes = (outAt - began) / 60;
        const profile = profileFor(bake, mass);
        const steamed = Math.min(minutes, profile.steam);
        const { steam = 'none', dial } = ovens[loadOf(instance, load, schedule.tasks[load])?.oven ?? 0] ?? {};
        if (steamed > 0 && steam !== 'none') {
          const { give, given, end } = STEAM_WORDS[steam];
          add(load, 'steam', give, 0, given);
          if (steamed < minutes) add(load, 'vent', end, steamed);
        }
        for (const stage of profile.stages) add(load, 'set', settingWords(stage, dialled(dial)), stage.from);
      }
    }
  }
  for (const { from, until, at, to } of moves) {
    const [task, start] =
      network.notes[until]?.pieces === null ? [from, startOf(from)] : [until, startOf(until)];
    const what = network.notes[task]?.pieces === null ? 'tub' : 'pieces';
    const kind = to.place === 'cold' ? 'cold' : 'warm';
    if (start !== null) add(task, kind, MOVED[what][to.place], (at - start) / 60);
  }
  notes.forEach(({ says, done }, task) => {
    if (says?.confirm && !done) add(task, 'step', says.confirm, 0, says.confirm);
  });
  return found.sort((a, b) => a.at - b.at || a.task - b.task);
}

/** Minutes of a programme until salt goes in; its beginning where it does not say. */
function saltAfter(bouts: readonly { readonly minutes: number; readonly add: string }[]): number {
  let minutes = 0;
  for (const bout of bouts) {
    if (/salt/i.test(bout.add)) return minutes;
    minutes += bout.minutes;
  }
  return 0;
} // prettier-ignore

/** Who does a task, or else who is able to, on shift and without another task. */
function freeAt({ instance }: Network, schedule: Schedule, task: number, at: number): string | null {
  const slot = (at - instance.origin) / SLOT;
  const skill = instance.tasks[task]?.skill ?? null;
  const own = schedule.tasks[task]?.people ?? [];
  const busy = (person: number) =>
    schedule.tasks.some(
      (placed, index) =>
        placed !== null &&
        index !== task &&
        placed.people.includes(person) &&
        placed.start <= slot &&
        slot < endOf(instance, index, placed),
    );
  const able = instance.people.flatMap(({ skills, free }, person) =>
    skill !== null &&
    (skills >> skill) & 1 &&
    free.some(([from, to]) => from <= slot && slot < to) &&
    !busy(person)
      ? [person]
      : [],
  );
  const best = able.find((person) => own.includes(person)) ?? able[0];
  return best === undefined ? null : (instance.people[best]?.name ?? null);
}
