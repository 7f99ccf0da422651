import { readBakeryFile } from '@jovet/core/formats';
import { good, type Result } from '@jovet/core/problem';
import { saveBakehouse, touchBakehouse } from './bakehouse.ts';
import type { Actor, Db } from './connection.ts';
import { publishFormula, saveIngredients } from './formula.ts';

/** What a file brought, in words. */
export interface Imported {
  readonly brought: string;
}

class Refused extends Error {
  constructor(readonly result: Extract<Result<never>, { ok: false }>) {
    super('the file was refused');
  }
}

/**
 * Brings in one file of a bakery, whole or not at all. The demo bakery comes in through here, too.
 *
 * @param text the content of the file
 */
export async function importFile(db: Db, actor: Actor, text: string): Promise<Result<Imported>> {
  const read = readBakeryFile(text);
  if (!read.ok) return read;
  const file = read.value;
  try {
    return await db.transaction().execute(async (tx) => {
      switch (file.jovet) {
        case 'bakehouse':
          await saveBakehouse(tx, actor, file);
          return good({ brought: `the bakehouse ${file.bakehouse.name}` });
        case 'ingredients':
          await saveIngredients(tx, actor, file.ingredients);
          await touchBakehouse(tx, actor);
          return good({ brought: `${file.ingredients.length} ingredients` });
        case 'formula': {
          const published = await publishFormula(tx, actor, file.slug, file.formula, file.note);
          if (!published.ok) throw new Refused(published);
          await touchBakehouse(tx, actor);
          return good({ brought: `the formula ${file.formula.name}` });
        }
      }
    });
  } catch (error) {
    if (error instanceof Refused) return error.result;
    throw error;
  }
}
