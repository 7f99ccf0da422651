<script lang="ts">
  import { partings, partingWords, piecesChanged, whyLonger } from '@jovet/core/plan/changes';
  import { formatDate, localTime } from '@jovet/core/time';
  import { timeNow } from '../clock';
  import { useUnits } from '../settings';
  import ConflictPanel from './ConflictPanel.svelte';
  import { fromMoment, withRemedy } from './day-choice';
  import { moreWords } from './day-words';
  import type { DayDesk } from './desk.svelte';
  import MovesPanel from './MovesPanel.svelte';
  import Problems from '../../ui/Problems.svelte';

  interface Props {
    desk: DayDesk;
    zone: string;
    /** The day has a saved plan. */
    saved: boolean;
  }

  /** What a room that plans a day has to say: faults, changed orders, conflicts, what is moved. */
  let { desk, zone, saved }: Props = $props();

  const units = useUnits();
  const clock = (at: number) => localTime(at, zone).time;
  const { day, conflict, looking, history } = $derived(desk);
  /** Why this very day is open, where nobody asked for one. */
  const opened = $derived.by(() => {
    const why = desk.openedFor;
    const moment = (at: number) => `${localTime(at, zone).weekday} ${clock(at)}`;
    if (why?.kind === 'at-work') return `This day is being worked on: its plan began ${moment(why.since)}.`;
    if (why?.kind === 'first-left')
      return `This is the first day that can still be begun in time: ${formatDate(why.before)} would have begun ${moment(why.begun)}.`;
    return null;
  });
  /** Epoch seconds as the room was opened, to the next five minutes. */
  const openedAt = Math.ceil(timeNow() / 300) * 300;
  /** A plan that nobody has saved yet would have begun already. */
  const past = $derived(
    !saved &&
      day !== null &&
      history.present.now === null &&
      day.view.firstHands < openedAt &&
      openedAt < day.view.lastDrop,
  );
  /** What has begun, or should have by the plan that is saved, stays as it is. */
  const onwards = () =>
    fromMoment(history.present, saved && day ? day.view : null, Math.ceil(timeNow() / 300) * 300);
  const fromHere = () => desk.choose(onwards(), 'now', 3);
  const fromNow = () => {
    const begun = saved && day !== null && day.view.firstHands < timeNow();
    desk.choose({ ...(begun ? onwards() : history.present), remedies: desk.taken, ofNow: true }, 'orders', 3);
  };
  const reasons = $derived(
    desk.before && day
      ? [
          ...desk.wrong,
          ...partingWords(partings(desk.before.view.tasks, day.view.tasks)),
          ...piecesChanged(desk.before.view, day.view),
          ...whyLonger(desk.before.view, day.view, desk.actuals.values(), units.temperature),
        ]
      : [],
  );
  /** So many cautions stand open: what they are about is below them. */
  const CAUTIONS = 3;
  /** All cautions are shown. */
  let all = $state(false);
</script>

{#if opened}<p class="quiet" data-why>{opened}</p>{/if}
<Problems
  notice
  problems={[...(desk.outcome ? [desk.outcome] : []), ...desk.problems, ...desk.noted.unkept]}
/>
{#if past && day}
  <div class="notice" role="status">
    <p>
      This plan begins {localTime(day.view.firstHands, zone).weekday}
      {clock(day.view.firstHands)}, and it is {clock(openedAt)} now.
    </p>
    <button type="button" class="btn preset-tonal" onclick={fromHere}>Plan from now on</button>
  </div>
{/if}
{#if desk.unnoted[0] && looking === 'no' && !desk.before}
  {@const [task] = desk.unnoted}
  <div class="notice" role="status" data-unnoted={task.id}>
    <p>
      {task.what.charAt(0).toUpperCase()}{task.what.slice(1)}: it was to begin {localTime(task.start, zone)
        .weekday}
      {clock(task.start)}. {desk.unnoted.length > 1
        ? `Nothing is noted of it and of ${desk.unnoted.length - 1} more.`
        : 'Nothing is noted of it.'}
    </p>
    <button type="button" class="btn preset-tonal" onclick={() => desk.wentAsPlanned([task])}
      >Done then</button
    >
    <button type="button" class="btn preset-tonal" onclick={() => desk.notDone(task)}>Not done</button>
    <button type="button" class="btn preset-tonal" onclick={() => desk.select(task.index)}
      >Another time</button
    >
    {#if desk.unnoted.length > 1}
      <button type="button" class="btn preset-tonal" onclick={() => desk.wentAsPlanned(desk.unnoted)}
        >All {desk.unnoted.length} done as planned</button
      >
    {/if}
  </div>
{/if}
{#if desk.news.length > 0 && history.present.now === null}
  <div class="notice" role="status">
    <p>
      Since this plan was saved {desk.news.length === 1 ? 'one thing was' : `${desk.news.length} things were`} noted.
    </p>
    <button type="button" class="btn preset-tonal" onclick={fromHere}>Plan on from now</button>
  </div>
{/if}
{#if saved && desk.changes.length > 0}
  <div class="notice" role="status">
    <p>
      The orders changed since this was planned: {desk.changes.slice(0, 4).join('; ')}{desk.changes.length > 4
        ? `; and ${desk.changes.length - 4} more`
        : ''}.
    </p>
    <button type="button" class="btn preset-tonal" onclick={fromNow}>Plan with the orders of now</button>
  </div>
{/if}
{#if desk.mishaps.length > 0 && !desk.before && looking !== 'first'}
  <ul class="notice wrong" aria-label="What went wrong">
    {#each desk.mishaps as { id, words } (id)}
      <li>
        {words}
        <button type="button" class="link" onclick={() => desk.notSo(id)}>It is not so</button>
      </li>
    {/each}
  </ul>
{/if}
{#if conflict}
  <ConflictPanel
    title={conflict.verdict === 'impossible'
      ? 'This day cannot be done.'
      : 'No plan found yet. The nearest one breaks this:'}
    sentences={[...desk.wrong, ...conflict.sentences]}
    offers={desk.offers}
    trying={looking === 'remedies'}
    ontake={(offer) => desk.choose(offer.remedies.reduce(withRemedy, history.present), offer.words, 3)}
  />
{/if}
{#if day?.short && day.short.length > 0 && looking === 'no'}
  <ConflictPanel
    title="What was begun is not enough for all that is ordered."
    sentences={day.short}
    offers={desk.offers}
    trying={false}
    ontake={(offer) => desk.choose(offer.remedies.reduce(withRemedy, history.present), offer.words, 3)}
  />
{/if}
{#if day?.cautions && day.cautions.length > 0 && looking === 'no'}
  <div class="notice" role="note">
    <div>
      <b>This plan holds, and would not bake well:</b>
      <ul>
        {#each all ? day.cautions : day.cautions.slice(0, CAUTIONS) as caution (caution)}<li>
            {caution}
          </li>{/each}
      </ul>
      {#if day.cautions.length > CAUTIONS && !all}
        <button type="button" class="link" onclick={() => (all = true)}
          >{day.cautions.length - CAUTIONS} more</button
        >
      {/if}
    </div>
  </div>
{/if}
{#if desk.before && day && looking === 'no'}
  <MovesPanel
    {reasons}
    moved={desk.moved}
    price={moreWords(desk.before.sums, day.sums)}
    {clock}
    ontake={() => ((desk.before = null), void desk.save())}
    onback={() => desk.takeBack()}
  />
{/if}
{#if history.present.remedies.length > 0}
  <p class="quiet">
    This plan takes {history.present.remedies.length === 1
      ? 'a remedy'
      : `${history.present.remedies.length} remedies`}; undo goes back.
  </p>
{/if}

<style>
  .wrong {
    display: block;
  }
</style>
