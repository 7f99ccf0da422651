import { STEAM_WORDS, type ViewTask } from '@jovet/core/plan/explain';
import {
  ovenOfLoad,
  ovensHere,
  type OvenDay,
  type OvenHere,
  type OvenItem,
  type OvenLoad,
} from '@jovet/core/plan/explain/oven';
import { TURN, type OvenSetting } from '@jovet/core/oven';

/** Something to do at the oven at a time. */
export interface OvenMoment {
  /** The same for ever, so that what was done stays done. */
  readonly id: string;
  readonly kind: 'load' | 'vent' | 'set' | 'look' | 'turn' | 'out';
  readonly at: number;
  readonly load: OvenLoad;
  readonly items: readonly OvenItem[];
  /** What the oven is to be set to. */
  readonly setting?: OvenSetting;
}

/** Minutes that the steam of some pieces is kept in. */
export const steamOf = (items: readonly OvenItem[]): number =>
  Math.max(0, ...items.map(({ profile }) => profile.steam));

/** Minutes until pieces are turned round: where their formula says so, or a side of the oven is hotter. */
export const turnOf = ({ hotSide }: OvenHere, { profile: { turn, minutes } }: OvenItem): number[] =>
  turn !== null ? [turn] : hotSide === 'none' ? [] : [minutes * TURN];

/** What is to be done at the oven by a plan, in the order of time. */
export function ovenMoments(oven: OvenDay, tasks: readonly ViewTask[]): OvenMoment[] {
  const idOf = (task: number) => tasks.find(({ index }) => index === task)?.id ?? String(task);
  const looks = new Map(tasks.filter(({ note }) => note.kind === 'look').map(({ id, start }) => [id, start]));
  const lookOf = ({ load }: OvenItem): number[] => {
    const at = looks.get(idOf(load).replace(/load$/, 'look'));
    return at === undefined ? [] : [at];
  };
  const moments = oven.loads.flatMap((load): OvenMoment[] => {
    const [first] = load.items;
    if (!first) return [];
    const all = { load, items: load.items };
    const steamed = load.items.filter(({ profile: { steam, minutes } }) => steam > 0 && steam < minutes);
    const here = ovenOfLoad(oven, load);
    const vent = here.steam === 'none' ? 0 : steamOf(steamed);
    return [
      { ...all, id: `load ${idOf(first.load)}`, kind: 'load', at: load.at },
      ...(vent > 0
        ? [{ load, items: steamed, id: `vent ${idOf(first.load)}`, kind: 'vent' as const, at: load.at + vent * 60 }]
        : []),
      ...first.profile.stages.map((stage): OvenMoment => ({
        ...all, id: `set ${idOf(first.load)} ${stage.from}`, kind: 'set', at: load.at + stage.from * 60, setting: stage,
      })),
      ...load.items.flatMap((item): OvenMoment[] => [
        ...lookOf(item).map((at) => ({ load, items: [item], id: `look ${idOf(item.load)}`, kind: 'look' as const, at })),
        ...turnOf(here, item).map((minute) => ({
          load, items: [item], id: `turn ${idOf(item.load)}`, kind: 'turn' as const, at: item.inAt + minute * 60,
        })),
        { load, items: [item], id: `out ${idOf(item.out)}`, kind: 'out', at: item.outAt },
      ]),
    ];
  }); // prettier-ignore
  return moments.sort((a, b) => a.at - b.at);
}

/** What a moment asks for, in words. */
export const momentWords = ({ steam }: OvenHere, kind: OvenMoment['kind']): string =>
  kind === 'vent' && steam === 'lid' ? 'Take the lids off' : MOMENT_WORDS[kind];

/** What is said once it is done. */
export const doneWords = ({ steam }: OvenHere, { kind, items }: OvenMoment): string =>
  kind === 'load' && steam !== 'none' && steamOf(items) > 0
    ? `Loaded, ${STEAM_WORDS[steam].given}`
    : kind === 'vent' && steam === 'lid'
      ? 'Lids are off'
      : DONE_WORDS[kind];

const MOMENT_WORDS: Readonly<Record<OvenMoment['kind'], string>> = {
  load: 'Load',
  vent: 'Let the steam out',
  set: 'Set the oven',
  look: 'First look',
  turn: 'Turn round',
  out: 'Take out',
};

const DONE_WORDS: Readonly<Record<OvenMoment['kind'], string>> = {
  load: 'Loaded',
  vent: 'Steam is out',
  set: 'It is set',
  look: 'Looked',
  turn: 'Turned',
  out: 'It is out',
};

/** Pieces by name: `26 Oat tin and 12 Quay small`. */
export const itemWords = (items: readonly OvenItem[]): string =>
  items.map(({ pieces, name }) => `${pieces} ${name}`).join(' and ');

/** Decks as people count them: `deck 1`, `decks 1, 2`; of which oven, where there are several. */
export function deckWords(day: OvenDay, load: OvenLoad, item?: OvenItem): string {
  const { name, first } = ovenOfLoad(day, load);
  const lot = item ? load.items.indexOf(item) : -1;
  const decks = load.decks
    .filter(({ pieces }) => lot < 0 || pieces.some((each) => each.lot === lot))
    .map(({ deck }) => deck - first + 1);
  const of = ovensHere(day).length > 1 ? ` of ${name}` : '';
  return decks.length === 0 ? 'no deck' : `${decks.length === 1 ? 'deck' : 'decks'} ${decks.join(', ')}${of}`;
}

/** Where bread goes when it is out, and when it may be cut and is packed. */
export function coolWords({ racks, coolAt, packAt, rests }: OvenItem, clock: (at: number) => string): string {
  const where =
    racks === null
      ? 'Cools'
      : `On ${Math.max(1, Math.ceil(racks - 1e-9))} ${racks > 1 ? 'racks' : 'rack'}: cools`;
  const cut = rests ? 'not packed before, and cut on the next day' : 'not cut or packed before';
  return `${where} until ${clock(coolAt)}, ${cut}${packAt === null ? '' : `; packed at ${clock(packAt)}`}.`;
}
