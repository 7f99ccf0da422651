import { json } from '@sveltejs/kit';
import { judge } from '@jovet/core/plan/checker';
import { networkOf } from '@jovet/core/plan/network';
import { toldTasks } from '@jovet/core/plan/explain';
import { ovenDay } from '@jovet/core/plan/explain/oven';
import { planToCalendar, planToCsv } from '@jovet/core/formats';
import { noSuchMethod, refuse } from '$lib/server/api/answer';
import { missing } from '$lib/server/api/changed';
import { database } from '$lib/server/database/connected';
import { notADate } from '$lib/server/dates';
import { readDayPlan } from '$lib/server/database/day-plan';

/**
 * The chosen plan of a day as a table (`plan.csv`), or as a calendar (`plan.ics`), of one person with `?person=`; its
 * loads, deck by deck, with the stones under them (`oven.json`).
 */
export async function GET({ params: { date, form }, url, locals: { actor } }) {
  const wrong = notADate(date);
  if (wrong) return wrong;
  const plan = await readDayPlan(database(), actor, date);
  if (!plan || !['plan.csv', 'plan.ics', 'oven.json'].includes(form)) return missing();
  const network = networkOf(plan.input);
  if (!network.ok) return refuse(422, network.problems);
  if (form === 'oven.json') {
    const { followed } = judge(network.value, plan.doc.schedule);
    return json(ovenDay(plan.input, network.value, plan.doc.schedule, followed));
  }
  const person = url.searchParams.get('person');
  const hands = network.value.instance.people.map(({ name }) => name);
  if (person !== null && !hands.includes(person)) {
    const problem = `Nobody called “${person}” works on this day.`;
    return refuse(422, [{ path: 'person', problem, remedy: `Name one of ${hands.join(', ')}.` }]);
  }
  const all = toldTasks(plan.input, network.value, plan.doc.schedule);
  const tasks = person === null ? all : all.filter(({ people }) => people.includes(person));
  const [body, type] =
    form === 'plan.csv'
      ? [planToCsv(tasks), 'text/csv']
      : [
          planToCalendar(`${person ?? plan.input.bakehouse.name} ${date}`, tasks, plan.savedAt),
          'text/calendar',
        ];
  const name = `${date}${person === null ? '' : `-${person.toLowerCase().replace(/[^a-z0-9]+/g, '-')}`}.${form.slice(5)}`;
  return new Response(body, {
    headers: {
      'content-type': `${type}; charset=utf-8`,
      'content-disposition': `attachment; filename="${name}"`,
    },
  });
}

export const fallback = noSuchMethod;
