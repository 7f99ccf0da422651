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
import { readSteps, whereTyped, type StepDraft } from './way/draft.ts';

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
 *   `rows.3.mix`, `stages.1.seed`, `products.0.scaledWeight`, `way.1.fields.to`
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
    schema: 3,
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
    additions: draft.stages.flatMap(({ slug, name, kind }) =>
      isPart(kind) ? [] : [{ slug, name: name.trim(), kind, lines: linesOf(slug) }],
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
      way: product.way && read.steps(`products.${index}.way`, product.way),
      over: read.optional(`products.${index}.over`, product.over, parsePercent),
    })),
    processLoss: read.percent('processLoss', draft.processLoss),
    way: read.steps('way', draft.way),
    pieces: read.steps('pieces', draft.pieces),
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
    ripeness: ripe && stage.byClock === '' ? read.rise(at('ripeness'), stage.ripeness) : null,
    clock: ripe && stage.byClock !== '' ? read.rise(at('ripeness'), stage.ripeness) : null,
    first: read.stays(at('first'), stage.first),
  };
}

/** Reads fields one by one and gathers what cannot be read, each at its place. */
class Fields {
  readonly problems: Problem[] = [];

  constructor(
    private readonly larder: Larder,
    private readonly unit: TemperatureUnit,
  ) {}

  /** @param path null: the problems say themselves where they are */
  private read<T>(path: string | null, result: Result<T>): T | undefined {
    if (result.ok) return result.value;
    this.problems.push(...result.problems.map((each) => (path === null ? each : { ...each, path })));
    return undefined;
  }

  /** `4 h at 24 °C; 2 h at 18 °C` */
  stays(path: string, text: string) {
    return text
      .split(';')
      .filter((each) => each.trim() !== '')
      .flatMap((each) => {
        const [, hours = '', , warm = ''] =
          /^\s*([\d.,]+)\s*(h|hours?)?\s*(?:at|in)\s+(.+)$/i.exec(each) ?? [];
        const [long, celsius] = [parseNumber(hours), this.asTemperature(warm)];
        if (long.ok && celsius.ok) return [{ hours: long.value, celsius: celsius.value }];
        this.problems.push(
          problem(
            path,
            `“${each.trim()}” does not say how long and how warm.`,
            'Type it as 4 h at 24 °C; 2 h at 18 °C.',
          ),
        );
        return [];
      });
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

  steps = (list: string, steps: readonly StepDraft[]) => this.read(null, readSteps(list, steps, this.unit));

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
  const additionStages = draft.stages.flatMap((stage, index) => (isPart(stage.kind) ? [] : [index]));
  const [head = '', first = '', second, third, ...rest] = each.path.split('.');
  const at = (path: string): Problem => ({ ...each, path });
  if (head === 'lines')
    return at(
      first === ''
        ? 'flours'
        : `rows.${filled[Number(first)] ?? 0}.${second === 'percent' ? 'total' : 'ingredient'}`,
    );
  if (head === 'mix') return at(`rows.${rowOf(first)}.mix`);
  if (head === 'parts' || head === 'additions') {
    const index = (head === 'parts' ? partStages : additionStages)[Number(first)] ?? 0;
    const line = (head === 'parts' ? doc?.parts : doc?.additions)?.[Number(first)]?.lines[Number(third)];
    if (second === 'lines' && line)
      return at(`rows.${rowOf(line.ingredient)}.${draft.stages[index]?.slug ?? ''}`);
    return at(
      ['stages', index, second ?? 'name', third, ...rest].filter((part) => part !== undefined).join('.'),
    );
  }
  if (head === 'way' || head === 'pieces') return whereTyped(each, head, draft[head]);
  const product = head === 'products' && second === 'way' ? draft.products[Number(first)] : undefined;
  return product?.way ? whereTyped(each, `products.${first}.way`, product.way) : each;
}
