<script lang="ts">
  import { flushSync, onMount, tick } from 'svelte';
  import { SvelteSet } from 'svelte/reactivity';
  import type { ViewTask } from '@jovet/core/plan/explain';
  import { formatDate, localTime } from '@jovet/core/time';
  import Panel from '../../ui/Panel.svelte';
  import { redo, undo } from '../../room/history';
  import DayField from '../DayField.svelte';
  import { provideOpener } from '../opener';
  import WorkingPanel from '../WorkingPanel.svelte';
  import RoomHead from '../../room/RoomHead.svelte';
  import BetterPanel from './BetterPanel.svelte';
  import CostPanel from './CostPanel.svelte';
  import { bringInParts } from '../../sync/offline';
  import DayLens from './DayLens.svelte';
  import DayLineTools from './DayLineTools.svelte';
  import DayNotices from './DayNotices.svelte';
  import DayPicture from './DayPicture.svelte';
  import DayPrint from './DayPrint.svelte';
  import { DayDesk, type DayOf } from './desk.svelte';
  import { gatheredByVan } from './gathered';
  import { labelCodes } from './label-codes';
  import KnownPanel from './KnownPanel.svelte';
  import { leastOf } from './row-places';

  /** The room Day line: a day from orders to a plan that holds. */
  let { date, why, now, saved, plans, found, first, onopen }: DayOf = $props();

  const desk = new DayDesk(() => ({ date, why, now, saved, plans, found, first, onopen }));
  onMount(() => desk.begin());
  let path = $state<string[]>([]);
  provideOpener((key) => (path = [key]));
  const { day, conflict, shown, looking, selected, history } = $derived(desk);
  let panel = $state<'goals' | 'plans' | 'wrong' | 'beside' | null>(null);
  type Sheets = 'people' | 'stations' | 'labels';
  /** What is being printed: only then is it drawn. */
  let printing = $state.raw<{ what: Sheets; codes: ReadonlyMap<string, string> } | null>(null);
  let look = $state.raw<{ from: number; to: number } | null>(null);
  let picture = $state<DayPicture>();
  let wide = $state(1000);
  let inner = $state(800);
  /** px of the picture at the least, and what is to stand beside it in the window. */
  const [LEAST_TALL, BESIDE] = [360, 230];

  const { zone } = $derived(now.bakehouse);
  const tall = $derived(Math.max(LEAST_TALL, inner - BESIDE));
  /** Whether the doughs of one van stand together; null: where they have no room else. */
  let together = $state<boolean | null>(null);
  const apart = new SvelteSet<string>();
  const drawnView = $derived(
    shown && (together ?? leastOf(shown.view.rows.length) > tall)
      ? gatheredByVan(shown.view, zone, apart)
      : shown?.view,
  );
  function gather() {
    together = drawnView === shown?.view;
    apart.clear();
  }
  /** A task of the picture as the plan has it. */
  const own = (drawn: ViewTask): ViewTask => shown?.view.tasks.find(({ id }) => id === drawn.id) ?? drawn;
  const clock = (at: number) => localTime(at, zone).time;
  const task = $derived(shown?.view.tasks.find(({ index }) => index === selected) ?? null);
  /** What goes on paper is saved first: one plan on the screen, on the wall and on the tubs. */
  async function print(what: Sheets) {
    if (!(await desk.save())) return;
    printing = { what, codes: what === 'labels' && day ? await labelCodes(day.labels, date) : new Map() };
    await tick();
    window.print();
  }
  const beforePrint = () => flushSync(() => (printing ??= { what: 'people', codes: new Map() }));

  const actions = {
    save: () => void desk.save(),
    undo: () => desk.travel(undo),
    redo: () => desk.travel(redo),
    own: {
      '+': () => picture?.nearer(),
      '-': () => picture?.farther(),
      '0': () => (look = null),
      v: () => gather(),
      p: () => desk.go(3),
      w: () => (panel = day ? 'wrong' : null),
    },
  };

  const KEYS = [
    ['Tab, ← →', 'from task to task of a dough'],
    ['↑ ↓', 'to the dough above or below'],
    ['Alt ← →', 'hold a task 5 min earlier or later; with Shift 30'],
    ['Delete', 'stop holding a task'],
    ['+ − 0', 'nearer, farther, the whole day'],
    ['V', 'doughs of one van together, or each by itself'],
    ['P', 'go on looking for a better plan'],
    ['W', 'something went wrong'],
    ['Ctrl Z, Ctrl Y', 'undo, redo'],
    ['Ctrl S', 'save'],
  ] as const;
  /** Parts that come when they are opened. */
  const PARTS = {
    BesidePanel: () => import('./BesidePanel.svelte'),
    GoalsPanel: () => import('./GoalsPanel.svelte'),
    PlanList: () => import('./PlanList.svelte'),
    MishapPanel: () => import('../mishap/MishapPanel.svelte'),
    WhyPanel: () => import('./WhyPanel.svelte'),
    codes: () => import('qrcode'),
  };
  onMount(() => bringInParts(PARTS));
</script>

<svelte:window bind:innerHeight={inner} onbeforeprint={beforePrint} onafterprint={() => (printing = null)} />

<div class="room">
  <!-- Measured before there is a picture, so that it is drawn once. -->
  <div bind:clientWidth={wide}></div>
  <RoomHead title="Day line" standing={desk.standing} {actions} keys={KEYS} {history}>
    {#snippet about()}
      <DayField {date} onopen={(chosen) => onopen(chosen, false)} />
      <p>
        {#if shown}
          first hands {localTime(shown.view.firstHands, zone).weekday}
          <b>{clock(shown.view.firstHands)}</b>, last van <b>{clock(shown.view.lastDrop)}</b>
        {:else}{formatDate(date)}{/if}
      </p>
    {/snippet}
    <DayLineTools
      printable={day !== null}
      saveable={desk.unsaved && !desk.saving}
      busy={looking !== 'no'}
      onopen={(which) => (panel = which)}
      onprint={() => void print('people')}
      onstop={() => desk.stop()}
      onsave={() => void desk.save()}
    />
  </RoomHead>

  <DayNotices {desk} {zone} saved={saved !== null} />

  {#if desk.empty}
    <p class="empty">
      Nothing is ordered for this day. Enter it in <a href={`/plan/orders/${date}`}>Orders</a>, and the plan
      appears here.
    </p>
  {:else if shown}
    <DayLens
      several={shown.view.rows.length > 2}
      gathered={drawnView !== shown.view}
      whole={look === null}
      onnearer={() => picture?.nearer()}
      onfarther={() => picture?.farther()}
      ongather={gather}
      onwhole={() => (look = null)}
    />
    <DayPicture
      bind:this={picture}
      width={wide}
      {tall}
      view={drawnView ?? shown.view}
      {zone}
      {look}
      {selected}
      faded={conflict !== null}
      onselect={(index) => desk.select(index)}
      moves={{
        ondrag: (moved, at) => desk.drag(own(moved), at),
        onpin: (moved, at) => desk.pin(own(moved), at),
        onlost: () => desk.letGo(),
        onnudge: (moved, by) => desk.nudge(own(moved), by),
        onunpin: (moved) => desk.unpin(own(moved)),
      }}
      onapart={(key) => apart.add(key)}
      onlook={(stretch) => (look = stretch)}
    />
    <div class="under">
      {#if task && day}
        {#await PARTS.WhyPanel() then { default: WhyPanel }}<WhyPanel
            {task}
            why={desk.why?.task === task.index ? desk.why.why : null}
            {zone}
            onnudge={(by) => desk.nudge(task, by)}
            onunpin={() => desk.unpin(task)}
            reminders={(shown?.reminders ?? []).filter((each) => each.task === task.index)}
            actual={desk.actuals.get(task.id) ?? null}
            onhappened={(actual) => desk.happened(actual)}
          />{/await}
      {:else}
        <div>
          <p class="quiet">
            Press a piece of work to see why it is where it is. Drag it to hold it elsewhere: the rest is
            planned around it.
          </p>
          <BetterPanel better={day?.notBetter ?? []} onselect={(which) => desk.select(which)} />
          <KnownPanel input={day?.input ?? desk.input} />
        </div>
      {/if}
      {#if day?.view.cost}
        <CostPanel
          {day}
          cost={day.view.cost}
          {date}
          saved={saved !== null}
          onanother={() => desk.another()}
          onbeside={() => {
            panel = 'beside';
            desk.besides();
          }}
          onprint={(what) => void print(what)}
        />
      {/if}
    </div>
  {:else if looking !== 'no'}
    <p class="empty">Looking for a plan…</p>
  {:else if !conflict && desk.problems.length === 0}
    <p class="empty">
      There is no plan yet. <button type="button" class="link" onclick={() => desk.go(3, false)}
        >Look for one</button
      >
    </p>
  {/if}
</div>

<WorkingPanel workings={desk.workings} bind:path />
{#if day && printing}<DayPrint {day} {zone} {date} stamp={desk.stamp} {...printing} />{/if}
<Panel open={panel === 'goals'} title="Goals of this plan" side onclose={() => (panel = null)}>
  {#await PARTS.GoalsPanel() then { default: GoalsPanel }}<GoalsPanel
      weights={history.present.weights}
      onchange={(weights) => desk.choose({ ...history.present, weights }, 'goals', 3)}
    />{/await}
</Panel>
<Panel
  open={panel === 'beside'}
  title="Plans that differ for a reason"
  side
  onclose={() => {
    panel = null;
    desk.endBeside();
  }}
>
  {#if day}
    {#await PARTS.BesidePanel() then { default: BesidePanel }}<BesidePanel
        now={day}
        beside={desk.beside}
        looking={looking === 'beside'}
        {zone}
        shown={desk.lookedAt}
        onlook={(leaning) => (desk.lookedAt = leaning)}
        onrather={(leaning) => {
          panel = null;
          desk.rather(leaning);
        }}
      />{/await}
  {/if}
</Panel>
<Panel open={panel === 'wrong'} title="What went wrong?" onclose={() => (panel = null)}>
  {#if day}
    {#await PARTS.MishapPanel() then { default: MishapPanel }}<MishapPanel
        {day}
        {zone}
        onchoose={(choice, at) => {
          panel = null;
          desk.wentWrong(choice, at);
        }}
      />{/await}
  {/if}
</Panel>
<Panel open={panel === 'plans'} title="Plans of this day" onclose={() => (panel = null)}>
  {#await PARTS.PlanList() then { default: PlanList }}<PlanList
      {plans}
      {zone}
      onchoose={async (n) => {
        if (await desk.open(n)) panel = null;
      }}
    />{/await}
</Panel>

<style>
  .room {
    padding: 0.75rem 1.5rem 1.5rem;
  }
  .under {
    display: grid;
    grid-template-columns: minmax(0, 1.5fr) minmax(18rem, 1fr);
    gap: 1rem 2.5rem;
    margin-top: 0.75rem;
  }
  .empty {
    max-width: 30rem;
    margin: 4rem 0;
    font-size: 1.25rem;
  }
  .empty a {
    text-decoration: underline;
  }
  @media (max-width: 860px) {
    .room {
      padding: 0.5rem 1rem 1rem;
    }
    .under {
      grid-template-columns: minmax(0, 1fr);
    }
  }
  @media print {
    .room {
      display: none;
    }
  }
</style>
