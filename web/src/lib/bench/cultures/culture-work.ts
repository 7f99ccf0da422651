import { together } from '@jovet/core/run';
import type { StoredBuild, StoredCulture } from '../../server/database/culture';
import type { Work, WorkOf } from '../../sync/work';

/** What is done to cultures. */
export const CULTURE_WORK = [
  'culture-begun',
  'culture-changed',
  'culture-ended',
  'fed',
  'unfed',
  'sign',
] as const;
type CultureWork = WorkOf<(typeof CULTURE_WORK)[number]>;

/**
 * Cultures with what was done here and is on its way.
 *
 * @param by who does it
 */
export function culturesWith(stored: readonly StoredCulture[], works: readonly CultureWork[], by: string): readonly StoredCulture[] {
  let cultures = stored;
  const change = (id: string, to: (culture: StoredCulture) => StoredCulture) =>
    (cultures = cultures.map((each) => (each.id === id ? to(each) : each)));
  const changeBuilds = (id: string, to: (builds: readonly StoredBuild[]) => readonly StoredBuild[]) =>
    change(id, (each) => ({ ...each, builds: to(each.builds) }));
  for (const work of works)
    switch (work.kind) {
      case 'culture-begun':
        cultures = together(cultures, [{ id: work.id, rev: 1, culture: work.doc, builds: [] }]);
        break;
      case 'culture-changed':
        change(work.id, (each) => ({ ...each, culture: work.doc }));
        break;
      case 'culture-ended':
        cultures = cultures.filter(({ id }) => id !== work.id);
        break;
      case 'fed': {
        const { id, parent, build } = work;
        changeBuilds(work.culture, (builds) => together(builds, [{ id, rev: 1, parent, build, signs: [] }]));
        break;
      }
      case 'unfed':
        changeBuilds(work.culture, (builds) => builds.filter(({ id }) => id !== work.id));
        break;
      case 'sign':
        changeBuilds(work.culture, (builds) =>
          builds.map((each) => (each.id === work.id ? { ...each, signs: together(each.signs, [{ ...work.seen, by }]) } : each)),
        );
    }
  return cultures;
} // prettier-ignore

/** Cultures as they stand after the server said how one of them does. */
export function culturesAfter(stored: readonly StoredCulture[], work: Work, stands: StoredCulture | null, done: boolean): readonly StoredCulture[] {
  if (!CULTURE_WORK.some((kind) => kind === work.kind)) return stored;
  if (work.kind === 'culture-ended' && done) return stored.filter(({ id }) => id !== work.id);
  if (!stands) return stored;
  const known = stored.some(({ id }) => id === stands.id);
  return known ? stored.map((each) => (each.id === stands.id ? stands : each)) : [...stored, stands];
} // prettier-ignore
