import type { Step, WayPart } from '../formula/way/index.ts';
import type { Thing } from '../equipment/index.ts';
import type { WorkRates } from './schema.ts';
import type { Skill } from './skills.ts';

/** A step at which somebody works. */
export type WorkStep = Extract<WayPart, { kind: 'work' }>['step'] | Extract<Step, { kind: 'fold' }>;

/** What is worked at. */
export interface Amount {
  readonly pieces: number;
  /** kg */
  readonly mass: number;
  readonly tubs: number;
  /** Ingredients to weigh. */
  readonly lines: number;
}

/** Hands at the mixer beyond its programme, s. Domain section 11, default. */
export const TEND = 240;

/** Work as it usually goes here, seconds: to set up, for a piece, for a kg. */
function usualWork(step: WorkStep, rates: WorkRates, amount: Amount): { setUp: number; each: number; kilogram: number } {
  const each = (seconds: number, setUp = 0) => ({ setUp, each: seconds, kilogram: 0 });
  switch (step.kind) {
    case 'weigh':
      return { setUp: rates.weighBase + rates.weighIngredient * amount.lines, each: 0, kilogram: 0 };
    case 'mix':
      return { setUp: TEND, each: 0, kilogram: 0 };
    case 'fold':
      return step.fold === 're-round'
        ? each(rates.preshape)
        : { setUp: amount.tubs * rates.foldBase, each: 0, kilogram: rates.foldKilogram };
    case 'lock-in':
    case 'turn':
      return { setUp: rates.turnBase, each: 0, kilogram: rates.turnKilogram };
    case 'divide':
      return each(rates.divide);
    case 'pre-shape':
      return each(rates.preshape);
    case 'shape':
      return each(rates.shape[step.shape]);
    case 'dip':
      return each(rates.dip, rates.bath);
    case 'bake':
    case 'cool':
      return each(0);
    default:
      return each(rates[step.kind]);
  }
} // prettier-ignore

/** Seconds of a stroke of a divider that cuts several at once. Domain section 11, default. */
const STROKE = 20;

/** Work as it goes with a machine that the step takes up; what that does not say is as by hand. */
function withMachine(step: WorkStep, usual: ReturnType<typeof usualWork>, tools: readonly Thing[]): ReturnType<typeof usualWork> {
  for (const tool of tools) {
    if (step.kind === 'divide' && tool.kind === 'divider') return { ...usual, each: (tool.each ?? STROKE) / tool.heads };
    if (step.kind === 'shape' && tool.kind === 'moulder') return { ...usual, each: tool.each ?? usual.each };
    if ((step.kind === 'turn' || step.kind === 'lock-in') && tool.kind === 'sheeter') return { ...usual, kilogram: tool.kilogram ?? usual.kilogram };
  }
  return usual;
} // prettier-ignore

/** Machines that a step takes up: those that it names, and of the kind that it is done by the first that is not kept for need. */
export function machinesOf(step: WorkStep, equipment: readonly Thing[]): Thing[] {
  if (step.kind === 'cool') return [];
  const named = step.gear.flatMap((slug) => equipment.find((each) => each.slug === slug) ?? []);
  const kind = 'tool' in step ? step.tool : 'hand';
  const there = equipment.filter((each) => each.kind === kind);
  const by = named.some((each) => each.kind === kind)
    ? undefined
    : (there.find(({ spare }) => !spare) ?? there[0]);
  return by ? [...named, by] : named;
}

/**
 * Seconds of work for one person, as the step says it or as it usually goes here, with the machines that it takes up.
 *
 * @param equipment of the bakehouse
 */
export function workOf(step: WorkStep, rates: WorkRates, amount: Amount, equipment: readonly Thing[] = []): number {
  if (step.kind === 'cool') return 0;
  const usual = withMachine(step, usualWork(step, rates, amount), machinesOf(step, equipment));
  const { setUp, each, kilogram } = step;
  return (setUp ?? usual.setUp) + amount.pieces * (each ?? usual.each) + amount.mass * (kilogram ?? usual.kilogram);
} // prettier-ignore

/** What such work asks of hands, where its step does not say. */
export function skillOf(step: WorkStep): Skill {
  if (step.kind !== 'cool' && step.skill) return step.skill;
  switch (step.kind) {
    case 'weigh':
    case 'mix':
    case 'fold':
      return 'mix';
    case 'bake':
    case 'score':
    case 'dip':
    case 'wash':
    case 'top':
    case 'dock':
    case 'stencil':
    case 'unmould':
    case 'brush':
    case 'glaze':
    case 'syrup':
      return 'oven';
    case 'dust':
    case 'cover':
    case 'slice':
    case 'wrap':
    case 'freeze':
    case 'pack':
    case 'cool':
      return 'pack';
    default:
      return 'shape';
  }
}

/** Work that two people share where its step does not say otherwise. */
const SHARED: ReadonlySet<WorkStep['kind']> = new Set([
  'fold', 'lock-in', 'turn', 'divide', 'pre-shape', 'shape', 'assemble', 'fill', 'dip', 'slice', 'wrap', 'freeze', 'pack',
]); // prettier-ignore
/** Work that is done at the bench. */
const AT_BENCH: ReadonlySet<WorkStep['kind']> = new Set([
  'lock-in', 'turn', 'divide', 'pre-shape', 'shape', 'assemble', 'fill',
]); // prettier-ignore

/** Work that dough does not wait for: where it takes one person longer than this, s, more are sent. Chosen for Jovet. */
const LONG = 1900;
/** Work that bread waits for as long as it takes. */
const PATIENT: ReadonlySet<WorkStep['kind']> = new Set(['slice', 'wrap', 'freeze', 'pack']);
/** People at one piece of work, at most. */
const CREW = 6;

/**
 * People who may do it together, and whether it takes bench. Where nothing is said it is one or two; more, if the first
 * pieces would be far past before the last were done.
 *
 * @param seconds that one person takes
 * @param there people who can do it at one time
 */
export function handsOf(step: WorkStep, seconds = 0, there = 1): { people: readonly [least: number, most: number]; bench: boolean } {
  const bench = AT_BENCH.has(step.kind);
  if (step.kind === 'cool') return { people: [1, 1], bench };
  const shared = SHARED.has(step.kind);
  const most = Math.max(step.least, step.most ?? (shared ? 2 : 1));
  if (!shared || step.most !== null || seconds <= LONG) return { people: [step.least, most], bench };
  const wanted = Math.min(there, CREW, Math.ceil(seconds / LONG));
  if (PATIENT.has(step.kind)) return { people: [step.least, Math.max(most, Math.min(there, CREW, wanted + 1))], bench };
  const least = Math.max(step.least, wanted);
  return { people: [least, Math.max(least, Math.min(there, CREW, wanted + 1))], bench };
} // prettier-ignore
