import type { FloorDraft, ThingDraft, ThingType } from '@jovet/core/bakehouse';
import { parseSides } from '@jovet/core/field';
import { parseNumber } from '@jovet/core/units';

/** A box on the plan, m from the left and from the top of all that is drawn. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

export interface DrawnThing extends Box {
  /** Among the things of the draft. */
  readonly index: number;
  /** Its size is known, and not only that of such things. */
  readonly measured: boolean;
}

export interface DrawnRoom extends Box {
  readonly index: number;
  readonly measured: boolean;
  readonly things: readonly DrawnThing[];
}

export interface PlanView {
  readonly rooms: readonly DrawnRoom[];
  /** m of all of it. */
  readonly width: number;
  readonly height: number;
}

/** m on the floor of things that do not say, length and depth. Chosen for Jovet. */
const USUAL: Readonly<Record<Exclude<ThingType, 'holder'>, readonly [number, number]>> = {
  mixer: [0.9, 1.1], oven: [1.7, 1.5], retarder: [1.6, 1], 'proof-box': [1.2, 1], freezer: [1, 0.9], rack: [1.2, 0.7], bench: [2, 0.8],
  divider: [0.9, 0.9], sheeter: [2.4, 0.9], moulder: [1.4, 0.8],
}; // prettier-ignore
/** m between things that find their own place, between rooms, and from the walls. */
const [AISLE, BETWEEN, WALL] = [0.5, 0.4, 0.2];
/** m: rooms stand side by side as far as this; a room that does not say is as wide as this at least. */
const [ABREAST, ROOM] = [16, 9];
/** m that does not matter. */
const HAIR = 1e-6;

/** `120 × 80 cm` as m; null while it cannot be read. */
function sides(text = ''): readonly [number, number] | null {
  const read = parseSides(text);
  return read.ok ? [read.value.length, read.value.width] : null;
}

function sizeOf({ type, fields }: ThingDraft): { size: readonly [number, number]; measured: boolean } {
  const own = sides(fields['size']);
  if (own) return { size: own, measured: true };
  if (type === 'holder') return { size: [0, 0], measured: false };
  const [length, depth] = USUAL[type];
  const metres = type === 'bench' ? parseNumber(fields['metres'] ?? '') : null;
  // A bench that is longer than a room is several of them.
  return {
    size: [metres?.ok && metres.value > 0 ? Math.min(5, metres.value) : length, depth],
    measured: false,
  };
}

const meets = (a: Box, b: Box, gap: number): boolean =>
  a.x < b.x + b.w + gap && b.x < a.x + a.w + gap && a.y < b.y + b.h + gap && b.y < a.y + a.h + gap;

/** The room that a thing stands in, among those of the draft; the first where it does not say. */
export function roomOf({ rooms }: Pick<FloorDraft, 'rooms'>, { fields }: ThingDraft): number {
  const named = (fields['room'] ?? '').trim().toLowerCase();
  const found = rooms.findIndex((room) => named !== '' && (room.slug === named || (room.fields['name'] ?? '').toLowerCase() === named));
  return Math.max(0, found);
} // prettier-ignore

/** Rooms and what stands in them, to scale where sizes are known: what has no place of its own finds one. */
export function planView(draft: Pick<FloorDraft, 'rooms' | 'things'>): PlanView {
  const drawn: DrawnRoom[] = [];
  let [x, y, deep, width] = [0, 0, 0, 0];
  draft.rooms.forEach((room, index) => {
    const own = draft.things.flatMap((thing, at) =>
      thing.type !== 'holder' && roomOf(draft, thing) === index ? [{ thing, at }] : [],
    );
    const inside = roomView(own, sides(room.fields['size']));
    if (x > 0 && x + inside.w > ABREAST) [x, y, deep] = [0, y + deep + BETWEEN, 0];
    drawn.push({ ...inside, index, x, y, things: inside.things.map((each) => ({ ...each, x: each.x + x, y: each.y + y })) });
    x += inside.w + BETWEEN;
    deep = Math.max(deep, inside.h);
    width = Math.max(width, x - BETWEEN);
  });
  return { rooms: drawn, width: Math.max(1, width), height: Math.max(1, y + deep) };
} // prettier-ignore

function roomView(own: readonly { thing: ThingDraft; at: number }[], size: readonly [number, number] | null): Omit<DrawnRoom, 'index'> {
  const wide = size?.[0] ?? Math.max(ROOM, ...own.map(({ thing }) => sizeOf(thing).size[0] + 2 * WALL));
  const things: DrawnThing[] = own.flatMap(({ thing, at }) => {
    if (!thing.at) return [];
    const { size: [w, h], measured } = sizeOf(thing); // prettier-ignore
    return [{ index: at, measured, x: thing.at.x, y: thing.at.y, w, h }];
  });
  for (const { thing, at } of own) {
    if (thing.at) continue;
    const { size: [w, h], measured } = sizeOf(thing); // prettier-ignore
    things.push({ index: at, measured, w, h, ...freePlace(things, w, h, wide) });
  }
  const reach = (far: (thing: DrawnThing) => number) => Math.max(0, ...things.map(far)) + WALL;
  return {
    x: 0, y: 0, w: Math.max(wide, reach((each) => each.x + each.w)), h: size?.[1] ?? Math.max(3, reach((each) => each.y + each.h)),
    measured: size !== null, things: things.sort((a, b) => a.index - b.index),
  };
} // prettier-ignore

/** The first free place of a room, from its back wall on: along it past what is in the way, then past the shallowest of that. */
function freePlace(taken: readonly Box[], w: number, h: number, wide: number): { x: number; y: number } {
  const depths = [WALL, ...taken.map((each) => each.y + each.h + AISLE)].sort((a, b) => a - b);
  for (const y of depths)
    for (let x = WALL; x + w <= wide - WALL + HAIR;) {
      const inTheWay = taken.find((each) => meets({ x, y, w, h }, each, AISLE - HAIR));
      if (!inTheWay) return { x, y };
      x = inTheWay.x + inTheWay.w + AISLE;
    }
  return { x: WALL, y: depths.at(-1) ?? WALL };
}

/** Where a thing is put that is dragged: m of its room, in steps of 10 cm. */
export const placedAt = (x: number, y: number): { x: number; y: number } => ({
  x: Math.min(100, Math.max(0, Math.round(x * 10) / 10)),
  y: Math.min(100, Math.max(0, Math.round(y * 10) / 10)),
});

/** The thing that stands nearest to a side of another. */
export function nextThing(
  things: readonly DrawnThing[],
  from: DrawnThing,
  [dx, dy]: readonly [number, number],
): DrawnThing | null {
  const ahead = things.flatMap((thing) => {
    const [x, y] = [thing.x + thing.w / 2 - from.x - from.w / 2, thing.y + thing.h / 2 - from.y - from.h / 2];
    const [along, across] = [x * dx + y * dy, Math.abs(x * dy) + Math.abs(y * dx)];
    return thing.index !== from.index && along > 0.05 && across <= 2.5 * along
      ? [{ thing, away: along + 2 * across }]
      : [];
  });
  return ahead.sort((a, b) => a.away - b.away)[0]?.thing ?? null;
}
