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

/** Doughs that stand open, or covered in dry air, until they have a skin; each place once. */
function skins({ bakehouse: { floor } }: DayInput, { instance, models, frame }: Network, schedule: Schedule): string[] {
  const found = models.flatMap(({ name, batches }) =>
    batches.flatMap(({ whole, strands }) =>
      [{ what: name, passages: whole }, ...strands.map(({ product, passages }) => ({ what: `${name}, ${product}`, passages }))].flatMap(({ what, passages }) =>
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
            if (skin.minutes >= minutes) return [];
            const place = { room: 'the room', cold: 'the cold', warm: 'the warm', freezer: 'the freezer', oven: 'the oven' }[stand.place];
            return [`${what} stands ${cover === 'open' ? 'open ' : ''}in ${place} at ${formatNumber(skin.humidity, 0)} % humidity: it has a skin after ${formatDuration(skin.minutes * 60)}. Cover it, or stand it where it is more humid.`];
          });
        }),
      ),
    ),
  );
  return [...new Set(found)];
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

function smallMixes({ mixers }: DayInput, { instance, models, doughs }: Network, schedule: Schedule): string[] {
  return models.flatMap(({ key, name, batches }) =>
    batches.flatMap(({ mix, dough }) => {
      const thing = instance.tasks[mix]?.modes[schedule.tasks[mix]?.mode ?? 0]?.thing;
      const mixer = mixers.find(({ slug }) => slug === thing) ?? doughs.find((each) => each.key === key)?.mixer;
      const stock = doughs.some((each) => each.key === key && each.thawed);
      if (stock || !mixer || dough >= mixer.minDough - 1e-9) return [];
      const [mass, least] = [formatMass(dough, 'kg', 1), formatMass(mixer.minDough, 'kg', 1)];
      return [`${mass} of ${name} is less than ${mixer.name} moves well (${least} at least). Mix it by hand or in a smaller mixer, or bake more of it.`];
    }),
  );
} // prettier-ignore
