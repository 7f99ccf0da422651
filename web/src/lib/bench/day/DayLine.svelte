<script lang="ts">
  import { flushSync, onMount, tick, untrack } from 'svelte';
  import type { Actual, DayInput, Schedule, ViewTask, Why } from '@jovet/core/day';
  import type { Problem } from '@jovet/core/problem';
  import { formatDate, localTime } from '@jovet/core/time';
  import ZoomIn from '@lucide/svelte/icons/zoom-in';
  import ZoomOut from '@lucide/svelte/icons/zoom-out';
  import type { PlanLine, SavedPlan } from '../../server/database/day-plan';
  import Sheet from '../../ui/Sheet.svelte';
  import ToolButton from '../../ui/ToolButton.svelte';
  import { beginHistory, record, redo, undo } from '../history';
  import DayField from '../DayField.svelte';
  import KeyList from '../KeyList.svelte';
  import { roomKeys } from '../room-keys';
  import RoomHead from '../RoomHead.svelte';
  import { send } from '../send';
  import ConflictPanel from './ConflictPanel.svelte';
  import {
    choiceOf,
    chosenInput,
    movedTasks,
    orderChanges,
    piecesChanged,
    whyLonger,
    withActual,
    withPin,
    withRemedy,
    type DayChoice,
  } from './day-choice';
  import { useReading } from '../settings';
  import CostPanel from './CostPanel.svelte';
  import DayLineTools from './DayLineTools.svelte';
  import DayPicture from './DayPicture.svelte';
  import DayPrint from './DayPrint.svelte';
  import GoalsPanel from './GoalsPanel.svelte';
  import type { Conflict, FromPlanner, Offer, PlannedDay } from './messages';
  import { labelCodes } from './label-codes';
  import MovesPanel from './MovesPanel.svelte';
  import { Planner } from './planner';
  import PlanList from './PlanList.svelte';
  import WhyPanel from './WhyPanel.svelte';

  interface Props {
    date: string;
    /** The day as it stands now. */
    now: DayInput;
    saved: SavedPlan | null;
    plans: readonly PlanLine[];
    onopen: (date: string, anew: boolean) => void;
  }

  /** The room Day line: a day from orders to a plan that holds. */
  let { date, now, saved, plans, onopen }: Props = $props();

  const opened = untrack(() => ({
    input: saved?.input ?? now,
    schedule: saved?.doc.schedule ?? null,
    remedies: saved?.doc.remedies ?? [],
    /** Epoch seconds, to the next five minutes. */
    at: Math.ceil(Date.now() / 300_000) * 300,
  }));
  let history = $state.raw(beginHistory<DayChoice>([], choiceOf(opened.input)));
  /** What the plan is of: as it was saved, until it is planned from the orders of now. */
  const base = $derived(history.present.ofNow ? now : opened.input);
  let day = $state.raw<PlannedDay | null>(null);
  let conflict = $state.raw<Conflict | null>(null);
  let offers = $state.raw<readonly Offer[]>([]);
  let problems = $state.raw<readonly Problem[]>([]);
  let looking = $state<'no' | 'first' | 'better' | 'remedies'>('no');
  let rounds = $state(0);
  let selected = $state<number | null>(null);
  let why = $state.raw<{ task: number; why: Why } | null>(null);
  let panel = $state<'goals' | 'plans' | 'keys' | null>(null);
  type Sheets = 'people' | 'stations' | 'labels';
  /** What is being printed: only then is it drawn. */
  let printing = $state.raw<{ what: Sheets; codes: ReadonlyMap<string, string> } | null>(null);
  let savedSchedule = $state.raw<Schedule | null>(opened.schedule);
  let outcome = $state<string | null>(null);
  let saving = $state(false);
  let look = $state.raw<{ from: number; to: number } | null>(null);
  let picture = $state<DayPicture>();
  let wide = $state(1000);
  let planner: Planner | null = null;

  const reading = useReading();
  const { zone } = $derived(now.bakehouse);
  const standing = $derived.by(() => {
    if (saving) return 'Saving…';
    if (looking === 'first') return `Looking for a plan…${rounds > 0 ? ` ${rounds} rounds` : ''}`;
    if (looking === 'better') return 'Looking for a better plan…';
    if (looking === 'remedies') return 'Trying remedies…';
    if (!day) return '';
    return unsaved ? 'Not saved yet' : 'Saved';
  });
  const empty = $derived(base.demand.every(({ pieces }) => pieces === 0));
  /** Where people know that tasks are, since a plan was saved: what moves them costs something. */
  let known = $state.raw<DayChoice['told']>([]);
  const knowing = (choice: DayChoice): DayChoice =>
    choice.told.length > 0 ? choice : { ...choice, told: known };
  const input = $derived(chosenInput(base, knowing(history.present)));
  const changes = $derived(orderChanges(base, now));
  /** Where there is no plan, the nearest one, or else the last that held, stands there pale. */
  let last = $state.raw<PlannedDay | null>(null);
  const shown = $derived(day ?? conflict?.day ?? last);
  const unsaved = $derived(day !== null && day.schedule !== savedSchedule);
  const clock = (at: number) => localTime(at, zone).time;
  const seen = $derived(
    look ??
      (shown ? { from: shown.view.firstHands - 1800, to: shown.view.lastDrop + 1800 } : { from: 0, to: 1 }),
  );
  const task = $derived(shown?.view.tasks.find(({ index }) => index === selected) ?? null);

  function told(message: FromPlanner) {
    if (message.kind === 'why') {
      why = { task: message.task, why: message.why };
      return;
    }
    if (message.kind === 'looking') {
      rounds = message.rounds;
      return;
    }
    if (message.kind === 'planned') {
      day = message.day;
      conflict = null;
      offers = [];
      problems = [];
      looking = message.settled ? 'no' : 'better';
      if (savedSchedule === saved?.doc.schedule && message.settled && opening)
        savedSchedule = message.day.schedule;
      if (message.settled) opening = false;
      ask();
    } else if (message.kind === 'conflict') {
      ({ conflict } = message);
      last = day ?? last;
      day = null;
      offers = [];
      looking = 'remedies';
    } else if (message.kind === 'remedy') offers = [...offers, message.offer].sort((a, b) => a.cost - b.cost);
    else if (message.kind === 'remedies-done') looking = 'no';
    else {
      problems =
        message.kind === 'problems'
          ? message.problems
          : [{ path: '', problem: 'The planner stopped.', remedy: `Plan again. (${message.text})` }];
      looking = 'no';
    }
  }
  /** A saved plan is being shown as it was saved. */
  let opening = opened.schedule !== null;

  onMount(() => {
    planner = new Planner(told);
    if (opened.schedule) planner.show(opened.input, opened.schedule);
    else if (!empty) go(3, false);
    return () => planner?.end();
  });

  function go(seconds: number, keep = true) {
    looking = day ? 'better' : 'first';
    outcome = null;
    opening = false;
    planner?.plan($state.snapshot(input) as DayInput, seconds, keep);
  }
  function choose(next: DayChoice, place: string, seconds = 1.5) {
    history = record(history, next, place);
    go(seconds);
  }
  function travel(by: typeof undo<DayChoice>) {
    history = by(history);
    go(1.5);
  }
  function stop() {
    planner?.stop();
    looking = 'no';
  }
  /** Remedies that a saved plan took, and those since. */
  const taken = $derived(
    history.present.ofNow ? history.present.remedies : [...opened.remedies, ...history.present.remedies],
  );
  /** A plan that nobody has saved yet would have begun already. */
  const past = $derived(
    saved === null &&
      day !== null &&
      history.present.now === null &&
      day.view.firstHands < opened.at &&
      opened.at < day.view.lastDrop,
  );
  const fromHere = () => choose({ ...history.present, now: opened.at }, 'now', 3);
  const fromNow = () => choose({ ...history.present, remedies: taken, ofNow: true }, 'orders', 3);
  /** From the beginning, by another chance. */
  function another() {
    history = record(history, { ...history.present, seed: history.present.seed + 1 }, 'seed');
    go(3, false);
  }

  function select(index: number) {
    if (selected === index) return;
    selected = index;
    ask();
  }
  function ask() {
    why = null;
    if (selected !== null && day) planner?.why(selected);
  }

  let dragged: { id: string; at: number } | null = null;
  let waiting = false;
  /** While a knot is dragged the rest is planned around it, the newest place first. */
  function drag(moved: ViewTask, at: number) {
    dragged = { id: moved.id, at };
    if (waiting) return;
    waiting = true;
    setTimeout(() => {
      waiting = false;
      if (!dragged) return;
      const tried = chosenInput(base, knowing(withPin(history.present, dragged.id, dragged.at)));
      looking = 'better';
      planner?.plan(tried, 0.4, true);
    }, 60);
  }
  function pin(moved: { id: string }, at: number) {
    dragged = null;
    choose(withPin(history.present, moved.id, at), `pin ${moved.id}`);
    history = { ...history, place: null };
  }
  /** Pressed again before the rest is planned, it moves on from where it is held. */
  function nudge(moved: { id: string; start: number }, by: number) {
    const held = history.present.pins.find((each) => each.task === moved.id);
    pin(moved, (held?.at ?? moved.start) + by);
  }
  function unpin(moved: { id: string }) {
    dragged = null;
    choose(withPin(history.present, moved.id, null), `pin ${moved.id}`);
  }

  /** The plan as it was before something happened: what is moved is shown before it is taken. */
  let before = $state.raw<PlannedDay | null>(null);
  const moved = $derived(before && day && looking === 'no' ? movedTasks(before.view, day.view) : []);
  const reasons = $derived(
    before && day
      ? [
          ...piecesChanged(before.view, day.view),
          ...whyLonger(before.view, day.view, history.present.actuals, reading.temperature),
        ]
      : [],
  );
  function happened(actual: Actual) {
    if (!day) return;
    before = day;
    choose(withActual(history.present, day.view, actual), `happened ${actual.task}`, 2);
  }
  function takeBack() {
    before = null;
    travel(undo);
  }

  async function save() {
    if (!day || saving) return;
    saving = true;
    const { schedule, view } = day;
    const newest = plans[0]?.n ?? 0;
    const answer = await send<{ n: number }>('PUT', `plans/${date}`, {
      base: newest,
      remedies: taken,
      input: day.input,
      schedule,
    });
    saving = false;
    if (answer.kind === 'done') {
      savedSchedule = schedule;
      known = view.tasks.map(({ id, start }) => ({ task: id, at: start }));
      onopen(date, false);
    } else outcome = answer.problems.map(({ problem, remedy }) => `${problem} ${remedy}`).join(' ');
  }
  async function open(n: number) {
    const answer = await send('PATCH', `plans/${date}`, { n });
    if (answer.kind === 'done') {
      panel = null;
      onopen(date, true);
    } else outcome = answer.problems.map(({ problem, remedy }) => `${problem} ${remedy}`).join(' ');
  }
  async function print(what: Sheets) {
    printing = { what, codes: what === 'labels' && day ? await labelCodes(day.labels, date) : new Map() };
    await tick();
    window.print();
  }
  const beforePrint = () => flushSync(() => (printing ??= { what: 'people', codes: new Map() }));

  const onkeydown = (event: KeyboardEvent) =>
    roomKeys(event, {
      save: () => void save(),
      undo: () => travel(undo),
      redo: () => travel(redo),
      keys: () => (panel = 'keys'),
      own: {
        '+': () => picture?.nearer(),
        '-': () => picture?.farther(),
        '0': () => (look = null),
        p: () => go(3),
      },
    });

  const KEYS = [
    ['Tab, ← →', 'from task to task of a dough'],
    ['↑ ↓', 'to the dough above or below'],
    ['Alt ← →', 'hold a task 5 min earlier or later; with Shift 30'],
    ['Delete', 'let go of a task that is held'],
    ['+ − 0', 'nearer, farther, the whole day'],
    ['P', 'go on looking for a better plan'],
    ['Ctrl Z, Ctrl Y', 'undo, redo'],
    ['Ctrl S', 'save'],
  ] as const;
</script>

<svelte:window {onkeydown} onbeforeprint={beforePrint} onafterprint={() => (printing = null)} />

<div class="room">
  <!-- Measured before there is a picture, so that it is drawn once. -->
  <div bind:clientWidth={wide}></div>
  <RoomHead title="Day line" {standing}>
    {#snippet about()}
      <DayField {date} onopen={(chosen) => onopen(chosen, false)} />
      <p>
        {#if shown}
          first hands {localTime(shown.view.firstHands, zone).weekday}
          <b>{clock(shown.view.firstHands)}</b>, last van {localTime(shown.view.lastDrop, zone).weekday}
          <b>{clock(shown.view.lastDrop)}</b>
        {:else}{formatDate(date)}{/if}
      </p>
    {/snippet}
    <DayLineTools
      undoable={history.past.length > 0}
      redoable={history.future.length > 0}
      printable={day !== null}
      saveable={unsaved && !saving}
      busy={looking !== 'no'}
      onundo={() => travel(undo)}
      onredo={() => travel(redo)}
      onopen={(which) => (panel = which)}
      onprint={() => void print('people')}
      onstop={stop}
      onsave={save}
    />
  </RoomHead>

  {#if outcome}<p class="notice" role="alert">{outcome}</p>{/if}
  {#each problems as each (each.path + each.problem)}
    <p class="notice" role="alert">{each.problem} {each.remedy}</p>
  {/each}
  {#if past && day}
    <div class="notice" role="status">
      <p>
        This plan begins {localTime(day.view.firstHands, zone).weekday}
        {clock(day.view.firstHands)}, and it is {clock(opened.at)} now.
      </p>
      <button type="button" class="btn preset-tonal" onclick={fromHere}>Plan from now on</button>
    </div>
  {/if}
  {#if saved && changes.length > 0}
    <div class="notice" role="status">
      <p>
        The orders changed since this was planned: {changes.slice(0, 4).join('; ')}{changes.length > 4
          ? `; and ${changes.length - 4} more`
          : ''}.
      </p>
      <button type="button" class="btn preset-tonal" onclick={fromNow}>Plan with the orders of now</button>
    </div>
  {/if}
  {#if conflict}
    <ConflictPanel
      {conflict}
      {offers}
      trying={looking === 'remedies'}
      ontake={(offer) => choose(withRemedy(history.present, offer.remedy), offer.words, 3)}
    />
  {/if}
  {#if before && day && looking === 'no'}
    <MovesPanel {reasons} {moved} {clock} ontake={() => ((before = null), void save())} onback={takeBack} />
  {/if}
  {#if history.present.remedies.length > 0}
    <p class="quiet">
      This plan takes {history.present.remedies.length === 1
        ? 'a remedy'
        : `${history.present.remedies.length} remedies`}; undo goes back.
    </p>
  {/if}

  {#if empty}
    <p class="empty">
      Nothing is ordered for this day. Enter it in <a href={`/plan/orders/${date}`}>Orders</a>, and the plan
      appears here.
    </p>
  {:else if shown}
    <div class="lens">
      <ToolButton label="Nearer" title="Nearer (+)" onclick={() => picture?.nearer()}
        ><ZoomIn size={18} /></ToolButton
      >
      <ToolButton label="Farther" title="Farther (−)" onclick={() => picture?.farther()}
        ><ZoomOut size={18} /></ToolButton
      >
      {#if look}<button type="button" class="link quiet" onclick={() => (look = null)}>Whole day</button>{/if}
    </div>
    <DayPicture
      bind:this={picture}
      width={wide}
      view={shown.view}
      {zone}
      from={seen.from}
      to={seen.to}
      {selected}
      faded={conflict !== null}
      onselect={select}
      ondrag={drag}
      onpin={pin}
      onnudge={nudge}
      onunpin={unpin}
      onlook={(from, to) => (look = { from, to })}
    />
    <div class="under">
      {#if task && day}
        <WhyPanel
          {task}
          why={why?.task === task.index ? why.why : null}
          {zone}
          onnudge={(by) => nudge(task, by)}
          onunpin={() => unpin(task)}
          reminders={(shown?.reminders ?? []).filter((each) => each.task === task.index)}
          actual={history.present.actuals.find((each) => each.task === task.id) ?? null}
          onhappened={happened}
        />
      {:else}
        <p class="quiet">
          Press a piece of work to see why it is where it is. Drag it to hold it elsewhere: the rest is
          planned around it.
        </p>
      {/if}
      {#if day?.view.cost}
        <CostPanel
          {day}
          cost={day.view.cost}
          {date}
          saved={saved !== null}
          onanother={another}
          onprint={(what) => void print(what)}
        />
      {/if}
    </div>
  {:else if looking !== 'no'}
    <p class="empty">Looking for a plan…</p>
  {:else if !conflict && problems.length === 0}
    <p class="empty">
      There is no plan yet. <button type="button" class="link" onclick={() => go(3, false)}
        >Look for one</button
      >
    </p>
  {/if}
</div>

{#if day && printing}<DayPrint {day} {zone} {date} {...printing} />{/if}
<Sheet open={panel === 'goals'} title="Goals of this plan" side onclose={() => (panel = null)}>
  <GoalsPanel
    weights={history.present.weights}
    onchange={(weights) => choose({ ...history.present, weights }, 'goals', 3)}
  />
</Sheet>
<Sheet open={panel === 'plans'} title="Plans of this day" onclose={() => (panel = null)}>
  <PlanList {plans} {zone} onchoose={open} />
</Sheet>
<Sheet open={panel === 'keys'} title="Keys of this room" onclose={() => (panel = null)}>
  <KeyList keys={KEYS} />
</Sheet>

<style>
  .room {
    padding: 0.75rem 1.5rem 1.5rem;
  }
  .lens {
    position: absolute;
    display: flex;
    align-items: center;
    margin-top: -0.9rem;
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
