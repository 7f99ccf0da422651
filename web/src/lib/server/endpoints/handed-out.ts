import { z } from 'zod';
import { formulaToCsv, ordersToCsv, planToCalendar, planToCsv, recipeOf } from '@jovet/core/formats';
import { PieceOrder } from '@jovet/core/formula';
import { scaleTo } from '@jovet/core/formula/scale';
import { draftOfFormula } from '@jovet/core/sheet';
import { judge } from '@jovet/core/plan/checker';
import { doughsOf, ordersOn, pullListOf } from '@jovet/core/plan/demand';
import { plannedDay, toldTasks } from '@jovet/core/plan/explain';
import { ovenDay } from '@jovet/core/plan/explain/oven';
import { networkOf } from '@jovet/core/plan/network';
import { bad, good, problem } from '@jovet/core/problem';
import type { Actor, Db } from '../database/connection.ts';
import { dayInputFor, readDayPlan } from '../database/day-plan.ts';
import { readVersion } from '../database/formula.ts';
import { readOrderBook } from '../database/orders.ts';
import { scaleAnswer } from './answers.ts';
import { endpoint, type Raw } from './endpoint.ts';
import { ScaleAnswer } from './schemas.ts';
import { Anything, ByDate, BySlug, MISSING } from './shapes.ts';

/** A text as a file. */
const file = (name: string, type: string, body: string): Raw => ({
  kind: 'raw',
  body,
  headers: {
    'content-type': `${type}; charset=utf-8`,
    'content-disposition': `attachment; filename="${name}"`,
  },
});
const jsonFile = (name: string, type: string, value: object): Raw =>
  file(name, type, JSON.stringify(value, null, 2));

/** Pieces of the first product, where an address does not say how many: one dough that is easily read. */
const PIECES = 100;
const Many = z.coerce
  .number()
  .pipe(PieceOrder.shape.pieces)
  .default(PIECES)
  .describe('pieces of its first product');

/** What the rooms hand out, as files and lists for other programs. */
export const HANDED_OUT = {
  'GET /formulas/{slug}/as/{form}': endpoint({
    right: 'read',
    summary: 'A formula as a file',
    description: 'formula.json: everything, for another Jovet. formula.csv: its sheet. recipe.jsonld: schema.org, in grams.',
    params: BySlug.extend({ form: z.enum(['formula.json', 'formula.csv', 'recipe.jsonld']) }),
    query: z.object({ pieces: Many }),
    answer: Anything,
    run: async ({ db, actor, params: { slug, form }, query: { pieces } }) => {
      const version = await readVersion(db, actor, slug);
      if (!version) return MISSING;
      const { formula } = version;
      if (form === 'formula.json') return jsonFile(`${slug}.json`, 'application/json', { jovet: 'formula', schema: 1, slug, note: version.note, formula: formula.doc });
      if (form === 'formula.csv') return file(`${slug}.csv`, 'text/csv', formulaToCsv(draftOfFormula(formula, '°C')));
      const scaled = scaleTo(formula, { by: 'pieces', order: orderOf(formula.doc.products, pieces) });
      return scaled.ok ? jsonFile(`${slug}.recipe.json`, 'application/ld+json', recipeOf(formula, scaled.value, `${pieces} pieces`)) : scaled;
    },
  }),
  'GET /formulas/{slug}/scale-sheet': endpoint({
    right: 'read',
    summary: 'The scale sheet of a formula',
    description: 'What is weighed for so many pieces, stage by stage, as the scales show it.',
    params: BySlug,
    query: z.object({ pieces: Many }),
    answer: ScaleAnswer,
    run: async ({ db, actor, params: { slug }, query: { pieces } }) => {
      const version = await readVersion(db, actor, slug);
      if (!version) return MISSING;
      const scaled = scaleTo(version.formula, { by: 'pieces', order: orderOf(version.formula.doc.products, pieces) });
      return scaled.ok ? good(scaleAnswer(scaled.value)) : scaled;
    },
  }),
  'GET /orders/{date}/{form}': endpoint({
    right: 'read',
    summary: 'Orders of a day as a table, or what is taken from the shelves for them',
    description: 'orders.csv comes back in as it went out. pull-list.json: ingredients, doughs and what is made before, kg.',
    params: ByDate.extend({ form: z.enum(['orders.csv', 'pull-list.json']) }),
    answer: Anything,
    run: ({ db, actor, params: { date, form } }) => (form === 'orders.csv' ? ordersTable(db, actor, date) : pullList(db, actor, date)),
  }),
  'GET /plans/{date}/{form}': endpoint({
    right: 'read',
    summary: 'The chosen plan as a table, a calendar, its loads, or its labels',
    description: 'plan.csv or plan.ics; `?person=` for one person. oven.json: loads deck by deck, and the stones under them. labels.json: what stands on each tub.',
    params: ByDate.extend({ form: z.enum(['plan.csv', 'plan.ics', 'oven.json', 'labels.json']) }),
    query: z.object({ person: z.string().max(200).optional() }),
    answer: Anything,
    run: ({ db, actor, params: { date, form }, query: { person = null } }) => planAs(db, actor, date, form, person),
  }),
}; // prettier-ignore

const orderOf = (
  products: readonly { readonly slug: string; readonly scaledWeight: number }[],
  pieces: number,
) => products.slice(0, 1).map(({ slug, scaledWeight }) => ({ product: slug, pieces, scaledWeight }));

async function ordersTable(db: Db, actor: Actor, date: string): Promise<Raw> {
  const book = await readOrderBook(db, actor, date);
  return file(
    `orders-${date}.csv`,
    'text/csv',
    ordersToCsv(ordersOn(date, book.customers, book.standing, book.said), book),
  );
}

async function pullList(db: Db, actor: Actor, date: string) {
  const input = await dayInputFor(db, actor, date);
  const doughs = input.ok ? doughsOf(input.value) : input;
  return doughs.ok ? good(pullListOf(doughs.value)) : doughs;
}

async function planAs(db: Db, actor: Actor, date: string, form: 'plan.csv' | 'plan.ics' | 'oven.json' | 'labels.json', person: string | null) {
  const plan = await readDayPlan(db, actor, date);
  if (!plan) return MISSING;
  const network = networkOf(plan.input);
  if (!network.ok) return network;
  const { schedule } = plan.doc;
  if (form === 'labels.json') return good({ labels: plannedDay(plan.input, network.value, schedule, false).labels });
  if (form === 'oven.json') return good(ovenDay(plan.input, network.value, schedule, judge(network.value, schedule).followed));
  const hands = network.value.instance.people.map(({ name }) => name);
  if (person !== null && !hands.includes(person))
    return bad(problem('person', `Nobody called “${person}” works on this day.`, `Name one of ${hands.join(', ')}.`));
  const all = toldTasks(plan.input, network.value, schedule);
  const tasks = person === null ? all : all.filter(({ people }) => people.includes(person));
  const name = `${date}${person === null ? '' : `-${person.toLowerCase().replace(/[^a-z0-9]+/g, '-')}`}.${form.slice(5)}`;
  return form === 'plan.csv'
    ? file(name, 'text/csv', planToCsv(tasks))
    : file(name, 'text/calendar', planToCalendar(`${person ?? plan.input.bakehouse.name} ${date}`, tasks, plan.savedAt));
} // prettier-ignore
