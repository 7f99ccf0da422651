import { localTime } from '../../time/index.ts';
import { formatDuration, formatMass, formatNumber } from '../../units/index.ts';
import { warmLockIn } from '../../formula/way/index.ts';
import { STONE_PLAY } from '../../oven/index.ts';
import type { DayInput } from '../demand/index.ts';
import { SLOT_MINUTES } from '../../dough/index.ts';
import { skinHere } from '../../dough/course/index.ts';
import { endOf, type Schedule } from '../instance/index.ts';
import type { Network } from '../network/index.ts';
import { deckName, type OvenDay } from './oven/oven-day.ts';
import { listed } from './words.ts';

/**
 * What a plan that holds in time and place would still do badly, each with its remedy: bread on a stone that is too cold, a
 * mix that its mixer hardly moves.
 */
export const planCautions = (input: DayInput, network: Network, schedule: Schedule, oven: OvenDay): string[] => [
  ...coldStones(input, oven),
  ...smallMixes(input, network, schedule),
  ...skins(input, network, schedule),
  ...fromFreezer(network),
  ...network.doughs.flatMap(({ name, formula }) =>
    warmLockIn(formula.doc) === null ? [] : [`Fat is locked into ${name} and never rests in the cold: it softens and runs into the dough. Give its way a rest in the cold.`],
  ),
]; // prettier-ignore

/** A load that meets its stone colder than its bread wants it; the coldest of its decks is named. */
function coldStones({ bakehouse: { zone } }: DayInput, oven: OvenDay): string[] {
  const clock = (at: number) => localTime(at, zone).time;
  return oven.loads.flatMap((load, index) => {
    const cold = oven.decks.flatMap(({ short }, deck) => short.flatMap((each) => (each.load === index ? [{ ...each, deck }] : [])));
    const [worst] = cold.toSorted((a, b) => a.celsius - b.celsius);
    if (!worst) return [];
    const names = listed(load.items.map(({ pieces, name }) => `${pieces} ${name}`));
    const degrees = (celsius: number) => `${formatNumber(celsius, 0)} °C`;
    const then = worst.hotAt === null ? 'Heat it up longer, or bake less at once.' : `It is hot enough at ${clock(worst.hotAt)}: load then, or heat up sooner.`;
    return [
      `At ${clock(load.at)} the stone of ${deckName(oven, worst.deck)} has ${degrees(worst.celsius)}, and ${names} want ${degrees(load.loadAt)} (${degrees(load.loadAt - STONE_PLAY.colder)} at least). ${then}`,
    ];
  });
} // prettier-ignore

/** So many are named where one thing is said of several. */
const NAMED = 4;
const named = (names: readonly string[]): string =>
  listed(names.length > NAMED ? [...names.slice(0, NAMED - 1), `${names.length - NAMED + 1} more`] : names);

/** What is said of several is said once. @param alike what is said of it, beside its name */
function gathered<T>(all: readonly T[], alike: (each: T) => string): T[][] {
  const groups = new Map<string, T[]>();
  for (const each of all) groups.set(alike(each), [...(groups.get(alike(each)) ?? []), each]);
  return [...groups.values()];
}

const PLACES = {
  room: 'the room',
  cold: 'the cold',
  warm: 'the warm',
  freezer: 'the freezer',
  oven: 'the oven',
} as const;

/** Doughs that stand open, or covered in dry air, until they have a skin; each place once. */
function skins({ bakehouse: { floor } }: DayInput, { instance, models, doughs, frame }: Network, schedule: Schedule): string[] {
  const nameOf = (dough: string, product: string) =>
    doughs.find(({ key }) => key === dough)?.formula.doc.products.find(({ slug }) => slug === product)?.name ?? product;
  const found = models.flatMap(({ key, name, batches }) =>
    batches.flatMap(({ whole, strands }) =>
      [{ what: name, passages: whole }, ...strands.map(({ product, passages }) => ({ what: nameOf(key, product), passages }))].flatMap(({ what, passages }) =>
        passages.flatMap(({ from, until, arc, ways, cover }) => {
          const [before, after] = [schedule.tasks[from], schedule.tasks[until]];
          const stands = ways[arc === null ? 0 : (schedule.ways[arc] ?? 0)] ?? [];
          const open = stands.find(({ hours, untilRise }) => hours === null && untilRise === null) ?? stands[0];
          if (!before || !after || !open || arc === null) return [];
          const slot = endOf(instance, from, before);
          const known = stands.reduce((sum, { hours }) => sum + (hours ?? 0) * 60, 0);
          return stands.flatMap((stand) => {
            const minutes = stand === open ? (after.start - slot) * SLOT_MINUTES - known : (stand.hours ?? 0) * 60;
            const skin = skinHere(floor, frame.room, { stand, cover, slot });
            const where = `stands ${cover === 'open' ? 'open ' : ''}in ${PLACES[stand.place]} at ${formatNumber(skin.humidity, 0)} % humidity`;
            return skin.minutes < minutes ? [{ what, where, after: skin.minutes }] : [];
          });
        }),
      ),
    ),
  );
  return gathered(found, ({ where }) => where).map((all) => {
    const names = [...new Set(all.map(({ what }) => what))];
    const [{ where = '' } = {}] = all;
    const [stands, has] = names.length > 1 ? [where.replace('stands', 'stand'), 'they have'] : [where, 'it has'];
    const after = formatDuration(Math.min(...all.map((each) => each.after)) * 60);
    return `${named(names)} ${stands}: ${has} a skin after ${after}. Cover ${names.length > 1 ? 'them, or stand them' : 'it, or stand it'} where it is more humid.`;
  });
} // prettier-ignore

/** What has to be in the freezer: no plan of a day knows that. */
const fromFreezer = ({ doughs }: Network): string[] =>
  doughs.flatMap(({ thawed, batches }) =>
    thawed
      ? batches.flatMap(({ lots }) =>
          lots.map(
            ({ pieces, name }) => `${pieces} ${name} come out of the freezer: see that they are in there.`,
          ),
        )
      : [],
  );

/** Mixes that are less than their mixer moves well. */
function smallMixes({ mixers }: DayInput, { instance, models, doughs }: Network, schedule: Schedule): string[] {
  const small = models.flatMap(({ key, name, batches }) =>
    batches.flatMap(({ mix, dough }) => {
      const thing = instance.tasks[mix]?.modes[schedule.tasks[mix]?.mode ?? 0]?.thing;
      const mixer = mixers.find(({ slug }) => slug === thing) ?? doughs.find((each) => each.key === key)?.mixer;
      const stock = doughs.some((each) => each.key === key && each.thawed);
      return stock || !mixer || dough >= mixer.minDough - 1e-9 ? [] : [{ mixer, what: `${formatMass(dough, 'kg', 1)} of ${name}` }];
    }),
  );
  return gathered(small, ({ mixer }) => mixer.slug).map((all) => {
    const [first] = all;
    if (!first) return '';
    const { mixer } = first;
    const [is, them] = all.length > 1 ? ['are each less', 'them'] : ['is less', 'it'];
    return `${named(all.map(({ what }) => what))} ${is} than ${mixer.name} moves well (${formatMass(mixer.minDough, 'kg', 1)} at least). Mix ${them} by hand or in a smaller mixer, or bake more of ${them}.`;
  });
} // prettier-ignore
