import { USUAL_RIPENESS } from '../formula/facts/index.ts';
import type { DoughType, Formula, Part, RiseWindow } from '../formula/index.ts';
import { firstOf, usualPieces, usualWay, type Step } from '../formula/way/index.ts';
import { formatTemperature, type TemperatureUnit } from '../units/index.ts';
import { cellText } from '../field/index.ts';
import { draftOfStep, type StepDraft } from './way/draft.ts';
import { isPart, type FormulaDraft, type RiseDraft, type SheetStage } from './draft.ts';

const grams = (kg: number): string => `${cellText(kg * 1000)} g`;
/** With its unit, so that it says the same to readers of °C and °F. */
const warm = (celsius: number, unit: TemperatureUnit): string =>
  formatTemperature(celsius, unit, 1).replace('.0 ', ' ');
const orEmpty = <T>(value: T | null, write: (value: T) => string): string =>
  value === null ? '' : write(value);
const riseDraft = (rise: RiseWindow | null): RiseDraft =>
  rise
    ? { earliest: cellText(rise.earliest), best: cellText(rise.best), latest: cellText(rise.latest) }
    : { earliest: '', best: '', latest: '' };

/** Writes a formula into a sheet. Reading the sheet gives the same formula back. */
export function draftOfFormula({ doc, ingredients }: Formula, unit: TemperatureUnit): FormulaDraft {
  const nameOf = (slug: string) => ingredients.find((each) => each.slug === slug)?.name ?? slug;
  const stages = [
    ...doc.parts.map((part) => stageOfPart(part, nameOf, unit)),
    ...doc.additions.map(({ slug, name, kind }) => emptyStage(slug, name, kind)),
  ];
  return {
    name: doc.name,
    type: doc.type,
    rows: doc.lines.map((line, index) => ({
      id: `r${index + 1}`,
      ingredient: nameOf(line.ingredient),
      group: line.group,
      total: cellText(line.percent),
      cells: Object.fromEntries(
        [...doc.parts, ...doc.additions].flatMap(({ slug, lines }) =>
          lines
            .filter(({ ingredient }) => ingredient === line.ingredient)
            .map(({ percent }) => [slug, cellText(percent)]),
        ),
      ),
    })),
    stages,
    branches: doc.branches.map(({ slug, name, lines }) => ({
      slug,
      name,
      lines: lines.map(({ ingredient, percent }) => ({
        ingredient: nameOf(ingredient),
        percent: cellText(percent),
      })),
    })),
    coatings: doc.coatings.map(({ use, ingredient, perKilogram }) => ({
      use,
      ingredient: nameOf(ingredient),
      perKilogram: grams(perKilogram),
    })),
    products: doc.products.map((product, index) => ({
      id: `p${index + 1}`,
      slug: product.slug,
      name: product.name,
      scaledWeight: grams(product.scaledWeight),
      bakeLoss: orEmpty(product.bakeLoss, cellText),
      parts: product.parts.map(({ dough, role, percent }) => ({ dough, role, percent: cellText(percent) })),
      extras: product.extras.map(({ use, ingredient, mass }) => ({
        use,
        ingredient: nameOf(ingredient),
        mass: grams(mass),
      })),
      way: product.way && draftOfSteps(product.way, unit),
      over: orEmpty(product.over, cellText),
    })),
    processLoss: cellText(doc.processLoss),
    way: draftOfSteps(doc.way, unit),
    pieces: draftOfSteps(doc.pieces, unit),
  };
}

const draftOfSteps = (steps: readonly Step[], unit: TemperatureUnit): StepDraft[] =>
  steps.map((step) => draftOfStep(step, unit));

function stageOfPart(part: Part, nameOf: (slug: string) => string, unit: TemperatureUnit): SheetStage {
  return {
    slug: part.slug,
    name: part.name,
    kind: part.kind,
    into: part.into,
    seed: part.seed ? cellText(part.seed.flour) : '',
    seedLines: (part.seed?.lines ?? []).map(({ ingredient, percent }) => ({
      ingredient: nameOf(ingredient),
      percent: cellText(percent),
    })),
    keepBack: part.keepBack === 0 ? '' : grams(part.keepBack),
    loss: part.loss === 0 ? '' : cellText(part.loss),
    temperature: orEmpty(part.temperature, (celsius) => warm(celsius, unit)),
    hours: orEmpty(part.hours, cellText),
    ripeness: riseDraft(part.clock ?? part.ripeness),
    first: part.first
      .map(({ celsius, hours }) => `${cellText(hours)} h at ${warm(celsius, unit)}`)
      .join('; '),
    byClock: part.clock ? 'yes' : '',
  };
}

/** A stage with nothing entered but its name. A pre-ferment begins with the ripeness that is usual for its kind. */
export function emptyStage(slug: string, name: string, kind: SheetStage['kind']): SheetStage {
  const ripeness: Partial<Record<SheetStage['kind'], RiseWindow>> = {
    levain: USUAL_RIPENESS.liquid,
    sour: USUAL_RIPENESS.rye,
    poolish: USUAL_RIPENESS.poolish,
    biga: USUAL_RIPENESS.stiffYeasted,
    sponge: USUAL_RIPENESS.stiffYeasted,
  };
  return {
    slug,
    name,
    kind,
    into: 'mix',
    seed: kind === 'levain' ? '4' : '',
    seedLines: [],
    keepBack: '',
    loss: '',
    temperature: '',
    hours: '',
    ripeness: riseDraft(isPart(kind) ? (ripeness[kind] ?? null) : null),
    first: '',
    byClock: '',
  };
}

/** An empty sheet: one flour, water and salt to begin with, and one product. */
export function newDraft(type: DoughType, programme: string, unit: TemperatureUnit): FormulaDraft {
  const pieces = usualPieces(type);
  return {
    name: '',
    type,
    rows: [1, 2, 3].map((id) => ({ id: `r${id}`, ingredient: '', group: '', total: '', cells: {} })),
    stages: [],
    branches: [],
    coatings: [],
    products: [
      {
        id: 'p1',
        slug: '',
        name: '',
        scaledWeight: grams(firstOf(pieces, 'bake')?.mass ?? 0.5),
        bakeLoss: '',
        parts: [],
        extras: [],
        way: null,
        over: '',
      },
    ],
    processLoss: '2',
    way: draftOfSteps(usualWay(type, programme), unit),
    pieces: draftOfSteps(pieces, unit),
  };
}

/** The draft of another type of dough: the usual way of the new type, everything else as it was typed. */
export function ofType(draft: FormulaDraft, type: DoughType, unit: TemperatureUnit): FormulaDraft {
  const programme =
    draft.way.flatMap(({ kind, fields }) => (kind === 'mix' && fields.programme) || [])[0] ?? '';
  const way = draftOfSteps(usualWay(type, programme), unit);
  return { ...draft, type, way, pieces: draftOfSteps(usualPieces(type), unit) };
}
