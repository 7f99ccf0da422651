import type { FormulaDoc, Ingredient } from '@jovet/core/formula';
import type { FormulaLine } from '../../server/database/formula-search';
import type { FormulaVersion } from '../../server/database/formula';
import type { Imported } from '../../server/database/import';
import type { Shelved } from '../../server/database/ingredient';
import { send, type Answer } from '../../sync/send';

export const publish = (
  slug: string,
  publication: { doc: FormulaDoc; base: number; note: string; adopt: string[] },
): Promise<Answer<{ slug: string; version: number }>> => send('POST', `formulas/${slug}`, publication);

export const retire = (slug: string, retired: boolean, base: number): Promise<Answer<unknown>> =>
  send('PUT', `formulas/${slug}`, { retired, base });

export const readVersion = (slug: string, n?: number): Promise<Answer<FormulaVersion>> =>
  send('GET', n === undefined ? `formulas/${slug}` : `formulas/${slug}/versions/${n}`);

export const listVersions = (
  slug: string,
): Promise<Answer<{ versions: { version: number; note: string; by: string; at: number }[] }>> =>
  send('GET', `formulas/${slug}/versions`);

export const listFormulas = (query: URLSearchParams): Promise<Answer<{ formulas: FormulaLine[] }>> =>
  send('GET', `formulas?${query}`);

export const saveIngredient = (
  ingredient: Ingredient,
  retired: boolean,
  base: number,
): Promise<Answer<Shelved>> => send('PUT', `ingredients/${ingredient.slug}`, { ingredient, retired, base });

export const previewImport = (text: string): Promise<Answer<Imported>> =>
  send('POST', 'import/preview', text, true);

export const bringIn = (text: string, take: 'all' | 'good'): Promise<Answer<Imported>> =>
  send('POST', `import?take=${take}`, text, true);

/** Hands a file to the browser to keep. */
export function download(name: string, text: string, type: string): void {
  const url = URL.createObjectURL(new Blob([text], { type }));
  const link = Object.assign(document.createElement('a'), { href: url, download: name });
  link.click();
  URL.revokeObjectURL(url);
}
