<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import type { DayInput, Schedule, ViewTask, Why } from '@jovet/core/day';
  import type { Problem } from '@jovet/core/problem';
  import { formatDate, localTime } from '@jovet/core/time';
  import { formatNumber } from '@jovet/core/units';
  import Gauge from '@lucide/svelte/icons/gauge';
  import Keyboard from '@lucide/svelte/icons/keyboard';
  import Layers from '@lucide/svelte/icons/layers';
  import Printer from '@lucide/svelte/icons/printer';
  import Redo from '@lucide/svelte/icons/redo-2';
  import Undo from '@lucide/svelte/icons/undo-2';
  import ZoomIn from '@lucide/svelte/icons/zoom-in';
  import ZoomOut from '@lucide/svelte/icons/zoom-out';
  import type { PlanLine, SavedPlan } from '../../server/database/day-plan';
  import Sheet from '../../ui/Sheet.svelte';
  import ToolButton from '../../ui/ToolButton.svelte';
  import { beginHistory, record, redo, undo } from '../history';
  import KeyList from '../KeyList.svelte';
  import { send } from '../send';
  import ConflictPanel from './ConflictPanel.svelte';
  import {
    choiceOf,
    chosenInput,
    movedTasks,
    orderChanges,
    whyLonger,
    withActual,
    withPin,
    withRemedy,
    type DayChoice,
  } from './day-choice';
  import { useReading } from '../settings';
  import { costWords } from './day-words';
  import DayPicture from './DayPicture.svelte';
  import DayPrint from './DayPrint.svelte';
  import GoalsPanel from './GoalsPanel.svelte';
  import type { Conflict, FromPlanner, Offer, PlannedDay } from './messages';
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

  /** What the plan is of: as it was saved, until it is planned from the orders of now. */
  const opened = untrack(() => ({
    input: saved?.input ?? now,
    schedule: saved?.doc.schedule ?? null,
    remedies: saved?.doc.remedies ?? [],
  }));
  let base = $state.raw<DayInput>(opened.input);
  let history = $state.raw(beginHistory<DayChoice>([], choiceOf(opened.input)));
  let day = $state.raw<PlannedDay | null>(null);
  let conflict = $state.raw<Conflict | null>(null);
  let offers = $state.raw<readonly Offer[]>([]);
  let problems = $state.raw<readonly Problem[]>([]);
  let looking = $state<'no' | 'first' | 'better' | 'remedies'>('no');
  let rounds = $state(0);
  let selected = $state<number | null>(null);
  let why = $state.raw<{ task: number; why: Why } | null>(null);
  let panel = $state<'goals' | 'plans' | 'keys' | null>(null);
  let printing = $state<'people' | 'stations' | 'labels'>('people');
  let savedSchedule = $state.raw<Schedule | null>(opened.schedule);
  let outcome = $state<string | null>(null);
  let saving = $state(false);
  let look = $state.raw<{ from: number; to: number } | null>(null);
  let picture = $state<DayPicture>();
  let planner: Planner | null = null;

  const reading = useReading();
  const { zone } = $derived(now.bakehouse);
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
  const taken = $derived([...(base === opened.input ? opened.remedies : []), ...history.present.remedies]);
  function fromNow() {
    history = record(history, { ...history.present, remedies: taken }, 'orders');
    base = now;
    go(3);
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
    before && day ? whyLonger(before.view, day.view, history.present.actuals, reading.temperature) : [],
  );
  function happened(of: ViewTask, start: number, end: number | null, temperature: number | null) {
    if (!day) return;
    before = day;
    choose(
      withActual(history.present, day.view, { task: of.id, start, end, temperature }),
      `happened ${of.id}`,
      2,
    );
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
      name: '',
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
  function print(what: typeof printing) {
    printing = what;
    requestAnimationFrame(() => window.print());
  }

  function onkeydown(event: KeyboardEvent) {
    const command = event.ctrlKey || event.metaKey;
    const key = event.key.toLowerCase();
    const typing = event.target instanceof HTMLInputElement || event.target instanceof HTMLSelectElement;
    if (command && key === 's') void save();
    else if (command && (key === 'y' || (key === 'z' && event.shiftKey))) travel(redo);
    else if (command && key === 'z') travel(undo);
    else if (typing || command || event.altKey) return;
    else if (event.key === '?') panel = 'keys';
    else if (event.key === '+') picture?.nearer();
    else if (event.key === '-') picture?.farther();
    else if (event.key === '0') look = null;
    else if (key === 'p') go(3);
    else return;
    event.preventDefault();
  }

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

<svelte:window {onkeydown} />

<div class="room">
  <header>
    <h1>Day line</h1>
    <label class="date">
      <span class="sr-only">Day</span>
      <input
        class="input"
        type="date"
        value={date}
        onchange={(event) => event.currentTarget.value && onopen(event.currentTarget.value, false)}
      />
    </label>
    <p class="when">
      {#if shown}
        first hands {localTime(shown.view.firstHands, zone).weekday}
        <b>{clock(shown.view.firstHands)}</b>, last van {localTime(shown.view.lastDrop, zone).weekday}
        <b>{clock(shown.view.lastDrop)}</b>
      {:else}{formatDate(date)}{/if}
    </p>
    <span class="state" role="status">
      {#if saving}Saving…
      {:else if looking === 'first'}Looking for a plan…{rounds > 0 ? ` ${rounds} rounds` : ''}
      {:else if looking === 'better'}Looking for a better plan…
      {:else if looking === 'remedies'}Trying remedies…
      {:else if day && unsaved}Not saved yet
      {:else if day}Saved{/if}
    </span>
    {#if looking !== 'no'}<button type="button" class="btn preset-tonal stop" onclick={stop}>Stop</button
      >{/if}
    <ToolButton
      label="Undo"
      title="Undo (Ctrl Z)"
      disabled={history.past.length === 0}
      onclick={() => travel(undo)}><Undo size={20} /></ToolButton
    >
    <ToolButton
      label="Redo"
      title="Redo (Ctrl Y)"
      disabled={history.future.length === 0}
      onclick={() => travel(redo)}><Redo size={20} /></ToolButton
    >
    <ToolButton label="Keys of this room" title="Keys (?)" onclick={() => (panel = 'keys')}
      ><Keyboard size={20} /></ToolButton
    >
    <ToolButton label="Goals" title="Goals" onclick={() => (panel = 'goals')}><Gauge size={20} /></ToolButton>
    <ToolButton label="Plans of this day" title="Plans of this day" onclick={() => (panel = 'plans')}
      ><Layers size={20} /></ToolButton
    >
    <ToolButton
      label="Print the wall sheet"
      title="Print the wall sheet"
      disabled={!day}
      onclick={() => print('people')}><Printer size={20} /></ToolButton
    >
    <button type="button" class="btn preset-filled save" disabled={!unsaved || saving} onclick={save}
      >Save</button
    >
  </header>

  {#if outcome}<p class="notice" role="alert">{outcome}</p>{/if}
  {#each problems as each (each.path + each.problem)}
    <p class="notice" role="alert">{each.problem} {each.remedy}</p>
  {/each}
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
    <section class="notice" role="status" aria-label="What this moves">
      <div class="moves">
        {#each reasons as sentence (sentence)}<p>{sentence}</p>{/each}
        {#if moved.length === 0}<p>Nothing else has to move.</p>
        {:else}
          <p>{moved.length === 1 ? 'One task moves' : `${moved.length} tasks move`}:</p>
          <ul>
            {#each moved.slice(0, 8) as { id, what, from, to } (id)}
              <li><b>{clock(to)}</b> instead of {clock(from)}: {what}</li>
            {/each}
            {#if moved.length > 8}<li>and {moved.length - 8} more</li>{/if}
          </ul>
        {/if}
      </div>
      <button type="button" class="btn preset-filled" onclick={() => ((before = null), void save())}
        >Take it</button
      >
      <button type="button" class="btn preset-tonal" onclick={takeBack}>Take it back</button>
    </section>
  {/if}
  {#if history.present.remedies.length > 0}
    <p class="quiet taken">
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
          onhappened={(start, end, temperature) => happened(task, start, end, temperature)}
        />
      {:else}
        <p class="quiet">
          Press a piece of work to see why it is where it is. Drag it to hold it elsewhere: the rest is
          planned around it.
        </p>
      {/if}
      {#if day?.view.cost}
        <section class="cost" aria-labelledby="cost-title">
          <h2 id="cost-title">This plan costs {formatNumber(day.view.cost.total, 1)}</h2>
          <table class="figures">
            <tbody>
              {#each costWords(day.view.cost) as { name, value } (name)}
                <tr><th scope="row">{name}</th><td>{formatNumber(value, 1)}</td></tr>
              {:else}<tr><th scope="row">Nothing could be better.</th></tr>{/each}
            </tbody>
          </table>
          <p class="quiet">
            {day.view.handsAtPeak} hands at once at most, oven on for {formatNumber(day.view.ovenHours, 1)} h.
            <button
              type="button"
              class="link"
              onclick={() => choose({ ...history.present, seed: history.present.seed + 1 }, 'seed', 3)}
              >Look for another</button
            >
          </p>
          <p class="quiet">
            <button type="button" class="link" onclick={() => print('stations')}>Print by station</button> ·
            <button type="button" class="link" onclick={() => print('labels')}>Print tub labels</button>
            {#if saved}· <a class="link" href={`/api/v1/plans/${date}/plan.csv`} download>Table</a> · Calendar
              of {#each day.people as person, index (person)}{index > 0 ? ', ' : ' '}<a
                  class="link"
                  href={`/api/v1/plans/${date}/plan.ics?person=${encodeURIComponent(person)}`}
                  download>{person}</a
                >{/each}{/if}
          </p>
        </section>
      {/if}
    </div>
  {:else if looking !== 'no'}
    <p class="empty">Looking for a plan…</p>
  {/if}
</div>

{#if day}<DayPrint {day} {zone} {date} what={printing} />{/if}
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
  header {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.25rem 0.5rem;
    margin-bottom: 0.4rem;
  }
  h1 {
    font-size: 1.5rem;
    font-weight: 700;
    margin-right: 0.25rem;
  }
  h2 {
    font-size: 1.0625rem;
    font-weight: 700;
  }
  .date input {
    width: 9.5rem;
    padding-inline: 0.5rem;
    min-height: 2.5rem;
  }
  .state {
    margin-left: auto;
    font-size: 0.875rem;
    color: light-dark(var(--color-surface-700), var(--color-surface-300));
  }
  .stop,
  .save {
    min-height: 2.5rem;
  }
  .save {
    min-width: 5rem;
    font-weight: 700;
  }
  .save:disabled {
    opacity: 0.4;
  }
  .moves {
    flex: 1 1 24rem;
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
  .link {
    cursor: pointer;
    text-decoration: underline;
    text-underline-offset: 0.2em;
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
