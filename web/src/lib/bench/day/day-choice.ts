import { remedied, type DayInput, type DayWeights, type Pin, type Remedy } from '@jovet/core/day';

/** What the head baker chose about a day beside its orders: undo goes back through it. */
export interface DayChoice {
  readonly pins: readonly Pin[];
  readonly remedies: readonly Remedy[];
  readonly weights: DayWeights;
  readonly seed: number;
}

export const choiceOf = (input: DayInput): DayChoice => ({
  pins: input.pins,
  remedies: [],
  weights: input.bakehouse.floor.weights,
  seed: input.seed,
});

/** A day as it stands, changed by what was chosen. */
export function chosenInput(base: DayInput, { pins, remedies, weights, seed }: DayChoice): DayInput {
  const { bakehouse } = base;
  const own: DayInput = {
    ...base,
    pins: [...pins],
    seed,
    bakehouse: { ...bakehouse, floor: { ...bakehouse.floor, weights } },
  };
  return remedies.reduce(remedied, own);
}

/** The choice with a task pinned, or let go (null). */
export const withPin = (choice: DayChoice, task: string, at: number | null): DayChoice => ({
  ...choice,
  pins: [
    ...choice.pins.filter((pin) => pin.task !== task),
    ...(at === null ? [] : [{ task, at: Math.round(at) }]),
  ],
});

export const withRemedy = (choice: DayChoice, remedy: Remedy): DayChoice =>
  remedy.kind === 'unpin'
    ? withPin(choice, remedy.task, null)
    : { ...choice, remedies: [...choice.remedies, remedy] };

/** What differs between the orders of two days, in words; empty if nothing. */
export function orderChanges(before: DayInput, now: DayInput): string[] {
  const key = ({ product, drop }: DayInput['demand'][number]) => `${product} ${drop}`;
  const was = new Map(before.demand.map((line) => [key(line), line]));
  const is = new Map(now.demand.map((line) => [key(line), line]));
  const nameOf = (line: DayInput['demand'][number]) =>
    [...now.formulas, ...before.formulas]
      .flatMap(({ formula }) => formula.doc.products)
      .find(({ slug }) => slug === line.product)?.name ?? line.product;
  return [...new Set([...was.keys(), ...is.keys()])].flatMap((each) => {
    const [a, b] = [was.get(each), is.get(each)];
    const [from, to] = [a?.pieces ?? 0, b?.pieces ?? 0];
    const line = b ?? a;
    return from === to || !line ? [] : [`${nameOf(line)} for ${line.drop}: ${to} instead of ${from}`];
  });
}
