<script lang="ts">
  import { flushSync, onMount, untrack } from 'svelte';
  import { dequal } from 'dequal/lite';
  import { MediaQuery, SvelteSet } from 'svelte/reactivity';
  import type { Learned } from '@jovet/core/learned';
  import type { BakehouseNow } from '../../server/database/bakehouse';
  import { correctedSince, pinnedLarder, type DoughType, type Formula, slugOf } from '@jovet/core/formula';
  import { equalBatches, oneBatch, type ScaledFormula } from '@jovet/core/formula/scale';
  import { costOf, type FormulaCost } from '@jovet/core/formula/facts';
  import { costWorkings, formulaWorkings } from '@jovet/core/formula/workings';
  import type { Problem } from '@jovet/core/problem';
  import type { Workings } from '@jovet/core/working';
  import {
    addRow,
    addStage,
    draftOfFormula,
    Larder,
    makeFlours100,
    newDraft,
    numbersOf,
    openingSize,
    readSheet,
    sizeOf,
    type Basis,
    type FormulaDraft,
    type RowsRead,
    type SheetStage,
  } from '@jovet/core/sheet';
  import { localTime } from '@jovet/core/time';
  import type { StoredDraft } from '../../server/database/formula-draft';
  import type { FormulaVersion } from '../../server/database/formula';
  import type { Shelved } from '../../server/database/ingredient';
  import Panel from '../../ui/Panel.svelte';
  import Problems from '../../ui/Problems.svelte';
  import { beginHistory, record, redo, settle, undo } from '../../room/history';
  import RoomHead from '../../room/RoomHead.svelte';
  import { provideOpener } from '../opener';
  import { useUnits } from '../settings';
  import WorkingPanel from '../WorkingPanel.svelte';
  import { bringInParts } from '../../sync/offline';
  import { KEYS } from './keys';
  import FormulaName from './FormulaName.svelte';
  import FormulaParts, { type FormulaPart } from './FormulaParts.svelte';
  import FormulaPrint from './FormulaPrint.svelte';
  import FormulaTools from './FormulaTools.svelte';
  import { provideEditing } from './editing';
  import { moneyIn } from '../money';
  import PublishFlow from './PublishFlow.svelte';
  import ReadOuts from './ReadOuts.svelte';
  import RowPanel from './RowPanel.svelte';
  import SheetGrid from './SheetGrid.svelte';
  import SheetNotices from './SheetNotices.svelte';
  import { SheetKeeping } from './sheet-keeping.svelte';
  import SizeBar from './SizeBar.svelte';
  import StageKinds from './StageKinds.svelte';
  import StagePanel from './StagePanel.svelte';
  import { STAGE_WORDS } from './words';

  interface Props {
    /** Where the draft of this sheet is kept, or will be. */
    draftId: string;
    draft: StoredDraft | null;
    /** The version that the sheet is written on; null for a new formula. */
    version: FormulaVersion | null;
    /** The newest version there is. */
    head: number;
    shelves: readonly Shelved[];
    house: BakehouseNow;
    /** What records teach of its culture, itself and the mixers. */
    learned: Learned;
    tomorrow: string;
    type: DoughType;
    /** Opens the formula by its slug, anew. */
    onopen: (slug: string | null) => void;
  }

  /** The room Formulas with one formula open: its sheet, what it comes to, and everything about it. */
  let {
    draftId,
    draft: stored,
    version,
    head,
    shelves,
    house,
    learned,
    tomorrow,
    type,
    onopen,
  }: Props = $props();
  const { bakehouse, mixers } = untrack(() => house);
  const units = useUnits();

  const asPublished = untrack(() => (version ? draftOfFormula(version.formula, units.unit) : null));
  const opening = untrack(
    () => stored?.doc ?? asPublished ?? newDraft(type, bakehouse.programmes[0]?.slug ?? 'gentle', units.unit),
  );
  let history = $state.raw(beginHistory<FormulaDraft>([], opening));
  const draft = $derived(history.present);
  let size = $state.raw(untrack(() => openingSize(opening)));
  let basis = $state<Basis>('all');
  let part = $state<FormulaPart>('sheet');
  let mixer = $state(untrack(() => mixers[0]?.slug ?? ''));
  const adopted = new SvelteSet<string>();

  const newest = $derived(shelves.filter(({ retired }) => !retired).map(({ ingredient }) => ingredient));
  const pinned = $derived(version?.formula.ingredients ?? []);
  const shelved = $derived(pinnedLarder(newest, pinned, adopted));
  const larder = $derived(new Larder(shelved));
  const corrected = $derived(correctedSince(newest, pinned));

  /**
   * The sheet as it was when typing last paused. The cells follow every key; what the whole sheet comes to follows a
   * moment later, so that a figure on its way (7 before 72) neither alarms nor slows the typing.
   */
  let calm = $state.raw(opening);
  let calming: ReturnType<typeof setTimeout> | undefined;
  const PAUSE_MS = 120;
  function calmDown() {
    clearTimeout(calming);
    calm = history.present;
  }
  const stageSlugs = $derived(draft.stages.map(({ slug }) => slug).join());
  /** Rows already read, good for this larder and these stages. */
  const rowsRead = $derived<RowsRead>((void [larder, stageSlugs], new WeakMap()));
  const numbers = $derived(numbersOf(draft, larder, rowsRead));
  const read = $derived(readSheet(calm, larder, units.unit, rowsRead));
  const made = $derived(sizeOf(calm, read, size));
  const formula = $derived(read.formula.ok ? read.formula.value.formula : null);
  const cost = $derived(formula && made.scaled ? costOf(formula, made.scaled) : null);
  /** While a cell is half-typed, what the sheet came to before stays on show. */
  let before: { formula: Formula; scaled: ScaledFormula; cost: FormulaCost } | null = null;
  const answer = $derived.by(() => {
    if (formula && made.scaled && cost) before = { formula, scaled: made.scaled, cost };
    return before;
  });
  const money = $derived(moneyIn(bakehouse.currency));
  const batches = $derived.by(() => {
    const chosen = mixers.find(({ slug }) => slug === mixer);
    const parted = made.scaled && chosen ? equalBatches(made.scaled.dough, chosen) : null;
    return parted?.ok ? parted.value.count : 1;
  });
  const order = $derived(
    made.order.length > 0
      ? made.order
      : (formula?.doc.products ?? []).map(({ slug, scaledWeight }) => ({
          product: slug,
          pieces: 0,
          scaledWeight,
        })),
  );

  const found = $derived<readonly Problem[]>(read.formula.ok ? [] : read.formula.problems);
  const touched = $derived(history.past.length > 0 || stored !== null);
  const problems = $derived(
    Object.fromEntries((touched ? found : []).map((each) => [each.path, `${each.problem} ${each.remedy}`])),
  );
  /** Problems that belong to no cell of the grid are told above it. */
  const above = $derived(
    found
      .filter(
        ({ path }) => !/^(rows\.|way|pieces|products\.\d+\.way)/.test(path) && (touched || path === 'flours'),
      )
      .slice(0, 4),
  );

  /** Paper is drawn only when it is asked for, and then before the browser takes the page. */
  const onPaper = new MediaQuery('print');
  let printing = $state(false);
  let path = $state<string[]>([]);
  let bakeWorkings = $state.raw<() => Workings>(() => ({}));
  let panel = $state<'stages' | 'publish' | 'what-if' | 'compare' | 'export' | null>(null);
  let stage = $state<string | null>(null);
  let row = $state<string | null>(null);
  provideOpener((key) => (path = [key]));
  /** Written only when one is opened. */
  const workings = $derived(
    path.length > 0 && answer
      ? {
          ...formulaWorkings(answer.formula, made.order, answer.scaled),
          ...costWorkings(answer.formula, answer.scaled, answer.cost, bakehouse.currency, money.coins),
          ...(part === 'bake' ? bakeWorkings() : {}),
        }
      : {},
  );

  function change(next: FormulaDraft, place: string) {
    history = record(history, next, place);
    keeper.changed();
    clearTimeout(calming);
    calming = setTimeout(calmDown, PAUSE_MS);
  }
  function settled() {
    history = settle(history);
    calmDown();
  }
  function travel(by: typeof undo<FormulaDraft>) {
    history = by(history);
    keeper.changed();
    calmDown();
  }
  provideEditing({
    get draft() {
      return draft;
    },
    get problems() {
      return problems;
    },
    change,
    settle: settled,
    look: calmDown,
  });

  /** Takes a whole changed formula into the sheet: a what-if, another flour, what someone else published. */
  function take(changed: Formula, place: string) {
    settled();
    change({ ...draftOfFormula(changed, units.unit), name: draft.name }, place);
    settled();
    panel = null;
  }
  function addStageOf(kind: SheetStage['kind']) {
    panel = null;
    const next = addStage(draft, kind, STAGE_WORDS[kind]);
    const slug = next.stages.find((each) => !draft.stages.some((before) => before.slug === each.slug))?.slug;
    change(next, `stage.${slug}`);
    settled();
    stage = slug ?? null;
  }

  const keeper = untrack(
    () =>
      new SheetKeeping(
        { id: draftId, formula: version?.slug ?? null },
        stored?.base ?? version?.version ?? 0,
        stored,
        opening,
        () => history.present,
        (doc) => {
          settled();
          history = settle(record(history, doc, 'other'));
          calmDown();
        },
      ),
  );
  onMount(() => keeper.begin());
  async function dropDraft() {
    await keeper.drop();
    onopen(version?.slug ?? null);
  }
  async function published(as: string) {
    // The draft of a known formula goes with its publishing.
    if (version === null) await keeper.drop();
    else keeper.leave();
    onopen(as);
  }
  function takeVersion(taken: FormulaVersion) {
    keeper.base = taken.version;
    take(taken.formula, 'theirs');
  }

  const actions = { save: openPublish, undo: () => travel(undo), redo: () => travel(redo) };
  function openPublish() {
    settled();
    panel = 'publish';
  }

  const slug = $derived(version?.slug ?? slugOf(draft.name));
  const clock = (epoch: number) => localTime(epoch, bakehouse.zone).time;
  const keeping = $derived.by(() => {
    if (keeper.state === 'failed') return 'Not saved: Jovet does not answer';
    if (keeper.state === 'waiting') return 'Saving…';
    if (unpublished && keeper.at !== null) return `Draft saved at ${clock(keeper.at)}`;
    return version ? `Version ${version.version}, ${version.by}` : 'Not saved yet';
  });
  const unpublished = $derived(asPublished === null || !dequal(draft, asPublished));
  /** Parts that come when they are opened. */
  const PARTS = {
    ProductsPart: () => import('./ProductsPart.svelte'),
    WayPart: () => import('./way/WayPart.svelte'),
    BakeIt: () => import('./BakeIt.svelte'),
    BenchSums: () => import('./BenchSums.svelte'),
    WhatIfPanel: () => import('./WhatIfPanel.svelte'),
    CompareWith: () => import('./CompareWith.svelte'),
    ExportPanel: () => import('./ExportPanel.svelte'),
  };
  onMount(() => bringInParts(PARTS));
</script>

<svelte:window
  onbeforeprint={() => flushSync(() => (settled(), (printing = true)))}
  onafterprint={() => (printing = false)}
/>

<div class="room">
  <RoomHead title={draft.name.trim() || 'New formula'} standing={keeping} {actions} keys={KEYS} {history}>
    {#snippet name()}<FormulaName />{/snippet}
    <FormulaTools
      printable={made.scaled !== null}
      comparable={formula !== null}
      publishable={unpublished || adopted.size > 0}
      onopen={(which) => (panel = which)}
      onpublish={openPublish}
    />
  </RoomHead>

  <SheetNotices base={keeper.base} {head} {corrected} {adopted} onadopt={(which) => adopted.add(which)} />

  {#if part !== 'bake'}<SizeBar
      {size}
      {made}
      scaled={answer?.scaled ?? null}
      {mixers}
      {mixer}
      onsize={(next) => (size = next)}
      onmixer={(next) => (mixer = next)}
    />{/if}

  <FormulaParts
    {part}
    wrong={touched ? found : []}
    basis={draft.stages.length > 0 ? basis : null}
    onpart={(next) => (part = next)}
    onbasis={(next) => (basis = next)}
  >
    <div class="body" class:whole={part === 'bake' || part === 'way'}>
      <div>
        <Problems notice problems={above}
          >{#snippet mend({ path: at })}
            {#if at === 'flours' && read.numbers.flour > 0}
              <button
                type="button"
                class="btn preset-tonal"
                onclick={() => (settled(), change(makeFlours100(draft, read.numbers), 'flours'), settled())}
                >Make them 100 %</button
              >
            {/if}
          {/snippet}</Problems
        >
        {#if part === 'sheet'}
          <div class="scroll">
            <SheetGrid
              {numbers}
              flour={made.flour}
              held={made.held}
              {basis}
              larder={shelved}
              onstage={(which) => (stage = which)}
              onrow={(which) => (row = which)}
            />
          </div>
          <p class="adds">
            <button
              type="button"
              class="btn preset-tonal"
              onclick={() => (change(addRow(draft), 'add'), settled())}>Add an ingredient</button
            >
            <button type="button" class="btn preset-tonal" onclick={() => (panel = 'stages')}
              >Add a stage</button
            >
          </p>
        {:else if part === 'products'}{#await PARTS.ProductsPart() then { default: ProductsPart }}<ProductsPart
            />{/await}
        {:else if part === 'way'}{#await PARTS.WayPart() then { default: WayPart }}<WayPart
              formula={answer?.formula ?? null}
              {order}
              {bakehouse}
              tub={house.tubs[0]}
              slug={version?.slug ?? null}
            />{/await}
        {:else if part === 'bake'}
          {#if answer}
            {#await PARTS.BakeIt() then { default: BakeIt }}<BakeIt
                {slug}
                formula={answer.formula}
                {house}
                {learned}
                date={tomorrow}
                orderable={version !== null}
                onworkings={(open) => (bakeWorkings = open)}
              />{/await}
          {:else}<p>It can be baked once the sheet can be made.</p>{/if}
        {:else}{#await PARTS.BenchSums() then { default: BenchSums }}<BenchSums
              {formula}
              order={made.order}
              larder={shelved}
              ontake={(changed) => take(changed, 'flour-swap')}
            />{/await}
        {/if}
      </div>
      <aside aria-label="What it comes to" hidden={part === 'bake' || part === 'way'}>
        {#if answer}
          <div class:stale={formula === null}>
            <ReadOuts
              formula={answer.formula}
              scaled={answer.scaled}
              cost={answer.cost}
              type={draft.type}
              rule={bakehouse.wholeGrainRule}
              money={money.text}
            />
          </div>
        {:else}
          <p class="quiet">
            Name the ingredients and their percentages of flour; hydration, salt, cost and allergens appear
            here.
          </p>
        {/if}
        {#if keeper.at !== null}
          <button type="button" class="drop" onclick={dropDraft}
            >{version ? `Back to version ${version.version} as published` : 'Throw this draft away'}</button
          >
        {/if}
      </aside>
    </div>
  </FormulaParts>
</div>

{#if (printing || onPaper.current) && formula && made.scaled}
  <FormulaPrint
    {formula}
    scaled={made.scaled}
    batch={oneBatch(formula, made.scaled, batches)}
    {batches}
    {order}
    mixer={mixers.find((each) => each.slug === mixer)?.name ?? ''}
    version={unpublished ? 'draft' : `version ${version?.version ?? ''}`}
    bench={bakehouse.usual.room}
  />
{/if}
<WorkingPanel {workings} bind:path />
<Panel open={stage !== null} title="Stage" side onclose={() => (stage = null)}>
  {#if stage !== null}<StagePanel slug={stage} {numbers} onclose={() => (stage = null)} />{/if}
</Panel>
<Panel
  open={row !== null}
  title={draft.rows.find(({ id }) => id === row)?.ingredient || 'Row'}
  onclose={() => (row = null)}
>
  {#if row !== null}<RowPanel id={row} onclose={() => (row = null)} />{/if}
</Panel>
<Panel open={panel === 'stages'} title="Add a stage" onclose={() => (panel = null)}>
  <StageKinds onchoose={addStageOf} />
</Panel>
<PublishFlow
  open={panel === 'publish'}
  name={draft.name}
  {slug}
  {formula}
  {found}
  base={keeper.base}
  {head}
  {corrected}
  {adopted}
  {clock}
  onadopt={(which, adopt) => (adopt ? adopted.add(which) : adopted.delete(which))}
  onbefore={() => keeper.now()}
  onpublished={published}
  ontake={takeVersion}
  onclose={() => (panel = null)}
/>
<Panel open={panel === 'what-if'} title="What if" side onclose={() => (panel = null)}>
  {#if formula && made.scaled}{#await PARTS.WhatIfPanel() then { default: WhatIfPanel }}<WhatIfPanel
        {formula}
        scaled={made.scaled}
        ontake={(changed) => take(changed, 'what-if')}
      />{/await}{/if}
</Panel>
<Panel open={panel === 'compare'} title="Compare" side onclose={() => (panel = null)}>
  {#if formula}{#await PARTS.CompareWith() then { default: CompareWith }}<CompareWith
        {formula}
        slug={version?.slug ?? null}
        zone={bakehouse.zone}
      />{/await}{/if}
</Panel>
<Panel open={panel === 'export'} title="Hand out" onclose={() => (panel = null)}>
  {#if formula && made.scaled}{#await PARTS.ExportPanel() then { default: ExportPanel }}<ExportPanel
        {formula}
        {draft}
        scaled={made.scaled}
        order={made.order}
        {slug}
      />{/await}
  {:else}<p>The sheet can be handed out once it can be made.</p>{/if}
</Panel>

<style>
  .room {
    display: grid;
    gap: 0.6rem;
    padding: 0.75rem 1.5rem 1.5rem;
  }
  .body {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 17.5rem;
    gap: 1.75rem;
    align-items: start;
  }
  .body.whole {
    grid-template-columns: minmax(0, 1fr);
  }
  .stale {
    opacity: 0.45;
  }
  .scroll {
    overflow-x: auto;
    padding-bottom: 0.5rem;
  }
  .adds {
    display: flex;
    gap: 0.75rem;
    margin-top: 0.6rem;
  }
  .drop {
    margin-top: 1.2rem;
    font-size: 0.875rem;
    text-decoration: underline;
    text-underline-offset: 0.2em;
    cursor: pointer;
  }
  @media (max-width: 1000px) {
    .body {
      grid-template-columns: minmax(0, 1fr);
    }
    .room {
      padding: 0.5rem 1rem 1rem;
    }
  }
  @media print {
    .room {
      display: none;
    }
  }
</style>
