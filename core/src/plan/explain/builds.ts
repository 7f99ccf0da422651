import { SLOT } from '../../dough/index.ts';
import { seededFlourOf, type SeededFlour } from '../../learned/index.ts';
import type { Schedule } from '../instance/index.ts';
import { idIn } from '../demand/index.ts';
import type { Network } from '../network/index.ts';

/** What a plan takes from a culture: a build that is fed from it, and where it goes. */
export interface PlannedBuild extends SeededFlour {
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
        const part = dough.scaled.parts.find(({ slug }) => id === idIn(dough.key, slug));
        const flour = dough.formula.doc.parts.find(({ slug }) => slug === part?.slug)?.seed?.flour;
        const feedAt = startOf(task);
        const uses = into.flatMap((each) => startOf(each) ?? []);
        if (!part?.seed || flour === undefined || feedAt === null || uses.length === 0) return [];
        return [
          {
            task: id, feedAt, at: Math.min(...uses), name: part.name, dough: dough.name,
            kilograms: part.needed, stands, flour, ...seededFlourOf(part.stage),
          },
        ];
      });
    })
    .sort((a, b) => a.feedAt - b.feedAt);
} // prettier-ignore
