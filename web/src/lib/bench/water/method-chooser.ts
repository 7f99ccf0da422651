import type { WaterMethod } from '@jovet/core/water';
import { ask } from '../../sync/ask';

interface House {
  readonly bakehouse: { readonly waterMethod: WaterMethod };
}

/**
 * Chooses the way to the water of mixes from now on: one choice is sent after another, each on the one before. Where
 * somebody else chose meanwhile, theirs stands.
 *
 * @param method as it is known to stand
 * @param onchosen hears that it may be another one now
 */
export function methodChooser(method: WaterMethod, onchosen: () => void): (next: WaterMethod) => Promise<void> {
  let [stands, last] = [method, Promise.resolve()];
  return (next) =>
    (last = last.then(async () => {
      const answer = await ask('PUT /bakehouse/water-method', { body: { method: next, was: stands } });
      if (answer.kind === 'done') stands = answer.value.bakehouse.waterMethod;
      else if (answer.kind === 'stale') stands = (answer.stands as House).bakehouse.waterMethod;
      onchosen();
    }));
} // prettier-ignore
