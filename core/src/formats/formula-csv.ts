import { ADDITION_KINDS, DOUGH_TYPES, EXTRA_USES, PART_KINDS, slugOf } from '../formula/index.ts';
import { STEP_KINDS } from '../formula/way/index.ts';
import { bad, good, problem, type Problem, type Result } from '../problem/index.ts';
import {
  emptyStage,
  FormulaDraft,
  isPart,
  newDraft,
  type RiseDraft,
  type SheetRow,
  type SheetStage,
} from '../sheet/index.ts';
import { upcastDraft } from '../sheet/way/index.ts';
import { type StepDraft } from '../sheet/way/index.ts';
import { asWritten, readTable, writeTable, type TableLine } from './csv.ts';

/** A sheet that came out of a foreign table, and what was wrong with which line of it. */
export interface ReadDraft {
  readonly draft: FormulaDraft;
  /** Problems at `line.<number>`. */
  readonly problems: readonly Problem[];
  /** Sentences about what was taken by guess. */
  readonly notes: readonly string[];
}

/** Fields of a stage in the order in which they stand in a line, after its name; then an empty cell, where minutes stood once. */
const STAGE_FIELDS = ['seed', 'keepBack', 'loss', 'temperature', 'hours'] as const;
const RISE = ['earliest', 'best', 'latest'] as const;

/**
 * Writes a sheet as a table: lines that begin with a word say what they are (formula, step, row, stage, seed, branch,
 * coating, product, piece, extra), then one table of ingredients with a column for each stage. See docs/formats.md.
 */
export function formulaToCsv(draft: FormulaDraft): string {
  const rise = ({ earliest, best, latest }: RiseDraft) => [earliest, best, latest];
  const steps = (list: string, all: readonly StepDraft[]) =>
    all.flatMap(({ slug, kind, fields, rows }) => [
      ['step', list, slug, kind, ...pairs(fields)],
      ...rows.map((row) => ['row', ...pairs(row)]),
    ]);
  return writeTable([
    ['formula', 'name', draft.name],
    ['formula', 'type', draft.type],
    ['formula', 'processLoss', draft.processLoss],
    ...steps('way', draft.way),
    ...steps('pieces', draft.pieces),
    ...draft.stages.map((stage) => [
      'stage', stage.slug, stage.name, stage.kind, stage.into, ...STAGE_FIELDS.map((field) => stage[field]), '', ...rise(stage.ripeness), stage.first, stage.byClock,
    ]), // prettier-ignore
    ...draft.stages.flatMap((stage) =>
      stage.seedLines.map(({ ingredient, percent }) => ['seed', stage.slug, ingredient, percent]),
    ),
    ...draft.branches.flatMap((branch) =>
      branch.lines.map(({ ingredient, percent }) => [
        'branch',
        branch.slug,
        branch.name,
        ingredient,
        percent,
      ]),
    ),
    ...draft.coatings.map(({ use, ingredient, perKilogram }) => ['coating', use, ingredient, perKilogram]),
    ...draft.products.flatMap((product) => [
      [
        'product',
        product.slug || slugOf(product.name),
        product.name,
        product.scaledWeight,
        product.bakeLoss,
        product.over,
      ],
      ...steps('product', product.way ?? []),
      ...product.parts.map(({ dough, role, percent }) => ['piece', dough, role, percent]),
      ...product.extras.map(({ use, ingredient, mass }) => ['extra', use, ingredient, mass]),
    ]),
    ['ingredient', 'group', 'total', ...draft.stages.map(({ slug }) => slug)],
    ...draft.rows.map((row) => [
      row.ingredient, row.group, row.total, ...draft.stages.map(({ slug }) => row.cells[slug] ?? ''),
    ]), // prettier-ignore
  ]);
}

/**
 * Reads a table of a formula: one that Jovet wrote, or any with a line of headings that names an ingredient column and
 * a percent or amount column. Further columns are taken as stages if their heading names a stage of the file.
 *
 * @returns a sheet with everything that could be read, and the problems line by line; or why it is no such table
 */
export function readFormulaCsv(text: string): Result<ReadDraft> {
  const lines = readTable(text).map(({ line, cells }) => ({ line, cells: cells.map(asWritten) }));
  const heading = lines.findIndex(({ cells }) => cells.some((cell) => /^ingredients?$/i.test(cell)));
  const head = lines[heading];
  if (!head)
    return bad(
      problem(
        '',
        'No column of this table is called “ingredient”.',
        'Give the table a line of headings: ingredient, total.',
      ),
    );
  const problems: Problem[] = [];
  const wrong = (line: number, text: string, remedy: string) =>
    void problems.push(problem(`line.${line}`, text, remedy));
  const above = lines.slice(0, heading);
  let draft: FormulaDraft = { ...newDraft('hearth', 'gentle', '°C'), rows: [], products: [] };
  if (above.some(({ cells }) => cells[0] === 'step')) draft = { ...draft, way: [], pieces: [] };
  for (const each of above) draft = withLine(draft, each, wrong);
  draft = withOldProcess(draft, above, wrong);
  if (draft.products.length === 0)
    draft = { ...draft, products: newDraft(draft.type, 'gentle', '°C').products };
  const rows = rowsOf(draft, head, lines.slice(heading + 1), wrong);
  return good({ draft: { ...draft, rows }, problems, notes: [] });
}

type Wrong = (line: number, text: string, remedy: string) => void;

function rowsOf(draft: FormulaDraft, head: TableLine, lines: readonly TableLine[], wrong: Wrong): SheetRow[] {
  const names = head.cells.map((cell) => cell.toLowerCase());
  const at = (...words: string[]) => names.findIndex((name) => words.includes(name));
  const ingredient = at('ingredient', 'ingredients');
  const group = at('group');
  const total = at('total', 'percent', '%', 'amount', 'grams', 'g', 'weight');
  const unit = ['grams', 'g'].includes(names[total] ?? '') ? ' g' : '';
  const stages = draft.stages.map(({ slug, name }) => ({
    slug,
    column: at(slug.toLowerCase(), name.toLowerCase()),
  }));
  const known = new Set([ingredient, group, total, ...stages.map(({ column }) => column)]);
  names.forEach((name, column) => {
    if (name !== '' && !known.has(column))
      wrong(
        head.line,
        `The column “${name}” is not known.`,
        'Name it after a stage of this file, or take it out.',
      );
  });
  return lines.flatMap(({ line, cells }, index) => {
    const name = cells[ingredient] ?? '';
    if (name === '') {
      wrong(line, 'This line names no ingredient.', 'Name one, or take the line out.');
      return [];
    }
    const amount = total < 0 ? '' : (cells[total] ?? '');
    return [
      {
        id: `r${index + 1}`,
        ingredient: name,
        group: group < 0 ? '' : (cells[group] ?? ''),
        total: amount === '' || /\D$/.test(amount) ? amount : amount + unit,
        cells: Object.fromEntries(
          stages
            .map(({ slug, column }): [string, string] => [slug, column < 0 ? '' : (cells[column] ?? '')])
            .filter(([, text]) => text !== ''),
        ),
      },
    ];
  });
}

/** Takes in one line above the table of ingredients. */
function withLine(draft: FormulaDraft, { line, cells }: TableLine, wrong: Wrong): FormulaDraft {
  const [word = '', a = '', b = '', c = '', d = ''] = cells;
  const lastProduct = draft.products.at(-1);
  const withProduct = (
    change: (product: FormulaDraft['products'][number]) => FormulaDraft['products'][number],
  ) => {
    if (lastProduct) return { ...draft, products: [...draft.products.slice(0, -1), change(lastProduct)] };
    wrong(line, `“${word}” stands before any product.`, 'Put it under the product that it belongs to.');
    return draft;
  };
  switch (word.toLowerCase()) {
    case 'formula':
      if (a === 'name' || a === 'processLoss') return { ...draft, [a]: b };
      if (a === 'type' && isOneOf(DOUGH_TYPES, b)) return { ...draft, type: b };
      break;
    case 'process':
    case 'heat':
      return draft;
    case 'step':
    case 'row': {
      const changed = withStep(draft, word.toLowerCase(), cells.slice(1));
      if (changed) return changed;
      break;
    }
    case 'stage': {
      if (!isOneOf([...PART_KINDS, ...ADDITION_KINDS], c)) break;
      return { ...draft, stages: [...draft.stages, stageOf(a, b, c, d, cells.slice(5))] };
    }
    case 'seed':
      return {
        ...draft,
        stages: draft.stages.map((stage) =>
          stage.slug === a
            ? { ...stage, seedLines: [...stage.seedLines, { ingredient: b, percent: c }] }
            : stage,
        ),
      };
    case 'branch': {
      const there = draft.branches.some(({ slug }) => slug === a);
      const branches = there ? draft.branches : [...draft.branches, { slug: a, name: b, lines: [] }];
      return {
        ...draft,
        branches: branches.map((branch) =>
          branch.slug === a ? { ...branch, lines: [...branch.lines, { ingredient: c, percent: d }] } : branch,
        ),
      };
    }
    case 'coating':
      if (!isOneOf(EXTRA_USES, a)) break;
      return { ...draft, coatings: [...draft.coatings, { use: a, ingredient: b, perKilogram: c }] };
    case 'product':
      return {
        ...draft,
        products: [
          ...draft.products,
          {
            id: `p${draft.products.length + 1}`,
            slug: a,
            name: b,
            scaledWeight: c,
            bakeLoss: d,
            parts: [],
            extras: [],
            way: null,
            over: cells[5] ?? '',
          },
        ],
      };
    case 'piece':
      if (!isOneOf(['whole', 'core', 'wrapper'] as const, b)) break;
      return withProduct((product) => ({
        ...product,
        parts: [...product.parts, { dough: a, role: b, percent: c }],
      }));
    case 'extra':
      if (!isOneOf(EXTRA_USES, a)) break;
      return withProduct((product) => ({
        ...product,
        extras: [...product.extras, { use: a, ingredient: b, mass: c }],
      }));
  }
  wrong(
    line,
    `“${cells.join(', ')}” is not a line that Jovet knows.`,
    'See the format page, or take it out.',
  );
  return draft;
}

const isOneOf = <T extends string>(all: readonly T[], text: string): text is T =>
  (all as readonly string[]).includes(text);

/** `name=text` for each field. */
const pairs = (texts: Readonly<Record<string, string>>): string[] =>
  Object.entries(texts).map(([name, text]) => `${name}=${text}`);

const textsOf = (cells: readonly string[]): Record<string, string> =>
  Object.fromEntries(
    cells.flatMap((cell): [string, string][] => {
      const at = cell.indexOf('=');
      return at > 0 ? [[cell.slice(0, at), cell.slice(at + 1)]] : [];
    }),
  );

/** Takes in a step, or a row of the one before it; null for what is neither. */
function withStep(draft: FormulaDraft, word: string, cells: readonly string[]): FormulaDraft | null {
  const [list = '', slug = '', kind = '', ...rest] = cells;
  const product = draft.products.at(-1);
  const changed = (at: string, change: (steps: readonly StepDraft[]) => StepDraft[]): FormulaDraft | null => {
    if (at === 'way' || at === 'pieces') return { ...draft, [at]: change(draft[at]) };
    if (at !== 'product' || !product) return null;
    return { ...draft, products: draft.products.with(-1, { ...product, way: change(product.way ?? []) }) };
  };
  if (word === 'step')
    return isOneOf(STEP_KINDS, kind)
      ? changed(list, (steps) => [...steps, { slug, kind, fields: textsOf(rest), rows: [] }])
      : null;
  const last = product?.way
    ? 'product'
    : draft.products.length === 0 && draft.pieces.length > 0
      ? 'pieces'
      : 'way';
  return changed(last, (steps) => {
    const step = steps.at(-1);
    return step ? [...steps.slice(0, -1), { ...step, rows: [...step.rows, textsOf(cells)] }] : [];
  });
}

/** Takes in the process of a table that was written before there were steps. */
function withOldProcess(draft: FormulaDraft, lines: readonly TableLine[], wrong: Wrong): FormulaDraft {
  const own = lines.filter(({ cells }) => cells[0] === 'process');
  if (own.length === 0) return draft;
  const process: Record<string, unknown> = { ...BEFORE_STEPS };
  for (const { line, cells } of own) {
    const [, field = '', ...texts] = cells;
    if (field === 'bulk' || field === 'proof') process[field] = riseOf(texts);
    else if (field in BEFORE_STEPS) process[field] = texts[0] ?? '';
    else wrong(line, `“${field}” is not a field of the process.`, 'See the format page, or take it out.');
  }
  process.stages = lines.flatMap(({ cells: [word, from = '', top = '', bottom = '', fan = ''] }) =>
    word === 'heat' ? [{ from, top, bottom, fan }] : [],
  );
  const minutes = new Map(
    lines.flatMap(({ cells }) => (cells[0] === 'stage' ? [[cells[1], cells[10] ?? '']] : [])),
  );
  const stages = draft.stages.map((stage) => ({ ...stage, minutes: minutes.get(stage.slug) ?? '' }));
  const read = FormulaDraft.safeParse(upcastDraft({ ...draft, stages, process }));
  return read.success ? read.data : draft;
}

/** A process of which a table says nothing. */
const BEFORE_STEPS = {
  ddt: '', programme: '', bulk: riseOf([]), folds: '0', foldEvery: '40', gasKept: '', benchRest: '20', shape: 'round', proof: riseOf([]), around: '',
  bakeMass: '', bakeMinutes: '', loadAt: '', steam: '', bakeLoss: '', packBelow: '', look: '', turn: '', core: '', stages: [] as object[],
}; // prettier-ignore

function stageOf(
  slug: string,
  name: string,
  kind: SheetStage['kind'],
  into: string,
  rest: readonly string[],
): SheetStage {
  const fields = Object.fromEntries(STAGE_FIELDS.map((field, index) => [field, rest[index] ?? '']));
  const stage = { ...emptyStage(slug || slugOf(name), name, kind), ...fields, into: into || 'mix' };
  const [ripeness, after] = [rest.slice(STAGE_FIELDS.length + 1), STAGE_FIELDS.length + 1 + RISE.length];
  const [first = '', byClock = ''] = rest.slice(after);
  return { ...stage, ripeness: isPart(kind) ? riseOf(ripeness) : stage.ripeness, first, byClock };
}

function riseOf(texts: readonly string[]): RiseDraft {
  return Object.fromEntries(RISE.map((field, index) => [field, texts[index] ?? ''])) as RiseDraft;
}
