<script lang="ts">
  import { tick, untrack } from 'svelte';
  import type { Bakehouse, Tub } from '@jovet/core/bakehouse';
  import { wayCourse, type WayCourse, type WayLine } from '@jovet/core/dough/course';
  import type { Formula, PieceOrder } from '@jovet/core/formula';
  import { scaleFormula, type ScaledFormula } from '@jovet/core/formula/scale';
  import { rollingOf } from '@jovet/core/lamination';
  import { DOUGH_KINDS, PIECE_KINDS, type StepKind } from '@jovet/core/formula/way';
  import { ofType } from '@jovet/core/sheet';
  import { addStep, moveStep, newStep, removeStep, type StepDraft } from '@jovet/core/sheet/way';
  import { useUnits } from '../../settings';
  import { useEditing } from '../editing';
  import { TYPE_WORDS } from '../words';
  import ChosenStep from './ChosenStep.svelte';
  import CopyWay from './CopyWay.svelte';
  import RollingCard from './RollingCard.svelte';
  import OwnWays from './OwnWays.svelte';
  import { sheetHere } from './rolling-view';
  import SheetLayers from './SheetLayers.svelte';
  import StepKinds from './StepKinds.svelte';
  import { stepTitle } from './step-words';
  import { allSteps, asItStands, dragged, knownOf, stepsAt, withStepsAt, type Chosen } from './way-steps';
  import WayPicture from './WayPicture.svelte';
  import WaySayings from './WaySayings.svelte';
  import Fold from '../../../ui/Fold.svelte';

  interface Props {
    /** The formula as it can be made; while something cannot be read, as it was before. */
    formula: Formula | null;
    order: readonly PieceOrder[];
    bakehouse: Bakehouse;
    tub: Tub | undefined;
    slug: string | null;
  }

  /** The way of the dough, drawn: pressed, dragged and set step by step. */
  let { formula, order, bakehouse, tub, slug }: Props = $props();
  const editing = useEditing();
  const units = useUnits();
  let chosen = $state.raw<Chosen | null>(
    untrack(() => (editing.draft.way.length > 0 ? { list: 'way', step: 0 } : null)),
  );
  let room = $state<HTMLElement>();

  /** What is not ordered yet is drawn as if there were so many. */
  const SOME = 12;
  const piecesOf = (product: string) => order.find((line) => line.product === product)?.pieces ?? 0;
  const drawnFor = $derived(
    (formula?.doc.products ?? []).map(({ slug: product, scaledWeight }) => ({
      product,
      scaledWeight,
      pieces: piecesOf(product) || SOME,
    })),
  );
  const wanted = $derived(
    new Set((formula?.doc.products ?? []).flatMap((each) => (piecesOf(each.slug) > 0 ? [each.name] : []))),
  );
  let [before, drawnFrom]: [WayCourse | null, typeof editing.draft] = [null, untrack(() => editing.draft)];
  /** Something cannot be read or made: the way is drawn as it was. */
  const stale = $derived(Object.keys(editing.problems).length > 0);
  const course = $derived.by((): WayCourse | null => {
    if (!formula || !tub || drawnFor.length === 0) return before;
    const scaled = scaleFormula(formula, drawnFor);
    if (scaled.ok) before = wayCourse(formula, scaled.value as ScaledFormula, drawnFor, { bakehouse, tub });
    if (!stale) drawnFrom = editing.draft;
    return before && asItStands(before, drawnFrom, editing.draft);
  });
  const steps = $derived(chosen ? stepsAt(editing.draft, chosen.list) : []);
  const step = $derived(chosen ? steps[chosen.step] : undefined);
  const rolling = $derived(formula && rollingOf(formula, drawnFor));
  const sheet = $derived(sheetHere(rolling, course, chosen, bakehouse.usual.room));
  const sayings = $derived([
    ...Object.entries(editing.problems).flatMap(([path, text]) =>
      /^(way|pieces|products\.\d+\.way)/.test(path) ? [{ path, text }] : [],
    ),
    ...(course?.problems ?? []).map(({ path, problem, remedy }) => ({ path, text: `${problem} ${remedy}` })),
  ]);
  const stepOf = (path: string) => /^(way|pieces|products\.\d+\.way)\.\d+/.exec(path)?.[0] ?? path;
  const wrong = $derived(new Set(sayings.map(({ path }) => stepOf(path))));

  function change(list: string, next: StepDraft[], place: string, settles = true) {
    if (settles) editing.settle();
    editing.change(withStepsAt(editing.draft, list, next), place);
    if (settles) editing.settle();
    else editing.look();
  }
  async function focusOn(next: Chosen) {
    chosen = next;
    await tick();
    // What is not drawn yet is filled in first.
    const drawn = room?.querySelector<SVGElement>(`[data-step="${next.list}.${next.step}"]`);
    (drawn ?? room?.querySelector<HTMLElement>('.step :is(input, select)'))?.focus();
  }
  /** Steps as they were when one was taken up. */
  let taken: { list: string; steps: readonly StepDraft[] } | null = null;
  function drag({ list, step: at }: Chosen, line: WayLine, by: number) {
    taken ??= { list, steps: stepsAt(editing.draft, list) };
    const next = dragged(taken.steps, at, by, line);
    if (next) change(list, next, `${list}.drag`, false);
  }
  function drop() {
    taken = null;
    editing.settle();
  }
  function add(list: string, at: number, kind: StepKind) {
    const own = stepsAt(editing.draft, list);
    const step = newStep(kind, allSteps(editing.draft));
    const fields = { ...step.fields, ...knownOf(editing.draft, kind) };
    change(list, addStep(own, at, { ...step, fields }), `${list}.add`);
    void focusOn({ list, step: at });
  }
  function remove() {
    if (!chosen) return;
    const { list, step: at } = chosen;
    change(list, removeStep(steps, at), `${list}.remove`);
    void focusOn({ list, step: Math.max(0, Math.min(at, steps.length - 2)) });
  }
  function shift(by: 1 | -1) {
    if (!chosen || !steps[chosen.step + by]) return;
    const { list, step: at } = chosen;
    change(list, moveStep(steps, at, at + by), `${list}.move`);
    void focusOn({ list, step: at + by });
  }
  /** Lists one under the other, as they are drawn. */
  const lists = $derived([...new Set(course?.lines.map(({ list }) => list) ?? ['way'])]);
  function onkey(event: KeyboardEvent) {
    if (!chosen) return;
    const { list, step: at } = chosen;
    const go = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    if (go !== 0 && event.altKey) shift(go);
    else if (go !== 0) {
      const next = lists[lists.indexOf(list) + go];
      if (steps[at + go]) void focusOn({ list, step: at + go });
      else if (next) void focusOn({ list: next, step: go > 0 ? 0 : stepsAt(editing.draft, next).length - 1 });
    } else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      const next = lists[lists.indexOf(list) + (event.key === 'ArrowDown' ? 1 : -1)];
      if (next) void focusOn({ list: next, step: Math.min(at, stepsAt(editing.draft, next).length - 1) });
    } else if (event.key === 'Delete' || event.key === 'Backspace') remove();
    else if (event.key === 'Insert' || event.key === '+') adding = { list, at: at + 1 };
    else if (event.key === 'Enter') room?.querySelector<HTMLElement>('.step input, .step select')?.focus();
    else return;
    event.preventDefault();
    event.stopPropagation();
  }

  let adding = $state.raw<{ list: string; at: number } | null>(null);
  let copying = $state(false);

  function ownWay(index: number, own: boolean) {
    editing.settle();
    const products = editing.draft.products.map((product, at) =>
      at === index ? { ...product, way: own ? editing.draft.pieces : null } : product,
    );
    editing.change({ ...editing.draft, products }, 'way.own');
    editing.settle();
    void focusOn({ list: own ? `products.${index}.way` : 'pieces', step: 0 });
  }
</script>

<section class="way-part" aria-label="Way" bind:this={room}>
  {#if course}
    <WayPicture
      {course}
      draft={editing.draft}
      {chosen}
      {wanted}
      {wrong}
      {stale}
      onchoose={(next) => (chosen = next)}
      ondrag={drag}
      ondrop={drop}
      onadd={(list, at) => (adding = { list, at })}
      {onkey}
    />
    <p class="hint">
      {#if stale}<strong>Drawn as it was before the last change, until that can be made.</strong>{/if}
      Press a step to set it, drag it to make what comes before it longer, press + to put one in. Keys: arrows,
      Alt with arrows moves it, Del takes it out, Ins puts one in after it.
    </p>
  {:else}
    <p>The way is drawn once the sheet can be made. Its steps:</p>
    {#each ['way', 'pieces'] as list (list)}
      <p class="tools">
        {#each stepsAt(editing.draft, list) as each, at (each.slug)}
          <button
            type="button"
            class="link"
            aria-pressed={chosen?.list === list && chosen.step === at}
            onclick={() => (chosen = { list, step: at })}>{stepTitle(each)}</button
          >
        {/each}
      </p>
    {/each}
  {/if}
  <WaySayings draft={editing.draft} {sayings} onchoose={(next) => (chosen = next)} />
  {#if adding}
    <StepKinds
      kinds={adding.list === 'way' ? DOUGH_KINDS : PIECE_KINDS}
      onchoose={(kind) => {
        if (adding && kind) add(adding.list, adding.at, kind);
        adding = null;
      }}
    />
  {/if}
  {#if chosen && step}
    <ChosenStep
      {step}
      {chosen}
      {bakehouse}
      onshift={shift}
      onremove={remove}
      onputin={(at) => (adding = chosen && { list: chosen.list, at })}
    >
      {#if sheet && rolling}<SheetLayers {sheet} {rolling} />{/if}
    </ChosenStep>
  {/if}
  {#if rolling && formula}
    <Fold title="Rolling card" open>
      <RollingCard {formula} {rolling} bench={bakehouse.usual.room} />
      <p class="tools">
        <button type="button" class="btn preset-tonal" onclick={() => print()}>Print it with the sheet</button
        >
      </p>
    </Fold>
  {/if}
  <OwnWays onown={ownWay} />
  <p class="tools">
    <button
      type="button"
      class="btn preset-tonal"
      onclick={() => {
        editing.settle();
        editing.change(ofType(editing.draft, editing.draft.type, units.unit), 'way');
        editing.settle();
        chosen = { list: 'way', step: 0 };
      }}>Start from what is usual: {TYPE_WORDS[editing.draft.type].toLowerCase()}</button
    >
    <button type="button" class="btn preset-tonal" onclick={() => (copying = !copying)}
      >Take the way of another formula</button
    >
  </p>
  {#if copying}<CopyWay
      {slug}
      onway={(way, pieces) => {
        editing.settle();
        editing.change({ ...editing.draft, way, pieces }, 'way');
        editing.settle();
        copying = false;
        chosen = { list: 'way', step: 0 };
      }}
    />{/if}
</section>

<style>
  .way-part {
    display: grid;
    gap: 0.7rem;
  }
  .hint {
    font-size: 0.8125rem;
    color: light-dark(var(--color-surface-700), var(--color-surface-300));
  }
  .tools {
    display: flex;
    flex-wrap: wrap;
    gap: 0.75rem;
  }
</style>
