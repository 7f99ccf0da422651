import { DOUGH_TYPES, EXTRA_USES, PART_KINDS, slugOf, STEP_KINDS } from '../formula/index.ts';
import { bad, good, problem, type Problem, type Result } from '../problem/index.ts';
import {
  emptyStage,
  isPart,
  newDraft,
  type FormulaDraft,
  type RiseDraft,
  type SheetRow,
  type SheetStage,
} from '../sheet/index.ts';
import { asWritten, readTable, writeTable, type TableLine } from './csv.ts';

/** A sheet that came out of a foreign table, and what was wrong with which line of it. */
export interface ReadDraft {
  readonly draft: FormulaDraft;
  /** Problems at `line.<number>`. */
  readonly problems: readonly Problem[];
  /** Sentences about what was taken by guess. */
  readonly notes: readonly string[];
}

/** Fields of a stage in the order in which they stand in a line, after its name. */
const STAGE_FIELDS = ['seed', 'keepBack', 'loss', 'temperature', 'hours', 'minutes'] as const;
const RISE = ['earliest', 'best', 'latest'] as const;

/**
 * Writes a sheet as a table: lines that begin with a word say what they are (formula, process, stage, seed, branch,
 * coating, product, piece, extra), then one table of ingredients with a column for each stage. See docs/formats.md.
 */
export function formulaToCsv(draft: FormulaDraft): string {
  const { process } = draft;
  const rise = ({ earliest, best, latest }: RiseDraft) => [earliest, best, latest];
  const plain = Object.entries(process).filter(
    (entry): entry is [string, string] => typeof entry[1] === 'string',
  );
  return writeTable([
    ['formula', 'name', draft.name],
    ['formula', 'type', draft.type],
    ['formula', 'processLoss', draft.processLoss],
    ...plain.map(([field, text]) => ['process', field, text]),
    ['process', 'bulk', ...rise(process.bulk)],
    ['process', 'proof', ...rise(process.proof)],
    ...process.stages.map(({ from, top, bottom, fan }) => ['heat', from, top, bottom, fan]),
    ...draft.stages.map((stage) => [
      'stage', stage.slug, stage.name, stage.kind, stage.into, ...STAGE_FIELDS.map((field) => stage[field]), ...rise(stage.ripeness),
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
      ['product', product.slug || slugOf(product.name), product.name, product.scaledWeight, product.bakeLoss],
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
  let draft = newDraft('hearth', 'gentle', '°C');
  draft = { ...draft, rows: [], products: [] };
  for (const each of lines.slice(0, heading)) draft = withLine(draft, each, wrong);
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
      return withProcess(draft, line, a, [b, c, d], wrong);
    case 'stage': {
      if (!isOneOf([...PART_KINDS, ...STEP_KINDS], c)) break;
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
    case 'heat': {
      const { process } = draft;
      const stage = { from: a, top: b, bottom: c, fan: d };
      return { ...draft, process: { ...process, stages: [...process.stages, stage] } };
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

function withProcess(
  draft: FormulaDraft,
  line: number,
  field: string,
  texts: readonly string[],
  wrong: Wrong,
): FormulaDraft {
  const { process } = draft;
  const [text = ''] = texts;
  if (field === 'bulk' || field === 'proof')
    return { ...draft, process: { ...process, [field]: riseOf(texts) } };
  if (field === 'shape' && isOneOf(['round', 'long', 'baguette', 'roll'] as const, text))
    return { ...draft, process: { ...process, shape: text } };
  if (field !== 'shape' && field !== 'stages' && field in process)
    return { ...draft, process: { ...process, [field]: text } };
  wrong(line, `“${field}” is not a field of the process.`, 'See the format page, or take it out.');
  return draft;
}

function stageOf(
  slug: string,
  name: string,
  kind: SheetStage['kind'],
  into: string,
  rest: readonly string[],
): SheetStage {
  const fields = Object.fromEntries(STAGE_FIELDS.map((field, index) => [field, rest[index] ?? '']));
  const stage = { ...emptyStage(slug || slugOf(name), name, kind), ...fields, into: into || 'mix' };
  return { ...stage, ripeness: isPart(kind) ? riseOf(rest.slice(STAGE_FIELDS.length)) : stage.ripeness };
}

const riseOf = (texts: readonly string[]): RiseDraft =>
  Object.fromEntries(RISE.map((field, index) => [field, texts[index] ?? ''])) as RiseDraft;
