/** A dough as far as it matters for where its row stands. */
export interface RowOf {
  readonly key: string;
  readonly batches: number;
  /** It is several doughs: they stay together, and the names of their steps are not written. */
  readonly several?: boolean;
}

/** Where a dough stands down the picture, px. */
export interface RowPlace {
  readonly top: number;
  readonly height: number;
  /** From one batch to the next. */
  readonly pitch: number;
  readonly batches: number;
  /** Its batches run close behind one another in one lane. */
  readonly folded: boolean;
  /** There is room for the names of its steps. */
  readonly named: boolean;
}

/** px that a row of its own takes at least: where doughs have less, those of one van stand together. */
export const leastOf = (rows: number): number => rows * (THIN + BETWEEN);

/** px that a batch takes down the picture, with the names under it; folded and without names; and at the most. */
const [LANE, THIN, MOST] = [35, 24, 92];
/** px of the names, and between two rows. */
const [NAMES, BETWEEN] = [13, 6];

/**
 * Rows as high as there is room for. Where not all batches have room, those of one dough are folded together.
 *
 * @param room px of all rows; 0: what they need
 * @param turned by the key of a dough, whether somebody wants it folded
 */
export function rowPlaces(
  rows: readonly RowOf[],
  from: number,
  room: number,
  turned: ReadonlyMap<string, boolean>,
): RowPlace[] {
  const free = room - rows.length * BETWEEN;
  const all = rows.reduce((sum, { batches }) => sum + batches, 0);
  const tight = room > 0 && free < all * LANE;
  const isFolded = ({ key, batches, several = false }: RowOf) =>
    batches > 1 && (several || (turned.get(key) ?? tight));
  const lanes = rows.reduce((sum, row) => sum + (isFolded(row) ? 1 : row.batches), 0);
  const lane = Math.min(MOST, Math.max(tight ? THIN : LANE, Math.floor(free / Math.max(1, lanes))));
  let top = from;
  return rows.map((row) => {
    const { batches } = row;
    const folded = isFolded(row);
    const each = folded || batches === 1 ? lane : Math.max(LANE, lane);
    const named = each >= LANE && row.several !== true;
    const height = (folded ? each : each * batches) + BETWEEN;
    const pitch = folded ? (each - (named ? NAMES : 4)) / batches : each;
    const place = { top, height, pitch, batches, folded, named };
    top += height;
    return place;
  });
}

/** px of the middle of a batch. */
export function middleOf({ top, pitch, folded, named }: RowPlace, batch: number | null): number {
  const before = ((batch ?? 1) - 1) * pitch;
  return top + before + (folded || !named ? pitch : pitch - NAMES) / 2 + (folded ? 2 : 0);
}

/** px that a ribbon may be thick: it never lies on its names, or on the batch beside it. */
export const thickest = ({ pitch, folded, named }: RowPlace): number =>
  Math.max(2, folded ? pitch - 1 : pitch - (named ? NAMES + 3 : 4));

/** px at which the names of a batch stand. */
export const namesAt = ({ top, height, pitch, folded }: RowPlace, batch: number): number =>
  folded ? top + height - BETWEEN : top + batch * pitch - 1;
