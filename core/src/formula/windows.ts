import type { DoughType } from './kinds.ts';
import type { RiseWindow } from './rise-window.ts';

const rise = (earliest: number, best: number, latest: number): RiseWindow => ({ earliest, best, latest });

/** Windows of rise for a new formula, by type: end of bulk and at loading. Domain section 6, default. */
export const USUAL_WINDOWS: Readonly<
  Record<DoughType, { readonly bulk: RiseWindow; readonly loading: RiseWindow }>
> = {
  hearth: { bulk: rise(0.4, 0.6, 0.9), loading: rise(0.8, 1.1, 1.4) },
  baguette: { bulk: rise(0.5, 0.8, 1.2), loading: rise(1.0, 1.2, 1.5) },
  durum: { bulk: rise(0.7, 1.0, 1.3), loading: rise(1.1, 1.4, 1.7) },
  tin: { bulk: rise(0.8, 1.0, 1.3), loading: rise(1.8, 2.3, 2.8) },
  enriched: { bulk: rise(0.8, 1.0, 1.4), loading: rise(1.4, 1.7, 2.1) },
  laminated: { bulk: rise(0.3, 0.5, 0.8), loading: rise(1.3, 1.6, 2.0) },
  rye: { bulk: rise(0.2, 0.3, 0.5), loading: rise(0.5, 0.65, 0.8) },
  rolls: { bulk: rise(0.6, 0.9, 1.2), loading: rise(0.9, 1.2, 1.5) },
};

/** Ripeness of a new pre-ferment: young, ripe, past, in volumes of gas. Domain section 6, default. */
export const USUAL_RIPENESS = {
  liquid: rise(1.5, 2.0, 2.8),
  stiff: rise(1.2, 2.0, 2.6),
  wholeWheat: rise(0.9, 1.3, 1.8),
  rye: rise(0.6, 0.9, 1.3),
  poolish: rise(1.3, 1.8, 2.6),
  stiffYeasted: rise(1.0, 1.6, 2.2),
} as const;
