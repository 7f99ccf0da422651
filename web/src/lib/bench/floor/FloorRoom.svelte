<script lang="ts">
  import { ddtOf } from '@jovet/core/formula/way';
  import { onMount, untrack } from 'svelte';
  import type { TaskNote } from '@jovet/core/plan/network';
  import { actualsOf, asPlanned, atHand, onBench, unnoted, type Event, type OnBench } from '@jovet/core/run';
  import { formatDate, localTime } from '@jovet/core/time';
  import { v7 as uuid } from 'uuid';
  import Panel from '../../ui/Panel.svelte';
  import Problems from '../../ui/Problems.svelte';
  import DayField from '../DayField.svelte';
  import type { DayOf } from '../day/desk.svelte';
  import RoomHead from '../../room/RoomHead.svelte';
  import { useUnits } from '../settings';
  import Bench from './Bench.svelte';
  import { FloorDesk } from './floor-desk.svelte';
  import { upperFirst, whichOf } from './floor-words';
  import HandCard from './HandCard.svelte';
  import HeightPad from './HeightPad.svelte';

  /** The room Floor: one thing in your hands, what rises, what is next; every press comes back to the plan. */
  let given: DayOf = $props();
  const units = useUnits();
  const zone = $derived(given.now.bakehouse.zone);
  const clock = (at: number) => localTime(at, zone).time;
  const desk = new FloorDesk(() => given, { clock, heat: (celsius) => units.temperature(celsius) });
  onMount(() => desk.begin());
  let isOpened = false;
  $effect(() => {
    void [given.now.events, given.saved];
    if (isOpened) untrack(() => desk.heard());
    isOpened = true;
  });

  /** What was to begin so long ago, s, and so many of it, is asked for together. */
  const [LATE, MANY] = [1800, 3];
  const KEY = 'jovet.floor.who';
  let who = $state<string>(localStorage.getItem(KEY) ?? '');
  const { plan, forecast, now } = $derived(desk);
  const person = $derived(plan?.people.includes(who) ? who : null);
  const tasks = $derived(plan?.view.tasks ?? []);
  const hand = $derived(atHand(tasks, desk.events, now, person));
  const standing = $derived(onBench(forecast?.rising ?? [], tasks, desk.events, now));
  const silent = $derived(unnoted(tasks, desk.events, now - LATE));
  let chosen = $state<string | null>(null);
  const open = $derived([...hand.begun, ...hand.due, ...hand.next]);
  const card = $derived(open.find(({ id }) => id === chosen) ?? open[0] ?? null);
  const others = $derived([...hand.begun, ...hand.due].filter(({ id }) => id !== card?.id).slice(0, 6));
  const next = $derived(hand.next.filter(({ id }) => id !== card?.id).slice(0, 4));
  $effect(() => {
    if (card) desk.ask(card.id);
  });

  /** °C that the dough of a task is wanted at. */
  function wantedOf({ formula, dough }: TaskNote): number | null {
    const doc = plan?.input.formulas.find(({ slug }) => slug === (formula ?? dough))?.formula.doc;
    return doc ? ddtOf(doc) : null;
  }

  let noted = $state.raw<{ readonly events: readonly Event[]; readonly words: string } | null>(null);
  function note(events: readonly Event[], words: string) {
    noted = { events, words };
    chosen = null;
    void desk.note(events);
  }
  function takeBack() {
    if (noted) desk.takeBack(noted.events);
    noted = null;
  }

  let looked = $state<string | null>(null);
  const dough = $derived(standing.find(({ to }) => to === looked) ?? null);
  /** A dough in its tubs is looked at; of all else the work that waits for it comes into the hands. */
  function press(pressed: OnBench) {
    if (pressed.tub) looked = pressed.to;
    else chosen = pressed.to;
  }
  function seen(centimetres: number) {
    if (!dough?.tub) return;
    const { name, tub } = dough;
    const event = desk.log.say(
      { kind: 'task', id: tub.mix },
      { kind: 'reading', quantity: 'height', of: null, value: centimetres },
    );
    looked = null;
    note([event], `${name} stands at ${centimetres.toFixed(1)} cm`);
  }

  const verb = (name: string) => () =>
    document.querySelector<HTMLButtonElement>(`[data-verb="${name}"]`)?.click();
  const actions = {
    save: () => void desk.take(),
    undo: takeBack,
    own: {
      d: verb('done'),
      b: verb('begin'),
      e: verb('earlier'),
      p: verb('planned'),
      n: verb('not-yet'),
      u: () => void desk.take(),
      c: () => desk.leave(),
    },
  };
  const KEYS = [
    ['D', 'it is done now'],
    ['B', 'it begins now'],
    ['E', 'five minutes earlier'],
    ['N', 'not yet'],
    ['P', 'it was done as planned'],
    ['U, C', 'use what moves, or cancel it'],
    ['Ctrl Z', 'take back what was noted last'],
  ] as const;
  const line = $derived(
    !desk.log.sent
      ? 'Not sent yet: it is kept here'
      : desk.planning
        ? 'Planning…'
        : desk.saving
          ? 'Saving…'
          : 'All is sent',
  );
</script>

<div class="room">
  <RoomHead title="Floor" standing={line} {actions} keys={KEYS}>
    {#snippet about()}
      <DayField date={given.date} onopen={(date) => given.onopen(date, true)} />
    {/snippet}
    {#if plan}
      <div class="who" role="group" aria-label="Whose hands">
        {#each ['', ...plan.people] as name (name)}
          <button
            type="button"
            class="press"
            aria-pressed={(person ?? '') === name}
            onclick={() => {
              who = name;
              chosen = null;
              localStorage.setItem(KEY, name);
            }}>{name === '' ? 'Everybody' : name.split(' ')[0]}</button
          >
        {/each}
      </div>
    {/if}
    <b class="clock">{clock(now)}</b>
  </RoomHead>

  <Problems notice problems={[...desk.problems, ...desk.log.problems]} />
  {#if desk.asked}
    <section class="notice" role="status" aria-label="What this moves">
      <p>{desk.asked.sentences.join(' ')}</p>
      {#if desk.asked.day}
        <button type="button" class="press filled" onclick={() => void desk.take()}>Use it</button>
        <button type="button" class="press" onclick={() => desk.leave()}>Cancel</button>
      {:else}
        <a class="press" href={`/plan/day/${given.date}`}>Look for a way out in Day line</a>
      {/if}
    </section>
  {/if}
  {#if silent.length > MANY}
    <section class="notice" role="status" data-silent>
      <p>
        Nothing is noted of {silent.length} things that were to begin until {clock(
          silent.at(-1)?.start ?? 0,
        )}.
      </p>
      <button
        type="button"
        class="press"
        onclick={() => note(asPlanned(silent, given.date, uuid), `${silent.length} things done as planned`)}
        >All {silent.length} went as planned</button
      >
    </section>
  {/if}
  {#if noted}
    <p class="noted" role="status">
      Noted: {noted.words}. <button type="button" class="link" onclick={takeBack}>Take it back</button>
    </p>
  {/if}

  {#if plan && card}
    {#key card.id}
      <HandCard
        task={card}
        which={whichOf(card, tasks)}
        {now}
        {clock}
        actual={actualsOf(desk.events).get(card.id) ?? null}
        reminders={plan.reminders.filter(({ task }) => task === card.index)}
        why={desk.why?.task === card.id ? desk.why.why : null}
        latest={forecast?.view.tasks.find(({ id }) => id === card.id)?.window?.latest ?? null}
        after={forecast?.rising?.find(({ from }) => from === card.id) ?? null}
        wanted={wantedOf(card.note)}
        log={desk.log}
        onnote={note}
      />
    {/key}
    {#if others.length > 0}
      <p class="row">
        <span class="quiet">Also now</span>
        {#each others as task (task.id)}
          <button type="button" class="press" onclick={() => (chosen = task.id)}
            >{clock(task.start)} {task.what}</button
          >
        {/each}
      </p>
    {/if}
    {#if standing.length > 0}<Bench {standing} {tasks} {clock} onpress={press} />{/if}
    {#if next.length > 0}
      <p class="row">
        <span class="quiet">Next</span>
        {#each next as task (task.id)}
          <button type="button" class="press plain" onclick={() => (chosen = task.id)}
            >{clock(task.start)} {task.what}</button
          >
        {/each}
      </p>
    {/if}
  {:else if plan}
    <p class="empty">
      {upperFirst(localTime(plan.view.lastDrop, zone).weekday)} is done: everything of {formatDate(
        given.date,
      )} is packed.
    </p>
  {:else if given.now.demand.every(({ pieces }) => pieces === 0)}
    <p class="empty">
      Nothing is ordered for this day. Enter it in <a href={`/plan/orders/${given.date}`}>Orders</a>, and the
      work appears here.
    </p>
  {:else if desk.planning}
    <p class="empty" role="status">Looking for a plan of this day…</p>
  {:else}
    <p class="empty">
      There is no plan of this day yet. Make one in <a href={`/plan/day/${given.date}`}>Day line</a>.
    </p>
  {/if}
</div>

<Panel
  open={dough !== null}
  title={dough ? `${dough.name}: how high does it stand?` : ''}
  onclose={() => (looked = null)}
>
  {#if dough?.tub}<HeightPad dough={{ ...dough, tub: dough.tub }} onnote={seen} />{/if}
</Panel>

<style>
  .room {
    padding: 0.75rem 1.5rem 1.5rem;
  }
  .who {
    display: flex;
    flex-wrap: wrap;
    gap: 0.3rem;
  }
  .who .press {
    min-height: 48px;
    padding: 0 0.7rem;
    font-size: 1rem;
  }
  .clock {
    font-family: var(--figures);
    font-size: 2rem;
    line-height: 1;
  }
  .notice {
    font-size: 1.125rem;
  }
  .notice p {
    flex: 1 1 20rem;
  }
  a.press {
    display: grid;
    place-items: center;
  }
  .noted {
    margin: 0.3rem 0;
  }
  .row {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.4rem;
    margin: 0.6rem 0;
  }
  .row .press {
    min-height: 56px;
    padding: 0 0.9rem;
    font-size: 1.0625rem;
  }
  .empty {
    max-width: 30rem;
    margin: 4rem 0;
    font-size: 1.25rem;
  }
  .empty a {
    text-decoration: underline;
  }
  @media (max-width: 640px) {
    .room {
      padding: 0.5rem 0.75rem 1rem;
    }
  }
</style>
