import { Culture } from '@jovet/core/culture';

/** A liquid wheat culture in a glass. */
export const wheat = Culture.parse({
  schema: 1,
  slug: 'quay',
  name: 'Quay culture',
  ripeness: { earliest: 1.5, best: 2, latest: 2.8 },
  vessel: { kind: 'glass', diameter: 0.12, height: 0.3 },
  place: { name: 'shelf', around: 23 },
});
