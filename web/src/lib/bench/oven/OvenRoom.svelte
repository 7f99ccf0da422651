<script lang="ts">
  import { onMount, tick } from 'svelte';
  import type { EChartsCoreOption } from 'echarts/core';
  import type { OvenLoad } from '@jovet/core/plan/explain/oven';
  import { formatDate, localTime } from '@jovet/core/time';
  import { formatNumber } from '@jovet/core/units';
  import CircleStop from '@lucide/svelte/icons/circle-stop';
  import DoorOpen from '@lucide/svelte/icons/door-open';
  import Printer from '@lucide/svelte/icons/printer';
  import ToolButton from '../../ui/ToolButton.svelte';
  import Chart from '../Chart.svelte';
  import DayField from '../DayField.svelte';
  import DayNotices from '../day/DayNotices.svelte';
  import { DayDesk, type DayOf } from '../day/desk.svelte';
  import { redo, undo } from '../../room/history';
  import RoomKeys from '../../room/RoomKeys.svelte';
  import type { TimeScale } from '../ribbon';
  import { provideOpener } from '../opener';
  import RoomHead from '../../room/RoomHead.svelte';
  import { useUnits } from '../settings';
  import WorkingPanel from '../WorkingPanel.svelte';
  import DeckMap from './DeckMap.svelte';
  import { piecesOf, type LaidOut } from './laid-out';
  import { bringInParts } from '../../sync/offline';
  import LoadFacts from './LoadFacts.svelte';
  import type Print from './LoadPrint.svelte';
  import OvenNight from './OvenNight.svelte';
  import { sessionsOf } from './sessions';
  import { stoneChart } from './stone-chart';

  /** The room Oven: which loaves on which deck when, at what heat. */
  let { date, why, now, saved, plans, found, first, onopen }: DayOf = $props();

  const desk = new DayDesk(() => ({ date, why, now, saved, plans, found, first, onopen }), true);
  onMount(() => desk.begin());
  /** What comes when it is opened. */
  const PARTS = {
    DoorSheet: () => import('./DoorSheet.svelte'),
    LoadPrint: async () => void (LoadPrint = (await import('./LoadPrint.svelte')).default),
  };
  /** What is printed comes once the room stands. */
  let LoadPrint = $state.raw<typeof Print>();
  onMount(() => bringInParts(PARTS));
  const { day, conflict, shown, looking, history } = $derived(desk);
  const oven = $derived(shown?.oven ?? null);
  const { zone } = $derived(now.bakehouse);
  const clock = (at: number) => localTime(at, zone).time;

  let door = $state(false);
  let wide = $state(1000);
  /** A task of a load, wherever that stands; null: the first of those that are shown. */
  let chosen = $state<number | null>(null);

  const units = useUnits();
  /** The one with the most loads is shown first. */
  const sessions = $derived(oven ? sessionsOf(oven) : []);
  /** With the day of the week where the oven is on more than once. */
  const when = (at: number) =>
    sessions.length > 1 ? `${localTime(at, zone).weekday.slice(0, 3)} ${clock(at)}` : clock(at);
  let session = $state<number | null>(null);
  const most = $derived(
    sessions.reduce(
      (best, { loads }, index) => (loads.length > (sessions[best]?.loads.length ?? 0) ? index : best),
      0,
    ),
  );
  const seen = $derived(sessions[session ?? most] ?? sessions[0] ?? { from: 0, to: 1, loads: [] });
  /** While a load is in the hand, time stands where it stood. */
  let still = $state<TimeScale | null>(null);
  /** Px for the names of decks, and of ovens where there are several. */
  const names = $derived((oven?.ovens?.length ?? 1) > 1 ? 100 : 64);
  const scale = $derived<TimeScale>(
    still ?? { from: seen.from - 900, to: seen.to + 900, left: names, right: Math.max(wide, 560) - 8 },
  );
  function show(index: number) {
    session = index;
    chosen = sessions[index]?.loads[0]?.items[0]?.load ?? null;
  }
  const unit = $derived({
    name: units.unit,
    of: (celsius: number) => (units.unit === '°F' ? celsius * 1.8 + 32 : celsius),
  });

  const load = $derived(
    oven?.loads.find(({ items }) => items.some((item) => item.load === chosen)) ?? seen.loads[0] ?? null,
  );

  let path = $state<string[]>([]);
  provideOpener((key) => (path = [key]));
  $effect(() => {
    const [first] = load?.items ?? [];
    if (first && day) desk.select(first.load);
  });
  const idOf = (index: number) => shown?.view.tasks.find((each) => each.index === index)?.id ?? '';
  const opens = (task: number) => {
    const key = `task.${idOf(task)}`;
    return key in desk.workings ? key : null;
  };

  /** The load tasks of a load, to be held together. */
  const tasksOf = ({ items }: OvenLoad) =>
    items.flatMap(({ load: index }) => {
      const task = shown?.view.tasks.find((each) => each.index === index);
      return task ? [task] : [];
    });
  function drag(moved: OvenLoad, at: number) {
    const [first] = tasksOf(moved);
    if (first) desk.drag(first, at);
  }
  /** What stands on one deck goes to another; what stands there of the same load comes back. */
  function move(moved: OvenLoad, from: number, to: number) {
    const other = (deck: number) => (deck === from ? to : deck === to ? from : deck);
    if (moved.byHand === 'yes') lay(moved, piecesOf(moved).map((each) => ({ ...each, deck: other(each.deck) })));
    else desk.stand(tasksOf(moved).map(({ id }) => id), { decks: moved.order.map(other), pieces: [] });
  } // prettier-ignore
  /** All pieces of a load stand where they were laid by hand; null: as they are reckoned. */
  function lay(laid: OvenLoad, pieces: readonly LaidOut[] | null) {
    const tasks = tasksOf(laid).map(({ id }) => id);
    const taskOf = (lot: number) => idOf(laid.items[lot]?.load ?? -1);
    desk.stand(
      tasks,
      pieces && {
        decks: [],
        pieces: pieces.map(({ lot, deck, spot }) => ({ task: taskOf(lot), deck, ...spot })),
      },
    );
  }
  /** While a load is in the hand the picture of the stones rests, so that the load follows it smoothly. */
  let drawn: EChartsCoreOption = {};
  const picture = $derived.by(() => {
    if (still === null && oven) drawn = stoneChart(oven, load, scale, Math.max(wide, 560), zone, unit);
    return drawn;
  });

  /** The sheet at the oven is that of a saved plan. */
  async function print() {
    await PARTS.LoadPrint();
    if (!(await desk.save())) return;
    await tick();
    window.print();
  }
  function exchange(one: OvenLoad, index: number) {
    const other = oven?.loads[index];
    if (!other) return;
    desk.hold([
      ...tasksOf(one).map(({ id }) => ({ task: id, at: other.at })),
      ...tasksOf(other).map(({ id }) => ({ task: id, at: one.at })),
    ]);
  }
  function longer(index: number, minutes: number) {
    const task = shown?.view.tasks.find((each) => each.index === index);
    if (!task) return;
    const known = desk.actuals.get(task.id);
    const { start, end } = task;
    const planned = { task: task.id, start, end, temperature: null, seen: null, mass: null, confirmed: [] };
    desk.happened({ ...planned, ...known, longer: (known?.longer ?? 0) + minutes });
  }

  const actions = {
    save: () => void desk.save(),
    undo: () => desk.travel(undo),
    redo: () => desk.travel(redo),
    own: { d: () => (door = !door) },
  };
  const KEYS = [
    ['Tab, ← →', 'from load to load'],
    [
      'Alt ← →',
      'hold a load 5 min earlier or later; with Shift 30; on a deck: its pieces to the next free one',
    ],
    ['← → ↑ ↓', 'on a deck: choose a piece; Esc: none'],
    ['Alt ← → ↑ ↓', 'move the chosen piece 2 cm, over others where they are in its way'],
    ['1 to 9', 'the chosen piece, or all on a deck, to the deck of that number'],
    ['R', 'turn the chosen piece'],
    ['D', 'the sheet at the oven door, and back'],
    ['Ctrl Z, Ctrl Y', 'undo, redo'],
    ['Ctrl S', 'save'],
  ] as const;
</script>

{#if door && oven && shown}
  <RoomKeys {actions} keys={KEYS} />
  {#await PARTS.DoorSheet() then { default: DoorSheet }}<DoorSheet
      {oven}
      {date}
      {zone}
      tasks={shown.view.tasks}
      moved={desk.before && day && looking === 'no' ? desk.moved : null}
      onlonger={longer}
      ontake={() => ((desk.before = null), void desk.save())}
      onback={() => desk.takeBack()}
      onclose={() => (door = false)}
    />{/await}
{:else}
  <div class="room">
    <div bind:clientWidth={wide}></div>
    <RoomHead title="Oven" standing={desk.standing} {actions} keys={KEYS} {history}>
      {#snippet about()}
        <DayField {date} onopen={(next) => onopen(next, false)} />
        <p>
          {#if oven?.loads[0]}
            {oven.loads.length} loads from <b>{when(oven.loads[0].at)}</b>, on from
            <b>{when(oven.heatings[0]?.from ?? oven.loads[0].at)}</b>, {formatNumber(oven.heated, 0)} kWh
          {:else}{formatDate(date)}{/if}
        </p>
      {/snippet}
      <ToolButton
        label="Stop looking"
        title="Stop looking"
        disabled={looking === 'no'}
        onclick={() => desk.stop()}><CircleStop size={20} /></ToolButton
      >
      <ToolButton
        label="Print the load sheet"
        title="Print the load sheet"
        disabled={!oven}
        onclick={() => void print()}><Printer size={20} /></ToolButton
      >
      <ToolButton
        label="At the oven door"
        title="At the oven door (D)"
        disabled={!oven}
        onclick={() => (door = true)}><DoorOpen size={20} /></ToolButton
      >
      <button
        type="button"
        class="btn preset-filled save"
        disabled={!desk.unsaved || desk.saving}
        onclick={() => void desk.save()}>Save</button
      >
    </RoomHead>

    <DayNotices {desk} {zone} saved={saved !== null} />

    {#if desk.empty}
      <p class="empty">
        Nothing is ordered for this day. Enter it in <a href={`/plan/orders/${date}`}>Orders</a>, and its
        loads appear here.
      </p>
    {:else if oven && oven.loads.length > 0}
      {#if sessions.length > 1}
        <div class="sessions" role="group" aria-label="Times that the oven is on">
          {#each sessions as each, index (each.from)}
            <button type="button" class="btn" aria-pressed={each === seen} onclick={() => show(index)}
              >{localTime(each.from, zone).weekday} {clock(each.from)} to {clock(each.to)}</button
            >
          {/each}
        </div>
      {/if}
      <div class="night" class:faded={conflict !== null}>
        <OvenNight
          {oven}
          width={Math.max(wide, 560)}
          {scale}
          {zone}
          selected={load ? oven.loads.indexOf(load) : 0}
          onselect={(index) => (chosen = oven.loads[index]?.items[0]?.load ?? null)}
          onhold={(on) => (still = on ? scale : null)}
          ondrag={drag}
          onlost={() => desk.letGo()}
          onshift={(moved, by) => desk.shift(tasksOf(moved), by)}
        />
        <Chart
          label={`Temperature of the stones of ${oven.decks.length} decks, ${units.unit}`}
          height="9rem"
          option={picture}
        />
      </div>
      {#if load}
        <div class="under">
          <LoadFacts
            {oven}
            {load}
            place={oven.loads.indexOf(load)}
            {zone}
            {opens}
            oncore={(index, celsius, minutes) => desk.core(idOf(index), celsius, minutes)}
            onlonger={longer}
            onexchange={(index) => exchange(load, index)}
          />
          <DeckMap
            {oven}
            {load}
            onmove={(from, to) => move(load, from, to)}
            onlay={(pieces) => lay(load, pieces)}
          />
        </div>
      {/if}
    {:else}
      <p class="empty">{looking === 'no' ? 'There is no plan of this day yet.' : 'Looking for a plan…'}</p>
    {/if}
  </div>
  {#if oven && LoadPrint}<LoadPrint {oven} {date} {zone} stamp={desk.stamp} />{/if}
{/if}

<WorkingPanel workings={desk.workings} bind:path />

<style>
  .room {
    padding: 0.75rem 1.5rem 1.5rem;
  }
  .night {
    overflow-x: auto;
  }
  .faded {
    opacity: 0.5;
  }
  .under {
    display: grid;
    grid-template-columns: minmax(20rem, 2fr) 3fr;
    gap: 1.5rem;
    margin-top: 0.75rem;
  }
  .sessions {
    display: flex;
    gap: 0.5rem;
    margin: 0.5rem 0;
  }
  .sessions [aria-pressed='true'] {
    background: light-dark(var(--color-surface-300), var(--color-surface-700));
  }
  .empty {
    margin-top: 2rem;
  }
  @media (max-width: 60rem) {
    .under {
      grid-template-columns: 1fr;
    }
  }
  @media print {
    .room {
      display: none;
    }
  }
</style>
