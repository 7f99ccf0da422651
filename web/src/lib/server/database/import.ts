import { v7 as uuid } from 'uuid';
import {
  readBakeryFile,
  readFormulaCsv,
  readIngredientsCsv,
  readRecipe,
  type BakeryFile,
  type ReadDraft,
} from '@jovet/core/formats';
import { Ingredient, upcastIngredient, type FormulaDoc } from '@jovet/core/formula';
import { bad, good, parseWith, place, problem, type Problem, type Result } from '@jovet/core/problem';
import { Larder, readSheet } from '@jovet/core/sheet';
import { restoreArchive } from './archive.ts';
import { saveBakehouse, touchBakehouse } from './bakehouse.ts';
import type { Actor, Db, Tx } from './connection.ts';
import { saveCultures } from './culture.ts';
import { ProductTaken, publishIn } from './formula.ts';
import { writeCustomer } from './customer.ts';
import { writeAllStanding } from './order-lines.ts';
import { readLarder, saveIngredients, savePrices } from './ingredient.ts';
import { inTransaction } from './kept.ts';

/** One thing of a file: brought in, or with what stands in its way. */
export interface ImportItem {
  readonly name: string;
  readonly problems: readonly Problem[];
  /** What was taken by guess, in sentences. */
  readonly notes: readonly string[];
}

/** What a file brings, or brought. */
export interface Imported {
  readonly brought: string;
  readonly items: readonly ImportItem[];
  /** The sheet that waits to be finished, if the file was a foreign formula. */
  readonly draft: string | null;
}

/** Whether a file with faults is refused whole, or its good part comes in. */
export type Take = 'all' | 'good';

/** Ends a transaction without keeping anything. */
class Undo extends Error {
  constructor(readonly result: Result<Imported>) {
    super('nothing was kept');
  }
}

/**
 * Brings in a file: the open formats of Jovet, tables, schema.org recipes. Whole or not at all, unless the good part is
 * asked for. The demo bakery comes in through here, too.
 */
export const importFile = (
  db: Db,
  actor: Actor,
  text: string,
  take: Take = 'all',
): Promise<Result<Imported>> =>
  undone(db, async (tx) => {
    const brought = await bringIn(tx, actor, text);
    if (!brought.ok) throw new Undo(brought);
    const faults = brought.value.items.flatMap((item) => item.problems);
    const nothingGood = brought.value.items.every((item) => item.problems.length > 0);
    if (faults.length > 0 && (take === 'all' || nothingGood)) throw new Undo(bad(...faults));
    await touchBakehouse(tx, actor);
    return brought;
  });

/** Says what a file would bring, thing by thing, and keeps nothing: it is brought in and taken back. */
export const previewFile = (db: Db, actor: Actor, text: string): Promise<Result<Imported>> =>
  undone(db, async (tx) => {
    throw new Undo(await bringIn(tx, actor, text));
  });

async function undone(db: Db, run: (tx: Tx) => Promise<Result<Imported>>): Promise<Result<Imported>> {
  try {
    return await inTransaction(db, run);
  } catch (error) {
    if (error instanceof Undo) return error.result;
    if (error instanceof ProductTaken) return bad(...error.problems.map((each) => place('formula', each)));
    throw error;
  }
}

/** Brings in everything of a file that can be; what cannot is an item with its problems. */
async function bringIn(tx: Tx, actor: Actor, text: string): Promise<Result<Imported>> {
  const data = asJson(text);
  if (data === undefined) return bringInTable(tx, actor, text);
  const kind = data !== null && typeof data === 'object' ? (data as { jovet?: unknown }).jovet : undefined;
  if (kind === undefined) {
    const recipe = readRecipe(data, new Larder(await larderOf(tx, actor)));
    if (recipe.ok) return keepSheet(tx, actor, recipe.value);
    return looksLikeRecipe(data) ? recipe : (readBakeryFile(text) as Result<never>);
  }
  if (kind === 'ingredients') return bringInIngredients(tx, actor, data);
  const file = readBakeryFile(text);
  return file.ok ? bringInFile(tx, actor, file.value) : file;
}

function asJson(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return undefined;
  }
}

const looksLikeRecipe = (data: unknown): boolean => JSON.stringify(data).includes('"recipeIngredient"');

/** What of an older file has no place in a bakehouse any more. */
const stoodNotes = (lines: number): string[] =>
  lines === 0
    ? []
    : [
        `${lines} lines of this file say how doughs are made: formulas say that now. Enter in their ways what stands in the cold and what it bakes in.`,
      ];

const whole = (brought: string, name: string): Result<Imported> =>
  good({ brought, items: [{ name, problems: [], notes: [] }], draft: null });

async function bringInFile(tx: Tx, actor: Actor, file: BakeryFile): Promise<Result<Imported>> {
  switch (file.jovet) {
    case 'bakehouse':
      await saveBakehouse(tx, actor, file);
      return good({
        brought: `the bakehouse ${file.bakehouse.name}`,
        items: [{ name: file.bakehouse.name, problems: [], notes: stoodNotes(file.stood) }],
        draft: null,
      });
    case 'cultures':
      await saveCultures(tx, actor, file.cultures);
      return whole(`${file.cultures.length} cultures`, 'Cultures');
    case 'orders': {
      for (const customer of file.customers) await writeCustomer(tx, actor, customer);
      const kept = await writeAllStanding(tx, actor, file.standing);
      return kept.ok
        ? whole(
            `${file.customers.length} customers, ${file.standing.length} standing orders`,
            'Standing orders',
          )
        : bad(...kept.problems.map((each) => ({ ...each, path: each.path.replace('lines', 'standing') })));
    }
    case 'ingredients':
      await saveIngredients(tx, actor, file.ingredients);
      return whole(`${file.ingredients.length} ingredients`, 'Ingredients');
    case 'prices': {
      const saved = await savePrices(tx, actor, file.prices);
      return saved.ok ? whole(`${saved.value} prices`, 'Prices') : saved;
    }
    case 'formula': {
      const { slug, formula: doc, note } = file;
      const published = await publishIn(tx, actor, { slug, doc, note });
      if (published.kind === 'done') return whole(`the formula ${doc.name}`, doc.name);
      const problems = published.kind === 'refused' ? published.problems : [];
      return bad(...problems.map((each) => place('formula', each)));
    }
    case 'everything': {
      const restored = await restoreArchive(tx, actor, file);
      return restored.ok ? whole(restored.value, 'Everything') : restored;
    }
  }
}

/** A list of ingredients, one by one: a fault in one does not keep the others out. */
async function bringInIngredients(tx: Tx, actor: Actor, data: unknown): Promise<Result<Imported>> {
  const list = (data as { ingredients?: unknown }).ingredients;
  if (!Array.isArray(list) || list.length === 0)
    return bad(problem('ingredients', 'This file holds no ingredients.', 'Give a list of at least one.'));
  const items = list.map((each: unknown, index) => {
    const name = (each as { name?: unknown } | null)?.name;
    const read = parseWith(Ingredient, upcastIngredient(each));
    return {
      name: typeof name === 'string' ? name : `ingredient ${index + 1}`,
      read: placed(read, `ingredients.${index}`),
    };
  });
  return keepIngredients(tx, actor, items);
}

const placed = <T>(read: Result<T>, path: string): Result<T> =>
  read.ok ? read : bad(...read.problems.map((each) => place(path, each)));

async function keepIngredients(
  tx: Tx,
  actor: Actor,
  items: readonly { readonly name: string; readonly read: Result<Ingredient> }[],
): Promise<Result<Imported>> {
  const fine = items.flatMap(({ read }) => (read.ok ? [read.value] : []));
  await saveIngredients(tx, actor, fine);
  return good({
    brought: `${fine.length} ingredients`,
    items: items.map(({ name, read }) => ({ name, problems: read.ok ? [] : read.problems, notes: [] })),
    draft: null,
  });
}

/** A table: of ingredients if it has a column of names, otherwise of a formula. */
async function bringInTable(tx: Tx, actor: Actor, text: string): Promise<Result<Imported>> {
  const larder = await larderOf(tx, actor);
  const formula = readFormulaCsv(text);
  if (formula.ok) return keepSheet(tx, actor, formula.value);
  const ingredients = readIngredientsCsv(text, larder);
  if (ingredients.ok) return keepIngredients(tx, actor, ingredients.value);
  return /^[^\n]*\bname\b/i.test(text)
    ? ingredients
    : bad(
        problem(
          '',
          'This is neither a JSON file nor a table with headings.',
          'Choose a file that the format page describes: JSON, or a table with the column “ingredient” or “name”.',
        ),
      );
}

const larderOf = async (tx: Db | Tx, actor: Actor): Promise<Ingredient[]> =>
  (await readLarder(tx, actor)).filter(({ retired }) => !retired).map(({ ingredient }) => ingredient);

/**
 * The formula of a table that says all of it, with what the larder has.
 *
 * @returns or every line and every cell that cannot be read: `line.4`, `rows.2.total`
 */
export async function docOfTable(db: Db, actor: Actor, text: string): Promise<Result<FormulaDoc>> {
  const table = readFormulaCsv(text);
  if (!table.ok) return table;
  if (table.value.problems.length > 0) return bad(...table.value.problems);
  const larder = new Larder(await larderOf(db, actor));
  const { formula } = readSheet(table.value.draft, larder, '°C');
  return formula.ok ? good(formula.value.formula.doc) : bad(...formula.problems);
}

/** A foreign formula becomes a sheet to finish: it lacks what only a bakery knows. */
async function keepSheet(
  tx: Tx,
  actor: Actor,
  { draft, problems, notes }: ReadDraft,
): Promise<Result<Imported>> {
  const id = uuid();
  await tx
    .insertInto('formula_draft')
    .values({
      id,
      bakehouse_id: actor.bakehouseId,
      formula_id: null,
      person_id: actor.personId,
      base_n: 0,
      doc: JSON.stringify(draft),
    })
    .execute();
  const name = draft.name.trim() || 'A formula without a name';
  const faulty = problems.map((each): ImportItem => ({
    name: each.path.replace('line.', 'Line '),
    problems: [each],
    notes: [],
  }));
  return good({
    brought: `a sheet for ${name} with ${draft.rows.length} ingredients`,
    items: [{ name, problems: [], notes }, ...faulty],
    draft: id,
  });
}
