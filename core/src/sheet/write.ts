import { USUAL_RIPENESS, USUAL_WINDOWS } from '../formula/facts/index.ts';
import type { DoughType, Formula, FormulaDoc, Part, RiseWindow, Step } from '../formula/index.ts';
import { formatTemperature, type TemperatureUnit } from '../units/index.ts';
import { cellText, isPart, type FormulaDraft, type RiseDraft, type SheetStage } from './draft.ts';

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
  const stages = [...doc.parts.map((part) => stageOfPart(part, nameOf, unit)), ...doc.steps.map(stageOfStep)];
  return {
    name: doc.name,
    type: doc.type,
    rows: doc.lines.map((line, index) => ({
      id: `r${index + 1}`,
      ingredient: nameOf(line.ingredient),
      group: line.group,
      total: cellText(line.percent),
      cells: Object.fromEntries(
        [...doc.parts, ...doc.steps].flatMap(({ slug, lines }) =>
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
    })),
    processLoss: cellText(doc.processLoss),
    process: processDraft(doc.process, unit),
  };
}

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
    minutes: '',
    ripeness: riseDraft(part.ripeness),
  };
}

const stageOfStep = (step: Step): SheetStage => ({
  ...emptyStage(step.slug, step.name, step.kind),
  minutes: orEmpty(step.minutes, cellText),
});

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
    minutes: '',
    ripeness: riseDraft(isPart(kind) ? (ripeness[kind] ?? null) : null),
  };
}

function processDraft(process: FormulaDoc['process'], unit: TemperatureUnit): FormulaDraft['process'] {
  const { bake, proof, folds } = process;
  return {
    ddt: warm(process.ddt, unit),
    programme: process.programme,
    bulk: riseDraft(process.bulk),
    folds: cellText(folds.count),
    foldEvery: cellText(folds.every),
    gasKept: cellText(process.gasKept * 100),
    benchRest: cellText(process.benchRest),
    shape: process.shape,
    proof: riseDraft(proof.rise),
    around: orEmpty(proof.around, (celsius) => warm(celsius, unit)),
    bakeMass: grams(bake.mass),
    bakeMinutes: cellText(bake.minutes),
    loadAt: warm(bake.loadAt, unit),
    steam: cellText(bake.steam),
    bakeLoss: cellText(bake.loss),
    look: orEmpty(bake.look, cellText),
    turn: orEmpty(bake.turn, cellText),
    core: orEmpty(bake.core, (celsius) => warm(celsius, unit)),
    stages: bake.stages.map(({ from, top, bottom, fan }) => ({
      from: cellText(from),
      top: orEmpty(top, (celsius) => warm(celsius, unit)),
      bottom: orEmpty(bottom, (celsius) => warm(celsius, unit)),
      fan: fan === 0 ? '' : cellText(fan),
    })),
    packBelow: warm(process.packBelow, unit),
  };
}

const NEW_PROCESS: Readonly<
  Record<
    DoughType,
    {
      ddt: number;
      shape: FormulaDoc['process']['shape'];
      mass: number;
      minutes: number;
      loadAt: number;
      loss: number;
    }
  >
> = {
  hearth: { ddt: 25, shape: 'round', mass: 0.84, minutes: 42, loadAt: 245, loss: 14 },
  baguette: { ddt: 24, shape: 'baguette', mass: 0.34, minutes: 24, loadAt: 250, loss: 21 },
  durum: { ddt: 25, shape: 'long', mass: 0.62, minutes: 34, loadAt: 240, loss: 15 },
  tin: { ddt: 26, shape: 'long', mass: 0.78, minutes: 36, loadAt: 220, loss: 11 },
  enriched: { ddt: 26, shape: 'roll', mass: 0.085, minutes: 14, loadAt: 200, loss: 12 },
  laminated: { ddt: 22, shape: 'roll', mass: 0.066, minutes: 18, loadAt: 195, loss: 16 },
  rye: { ddt: 29, shape: 'long', mass: 1.05, minutes: 62, loadAt: 240, loss: 11 },
  rolls: { ddt: 24, shape: 'roll', mass: 0.09, minutes: 15, loadAt: 230, loss: 14 },
};

/** The process that a new formula of a type begins with. Windows: domain section 6; the rest chosen for Jovet from practice. */
export function newProcess(type: DoughType, programme: string): FormulaDoc['process'] {
  const { ddt, shape, mass, minutes, loadAt, loss } = NEW_PROCESS[type];
  const lean = type === 'hearth' || type === 'baguette' || type === 'durum';
  return {
    ddt,
    programme,
    bulk: USUAL_WINDOWS[type].bulk,
    folds: { count: lean ? 2 : 0, every: 40 },
    gasKept: lean ? 0.7 : 0.3,
    benchRest: type === 'rye' ? 0 : 20,
    shape,
    proof: { rise: USUAL_WINDOWS[type].loading, around: null },
    bake: {
      mass,
      minutes,
      loadAt,
      steam: lean || type === 'rye' ? 10 : 0,
      loss,
      look: null,
      turn: null,
      core: null,
      stages: [],
    },
    packBelow: 35,
  };
}

/** An empty sheet: one flour, water and salt to begin with, and one product. */
export function newDraft(type: DoughType, programme: string, unit: TemperatureUnit): FormulaDraft {
  const process = newProcess(type, programme);
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
        scaledWeight: grams(process.bake.mass),
        bakeLoss: '',
        parts: [],
        extras: [],
      },
    ],
    processLoss: '2',
    process: processDraft(process, unit),
  };
}

/** The draft of another type of dough: the process of the new type, everything else as it was typed. */
export function ofType(draft: FormulaDraft, type: DoughType, unit: TemperatureUnit): FormulaDraft {
  return { ...draft, type, process: processDraft(newProcess(type, draft.process.programme), unit) };
}
