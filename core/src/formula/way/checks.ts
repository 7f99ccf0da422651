import { problem, type Problem } from '../../problem/index.ts';
import { AFTER_KINDS, DOUGH_KINDS, FINISH_KINDS, PIECE_KINDS } from './kinds.ts';
import type { MadeBy } from './of.ts';
import type { Stand, Step, StepOf } from './step.ts';
import { listWord, stepWord } from './words.ts';

/** Strength of a lye bath that only a trained person may make, and that nobody dips bread into, percent. Dough-way section 1. */
const [TRAINED, NOBODY] = [10, 25];

type Asked = MadeBy & { readonly additions: readonly { readonly slug: string }[] };

/**
 * What cannot be about the way of a dough, each at its step: `way.2.until`, `pieces.0`, `products.1.way.3.percent`.
 *
 * @example
 * assert.deepEqual(wayProblems(quayCountry.doc), []);
 */
export function wayProblems(doc: Asked): Problem[] {
  return [
    ...doughProblems(doc),
    ...piecesProblems('pieces', doc.pieces, doc),
    ...doc.products.flatMap((product, index) =>
      product.way ? piecesProblems(`products.${index}.way`, product.way, doc) : [],
    ),
  ];
}

function doughProblems(doc: Asked): Problem[] {
  const { way } = doc;
  const main = way.findIndex((step) => step.kind === 'mix' && step.programme !== null);
  const found: Problem[] = [];
  if (main < 0)
    return [problem('way', 'Nothing is mixed.', 'Add a mix, and choose its programme.')];
  const mix = way[main];
  if (mix?.kind === 'mix' && mix.to === null)
    found.push(problem(`way.${main}.to`, 'The mix does not say how warm its dough is to be.', 'Enter a temperature, such as 24 °C.'));
  if (way.at(-1)?.kind !== 'divide')
    found.push(problem(`way.${way.length - 1}`, 'The dough is never divided.', 'Let the way of the dough end with its cut.'));
  way.forEach((step, index) => {
    const at = `way.${index}`;
    if (!(DOUGH_KINDS as readonly string[]).includes(step.kind))
      found.push(
        step.kind === 'proof'
          ? problem(at, 'A proof stands before the cut.', 'Put it after the cut, or let the dough rest here.')
          : problem(at, `To ${stepWord(step.kind)} belongs to pieces, and here the dough is still whole.`, 'Put it after the cut.'),
      );
    else if (step.kind === 'divide' && index < way.length - 1)
      found.push(problem(at, 'The dough is divided before its way is over.', 'Put what comes after it into the way of the pieces.'));
    else if (index < main && !['weigh', 'mix', 'rest'].includes(step.kind))
      found.push(problem(at, `To ${stepWord(step.kind)} comes before the mix.`, 'Put it after the mix.'));
    else if (index < main && step.kind === 'rest' && step.until.by === 'rise')
      found.push(problem(`${at}.until`, 'Before the mix nothing rises.', 'Let this rest go by the clock.'));
    else if (step.kind === 'turn' && !way.slice(0, index).some(({ kind }) => kind === 'lock-in'))
      found.push(problem(at, 'There is no fat to turn: nothing is locked in before.', 'Add a lock-in before it, or take the turn away.'));
    else if (step.kind === 'weigh' && way.slice(0, index).some(({ kind }) => kind !== 'weigh'))
      found.push(problem(at, 'It is weighed after it has begun.', 'Put the weighing first.'));
  });
  return [...found, ...addedProblems(doc), ...listProblems('way', way)];
} // prettier-ignore

/** Additions that mixes take: each is there, and goes in once. */
function addedProblems({ way, additions }: Asked): Problem[] {
  const known = new Set(additions.map(({ slug }) => slug));
  const taken = new Set<string>();
  return way.flatMap((step, index) =>
    step.kind !== 'mix'
      ? []
      : step.adds.flatMap((slug, n) => {
          const at = `way.${index}.adds.${n}`;
          if (!known.has(slug))
            return [problem(at, `“${slug}” is not on the sheet.`, 'Choose one of its additions, or take it away here.')];
          if (taken.has(slug)) return [problem(at, `“${slug}” goes in twice.`, 'Let it go in at one mix.')];
          taken.add(slug);
          return [];
        }),
  );
} // prettier-ignore

function piecesProblems(list: string, steps: readonly Step[], doc: Asked): Problem[] {
  const found: Problem[] = [];
  const baked = steps.findIndex(({ kind }) => kind === 'bake');
  const at = (index: number) => `${list}.${index}`;
  steps.forEach((step, index) => {
    const { kind } = step;
    const after = baked >= 0 && index > baked;
    if (!PIECE_KINDS.includes(kind))
      found.push(problem(at(index), `To ${stepWord(kind)} comes after the cut.`, 'Put it into the way of the dough.'));
    else if (kind === 'bake' && index !== baked)
      found.push(problem(at(index), 'It is baked twice.', 'Keep one bake: change its heat where it bakes in two parts.'));
    else if (after && (kind === 'proof' || kind === 'pre-shape' || kind === 'shape' || kind === 'fold' || kind === 'assemble'))
      found.push(problem(at(index), `To ${stepWord(kind)} comes after the bake.`, 'Put it before the bake.'));
    else if (after && (FINISH_KINDS as readonly string[]).includes(kind))
      found.push(problem(at(index), `To ${stepWord(kind)} comes after the bake.`, 'Put it before the bake; what is done to bread are brush, glaze, syrup and dust.'));
    else if (!after && ((AFTER_KINDS as readonly string[]).includes(kind) || kind === 'cool'))
      found.push(problem(at(index), `To ${stepWord(kind)} comes before the bake.`, baked < 0 ? 'Add a bake before it.' : 'Put it after the bake.'));
    else if ((kind === 'pack' || kind === 'freeze') && index < steps.length - 1)
      found.push(problem(at(index), `To ${stepWord(kind)} is not the last.`, 'Put it at the end.'));
    else if (kind === 'thaw') found.push(...thawProblems(at(index), step as StepOf<'thaw'>, index, doc));
    else if (kind === 'dip') found.push(...dipProblems(at(index), step));
  });
  return [...found, ...listProblems(list, steps)];
} // prettier-ignore

function thawProblems(at: string, step: StepOf<'thaw'>, index: number, { products, pieces }: Asked): Problem[] {
  if (index > 0) return [problem(at, 'It is thawed after its way has begun.', 'Put the thaw first.')];
  const from = products.find(({ slug }) => slug === step.of);
  if ((from?.way ?? pieces).at(-1)?.kind === 'freeze' && from) return [];
  return [
    problem(`${at}.of`, from ? `“${step.of}” does not go into a freezer.` : 'It is not said what comes from the freezer.', 'Choose a product whose way ends with freeze.'),
  ];
} // prettier-ignore

function dipProblems(at: string, { solution, percent, trained }: StepOf<'dip'>): Problem[] {
  if (solution !== 'lye') return [];
  if (percent > NOBODY)
    return [
      problem(`${at}.percent`, `No bread is dipped into lye of ${percent} %.`, 'Lye of 3 to 4 % is usual.'),
    ];
  return percent > TRAINED && !trained
    ? [
        problem(
          `${at}.percent`,
          `Lye of ${percent} % burns skin at once.`,
          'Use 3 to 4 %, or let a trained person confirm it here.',
        ),
      ]
    : [];
}

/** What every list of steps is asked. */
function listProblems(list: string, steps: readonly Step[]): Problem[] {
  return steps.flatMap((step, index): Problem[] => {
    const at = `${list}.${index}`;
    const found: Problem[] = [];
    if (steps.findIndex(({ slug }) => slug === step.slug) !== index)
      found.push(problem(`${at}.slug`, `“${step.slug}” stands here twice.`, 'Give each step its own.'));
    if (step.kind === 'rest' || step.kind === 'thaw') found.push(...standProblems(`${at}.stands`, step.stands, step));
    if (step.kind === 'proof')
      step.ways.forEach((stands, n) => found.push(...standProblems(`${at}.ways.${n}`, stands, step)));
    if (step.kind === 'shape') found.push(...cutProblems(at, step));
    if (step.kind === 'fold') found.push(...foldProblems(at, step, steps.slice(index + 1), list));
    if ('least' in step && step.most !== null && step.kind !== 'freeze' && step.most < step.least)
      found.push(problem(`${at}.most`, `It takes at least ${step.least} people and at most ${step.most}.`, 'Correct one of the two.'));
    return found;
  });
} // prettier-ignore

/** What is cut out of a sheet has its sides. */
function cutProblems(at: string, { cut, base, height }: StepOf<'shape'>): Problem[] {
  const missing = base === null ? 'base' : height === null ? 'height' : null;
  return cut !== null && missing !== null
    ? [problem(`${at}.${missing}`, `Of the ${cut} one side is missing.`, 'Enter both, such as 9 cm wide and 28 cm long.')]
    : [];
} // prettier-ignore

/** A fold falls into a rest: those that come after it, up to the rest, fall into the same. */
function foldProblems(at: string, { at: when }: StepOf<'fold'>, after: readonly Step[], list: string): Problem[] {
  const rest = after.find(({ kind }) => kind !== 'fold');
  if (rest?.kind !== 'rest')
    return [
      problem(at, `A fold has nothing to rest for after it in ${listWord(list)}.`, 'Add a rest after it, or take it away.'),
    ];
  if (when.by !== 'minutes' && rest.until.by !== 'rise')
    return [problem(`${at}.at`, 'This fold goes by the rise, and its rest by the clock.', 'Say after how many minutes it is folded.')];
  const latest = rest.until.by === 'minutes' ? rest.until.latest : Infinity;
  return when.by === 'minutes' && when.at >= latest
    ? [problem(`${at}.at`, `The rest is over by then: it takes ${latest} min.`, 'Fold it earlier.')]
    : [];
} // prettier-ignore

/** In one of its places a dough stays as long as it takes; in the others so long or until such a rise. */
function standProblems(at: string, stands: readonly Stand[], { until }: Pick<StepOf<'rest'>, 'until'>): Problem[] {
  const open = stands.flatMap(({ minutes, rise }, index) => (minutes === null && rise === null ? [index] : []));
  if (open.length === 0)
    return [problem(at, 'In none of its places it stays as long as it takes.', 'Leave the time of one place empty.')];
  if (open.length > 1)
    return [problem(`${at}.${open[1]}`, 'Two places have no time.', 'Say how long it stays in one of them.')];
  const [place = 0] = open;
  const late = stands.findIndex(({ rise }, index) => rise !== null && index > place);
  if (late >= 0)
    return [problem(`${at}.${late}.rise`, 'After the place with no time it cannot go by the rise.', 'Say so many minutes.')];
  const fixed = stands.reduce((sum, { minutes }) => sum + (minutes ?? 0), 0);
  return until.by === 'minutes' && fixed > until.latest
    ? [problem(at, `Its places take ${fixed} min, and it rests ${until.latest} min at most.`, 'Let it rest longer, or shorten a place.')]
    : [];
} // prettier-ignore
