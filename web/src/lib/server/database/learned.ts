import { mainMix } from '@jovet/core/formula/way';
import { sql } from 'kysely';
import {
  learnedPace,
  learnedRate,
  vigoursOf,
  type Learned,
  type LearnedVigour,
  type PaceRecord,
  type RateRecord,
} from '@jovet/core/learned';
import type { Mixer } from '@jovet/core/mix';
import { frictionOfLog, recordsOf } from '@jovet/core/mix/record';
import { DayInput } from '@jovet/core/plan/demand';
import type { ViewTask } from '@jovet/core/plan/explain';
import { networkOf, TWO } from '@jovet/core/plan/network';
import { effectiveEvents } from '@jovet/core/run';
import { localTime } from '@jovet/core/time';
import type { Actor, Db, Tx } from './connection.ts';
import { listCultures, type StoredCulture } from './culture.ts';
import { eventsOfDay, listEvents } from './event.ts';
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
  programmes = [...new Set(made.map(({ formula }) => mainMix(formula.doc).programme))],
): Promise<Learned> {
  const [log, cultures, taught] = await Promise.all([
    readLog(db, actor),
    listCultures(db, actor),
    taughtBefore(db, actor, date),
  ]);
  const seen = joined(taught.map(({ paces }) => paces));
  const records = frictionOfLog(log);
  return {
    friction: mixers.flatMap(({ slug }) =>
      programmes.flatMap((programme) => recordsOf(records, slug, programme)),
    ),
    vigour: cultures.slice(0, MOST_CULTURES).map((each) => vigourOfStored(actor, each)),
    pace: made.flatMap(
      ({ slug, formula }) => learnedPace(slug, formula.doc.name, seen.get(slug) ?? []) ?? [],
    ),
    rates: [...joined(taught.map(({ rates }) => rates))].flatMap(
      ([kind, each]) => learnedRate(kind, each) ?? [],
    ),
  };
}

/** What is computed from records that stand is computed once. */
const vigours = new Map<string, LearnedVigour>();
const days = new Map<string, TaughtDay>();

/** What the events of a day teach: how fast its doughs rose, by formula, and how long work took, by its kind. */
interface TaughtDay {
  readonly paces: ReadonlyMap<string, readonly PaceRecord[]>;
  readonly rates: ReadonlyMap<string, readonly RateRecord[]>;
}

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

/** What the days before one teach, the oldest first. */
async function taughtBefore(db: Db | Tx, actor: Actor, date: string): Promise<TaughtDay[]> {
  const known = await db
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
    .having(sql<boolean>`bool_or(event.happened ->> 'quantity' = 'height' or event.kind = 'ended')`)
    .orderBy('day_plan.local_date', 'desc')
    .limit(DAYS)
    .execute(); // prettier-ignore
  const found: TaughtDay[] = [];
  for (const { day, n, last, tasks } of known.toReversed()) {
    const key = `${actor.bakehouseId} ${day} ${n} ${last}`;
    const there = days.get(key) ?? (await taughtBy(db, actor, day, n, tasks ?? []));
    found.push(kept(days, key, () => there));
  }
  return found;
}

/** Records of several days by what they are of, in their order. */
function joined<T>(maps: readonly ReadonlyMap<string, readonly T[]>[]): ReadonlyMap<string, readonly T[]> {
  const all = new Map<string, readonly T[]>();
  for (const map of maps) for (const [key, own] of map) all.set(key, [...(all.get(key) ?? []), ...own]);
  return all;
}

/** What a day teaches by its chosen plan. @param looked the mixes that were looked at */
async function taughtBy(db: Db | Tx, actor: Actor, day: string, n: number, looked: readonly string[]): Promise<TaughtDay> {
  const { input, shown } = await db
    .selectFrom('day_plan')
    .select(['input', 'shown'])
    .where('bakehouse_id', '=', actor.bakehouseId)
    .where('local_date', '=', day)
    .where('n', '=', n)
    .executeTakeFirstOrThrow();
  const tasks = shown?.view.tasks ?? [];
  return {
    rates: await ratesOf(db, actor, day, tasks),
    paces: looked.length > 0 ? await pacesOf(db, actor, day, input, tasks, looked) : new Map(),
  };
} // prettier-ignore

/** Seconds within which something is noted as it happens, and not from memory. */
const AS_IT_HAPPENED = 120;

/** How long the work of a day took that was begun and ended under somebody's hands, by its kind. */
async function ratesOf(db: Db | Tx, actor: Actor, day: string, tasks: readonly ViewTask[]): Promise<TaughtDay['rates']> {
  const events = effectiveEvents(await listEvents(db, actor, { day })).filter(
    ({ at, recordedAt, subject }) => subject.kind === 'task' && Math.abs(recordedAt - at) <= AS_IT_HAPPENED,
  );
  const found = new Map<string, RateRecord[]>();
  for (const { id, note, people } of tasks) {
    const when = (kind: string) => events.findLast(({ subject, happened }) => subject.id === id && happened.kind === kind)?.at;
    const [began, ended] = [when('began'), when('ended')];
    if (note.work === undefined || began === undefined || ended === undefined || ended <= began) continue;
    const reckoned = note.work * (people.length > 1 ? TWO : 1);
    found.set(note.kind, [...(found.get(note.kind) ?? []), { day, task: id, reckoned, real: ended - began }]);
  }
  return found;
} // prettier-ignore

/** How fast the batches of a day were seen to rise, by formula. @param mixes those that were looked at */
async function pacesOf(
  db: Db | Tx,
  actor: Actor,
  day: string,
  input: unknown,
  tasks: readonly ViewTask[],
  mixes: readonly string[],
): Promise<TaughtDay['paces']> {
  const planned = DayInput.safeParse(input);
  if (!planned.success) return new Map();
  // Only doughs that were looked at are followed, as far as the plan says whose its tasks are.
  const looked = new Set(tasks.flatMap(({ id, note }) => (mixes.includes(id) ? (note.formula ?? null) : [])));
  if (tasks.length === 0) looked.add(null);
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
