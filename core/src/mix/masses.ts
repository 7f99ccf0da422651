import {
  ferments,
  massOfKind,
  scaleDough,
  specificHeatOf,
  splitFormula,
  type ScaledFormula,
  type ScaledLine,
} from '../formula/scale/index.ts';
import { slugOf, type Formula, type Ingredient } from '../formula/index.ts';
import { autolyseMinutes } from '../formula/way/index.ts';
import { type Result, good } from '../problem/index.ts';
import {
  autolyseHeat,
  autolyseTemperature,
  SPECIFIC_HEAT,
  type Mix,
  type MixPart,
  type Temperatures,
  type WaterSource,
} from '../water/index.ts';
import type { Mixer, Programme } from './schema.ts';

/** Something in the bowl beside the main water: kg, kJ/kg·K, and the factor by which it is read unless it has its own. */
interface Content {
  readonly slug: string;
  readonly name: string;
  readonly mass: number;
  readonly specificHeat: number;
  readonly like: string;
}

/** Masses of one batch as the heat balance sees it. */
export interface MixMasses {
  readonly contents: readonly Content[];
  /** What is poured at the temperature that is asked for, kg: the main water, or in a dough without water its milk. */
  readonly water: number;
  readonly liquid: { readonly slug: string; readonly name: string; readonly specificHeat: number };
  readonly newFlour: number;
  /** Rested flour and water, if an autolyse goes before and water is left for the mix. */
  readonly autolyse: {
    readonly flour: number;
    readonly flourHeat: number;
    readonly water: number;
    readonly minutes: number;
  } | null;
  /** Minutes of rest in the bowl before the mix that belong to its time. */
  readonly rest: number;
  /** Slugs of the pre-ferments and soakers in the mix. */
  readonly holds: readonly { readonly slug: string; readonly name: string; readonly ferments: boolean }[];
}

/** Water that goes in at the end has a reading of its own; without one it is poured with the rest. */
export const HOLD_BACK = 'hold-back';
export const AUTOLYSE = 'autolyse';
/** What the water for an autolyse is read as. */
export const AUTOLYSE_WATER = 'autolyse-water';

/** Kinds that stand beside the flour and are as warm as it; others stand in the room or come from the cold. */
const DRY: ReadonlySet<string> = new Set<Ingredient['kind']>([
  'flour', 'salt', 'yeast', 'sweetener', 'seed', 'malt', 'spice', 'inclusion', 'coating', 'processing',
]); // prettier-ignore

/** Specific heat of a mixture, by mass, kJ/kg·K. */
function heatOf(lines: readonly { ingredient: Ingredient; mass: number }[]): number {
  const mass = lines.reduce((sum, line) => sum + line.mass, 0);
  const heat = lines.reduce((sum, line) => sum + line.mass * specificHeatOf(line.ingredient), 0);
  return mass > 0 ? heat / mass : SPECIFIC_HEAT_OF_NOTHING;
}

/** Of no flour at all; any figure would do. */
const SPECIFIC_HEAT_OF_NOTHING = 1;

const isKind =
  (kind: Ingredient['kind']) =>
  ({ ingredient }: ScaledLine): boolean =>
    ingredient.kind === kind;

/**
 * The masses of a batch.
 *
 * @param holdBackRead whether the hold-back water has a temperature of its own
 */
export function massesOfMix(scaled: ScaledFormula, formula: Formula, holdBackRead = false): MixMasses {
  const { lines, holds, flour } = scaled.finalMix;
  const step = (kind: 'autolyse' | 'hold-back') => scaled.steps.filter((each) => each.kind === kind);
  const carrier = carrierOf(lines);
  const water = carrier?.mass ?? 0;
  const heldBack = holdBackRead
    ? massOfKind(
        step('hold-back').flatMap((each) => each.lines),
        'water',
      )
    : 0;
  const rested = step('autolyse').flatMap((each) => each.lines);
  const restedWater = massOfKind(rested, 'water');
  const minutes = autolyseMinutes(formula.doc) ?? 0;
  const left = water - heldBack - restedWater;
  // Only while water is left for the mix can it correct what the rest did to the autolyse.
  const apart = restedWater > 0 && left > 1e-9;
  const restedFlour = rested.filter(isKind('flour'));
  const flours = lines.filter(isKind('flour'));
  const restedMass = apart ? massOfKind(rested, 'flour') : 0;
  const held = scaled.parts.filter(({ slug }) => holds.some((hold) => hold.slug === slug));
  const content = (line: ScaledLine): Content => ({
    slug: line.ingredient.slug,
    name: line.ingredient.name,
    mass: line.mass,
    specificHeat: specificHeatOf(line.ingredient),
    like: DRY.has(line.ingredient.kind) ? 'flour' : 'room',
  });
  return {
    contents: [
      {
        slug: 'flour',
        name: 'flour',
        mass: flour - restedMass,
        specificHeat: heatOf(flours),
        like: 'flour',
      },
      ...lines
        .filter((line) => line !== carrier && !isKind('flour')(line) && !isKind('water')(line))
        .map(content),
      ...held.map((part) => ({
        slug: part.slug,
        name: part.name,
        mass: part.needed,
        specificHeat: heatOf(part.stage.content.map((line) => ({ ...line, mass: line.percent }))),
        like: part.slug,
      })),
      ...(heldBack > 0
        ? [
            {
              slug: HOLD_BACK,
              name: 'hold-back water',
              mass: heldBack,
              specificHeat: WATER_HEAT,
              like: HOLD_BACK,
            },
          ]
        : []),
    ].filter(({ mass }) => mass > 0),
    water: apart ? left : water - heldBack,
    liquid:
      carrier && carrier.ingredient.kind !== 'water'
        ? {
            slug: carrier.ingredient.slug,
            name: carrier.ingredient.name,
            specificHeat: specificHeatOf(carrier.ingredient),
          }
        : WATER,
    newFlour: flour - restedMass,
    autolyse: apart
      ? { flour: restedMass, flourHeat: heatOf(restedFlour), water: restedWater, minutes }
      : null,
    rest: apart ? 0 : minutes,
    holds: held.map(({ slug, name, kind }) => ({ slug, name, ferments: ferments(kind) })),
  };
}

const WATER_HEAT = SPECIFIC_HEAT.water;
const WATER = { slug: 'water', name: 'Water', specificHeat: WATER_HEAT };

/** What carries the temperature into the dough: its water, or in a dough without water the most of its milk or whey. */
function carrierOf(lines: readonly ScaledLine[]): ScaledLine | undefined {
  const water = lines.filter((line) => isKind('water')(line) && line.mass > 0);
  const [first] = water;
  if (first) return { ...first, mass: massOfKind(lines, 'water') };
  return lines
    .filter(
      (line) => (isKind('liquid')(line) || isKind('dairy')(line)) && specificHeatOf(line.ingredient) > 3,
    )
    .toSorted((a, b) => b.mass - a.mass)[0];
}

/** Milk stands in the cold and may be warmed; water comes from the sources of the bakehouse. °C, chosen for Jovet. */
const COLD_MILK = 5;
const WARM_MILK = 45;

/** What the temperature of a water source is read as. */
export const sourceFactor = ({ name }: Pick<WaterSource, 'name'>): string =>
  `source-${slugOf(name) || 'water'}`.slice(0, 60);

/** Where what is poured comes from. */
export function sourcesOf({ liquid }: MixMasses, sources: readonly WaterSource[]): readonly WaterSource[] {
  if (liquid === WATER) return sources;
  const name = liquid.name.toLowerCase();
  return [
    { name: `cold ${name}`, kind: 'water', temperature: COLD_MILK },
    { name: `warmed ${name}`, kind: 'water', temperature: WARM_MILK },
  ];
}

/**
 * The masses of a batch to which something was added by feel, or left out: it stands beside what it is of. Water goes
 * in, or stays out, as warm as the rest of it.
 *
 * @param added kg, below 0 what was left out
 */
export function massesWith(
  masses: MixMasses,
  added: readonly { readonly ingredient: string; readonly mass: number }[],
  formula: Formula,
): MixMasses {
  return added.reduce((before, { ingredient: slug, mass }) => {
    const ingredient = formula.ingredients.find((each) => each.slug === slug);
    if (!ingredient) return before;
    if (slug === before.liquid.slug || ingredient.kind === 'water')
      return { ...before, water: Math.max(0, before.water + mass) };
    const flour = ingredient.kind === 'flour';
    const at = flour ? 'flour' : slug;
    const known = before.contents.some((each) => each.slug === at);
    const more: Content = {
      slug: at,
      name: ingredient.name,
      mass: 0,
      specificHeat: specificHeatOf(ingredient),
      like: DRY.has(ingredient.kind) ? 'flour' : 'room',
    };
    const contents = known ? before.contents : [...before.contents, more];
    return {
      ...before,
      contents: contents.map((each) =>
        each.slug === at ? { ...each, mass: Math.max(0, each.mass + mass) } : each,
      ),
      newFlour: flour ? Math.max(0, before.newFlour + mass) : before.newFlour,
    };
  }, masses);
}

/** A batch of base dough as it is weighed. */
export function scaleBatch(formula: Formula, dough: number): Result<ScaledFormula> {
  const split = splitFormula(formula);
  return split.ok ? good(scaleDough(formula, split.value, dough)) : split;
}

/** What is read for a mix, in the order in which a baker goes round: flour, room, pre-ferments, bowl. */
export const factorsOfMix = ({ holds }: MixMasses): string[] => [
  'flour',
  'room',
  ...holds.map(({ slug }) => slug),
  'bowl',
];

/** What counts in the sum of factors beside the water. */
export const sumFactors = ({ holds }: MixMasses): string[] => [
  'flour',
  'room',
  ...holds.filter((hold) => hold.ferments).map(({ slug }) => slug),
];

/**
 * The mix as a function of the temperatures: the masses stay. An ingredient without a reading of its own is as warm as
 * what it stands beside; an autolyse without one is forecast from its water (its reading, or the dough wanted).
 *
 * @param friction K
 */
export function mixAt(
  masses: MixMasses,
  mixer: Pick<Mixer, 'bowlMass'>,
  programme: Pick<Programme, 'minutes'>,
  friction: number,
  ddt: number,
): (temperatures: Temperatures) => Mix {
  return (at) => {
    const temperatureOf = ({ slug, like }: Content) => at[slug] ?? at[like] ?? at.room;
    const parts: MixPart[] = masses.contents.map((each) => ({
      name: each.slug,
      mass: each.mass,
      specificHeat: each.specificHeat,
      temperature: temperatureOf(each),
    }));
    if (masses.autolyse) {
      const rested = {
        ...masses.autolyse,
        flourTemperature: at.flour,
        waterTemperature: at[AUTOLYSE_WATER] ?? ddt,
        room: at.room,
      };
      parts.push({
        name: AUTOLYSE,
        mass: rested.flour + rested.water,
        specificHeat: autolyseHeat(rested),
        temperature: at[AUTOLYSE] ?? autolyseTemperature(rested),
      });
    }
    return {
      parts,
      water: masses.water,
      liquidHeat: masses.liquid.specificHeat,
      newFlour: masses.newFlour,
      bowl: { mass: mixer.bowlMass, temperature: at.bowl },
      room: at.room,
      friction,
      minutes: programme.minutes + masses.rest,
    };
  };
}
