/** What of a dough's make-up slows its yeast or speeds it: percent of flour. */
export interface MakeUp {
  readonly salt: number;
  readonly sugar: number;
  /** Percent of all flour and grain. */
  readonly wholeGrain: number;
  /** True hydration. */
  readonly hydration: number;
  /** Yeast bred for sweet doughs minds sugar less. */
  readonly osmotolerant: boolean;
}

/** Defaults of domain section 6; linear, multiplied, within these bounds. */
const SLOWEST = 0.3;
const FASTEST = 1.3;
const SALT = { from: 2, perPoint: -0.1 } as const;
const SUGAR = { from: 5, perPoint: -0.03, osmotolerant: -0.012 } as const;
const WHOLE_GRAIN = 0.15;
/** Stiff doughs are slower: full speed from here, and this at 50 %. */
const SOFT = 65;
const STIFF = { hydration: 50, factor: 0.8 } as const;

/** Each modifier of a dough by its name. */
export function modifiersOf(
  dough: MakeUp,
): Readonly<Record<'salt' | 'sugar' | 'wholeGrain' | 'hydration', number>> {
  const perSugar = dough.osmotolerant ? SUGAR.osmotolerant : SUGAR.perPoint;
  const stiffness = Math.max(0, SOFT - dough.hydration) / (SOFT - STIFF.hydration);
  return {
    salt: 1 + SALT.perPoint * Math.max(0, dough.salt - SALT.from),
    sugar: 1 + perSugar * Math.max(0, dough.sugar - SUGAR.from),
    wholeGrain: 1 + (WHOLE_GRAIN * dough.wholeGrain) / 100,
    hydration: 1 - (1 - STIFF.factor) * stiffness,
  };
}

/**
 * k of a dough: the product of its modifiers, kept within 0.3 to 1.3. Pre-ferments and cultures have none: their bands
 * of ripeness know what they are made of.
 */
export function modifierOf(dough: MakeUp): number {
  const product = Object.values(modifiersOf(dough)).reduce((all, each) => all * Math.max(0, each), 1);
  return Math.min(FASTEST, Math.max(SLOWEST, product));
}
