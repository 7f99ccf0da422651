import { SLOT_MINUTES, type StandModel } from '../../dough/index.ts';
import type { Instance, Load, Mode } from '../instance/index.ts';
import type { Oven } from '../../equipment/index.ts';

/** What a dough takes of the decks of an oven, thousandths of a deck. */
export type Fill = Pick<Load, 'oven' | 'fill'>;

/** Slots that a dough stands in a warm oven: those that its place says, else the longest wait that may be; null: it does not. */
export function warmSlots([first]: readonly { readonly stands: readonly StandModel[] }[], tables: readonly Instance['tables'][number][]): number | null {
  const [stand] = first?.stands ?? [];
  if (stand?.place !== 'oven') return null;
  if (stand.hours !== null) return Math.ceil((stand.hours * 60) / SLOT_MINUTES);
  return Math.max(0, ...tables.flatMap(({ latest }) => latest));
} // prettier-ignore

/**
 * Ways to do a task after which a dough stands in an oven that is just warm: its decks are taken until they are hot again,
 * and before, for as long as a bake would have left them too hot.
 */
export const thenWarm = (
  modes: readonly Mode[],
  ovens: readonly (Fill & { readonly slug: string; readonly reheat: number; readonly cools: number })[],
  profile: number,
  slots: number,
): Mode[] =>
  ovens.flatMap(({ oven, fill, slug, reheat, cools }, liked) =>
    modes.map((mode) => ({
      ...mode,
      thing: mode.thing ?? slug,
      cost: mode.cost + liked,
      load: {
        oven,
        profile,
        fill,
        slots: mode.slots + slots + reheat,
        before: cools - mode.slots,
        warm: { cools, reheats: reheat },
      },
    })),
  );

/** What an oven is set to while it is only a warm place. */
export const warmProfile = (celsius: number, slots: number) => ({
  minutes: slots * SLOT_MINUTES,
  loadAt: celsius,
  steam: 0,
  look: null,
  turn: null,
  stages: [],
});

/** Tubs of a dough in each oven: one on a deck, as many decks as there are. */
export const tubsInOven = ({ ovens }: { readonly ovens: readonly Oven[] }, tubs: number): Fill[] =>
  ovens.flatMap(({ decks }, oven) => (decks > 0 ? [{ oven, fill: Math.min(decks, tubs) * 1000 }] : []));
