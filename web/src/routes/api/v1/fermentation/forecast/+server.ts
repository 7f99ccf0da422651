import { acidityAt, stageAt } from '@jovet/core/fermentation';
import { forecast, Scenario } from '@jovet/core/fermentation/forecast';
import { good } from '@jovet/core/problem';
import { answer, noSuchMethod, readBody } from '$lib/server/api/answer';

/** So many points draw a curve. */
const POINTS = 200;

export async function POST({ request }) {
  const body = await readBody(request, Scenario);
  if (body instanceof Response) return body;
  const result = forecast(body);
  if (!result.ok) return answer(result);
  const { crossings, course, leavening, grown, acidity, cautions } = result.value;
  const every = Math.ceil(course.length / POINTS);
  return answer(
    good({
      crossings,
      course: course
        .filter((_, index) => index % every === 0 || index === course.length - 1)
        .map((state) => ({
          time: state.time,
          temperature: state.temperature,
          rise: state.rise,
          acidity: acidityAt(state, leavening),
          stage: body.ripeness && stageAt(state.rise, body.ripeness),
        })),
      grown,
      acidity,
      cautions,
    }),
  );
}

export const fallback = noSuchMethod;
