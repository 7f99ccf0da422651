import type { Culture } from '../../culture/index.ts';
import { flourOf, type FormulaLine } from '../../formula/index.ts';
import type { ScaledPart } from '../../formula/scale/index.ts';
import { SLOT } from '../../dough/index.ts';
import type { Schedule } from '../instance/index.ts';
import type { Network } from '../network/index.ts';

/** What a plan takes from a culture: a build that is fed from it, and where it goes. */
export interface PlannedBuild {
  /** Id of the task that feeds it, and when that is; epoch seconds. */
  readonly task: string;
  readonly feedAt: number;
  /** When it is used first. */
  readonly at: number;
  /** The pre-ferment, and the dough that it is for. */
  readonly name: string;
  readonly dough: string;
  /** kg that go into the dough or the next stage. */
  readonly kilograms: number;
  /** °C of where it stands. */
  readonly stands: number;
  /** New flour to 1 of seed, by mass. */
  readonly flour: number;
  /** Share of its flour that is rye, that is whole grain, and water over flour. */
  readonly rye: number;
  readonly wholeGrain: number;
  readonly hydration: number;
}

/** The builds of a plan that begin with a seed, in the order in which they are fed. */
export function buildsOf(network: Network, schedule: Schedule): PlannedBuild[] {
  const { instance, models, doughs } = network;
  const startOf = (task: number) => {
    const placed = schedule.tasks[task];
    return placed ? instance.origin + placed.start * SLOT : null;
  };
  return models
    .flatMap((model) => {
      const dough = doughs.find(({ key }) => key === model.key);
      if (!dough) return [];
      return model.preferments.flatMap(({ task, into, stands }): PlannedBuild[] => {
        const id = instance.tasks[task]?.id ?? '';
        const part = dough.scaled.parts.find(({ slug }) => id === `${dough.key}.${slug}`);
        const flour = dough.formula.doc.parts.find(({ slug }) => slug === part?.slug)?.seed?.flour;
        const feedAt = startOf(task);
        const uses = into.flatMap((each) => startOf(each) ?? []);
        if (!part?.seed || flour === undefined || feedAt === null || uses.length === 0) return [];
        return [
          {
            task: id, feedAt, at: Math.min(...uses), name: part.name, dough: dough.name,
            kilograms: part.needed, stands, flour, ...makeUpOf(part),
          },
        ];
      });
    })
    .sort((a, b) => a.feedAt - b.feedAt);
} // prettier-ignore

function makeUpOf({ stage }: ScaledPart): Pick<PlannedBuild, 'rye' | 'wholeGrain' | 'hydration'> {
  const sum = (of: (line: FormulaLine) => number) => stage.content.reduce((all, line) => all + of(line), 0);
  const flour = flourOf(stage.content);
  const share = (of: (line: FormulaLine) => number) => (flour > 0 ? sum(of) / flour : 0);
  return {
    rye: share(({ ingredient, percent }) => (ingredient.grain === 'rye' ? percent : 0)),
    wholeGrain: share(({ ingredient, percent }) => percent * ingredient.wholeGrain),
    hydration: share(({ ingredient, percent }) => (ingredient.kind === 'water' ? percent : 0)),
  };
}

/**
 * The culture that a build is fed from: of the same grain, and then as stiff.
 *
 * @returns its slug, or null where none fits
 */
export function cultureFor(build: PlannedBuild, cultures: readonly Culture[]): string | null {
  const wanted = (culture: Culture): number => {
    if (culture.of === 'no-flour' || (culture.of === 'rye') !== build.rye > 0.5) return Infinity;
    const grain = (culture.of === 'whole-wheat') === build.wholeGrain > 0.75 ? 0 : 1;
    return grain + Math.abs(culture.hydration - build.hydration);
  };
  const [best] = cultures.toSorted((a, b) => wanted(a) - wanted(b));
  return best && wanted(best) < Infinity ? best.slug : null;
}
