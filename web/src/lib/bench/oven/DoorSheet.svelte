<script lang="ts">
  import { onMount } from 'svelte';
  import { type Moved } from '@jovet/core/plan/changes';
  import { dialled, settingWords, type ViewTask } from '@jovet/core/plan/explain';
  import { ovenOfLoad, type OvenDay, type OvenLoad } from '@jovet/core/plan/explain/oven';
  import { localTime } from '@jovet/core/time';
  import { formatNumber, formatTemperature } from '@jovet/core/units';
  import MovesPanel from '../day/MovesPanel.svelte';
  import { timeNow } from '../clock';
  import { useUnits } from '../settings';
  import { doneMoments } from './done.svelte';
  import { coolWords, deckWords, doneWords, itemWords, momentWords, ovenMoments, steamOf } from './moments';
  import { ring } from './ring';
  import Problems from '../../ui/Problems.svelte';

  interface Props {
    oven: OvenDay;
    date: string;
    zone: string;
    tasks: readonly ViewTask[];
    /** What a longer bake moves, before it is taken; null where nothing is asked. */
    moved: readonly Moved[] | null;
    onlonger: (task: number, minutes: number) => void;
    ontake: () => void;
    onback: () => void;
    onclose: () => void;
  }

  /** The load sheet at the oven door, read from two metres: what is next, what is due, and how long until then. */
  let { oven, date, zone, tasks, moved, onlonger, ontake, onback, onclose }: Props = $props();

  const units = useUnits();
  const stone = (celsius: number) => formatTemperature(celsius, units.unit, 0);
  const dial = (load: OvenLoad) => dialled(ovenOfLoad(oven, load).dial, stone);
  const clock = (at: number) => localTime(at, zone).time;
  let time = $state(timeNow());
  let said = $state('');
  const done = doneMoments(
    () => date,
    (problem) => (said = problem),
  );
  const moments = $derived(ovenMoments(oven, tasks));
  const open = $derived(moments.filter(({ id }) => !done.has(id)));
  const next = $derived(open[0] ?? null);
  const after = $derived(open.slice(1, 6));
  const due = $derived(next !== null && next.at <= time);

  onMount(() => {
    void done.open();
    const tick = setInterval(() => {
      time = timeNow();
      if (next && next.at <= time) ring();
    }, 1000);
    return () => clearInterval(tick);
  });

  /** `in 3:20`, `2:05 late`, or the clock where it is far off. */
  function until(at: number): string {
    const seconds = Math.round(at - time);
    if (Math.abs(seconds) > 6 * 3600) return `at ${clock(at)}`;
    const text = `${Math.floor(Math.abs(seconds) / 60)}:${String(Math.abs(seconds) % 60).padStart(2, '0')}`;
    return seconds >= 0 ? `in ${text}` : `${text} late`;
  }
</script>

<div class="door">
  <header>
    <b class="clock">{clock(time)}</b>
    <button type="button" class="press plain" onclick={onclose}>Close</button>
  </header>
  <Problems notice problems={[said || done.problem].filter(Boolean)} />
  {#if moved}
    <MovesPanel reasons={[]} {moved} {clock} {ontake} {onback} />
  {/if}
  {#if !done.opened}<p class="what">What was done is being read.</p>
  {:else if next}
    <section class="next" class:due aria-label="Next at the oven" role="status">
      <p class="when">{momentWords(ovenOfLoad(oven, next.load), next.kind)} <b>{until(next.at)}</b></p>
      <p class="what">{itemWords(next.items)}</p>
      {#if next.kind === 'load'}
        <p>
          {deckWords(oven, next.load)} · stone <b>{dial(next.load)(next.load.loadAt)}</b> ·
          {steamOf(next.items) > 0 ? `steam ${formatNumber(steamOf(next.items), 0)} min` : 'no steam'} ·
          {formatNumber(Math.max(...next.items.map(({ profile }) => profile.minutes)), 0)} min
        </p>
      {:else if next.setting}
        <p><b>{settingWords(next.setting, dial(next.load))}</b> · {deckWords(oven, next.load)}</p>
      {:else}
        <p>
          {next.items.map((item) => deckWords(oven, next.load, item)).join(', ')} · out at
          <b>{clock(Math.max(...next.items.map(({ outAt }) => outAt)))}</b>
        </p>
        {#if next.kind === 'out' && next.items[0]}
          {@const { signs, core } = next.items[0]}
          <p>{signs.colour}; {signs.knock}; core <b>{stone(core[0])}</b></p>
          <p>{coolWords(next.items[0], clock)}</p>
        {/if}
      {/if}
      <div class="verbs">
        <button type="button" class="press filled" onclick={() => done.add(next.id)}
          >{doneWords(ovenOfLoad(oven, next.load), next)}</button
        >
        {#if next.kind === 'out' && next.items[0]}
          {@const [item] = next.items}
          <button type="button" class="press" onclick={() => onlonger(item.load, 3)}
            >Not brown yet: + 3 min</button
          >
        {/if}
      </div>
    </section>
    <ol>
      {#each after as moment (moment.id)}
        <li>
          <b>{clock(moment.at)}</b>
          <span>{momentWords(ovenOfLoad(oven, moment.load), moment.kind)}: {itemWords(moment.items)}</span>
          <span class="quiet"
            >{deckWords(oven, moment.load)}{moment.setting
              ? ` · ${settingWords(moment.setting, dial(moment.load))}`
              : moment.kind === 'load'
                ? ` · stone ${dial(moment.load)(moment.load.loadAt)}`
                : ''}</span
          >
        </li>
      {/each}
    </ol>
  {:else}
    <p class="what">All loads of this day are out.</p>
  {/if}
  {#if done.count > 0}
    <button type="button" class="press plain" onclick={() => done.undo()}>Undo the last</button>
  {/if}
</div>

<style>
  .door {
    padding: 1rem 1.5rem;
    font-size: 1.375rem;
  }
  header {
    display: flex;
    justify-content: space-between;
    align-items: center;
  }
  .clock,
  .when b,
  li b {
    font-family: var(--figures);
  }
  .clock {
    font-size: 2rem;
  }
  .next {
    border-left: 6px solid light-dark(var(--color-surface-300), var(--color-surface-700));
    padding: 0.75rem 1.25rem;
    margin: 0.75rem 0 1.25rem;
  }
  .next.due {
    border-left-color: currentColor;
  }
  .when {
    font-size: 2.5rem;
    line-height: 1.15;
  }
  .what {
    font-size: 3rem;
    line-height: 1.15;
    font-weight: 700;
    margin: 0.35rem 0;
  }
  .verbs {
    display: flex;
    flex-wrap: wrap;
    gap: 0.75rem;
    margin-top: 1rem;
  }
  li {
    display: flex;
    flex-wrap: wrap;
    gap: 0 1rem;
    padding: 0.4rem 0;
  }
  li .quiet {
    font-size: inherit;
  }
  @media (max-width: 40rem) {
    .door {
      padding: 0.75rem 0.9rem;
      font-size: 1.125rem;
    }
    .when {
      font-size: 1.75rem;
    }
    .what {
      font-size: 2rem;
    }
    .verbs .press {
      flex: 1 1 100%;
    }
  }
</style>
