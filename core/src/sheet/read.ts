import { FormulaDoc, slugOf, type Formula } from '../formula/index.ts';
import { namedIngredients, splitFormula, type SplitFormula } from '../formula/scale/index.ts';
import { bad, good, parseWith, problem, type Problem, type Result } from '../problem/index.ts';
import {
  parseMass,
  parseNumber,
  parsePercent,
  parseTemperature,
  type TemperatureUnit,
} from '../units/index.ts';
import { isBlank, numbersOf, type Larder, type RowsRead, type SheetNumbers } from './cells.ts';
import { isPart, type FormulaDraft, type RiseDraft, type SheetStage } from './draft.ts';

/** A formula that was read from its sheet and can be made. */
export interface ReadFormula {
  readonly formula: Formula;
  readonly split: SplitFormula;
}

/** A sheet as far as it can be read: its numbers always, the formula if it can be made. */
export interface ReadSheet {
  readonly numbers: SheetNumbers;
  readonly formula: Result<ReadFormula>;
}

/**
 * Reads a formula from its sheet.
 *
 * @param unit the unit of a bare temperature
 * @param before rows read before with the same larder
 * @returns the numbers, and the formula or its problems at the cells of the sheet: `rows.2.total`, `rows.0.poolish`,
 *   `rows.3.mix`, `stages.1.seed`, `products.0.scaledWeight`, `process.ddt`
 *
 * @example
 * const sheet = readSheet(draftOfFormula(quayCountry, '°C'), new Larder(quayCountry.ingredients), '°C');
 * assert.ok(sheet.formula.ok);
 */
export function readSheet(
  draft: FormulaDraft,
  larder: Larder,
  unit: TemperatureUnit,
  before?: RowsRead,
): ReadSheet {
  const numbers = numbersOf(draft, larder, before);
  return { numbers, formula: readFormula(draft, larder, unit, numbers) };
}

function readFormula(
  draft: FormulaDraft,
  larder: Larder,
  unit: TemperatureUnit,
  numbers: SheetNumbers,
): Result<ReadFormula> {
  const reader = new Fields(larder, unit);
  const candidate = docOf(draft, numbers, reader);
  const problems = [...numbers.problems, ...reader.problems, ...namesTwice(numbers)];
  if (problems.length > 0) return bad(...problems);
  const doc = parseWith(FormulaDoc, candidate);
  if (!doc.ok) return bad(...doc.problems.map((each) => inTheSheet(each, draft)));
  const named = namedIngredients(doc.value);
  const formula: Formula = {
    doc: doc.value,
    ingredients: larder.ingredients.filter(({ slug }) => named.has(slug)),
  };
  const split = splitFormula(formula);
  return split.ok
    ? good({ formula, split: split.value })
    : bad(...split.problems.map((each) => inTheSheet(each, draft, doc.value)));
}

function docOf(draft: FormulaDraft, numbers: SheetNumbers, read: Fields): unknown {
  const filled = numbers.rows.map((row, index) => ({ row, index })).filter(({ row }) => !row.blank);
  const linesOf = (slug: string) =>
    filled.flatMap(({ row }) => {
      const percent = row.cells[slug];
      return percent !== undefined && percent > 0 && row.ingredient
        ? [{ ingredient: row.ingredient.slug, percent }]
        : [];
    });
  const subLines = (path: string, lines: readonly { ingredient: string; percent: string }[]) =>
    lines.map((line, index) => ({
      ingredient: read.ingredient(`${path}.${index}.ingredient`, line.ingredient),
      percent: read.percent(`${path}.${index}.percent`, line.percent),
    }));
  if (draft.name.trim() === '')
    read.problems.push(problem('name', 'The formula has no name.', 'Give it one, such as Harbour Loaf.'));
  const unnamed = (path: string, what: string, name: string) => {
    if (name.trim() === '')
      read.problems.push(problem(`${path}.name`, `${what} has no name.`, 'Give it one.'));
  };
  draft.products.forEach(({ name }, index) => unnamed(`products.${index}`, `Product ${index + 1}`, name));
  draft.branches.forEach(({ name }, index) => unnamed(`branches.${index}`, `Branch ${index + 1}`, name));
  draft.stages.forEach(({ name }, index) => unnamed(`stages.${index}`, `Stage ${index + 1}`, name));
  const usedSlugs = new Set<string>();
  return {
    schema: 2,
    name: draft.name.trim(),
    type: draft.type,
    lines: filled.map(({ row, index }) => ({
      ingredient: row.ingredient?.slug ?? '',
      percent: row.total,
      group: draft.rows[index]?.group.trim() ?? '',
    })),
    parts: draft.stages.flatMap((stage, index) =>
      isPart(stage.kind)
        ? [
            {
              slug: stage.slug,
              kind: stage.kind,
              lines: linesOf(stage.slug),
              ...partFields(stage, index, read, subLines),
            },
          ]
        : [],
    ),
    steps: draft.stages.flatMap((stage, index) =>
      isPart(stage.kind)
        ? []
        : [
            {
              slug: stage.slug,
              name: stage.name.trim(),
              kind: stage.kind,
              lines: linesOf(stage.slug),
              minutes: read.optional(`stages.${index}.minutes`, stage.minutes, parseNumber),
            },
          ],
    ),
    branches: draft.branches.map((branch, index) => ({
      slug: branch.slug,
      name: branch.name.trim(),
      lines: subLines(`branches.${index}.lines`, branch.lines),
    })),
    coatings: draft.coatings.map((coating, index) => ({
      use: coating.use,
      ingredient: read.ingredient(`coatings.${index}.ingredient`, coating.ingredient),
      perKilogram: read.mass(`coatings.${index}.perKilogram`, coating.perKilogram),
    })),
    products: draft.products.map((product, index) => ({
      slug: freeSlug(product.slug || slugOf(product.name), usedSlugs),
      name: product.name.trim(),
      scaledWeight: read.mass(`products.${index}.scaledWeight`, product.scaledWeight),
      bakeLoss: read.optional(`products.${index}.bakeLoss`, product.bakeLoss, parsePercent),
      parts: product.parts.map((part, place) => ({
        ...part,
        percent: read.percent(`products.${index}.parts.${place}.percent`, part.percent),
      })),
      extras: product.extras.map((extra, place) => ({
        use: extra.use,
        ingredient: read.ingredient(`products.${index}.extras.${place}.ingredient`, extra.ingredient),
        mass: read.mass(`products.${index}.extras.${place}.mass`, extra.mass),
      })),
    })),
    processLoss: read.percent('processLoss', draft.processLoss),
    process: processFields(draft, read),
  };
}

function partFields(
  stage: SheetStage,
  index: number,
  read: Fields,
  subLines: (path: string, lines: SheetStage['seedLines']) => unknown,
) {
  const at = (field: string) => `stages.${index}.${field}`;
  const seed = read.optional(at('seed'), stage.seed, parseNumber);
  const { earliest, best, latest } = stage.ripeness;
  const ripe = [earliest, best, latest].some((text) => text.trim() !== '');
  return {
    name: stage.name.trim(),
    into: stage.into,
    seed: seed === null ? null : { flour: seed, lines: subLines(at('seedLines'), stage.seedLines) },
    keepBack: read.optional(at('keepBack'), stage.keepBack, parseMass) ?? 0,
    loss: read.optional(at('loss'), stage.loss, parsePercent) ?? 0,
    temperature: read.optional(at('temperature'), stage.temperature, read.asTemperature),
    hours: read.optional(at('hours'), stage.hours, parseNumber),
    ripeness: ripe ? read.rise(at('ripeness'), stage.ripeness) : null,
  };
}

function processFields({ process }: FormulaDraft, read: Fields) {
  const at = (field: string) => `process.${field}`;
  const number = (field: Exclude<keyof typeof process, 'bulk' | 'proof' | 'stages'>) =>
    read.number(at(field), process[field]);
  const degrees = (field: 'ddt' | 'loadAt' | 'packBelow') => read.temperature(at(field), process[field]);
  const kept = read.percent(at('gasKept'), process.gasKept);
  return {
    ddt: degrees('ddt'),
    programme: process.programme,
    bulk: read.rise(at('bulk'), process.bulk),
    folds: { count: number('folds'), every: number('foldEvery') },
    gasKept: kept === undefined ? undefined : kept / 100,
    benchRest: number('benchRest'),
    shape: process.shape,
    proof: {
      rise: read.rise(at('proof'), process.proof),
      around: read.optional(at('around'), process.around, read.asTemperature),
    },
    bake: {
      mass: read.mass(at('bakeMass'), process.bakeMass),
      minutes: number('bakeMinutes'),
      loadAt: degrees('loadAt'),
      steam: number('steam'),
      loss: read.percent(at('bakeLoss'), process.bakeLoss),
      look: read.optional(at('look'), process.look, parseNumber),
      turn: read.optional(at('turn'), process.turn, parseNumber),
      core: read.optional(at('core'), process.core, read.asTemperature),
      stages: process.stages.map(({ from, top, bottom, fan }, index) => ({
        from: read.number(at(`stages.${index}.from`), from),
        top: read.optional(at(`stages.${index}.top`), top, read.asTemperature),
        bottom: read.optional(at(`stages.${index}.bottom`), bottom, read.asTemperature),
        fan: read.optional(at(`stages.${index}.fan`), fan, parsePercent) ?? 0,
      })),
    },
    packBelow: degrees('packBelow'),
  };
}

/** Reads fields one by one and gathers what cannot be read, each at its place. */
class Fields {
  readonly problems: Problem[] = [];

  constructor(
    private readonly larder: Larder,
    private readonly unit: TemperatureUnit,
  ) {}

  private read<T>(path: string, result: Result<T>): T | undefined {
    if (result.ok) return result.value;
    this.problems.push(...result.problems.map((each) => ({ ...each, path })));
    return undefined;
  }

  readonly asTemperature = (text: string): Result<number> => parseTemperature(text, this.unit);
  number = (path: string, text: string) => this.read(path, parseNumber(text));
  percent = (path: string, text: string) => this.read(path, parsePercent(text));
  mass = (path: string, text: string) => this.read(path, parseMass(text));
  temperature = (path: string, text: string) => this.read(path, this.asTemperature(text));
  ingredient = (path: string, text: string) => this.read(path, this.larder.find(text))?.slug;

  optional(path: string, text: string, parse: (text: string) => Result<number>): number | null | undefined {
    return text.trim() === '' ? null : this.read(path, parse(text));
  }

  rise(path: string, { earliest, best, latest }: RiseDraft) {
    return {
      earliest: this.number(`${path}.earliest`, earliest),
      best: this.number(`${path}.best`, best),
      latest: this.number(`${path}.latest`, latest),
    };
  }
}

function freeSlug(wanted: string, used: Set<string>): string {
  let slug = wanted;
  for (let n = 2; used.has(slug); n += 1) slug = `${wanted}-${n}`;
  used.add(slug);
  return slug;
}

function namesTwice(numbers: SheetNumbers): Problem[] {
  const first = new Map<string, number>();
  return numbers.rows.flatMap((row, index) => {
    const slug = row.ingredient?.slug;
    if (slug === undefined || row.blank) return [];
    const before = first.get(slug);
    if (before === undefined) {
      first.set(slug, index);
      return [];
    }
    return [
      problem(
        `rows.${index}.ingredient`,
        `${row.ingredient?.name ?? slug} stands in row ${before + 1} already.`,
        'Put both amounts into one row; stages have their own columns.',
      ),
    ];
  });
}

/** A problem of the formula, told at the cell of the sheet. */
function inTheSheet(each: Problem, draft: FormulaDraft, doc?: FormulaDoc): Problem {
  const filled = draft.rows.flatMap((row, index) => (isBlank(row) ? [] : [index]));
  const rowOf = (slug: string | undefined) =>
    filled[doc?.lines.findIndex((line) => line.ingredient === slug) ?? -1] ?? filled[0] ?? 0;
  const partStages = draft.stages.flatMap((stage, index) => (isPart(stage.kind) ? [index] : []));
  const stepStages = draft.stages.flatMap((stage, index) => (isPart(stage.kind) ? [] : [index]));
  const [head = '', first = '', second, third, ...rest] = each.path.split('.');
  const at = (path: string): Problem => ({ ...each, path });
  if (head === 'lines')
    return at(
      first === ''
        ? 'flours'
        : `rows.${filled[Number(first)] ?? 0}.${second === 'percent' ? 'total' : 'ingredient'}`,
    );
  if (head === 'mix') return at(`rows.${rowOf(first)}.mix`);
  if (head === 'parts' || head === 'steps') {
    const index = (head === 'parts' ? partStages : stepStages)[Number(first)] ?? 0;
    const line = (head === 'parts' ? doc?.parts : doc?.steps)?.[Number(first)]?.lines[Number(third)];
    if (second === 'lines' && line)
      return at(`rows.${rowOf(line.ingredient)}.${draft.stages[index]?.slug ?? ''}`);
    return at(
      ['stages', index, second ?? 'name', third, ...rest].filter((part) => part !== undefined).join('.'),
    );
  }
  if (head === 'process')
    return first === 'bake' && second === 'stages'
      ? at(['process', second, third, ...rest].join('.'))
      : at(`process.${PROCESS_FIELDS[[first, second].filter(Boolean).join('.')] ?? each.path.slice(8)}`);
  return each;
}

/** Where fields of the process stand in the sheet, if not under their own name. */
const PROCESS_FIELDS: Readonly<Record<string, string>> = {
  'folds.count': 'folds',
  'folds.every': 'foldEvery',
  'proof.rise': 'proof',
  'proof.around': 'around',
  'bake.mass': 'bakeMass',
  'bake.minutes': 'bakeMinutes',
  'bake.loadAt': 'loadAt',
  'bake.steam': 'steam',
  'bake.loss': 'bakeLoss',
  'bake.look': 'look',
  'bake.turn': 'turn',
  'bake.core': 'core',
};
