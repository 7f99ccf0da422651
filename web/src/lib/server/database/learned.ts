import { sql } from 'kysely';
import {
  learnedPace,
  vigoursOf,
  type Learned,
  type LearnedVigour,
  type PaceRecord,
} from '@jovet/core/learned';
import type { Mixer } from '@jovet/core/mix';
import { frictionOfLog, recordsOf } from '@jovet/core/mix/record';
import { DayInput } from '@jovet/core/plan/demand';
import { networkOf } from '@jovet/core/plan/network';
import { localTime } from '@jovet/core/time';
import type { Actor, Db, Tx } from './connection.ts';
import { listCultures, type StoredCulture } from './culture.ts';
import { eventsOfDay } from './event.ts';
import type { PublishedFormula } from './formula.ts';
import { readLog } from './mix.ts';

/** So many days on which doughs were looked at are learned from. */
const DAYS = 20;
const MOST_KEPT = 100;
/** Cultures that a plan knows of; nobody keeps so many. */
const MOST_CULTURES = 100;

/**
 * What records teach of doughs, cultures and mixers: of doughs from before a day, so that a plan does not learn from
 * itself.
 *
 * @param made the formulas of the day
 * @param programmes by which they may be mixed
 */
export async function learnedFor(
  db: Db | Tx,
  actor: Actor,
  date: string,
  mixers: readonly Mixer[],
  made: readonly Pick<PublishedFormula, 'slug' | 'formula'>[],
  programmes = [...new Set(made.map(({ formula }) => formula.doc.process.programme))],
): Promise<Learned> {
  const [log, cultures, seen] = await Promise.all([
    readLog(db, actor),
    listCultures(db, actor),
    pacesBefore(db, actor, date),
  ]);
  const records = frictionOfLog(log);
  return {
    friction: mixers.flatMap(({ slug }) =>
      programmes.flatMap((programme) => recordsOf(records, slug, programme)),
    ),
    vigour: cultures.slice(0, MOST_CULTURES).map((each) => vigourOfStored(actor, each)),
    pace: made.flatMap(
      ({ slug, formula }) => learnedPace(slug, formula.doc.name, seen.get(slug) ?? []) ?? [],
    ),
  };
}

/** What is computed from records that stand is computed once. */
const vigours = new Map<string, LearnedVigour>();
const paces = new Map<string, ReadonlyMap<string, readonly PaceRecord[]>>();

function kept<T>(known: Map<string, T>, key: string, compute: () => T): T {
  const there = known.get(key);
  if (there !== undefined) return there;
  const [oldest] = known.keys();
  if (known.size >= MOST_KEPT && oldest !== undefined) known.delete(oldest);
  const made = compute();
  known.set(key, made);
  return made;
}

function vigourOfStored({ zone }: Actor, { id, rev, culture, builds }: StoredCulture): LearnedVigour {
  const seen = builds.map((each) => `${each.id} ${each.rev} ${each.signs.length}`);
  return kept(vigours, [id, rev, ...seen].join(), () => {
    const [vigour] = vigoursOf([{ culture, builds }], (epoch) => localTime(epoch, zone).hour);
    if (!vigour) throw new Error('a culture has a vigour');
    return vigour;
  });
}

/** How fast batches were seen to rise on the days before one, by formula, the oldest first. */
async function pacesBefore(
  db: Db | Tx,
  actor: Actor,
  date: string,
): Promise<ReadonlyMap<string, readonly PaceRecord[]>> {
  const days = await db
    .selectFrom('event')
    .innerJoin('day_plan', (join) =>
      join
        .onRef('day_plan.bakehouse_id', '=', 'event.bakehouse_id')
        .onRef('day_plan.local_date', '=', 'event.local_date')
        .on('day_plan.chosen', '=', true),
    )
    .select(['day_plan.local_date as day', 'day_plan.n'])
    .select(({ fn }) => fn.max('event.seq').as('last'))
    .select(
      sql<string[]>`array_agg(distinct event.subject_id) filter (where event.happened ->> 'quantity' = 'height')`.as('tasks'),
    )
    .where('event.bakehouse_id', '=', actor.bakehouseId)
    .where('event.subject_kind', '=', 'task')
    .where('event.local_date', '<', date)
    .groupBy(['day_plan.local_date', 'day_plan.n'])
    .having(sql<boolean>`bool_or(event.happened ->> 'quantity' = 'height')`)
    .orderBy('day_plan.local_date', 'desc')
    .limit(DAYS)
    .execute(); // prettier-ignore
  const all = new Map<string, PaceRecord[]>();
  for (const { day, n, last, tasks } of days.toReversed()) {
    const key = `${actor.bakehouseId} ${day} ${n} ${last}`;
    const known = paces.get(key) ?? (await pacesOfDay(db, actor, day, n, tasks));
    for (const [formula, own] of kept(paces, key, () => known))
      all.set(formula, [...(all.get(formula) ?? []), ...own]);
  }
  return all;
}

/** How fast the batches of a day were seen to rise, by formula. @param tasks their mixes */
async function pacesOfDay(
  db: Db | Tx,
  actor: Actor,
  day: string,
  n: number,
  tasks: readonly string[],
): Promise<ReadonlyMap<string, readonly PaceRecord[]>> {
  const { input, shown } = await db
    .selectFrom('day_plan')
    .select(['input', 'shown'])
    .where('bakehouse_id', '=', actor.bakehouseId)
    .where('local_date', '=', day)
    .where('n', '=', n)
    .executeTakeFirstOrThrow();
  const planned = DayInput.safeParse(input);
  if (!planned.success) return new Map();
  // Only doughs that were looked at are followed, as far as the plan says whose its tasks are.
  const looked = new Set(
    shown?.view.tasks.flatMap(({ id, note }) => (tasks.includes(id) ? (note.formula ?? null) : [])) ?? [null],
  );
  const network = networkOf({
    ...planned.data,
    demand: planned.data.demand.filter(({ formula }) => looked.has(null) || looked.has(formula)),
    events: await eventsOfDay(db, actor, day),
  });
  if (!network.ok) return new Map();
  const seen = new Map<string, PaceRecord[]>();
  network.value.doughs.forEach(({ slug }, index) => {
    const own = network.value.models[index]?.seen ?? [];
    if (own.length > 0) seen.set(slug, [...(seen.get(slug) ?? []), ...own]);
  });
  return seen;
}
