import { planFeeding, temperatureFor } from '@jovet/core/culture/feeding';
import { doughScenario, usualTrial } from '@jovet/core/dough';
import { forecast, Scenario } from '@jovet/core/fermentation/forecast';
import { VIGOUR_SPREAD } from '@jovet/core/fermentation';
import { DEMO_FORMULAS, demoFormula, demoHouse, must } from '../../core/test/demo.ts';

const piece = { kind: 'piece', mass: 0.84 } as const;

/** A hearth dough from a warm tub through bench, proof box and a night in the cold: 36 hours, five surroundings. */
const long = Scenario.parse({
  culture: { share: 0.1572 },
  temperature: 25,
  stays: [
    {
      body: { kind: 'tub', mass: 12, length: 0.6, width: 0.4 },
      around: { coldest: 16, warmest: 22, warmestAt: 15 },
      hours: 4,
      keeps: 0.7,
    },
    { body: piece, around: 22, hours: 0.5 },
    { body: piece, around: 28, hours: 1 },
    { body: { ...piece, h: 12 }, around: 4, hours: 26 },
    { body: piece, around: 22, hours: 4.5 },
  ],
  targets: [1.1, 1.4],
});

/** The bulks of a long day: every demo dough in rooms and at temperatures of their own. */
function dayOfForecasts(count: number): Scenario[] {
  const { tub } = demoHouse();
  return Array.from({ length: count }, (_, index) => {
    const formula = demoFormula(DEMO_FORMULAS[index % DEMO_FORMULAS.length] ?? 'quay-country');
    const trial = must(usualTrial(formula, 16 + (index % 9), tub));
    return must(
      doughScenario(formula, { ...trial, fdt: trial.fdt - 2 + (index % 5) }, tub, {
        value: 0.8 + (index % 5) / 10,
        spread: VIGOUR_SPREAD.known,
      }),
    );
  });
}

/** Milliseconds: one long forecast, one feeding solved, and 500 forecasts together; as often as asked. */
export function benchFermentation(rounds: number): { long: number[]; solve: number[]; day: number[] } {
  const time = (times: number, work: () => void) => {
    for (let warm = 0; warm < 20; warm += 1) work();
    return Array.from({ length: times }, () => {
      const begun = performance.now();
      work();
      return performance.now() - begun;
    });
  };
  const culture = {
    ripeness: { earliest: 1.5, best: 2, latest: 2.8 },
    hydration: 1,
    vigour: 1,
    seedPopulation: 0.7,
  };
  const wish = {
    find: 'temperature' as const,
    feedAt: 0,
    readyAt: 36_000,
    celsius: 20,
    flour: 3,
    needed: 4,
    keepBack: 0.4,
    loss: 2,
  };
  const quiet = { from: 22 * 60, to: 2 * 60 };
  const scenarios = dayOfForecasts(500);
  return {
    long: time(rounds, () => must(forecast(long))),
    solve: time(rounds, () => {
      must(temperatureFor(culture, 4, 9));
      must(planFeeding(culture, wish, quiet, (epoch) => epoch / 60));
    }),
    day: time(10, () => scenarios.forEach((scenario) => must(forecast(scenario)))),
  };
}
