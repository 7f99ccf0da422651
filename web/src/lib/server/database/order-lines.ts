import { sql } from 'kysely';
import type { OrderLine, StandingOrder } from '@jovet/core/plan/demand';
import { bad, good, problem, type Problem, type Result } from '@jovet/core/problem';
import type { Actor, Db, Tx } from './connection.ts';
import { inTransaction, lockOf, type Kept } from './kept.ts';

interface Keys {
  readonly customers: ReadonlyMap<string, { readonly id: string; readonly drops: readonly string[] }>;
  readonly products: ReadonlyMap<string, string>;
}

async function keysOf(tx: Tx, actor: Actor): Promise<Keys> {
  const customers = await tx
    .selectFrom('customer')
    .select(['id', 'slug', 'doc'])
    .where('bakehouse_id', '=', actor.bakehouseId)
    .where('retired_at', 'is', null)
    .execute();
  const products = await tx
    .selectFrom('product')
    .select(['id', 'slug'])
    .where('bakehouse_id', '=', actor.bakehouseId)
    .execute();
  return {
    customers: new Map(customers.map(({ id, slug, doc }) => [slug, { id, drops: doc.drops }])),
    products: new Map(products.map(({ id, slug }) => [slug, id])),
  };
}

/** The columns that a line of an order is known by. */
interface LineKey {
  readonly customer_id: string;
  readonly product_id: string;
  readonly drop_at: string;
}
type Cell = Pick<OrderLine, 'customer' | 'product' | 'drop'>;

/** The rows that a line of an order stands for, or what is wrong with it at `lines.<index>`. */
function keysOfLine(keys: Keys, line: Cell, index: number, away: boolean): LineKey | Problem {
  const at = (field: string, text: string, remedy: string) => problem(`lines.${index}.${field}`, text, remedy);
  const customer = keys.customers.get(line.customer);
  const product = keys.products.get(line.product);
  if (!customer) return at('customer', `“${line.customer}” is no customer here.`, 'Add it first.');
  if (product === undefined)
    return at('product', `“${line.product}” is not made here.`, 'Choose a product of one of your formulas.');
  // What was ordered for a van that does not go any more can still be taken away.
  if (!away && !customer.drops.includes(line.drop))
    return at('drop', `Nothing leaves for ${line.customer} at ${line.drop}.`, `Use ${customer.drops.join(' or ')}.`);
  return { customer_id: customer.id, product_id: product, drop_at: line.drop };
} // prettier-ignore

const nameOf = ({ customer_id, product_id, drop_at }: LineKey): string =>
  `${customer_id} ${product_id} ${drop_at}`;
const changedSince = (index: number, field: string, stands: string): Problem =>
  problem(
    `lines.${index}.${field}`,
    `Somebody else changed it to ${stands} since.`,
    'Take what stands there, or yours over it.',
  );

/** Lines with their rows, or the problems of those that have none. */
function found<L extends Cell>(keys: Keys, lines: readonly L[], isAway: (line: L) => boolean): Result<{ line: L; key: LineKey; index: number }[]> {
  const all = lines.map((line, index) => ({ line, index, key: keysOfLine(keys, line, index, isAway(line)) }));
  const problems = all.flatMap(({ key }) => ('problem' in key ? [key] : []));
  if (problems.length > 0) return bad(...problems);
  // Of two lines of one cell the later counts.
  const last = new Map(all.flatMap(({ key, ...rest }) => ('problem' in key ? [] : [[nameOf(key), { ...rest, key }] as const])));
  return good([...last.values()]);
} // prettier-ignore

/** Pieces of a line on one day, and what was said there when they were typed; null: nothing but what is standing. */
export type SaidLine = Omit<OrderLine, 'pieces'> & {
  readonly pieces: number | null;
  readonly was: number | null;
};

/**
 * Says what is ordered on one day: a line without pieces (null) goes back to what is standing.
 *
 * @returns or the problem of each line that cannot be, or that somebody else changed since; then nothing is kept
 */
export async function sayOrders(db: Db, actor: Actor, date: string, lines: readonly SaidLine[]): Promise<Kept<{ readonly lines: number }, readonly SaidLine[]>> {
  return inTransaction(db, async (tx) => {
    await lockOf(tx, actor, `orders ${date}`);
    const rows = found(await keysOf(tx, actor), lines, ({ pieces }) => !pieces);
    if (!rows.ok) return { kind: 'refused', problems: rows.problems };
    const said = await tx
      .selectFrom('order_said')
      .innerJoin('customer', 'customer.id', 'order_said.customer_id')
      .select(['customer_id', 'product_id', 'drop_at', 'pieces'])
      .where('customer.bakehouse_id', '=', actor.bakehouseId)
      .where('local_date', '=', date)
      .execute();
    const now = new Map(said.map(({ pieces, ...key }) => [nameOf(key), pieces]));
    const stale = rows.value.flatMap(({ line, key, index }) => {
      const stands = now.get(nameOf(key)) ?? null;
      return stands === line.was || stands === line.pieces ? [] : [{ line: { ...line, pieces: stands, was: stands }, problem: changedSince(index, 'pieces', stands === null ? 'what is standing' : String(stands)) }];
    });
    if (stale.length > 0) return { kind: 'stale', stands: stale.map(({ line }) => line), problems: stale.map((each) => each.problem) };
    for (const { line: { pieces }, key } of rows.value) await writeSaid(tx, actor, date, key, pieces);
    return { kind: 'done', value: { lines: lines.length } };
  });
} // prettier-ignore

async function writeSaid(
  tx: Tx,
  actor: Actor,
  date: string,
  key: LineKey,
  pieces: number | null,
): Promise<void> {
  if (pieces === null) {
    await tx
      .deleteFrom('order_said')
      .where((row) => row.and({ ...key, local_date: date }))
      .execute();
    return;
  }
  const written = { pieces, updated_by: actor.personId, updated_at: new Date() };
  await tx
    .insertInto('order_said')
    .values({ local_date: date, ...key, ...written })
    .onConflict((conflict) =>
      conflict
        .columns(['local_date', 'customer_id', 'product_id', 'drop_at'])
        .doUpdateSet({ ...written, rev: sql`order_said.rev + 1` }),
    )
    .execute();
}

/** What somebody gets every week, and what it was when it was typed; null: nothing. */
export type StandingLine = StandingOrder & { readonly was: Weekly | null };
type Weekly = Pick<StandingOrder, 'weekdays' | 'from' | 'to'>;
const NOTHING: Weekly = { weekdays: [0, 0, 0, 0, 0, 0, 0], from: null, to: null };

/**
 * Says what somebody gets every week, each weekday by itself: what was not changed stays as others have it now. A line of
 * nothing but zeros is taken off.
 *
 * @returns or the problem of each line that cannot be, or where somebody else changed the same since; then nothing is kept
 */
export async function keepStanding(db: Db, actor: Actor, lines: readonly StandingLine[]): Promise<Kept<{ readonly lines: number }, readonly StandingOrder[]>> {
  return inTransaction(db, async (tx) => {
    await lockOf(tx, actor, 'standing orders');
    const rows = found(await keysOf(tx, actor), lines, ({ weekdays }) => weekdays.every((pieces) => pieces === 0));
    if (!rows.ok) return { kind: 'refused', problems: rows.problems };
    const now = await standingNow(tx, actor);
    const merged = rows.value.map(({ line: { was, ...line }, key, index }) => {
      const stands = now.get(nameOf(key)) ?? NOTHING;
      return { key, line, stands, ...mergedWeek(was ?? NOTHING, line, stands, index) };
    });
    const problems = merged.flatMap((each) => each.problems);
    if (problems.length > 0)
      return { kind: 'stale', problems, stands: merged.map(({ line, stands }) => ({ ...line, ...stands })) };
    for (const { key, week } of merged) await writeStanding(tx, actor, key, week);
    return { kind: 'done', value: { lines: lines.length } };
  });
} // prettier-ignore

/** Takes standing orders over as they are, whatever stands there. @returns the problems of those that cannot be */
export async function writeAllStanding(
  tx: Tx,
  actor: Actor,
  lines: readonly StandingOrder[],
): Promise<Result<null>> {
  await lockOf(tx, actor, 'standing orders');
  const rows = found(await keysOf(tx, actor), lines, ({ weekdays }) =>
    weekdays.every((pieces) => pieces === 0),
  );
  if (!rows.ok) return rows;
  for (const { key, line } of rows.value) await writeStanding(tx, actor, key, line);
  return good(null);
}

async function standingNow(tx: Tx, actor: Actor): Promise<Map<string, Weekly>> {
  const rows = await tx
    .selectFrom('standing_order')
    .innerJoin('customer', 'customer.id', 'standing_order.customer_id')
    .select(['customer_id', 'product_id', 'drop_at', 'weekdays', 'valid_from as from', 'valid_to as to'])
    .where('customer.bakehouse_id', '=', actor.bakehouseId)
    .execute();
  return new Map(rows.map(({ weekdays, from, to, ...key }) => [nameOf(key), { weekdays, from, to }]));
}

/** A week with what was changed in it, and where somebody else changed the same to something else. */
function mergedWeek(was: Weekly, mine: Weekly, stands: Weekly, index: number): { week: Weekly; problems: Problem[] } {
  const problems: Problem[] = [];
  const pick = <T extends number | string | null>(field: string, before: T, wanted: T, now: T): T => {
    if (wanted === before || wanted === now) return now;
    if (now !== before) problems.push(changedSince(index, field, now === null ? 'no day' : String(now)));
    return wanted;
  };
  const week = {
    weekdays: mine.weekdays.map((pieces, day) => pick(`weekdays.${day}`, was.weekdays[day] ?? 0, pieces, stands.weekdays[day] ?? 0)),
    from: pick('from', was.from, mine.from, stands.from),
    to: pick('to', was.to, mine.to, stands.to),
  };
  return { week, problems };
} // prettier-ignore

async function writeStanding(tx: Tx, actor: Actor, key: LineKey, { weekdays, from, to }: Weekly): Promise<void> {
  if (weekdays.every((pieces) => pieces === 0)) {
    await tx
      .deleteFrom('standing_order')
      .where((row) => row.and({ ...key }))
      .execute();
    return;
  }
  const written = { weekdays: [...weekdays], valid_from: from, valid_to: to, updated_by: actor.personId, updated_at: new Date() };
  await tx
    .insertInto('standing_order')
    .values({ ...key, ...written })
    .onConflict((conflict) =>
      conflict
        .columns(['customer_id', 'product_id', 'drop_at'])
        .doUpdateSet({ ...written, rev: sql`standing_order.rev + 1` }),
    )
    .execute();
} // prettier-ignore
