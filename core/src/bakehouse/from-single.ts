/** Slugs of what a bakehouse had one of. */
const ONE = {
  oven: 'oven',
  retarder: 'retarder',
  proofBox: 'proof-box',
  racks: 'racks',
  bench: 'bench',
} as const;

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null;

/** A deck that was kept by its area alone is six long and five deep. */
function sidesOfArea(oven: Record<string, unknown>): Record<string, unknown> {
  const { area, ...rest } = oven;
  return typeof area === 'number'
    ? { width: Math.sqrt(area * 1.2), depth: Math.sqrt(area / 1.2), ...rest }
    : oven;
}

/** A bakehouse that had one of everything, each in a field of its own, as rows; what it does not say is as it was taken then. */
export function equipmentOf(floor: Record<string, unknown>): Record<string, unknown> {
  const { room = null, oven, retarder, proofBox, racks, bench = 6, holders, ...rest } = floor;
  const held = Array.isArray(holders) ? (holders as unknown[]).map((each) => (isObject(each) ? { kind: 'holder', ...each } : each)) : [];
  const taken = new Set(held.map((each) => (isObject(each) ? each['slug'] : '')));
  const free = (slug: string): string => (taken.has(slug) ? free(`${slug}-1`) : slug);
  const one = (kind: string, key: keyof typeof ONE, name: string, own: unknown) =>
    isObject(own) ? [{ kind, slug: free(ONE[key]), name, ...own }] : own === undefined || own === null ? [] : [own];
  return {
    rooms: [{ slug: 'bakery', name: 'Bakery', air: room }],
    equipment: [
      ...one('oven', 'oven', 'Oven', isObject(oven) ? sidesOfArea(oven) : (oven ?? { decks: 4 })),
      ...one('retarder', 'retarder', 'Retarder', retarder),
      ...one('proof-box', 'proofBox', 'Proof box', proofBox),
      ...one('bench', 'bench', 'Bench', typeof bench === 'number' ? { metres: bench } : bench),
      ...one('rack', 'racks', 'Racks', racks),
      ...held,
    ],
    ...rest,
  };
} // prettier-ignore
