<script lang="ts">
  import { onMount } from 'svelte';
  import {
    draftForFormula,
    draftOf,
    inTheFields,
    parseDraft,
    planDough,
    planWorkings,
    type DoughDraft,
    type DoughOrder,
    type DoughPlan,
    type PlanInput,
  } from '@jovet/core/day';
  import { recordsOf, type FrictionRecord } from '@jovet/core/mix/record';
  import { problem, type Problem } from '@jovet/core/problem';
  import { formatDate, localTime } from '@jovet/core/time';
  import type { SavedDay } from '../server/database/bake-day';
  import type { DayHouse } from '../server/database/house';
  import Sheet from '../ui/Sheet.svelte';
  import ClockTable from './ClockTable.svelte';
  import DayList from './DayList.svelte';
  import DayTools from './DayTools.svelte';
  import DoughRibbon from './DoughRibbon.svelte';
  import { beginHistory, record, redo, settle, undo } from './history';
  import ImportFile from './ImportFile.svelte';
  import { forgetDraft, keepDraft, keptDraft } from './kept-draft';
  import { openingDraft } from './opening';
  import { provideOpener } from './opener';
  import OrderForm from './OrderForm.svelte';
  import PrintSheet from './PrintSheet.svelte';
  import { roomKeys } from './room-keys';
  import RoomKeys from './RoomKeys.svelte';
  import { saveDay, type SaveOutcome } from './save-day';
  import ScaleSheet from './ScaleSheet.svelte';
  import { useReading } from './settings';
  import WaterWays from './WaterWays.svelte';
  import WorkingPanel from './WorkingPanel.svelte';

  interface Props {
    date: string;
    house: DayHouse;
    /** What logged mixes say of friction, oldest first. */
    logged: readonly FrictionRecord[];
    saved: SavedDay | null;
    example: DoughOrder | null;
    onopen: (date: string) => void;
  }

  /** The room One dough: a dough from order to oven. */
  let { date, house, logged, saved, example, onopen }: Props = $props();
  const { bakehouse, mixers, tubs, formulas, unclocked } = $derived(house);
  const reading = useReading();
  let unit = $state(reading.unit);

  /** The fields of an order; its formula may have got more products since. */
  const fieldsOf = (order: DoughOrder) =>
    draftOf(order, unit, formulas.find(({ slug }) => slug === order.formula)?.formula);
  const begin = () => {
    const drafts = (saved?.orders ?? []).map(fieldsOf);
    const present = drafts.at(-1) ?? openingDraft(date, example, house, unit);
    return present ? beginHistory(drafts.slice(0, -1), present) : null;
  };
  let history = $state.raw(begin());
  const savedDraft = $derived(saved ? JSON.stringify(fieldsOf(saved.input.order)) : null);
  const base = $derived(saved?.rev ?? 0);

  let path = $state<string[]>([]);
  let panel = $state<'days' | 'keys' | 'import' | null>(null);
  let outcome = $state.raw<SaveOutcome | null>(null);
  let saving = $state(false);
  provideOpener((key) => (path = [key]));

  const draft = $derived(history?.present);
  const unsaved = $derived(draft !== undefined && JSON.stringify(draft) !== savedDraft);
  const parsed = $derived(draft && parseDraft(draft, unit));

  /** A saved day opens with everything it was saved with; once it is changed, the bakehouse of today counts. */
  const input = $derived.by<PlanInput | null>(() => {
    if (!parsed?.ok) return null;
    const order = parsed.value;
    if (saved && !unsaved) return saved.input;
    const formula = formulas.find(({ slug }) => slug === order.formula)?.formula;
    const mixer = mixers.find(({ slug }) => slug === order.mixer);
    const [tub] = tubs;
    if (!formula || !mixer || !tub) return null;
    return { order, formula, bakehouse, mixer, tub, logged: recordsOf(logged, order.mixer, order.programme) };
  });
  const planned = $derived(input && planDough(input));
  const GONE = 'It is not in this bakehouse any more.';
  const gone = $derived<readonly Problem[]>(
    input || !parsed?.ok
      ? []
      : [
          ...(mixers.some(({ slug }) => slug === parsed.value.mixer)
            ? []
            : [problem('mixer', GONE, 'Choose another mixer.')]),
          ...(formulas.some(({ slug }) => slug === parsed.value.formula)
            ? []
            : [problem('formula', GONE, 'Choose another formula.')]),
        ],
  );
  const counted = $derived(
    draft?.order.some((line) => line.pieces.trim() !== '' && line.pieces.trim() !== '0') ?? false,
  );

  const found = $derived<readonly Problem[]>([
    ...(parsed && !parsed.ok ? parsed.problems : []),
    ...(planned && !planned.ok ? planned.problems : []),
    ...gone,
    ...(outcome?.kind === 'refused'
      ? outcome.problems.map((each) => ({ ...each, path: each.path.replace(/^order\./, '') }))
      : []),
  ]);
  const problems = $derived(
    Object.fromEntries(
      found
        .map((each) => inTheFields(each, unit))
        .filter((each) => counted || each.path !== 'order')
        .map((each) => [each.path, `${each.problem} ${each.remedy}`]),
    ),
  );

  /** While a field is half-typed, the last plan that held stays on show. */
  let held = $state.raw<{ plan: DoughPlan; input: PlanInput } | null>(null);
  const current = $derived(planned?.ok && input ? { plan: planned.value, input } : null);
  $effect(() => {
    if (current) held = current;
  });
  const shown = $derived(current ?? (counted ? held : null));
  const workings = $derived(shown ? planWorkings(shown.plan, shown.input) : {});

  onMount(() => {
    const kept = keptDraft(date, base);
    if (kept && history && JSON.stringify(kept) !== JSON.stringify(history.present)) change(kept, 'kept');
  });

  // Another unit rewrites what can be read; what cannot stays as it was typed.
  $effect(() => {
    if (reading.unit === unit || !history) return;
    const from = unit;
    const inUnit = (each: DoughDraft) => {
      const order = parseDraft(each, from);
      return order.ok ? draftOf(order.value, reading.unit) : each;
    };
    history = {
      ...history,
      past: history.past.map(inUnit),
      present: inUnit(history.present),
      future: history.future.map(inUnit),
    };
    unit = reading.unit;
  });

  function change(next: DoughDraft, place: string) {
    if (!history) return;
    history = record(history, next, place);
    keep(next);
  }
  function keep(next: DoughDraft) {
    outcome = null;
    keepDraft({ date, base, draft: next });
  }
  function travel(by: typeof undo<DoughDraft>) {
    if (!history) return;
    history = by(history);
    keep(history.present);
  }
  function chooseFormula(slug: string) {
    const formula = formulas.find((each) => each.slug === slug)?.formula;
    if (formula && draft) change(draftForFormula(slug, formula, draft, unit), 'formula');
  }
  async function save(over = base) {
    if (!parsed?.ok || !planned?.ok || saving) return;
    saving = true;
    const order = parsed.value;
    const onDay = order.dispatch.date === date ? over : 0;
    outcome = await saveDay(order, over === base ? onDay : over);
    saving = false;
    if (outcome.kind === 'saved') {
      forgetDraft();
      onopen(order.dispatch.date);
    }
  }

  const onkeydown = (event: KeyboardEvent) =>
    roomKeys(event, {
      save: () => void save(),
      undo: () => travel(undo),
      redo: () => travel(redo),
      keys: () => (panel = 'keys'),
    });

  const clock = (epoch: number) => localTime(epoch, bakehouse.zone);
  const first = $derived(shown?.plan.steps[0]);
</script>

<svelte:window {onkeydown} />

<div class="room">
  <header>
    <h1>One dough</h1>
    <p class="when">
      {#if shown && first}
        {formatDate(clock(shown.plan.dispatch).date)}: first hands {clock(first.at).weekday}
        <b>{clock(first.at).time}</b>, van <b>{clock(shown.plan.dispatch).time}</b>
      {:else}
        {formatDate(date)}
      {/if}
    </p>
    <span
      class="state"
      role="status"
      title={saved ? `Plan ${saved.plan} of this day, saved by ${saved.savedBy}` : undefined}
    >
      {#if saving}Saving…{:else if saved && !unsaved}Saved at {clock(saved.savedAt).time}{:else if draft}Not
        saved yet{/if}
    </span>
    <DayTools
      undoable={(history?.past.length ?? 0) > 0}
      redoable={(history?.future.length ?? 0) > 0}
      printable={current !== null}
      saveable={current !== null && unsaved && !saving}
      onundo={() => travel(undo)}
      onredo={() => travel(redo)}
      onopen={(which) => (panel = which)}
      onsave={() => save()}
    />
  </header>

  {#if outcome?.kind === 'stale'}
    {@const stale = outcome}
    <div class="notice" role="alert">
      <p>
        {formatDate(stale.stands.dispatch.date)} already has a plan by {stale.savedBy}: {stale.stands.order.reduce(
          (sum, line) => sum + line.pieces,
          0,
        )} pieces of {stale.stands.formula}, van {stale.stands.dispatch.time}. Yours is still here.
      </p>
      <button
        type="button"
        class="btn preset-tonal"
        onclick={() => (forgetDraft(), onopen(stale.stands.dispatch.date))}>Open that one</button
      >
      <button type="button" class="btn preset-tonal" onclick={() => save(stale.rev)}>Save mine over it</button
      >
    </div>
  {:else if outcome?.kind === 'unreachable'}
    <div class="notice" role="alert">
      <p>Jovet could not save: its server does not answer. What you entered is still here; try again.</p>
      <button type="button" class="btn preset-tonal" onclick={() => save()}>Try again</button>
    </div>
  {/if}

  {#if draft}
    <div class="form">
      <OrderForm
        {draft}
        formulas={formulas.map(({ slug, formula: { doc } }) => ({
          slug,
          name: doc.name,
          products: Object.fromEntries(doc.products.map((product) => [product.slug, product.name])),
        }))}
        {unclocked}
        {mixers}
        programmes={bakehouse.programmes}
        {unit}
        {problems}
        onchange={change}
        onformula={chooseFormula}
        onsettle={() => history && (history = settle(history))}
      />
      <button type="button" class="bring" onclick={() => (panel = 'import')}>Bring in a formula file</button>
    </div>
    <div class="answer" class:stale={!current && shown}>
      {#if shown}
        {#if !current}<p class="notice" role="status">
            This is the plan before your last entry. {Object.values(problems)[0] ?? ''}
          </p>{/if}
        {#each shown.plan.cautions as caution (caution)}<p class="notice" role="status">{caution}</p>{/each}
        <DoughRibbon
          plan={shown.plan}
          zone={shown.input.bakehouse.zone}
          loadAt={shown.input.formula.doc.process.bake.loadAt}
        />
        <div class="columns">
          <section aria-labelledby="clock-title">
            <h2 id="clock-title">Clock</h2>
            <ClockTable plan={shown.plan} zone={shown.input.bakehouse.zone} />
          </section>
          <section aria-labelledby="weigh-title">
            <h2 id="weigh-title">Weigh</h2>
            <ScaleSheet plan={shown.plan} />
          </section>
          <section aria-labelledby="water-title">
            <h2 id="water-title">Water</h2>
            <WaterWays plan={shown.plan} />
          </section>
        </div>
      {:else if counted}
        <p class="empty">{Object.values(problems)[0] ?? ''}</p>
      {:else}
        <p class="empty">
          Enter how many pieces you need, and the weights, the water and the clock appear here.
        </p>
      {/if}
    </div>
  {:else}
    <div class="answer">
      <p class="empty">
        This bakehouse has no formula yet. Bring in a file with its ingredients, then one with a formula.
      </p>
      <button type="button" class="btn preset-filled" onclick={() => (panel = 'import')}
        >Bring in a file</button
      >
    </div>
  {/if}
</div>

{#if shown && current}<PrintSheet plan={shown.plan} input={shown.input} />{/if}
<WorkingPanel {workings} bind:path />
<Sheet open={panel === 'days'} title="Saved days" onclose={() => (panel = null)}>
  <DayList zone={bakehouse.zone} current={date} onopen={(day) => ((panel = null), onopen(day))} />
</Sheet>
<Sheet open={panel === 'import'} title="Bring in a file" onclose={() => (panel = null)}>
  <ImportFile onbrought={() => onopen(date)} />
</Sheet>
<Sheet open={panel === 'keys'} title="Keys of this room" onclose={() => (panel = null)}>
  <RoomKeys />
</Sheet>

<style>
  .room {
    display: grid;
    grid-template-columns: 18.5rem minmax(0, 1fr);
    grid-template-rows: auto auto 1fr;
    gap: 0.75rem 1.75rem;
    padding: 0.75rem 1.5rem 1.5rem;
    align-items: start;
  }
  header {
    grid-column: 1 / -1;
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.25rem 0.5rem;
  }
  h1 {
    font-size: 1.5rem;
    font-weight: 700;
    margin-right: 0.5rem;
  }
  h2 {
    font-size: 1.0625rem;
    font-weight: 700;
    margin-bottom: 0.15rem;
  }
  .state {
    margin-left: auto;
    margin-right: 0.5rem;
    font-size: 0.875rem;
    color: light-dark(var(--color-surface-700), var(--color-surface-300));
  }
  .notice {
    grid-column: 1 / -1;
  }
  .notice p {
    flex: 1 1 20rem;
  }
  .answer {
    scroll-margin-top: 4rem;
  }
  .stale > :global(:not(.notice)) {
    opacity: 0.45;
  }
  .columns {
    display: grid;
    grid-template-columns: minmax(21rem, 1.4fr) minmax(14.5rem, 1fr) minmax(12.5rem, 0.75fr);
    gap: 1rem 2rem;
    margin-top: 0.6rem;
  }
  .empty {
    max-width: 28rem;
    margin: 5rem 0 1.5rem;
    font-size: 1.25rem;
  }
  .bring {
    margin-top: 0.75rem;
    font-size: 0.875rem;
    cursor: pointer;
    text-decoration: underline;
    text-underline-offset: 0.2em;
  }
  @media (max-width: 1100px) {
    .columns {
      grid-template-columns: repeat(auto-fit, minmax(17rem, 1fr));
    }
  }
  @media (max-width: 860px) {
    .room {
      grid-template-columns: minmax(0, 1fr);
      padding: 0.5rem 1rem 1rem;
    }
    .state {
      margin-left: 0;
      flex-basis: 100%;
    }
    .empty {
      margin: 1rem 0;
    }
  }
  @media print {
    .room {
      display: none;
    }
  }
</style>
