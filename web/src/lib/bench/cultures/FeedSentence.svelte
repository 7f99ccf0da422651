<script lang="ts">
  import { readQuantity } from '@jovet/core/field';
  import { untrack } from 'svelte';
  import {
    FEEDING_UNKNOWNS,
    planFeeding,
    type FeedingUnknown,
    type FeedingWish,
    type PlannedFeeding,
  } from '@jovet/core/culture/feeding';
  import { feedingWorkings, type Culture } from '@jovet/core/culture';
  import { fillLine, mostRiseOf } from '@jovet/core/culture/followed';
  import type { PlannedBuild } from '@jovet/core/plan/explain';
  import { addDays, localTime, nextLocal, parseTimeOfDay } from '@jovet/core/time';
  import { formatNumber, formatTemperature, parseMass, parseTemperature } from '@jovet/core/units';
  import { quantity, type Workings } from '@jovet/core/working';
  import Field from '../../ui/Field.svelte';
  import { enterMovesOn } from '../../ui/enter-moves-on';
  import PlanNeeds from './PlanNeeds.svelte';
  import Figure from '../Figure.svelte';
  import { useUnits } from '../settings';
  import RiseGlass from './RiseGlass.svelte';

  interface Props {
    culture: Culture;
    vigour: number;
    /** N of the seed now. */
    seedPopulation: number;
    /** Epoch seconds. */
    now: number;
    zone: string;
    /** °C where it stands now. */
    stands: number;
    /** What the plan takes from this culture, the first fed first. */
    needs: readonly PlannedBuild[];
    onworkings: (workings: Workings) => void;
    /** @param need the build of the plan that it is */
    onfeed: (planned: PlannedFeeding, need: PlannedBuild | null) => void;
  }

  /** The feeding as a sentence that one completes: any one of its four is worked out from the others. */
  let { culture, vigour, seedPopulation, now, zone, stands, needs, onworkings, onfeed }: Props = $props();
  const units = useUnits();
  const clock = (epoch: number) => localTime(epoch, zone).time;
  const day = (epoch: number) => {
    const [there, here] = [localTime(epoch, zone).date, localTime(now, zone).date];
    if (there === here) return '';
    if (there === addDays(here, 1)) return 'tomorrow';
    return there === addDays(here, -1) ? 'yesterday' : localTime(epoch, zone).weekday;
  };

  /** What was fed a while ago may still be entered. */
  const AGO = 4 * 3600;
  let find = $state<FeedingUnknown>('ratio');
  const [need] = untrack(() => needs);
  let ready = $state(untrack(() => (need ? clock(need.at) : clock(now + 9 * 3600))));
  /** A feeding that the plan had longer ago is fed now. */
  const feedOf = ({ feedAt }: PlannedBuild) => clock(feedAt < now - AGO ? now : feedAt);
  let taken = $state.raw(untrack(() => needs[0] ?? null));
  let feed = $state(untrack(() => (need ? feedOf(need) : clock(now))));
  let celsius = $state(untrack(() => formatTemperature(need?.stands ?? stands, units.unit, 0)));
  let flour = $state(untrack(() => formatNumber(need?.flour ?? culture.ratio, 1)));
  let needed = $state(untrack(() => (need ? units.mass(need.kilograms) : '1 kg')));

  const read = $derived.by(() => {
    const given = {
      ready: parseTimeOfDay(ready),
      feed: parseTimeOfDay(feed),
      celsius: parseTemperature(celsius, units.unit),
      flour: readQuantity('ratio', flour),
      needed: parseMass(needed),
    };
    const unknown = { ratio: 'flour', feed: 'feed', ready: 'ready', temperature: 'celsius' }[find];
    const wrong: Record<string, string> = {};
    for (const [name, result] of Object.entries(given))
      if (!result.ok && name !== unknown)
        wrong[name] = `${result.problems[0]?.problem} ${result.problems[0]?.remedy}`;
    const feedAt = given.feed.ok ? nextLocal(given.feed.value, now - AGO, zone) : now;
    const wish: FeedingWish = {
      find,
      feedAt,
      readyAt: given.ready.ok ? nextLocal(given.ready.value, find === 'feed' ? now : feedAt + 60, zone) : now,
      celsius: given.celsius.ok ? given.celsius.value : 20,
      flour: given.flour.ok ? given.flour.value : 1,
      needed: given.needed.ok ? given.needed.value : 0,
      keepBack: culture.keepBack,
      loss: culture.loss,
    };
    return { wish, wrong };
  });
  const fedCulture = $derived({
    ripeness: culture.ripeness,
    hydration: culture.hydration,
    vigour,
    seedPopulation,
  });
  /** Fills in the feeding that a build of the plan wants. */
  function take(build: PlannedBuild) {
    taken = build;
    needed = units.mass(build.kilograms);
    ready = clock(build.at);
    feed = feedOf(build);
    celsius = formatTemperature(build.stands, units.unit, 0);
    find = 'ratio';
  }
  const minutesOf = (epoch: number) => Math.round(localTime(epoch, zone).hour * 60);
  const quiet = $derived.by(() => {
    if (!culture.quiet) return null;
    const minutes = (text: string) => Number(text.slice(0, 2)) * 60 + Number(text.slice(3));
    return { from: minutes(culture.quiet.from), to: minutes(culture.quiet.to) };
  });
  const planned = $derived(
    Object.keys(read.wrong).length > 0 ? null : planFeeding(fedCulture, read.wish, quiet, minutesOf),
  );
  const problems = $derived.by(() => {
    const names: Record<string, string> = {
      feedAt: 'feed',
      readyAt: 'ready',
      celsius: 'celsius',
      flour: 'flour',
    };
    return planned && !planned.ok
      ? Object.fromEntries(
          planned.problems.map((each) => [names[each.path] ?? 'ready', `${each.problem} ${each.remedy}`]),
        )
      : read.wrong;
  });
  const plan = $derived(planned?.ok ? planned.value : null);
  $effect(() => {
    const midnight = now - localTime(now, zone).hour * 3600;
    const at = (epoch: number) => quantity((epoch - midnight) / 60, 'clock', 0);
    onworkings(plan ? feedingWorkings(fedCulture, read.wish, plan, at) : {});
  });

  /** Where it will stand in its vessel: when it is filled, and while it is ripe. */
  const lines = $derived.by(() => {
    if (!plan) return null;
    const line = (rise: number) => fillLine(culture.vessel, plan.amounts.build, rise, mostRiseOf(culture));
    const { earliest, best, latest } = culture.ripeness;
    const start = line(0);
    return {
      fits: start.fits,
      heights: {
        start: start.start,
        now: start.start,
        earliest: line(earliest).target,
        best: line(best).target,
        latest: line(latest).target,
      },
    };
  });

  const WORDS: Record<FeedingUnknown, string> = {
    ratio: 'Flour to 1 of seed',
    feed: 'Fed at',
    ready: 'Ready by',
    temperature: 'Standing at',
  };
  const LATE = 5 * 60;
  /** Keeps what was worked out as if it had been typed, and asks for another. */
  function workOut(next: FeedingUnknown) {
    if (plan) {
      if (find === 'ratio') flour = formatNumber(plan.feeding.flour, 2);
      if (find === 'feed') feed = clock(plan.feedAt);
      if (find === 'ready') ready = clock(plan.ready.best);
      if (find === 'temperature') celsius = formatTemperature(plan.feeding.celsius, units.unit, 1);
    }
    find = next;
  }
</script>

<form class="sentence" {@attach enterMovesOn} onsubmit={(event) => event.preventDefault()}>
  <div class="parts">
    {#each FEEDING_UNKNOWNS.toReversed() as part (part)}
      <div class="part" class:found={find === part}>
        {#if find === part}
          <span class="field-name">{WORDS[part]}</span>
          <output class="answer">
            {#if !plan}—
            {:else if part === 'ratio'}1 : <Figure
                of="feed.ratio"
                label="Flour to 1 of seed"
                text={formatNumber(plan.feeding.flour, 1)}
              />
            {:else if part === 'feed'}<Figure of="feed.at" label="Feed at" text={clock(plan.feedAt)} />
            {:else if part === 'ready'}<Figure
                of="feed.ready"
                label="Ripe at"
                text={clock(plan.ready.best)}
              />
            {:else}{units.temperature(plan.feeding.celsius)}{/if}
          </output>
          <small>worked out</small>
        {:else}
          {#if part === 'ratio'}
            <Field
              label={WORDS.ratio}
              name="feed.flour"
              value={flour}
              problem={problems['flour']}
              oninput={(text) => (flour = text)}
            />
          {:else if part === 'feed'}
            <Field
              label={WORDS.feed}
              name="feed.at"
              value={feed}
              problem={problems['feed']}
              oninput={(text) => (feed = text)}
            />
          {:else if part === 'ready'}
            <Field
              label={WORDS.ready}
              name="feed.ready"
              value={ready}
              problem={problems['ready']}
              oninput={(text) => (ready = text)}
            />
          {:else}
            <Field
              label={WORDS.temperature}
              name="feed.celsius"
              value={celsius}
              problem={problems['celsius']}
              oninput={(text) => (celsius = text)}
            />
          {/if}
          <button type="button" class="other" onclick={() => workOut(part)}
            >work out<span class="sr-only"> {WORDS[part].toLowerCase()}</span></button
          >
        {/if}
      </div>
    {/each}
    <div class="part">
      <Field
        label="Needed"
        name="feed.needed"
        value={needed}
        problem={problems['needed']}
        oninput={(text) => (needed = text)}
      />
      <small>+ {units.mass(culture.keepBack)} kept back</small>
    </div>
  </div>
  {#if find !== 'ready' && problems['ready'] && find === 'ratio'}<p class="sr-only" role="alert">
      {problems['ready']}
    </p>{/if}
  <PlanNeeds {needs} {now} {zone} taken={taken?.task ?? ''} ontake={take} />
  {#if plan}
    <p class="big" data-feed>
      Feed <Figure of="feed.seed" label="Seed" text={units.mass(plan.amounts.seed)} /> of seed with <Figure
        of="feed.flour"
        label="Flour"
        text={units.mass(plan.amounts.flour)}
      /> flour and <Figure of="feed.water" label="Water" text={units.mass(plan.amounts.water)} /> water at {clock(
        plan.feedAt,
      )}
      {day(plan.feedAt)}
    </p>
    <p>
      1 : {formatNumber(plan.feeding.flour, 1)} : {formatNumber(plan.feeding.water, 1)}, <Figure
        of="feed.build"
        label="Build"
        text={units.mass(plan.amounts.build)}
      /> in all. Ripe {clock(plan.ready.best)}
      {day(plan.ready.best)} after <Figure
        of="feed.hours"
        label="From feeding to ripe"
        text={`${formatNumber(plan.feeding.hours.best, 1)} h`}
      />, usable from {clock(plan.ready.earliest)} to {clock(plan.ready.latest)}.
    </p>
    {#each plan.cautions as caution (caution)}<p class="caution" role="status">{caution}</p>{/each}
    {#if plan.beforeQuiet}
      {@const sooner = plan.beforeQuiet}
      <p class="caution">
        {clock(plan.feedAt)} is in the quiet hours ({culture.quiet?.from} to {culture.quiet?.to}). Fed at {clock(
          sooner.feedAt,
        )} with 1 : {formatNumber(sooner.flour, 1)} it is ripe at the same time.
        <button
          type="button"
          class="link"
          onclick={() => ((ready = clock(plan.ready.best)), (feed = clock(sooner.feedAt)), (find = 'ratio'))}
          >Do that</button
        >
      </p>
    {/if}
    {#if lines}
      <div class="filled">
        <RiseGlass
          vessel={culture.vessel}
          heights={lines.heights}
          temperature={plan.feeding.celsius}
          stage="young"
          height={150}
          scale
          label={`Filled it stands ${lines.heights.start.toFixed(1)} cm high, ripe ${lines.heights.best.toFixed(1)} cm`}
        />
        <p>
          Filled it stands {lines.heights.start.toFixed(1)} cm high; ripe at {lines.heights.best.toFixed(1)} cm.
          {#if !lines.fits}<b>At its highest it runs over: take a larger vessel.</b>{/if}
        </p>
      </div>
    {/if}
    <button type="button" class="btn preset-filled knuckle" onclick={() => onfeed(plan, taken)}
      >{Math.abs(plan.feedAt - now) <= LATE
        ? 'Fed: note it now'
        : plan.feedAt < now
          ? `It was fed at ${clock(plan.feedAt)}: note it`
          : 'Fed now instead: note it'}</button
    >
  {/if}
</form>

<style>
  .sentence {
    display: grid;
    gap: 0.5rem;
    justify-items: start;
  }
  .parts {
    display: grid;
    grid-template-columns: repeat(5, minmax(5.2rem, 1fr));
    gap: 0.75rem;
    width: 100%;
    align-items: start;
  }
  .part small,
  .other {
    display: block;
    font-size: 0.8125rem;
    line-height: 1.3;
    min-height: 1.5rem;
  }
  .other,
  .link {
    text-decoration: underline dotted 1px;
    text-underline-offset: 0.2em;
    cursor: pointer;
  }
  .answer {
    display: block;
    min-height: 2.4rem;
    font-family: var(--figures);
    font-size: 1.375rem;
    font-weight: 700;
    white-space: nowrap;
  }
  .big {
    font-size: 1.25rem;
    font-weight: 700;
    line-height: 1.35;
  }
  .filled {
    display: flex;
    gap: 1.5rem;
    align-items: end;
  }
  .caution {
    padding-left: 0.7rem;
    border-left: 4px solid currentColor;
  }
  .knuckle {
    min-height: 3.5rem;
    font-size: 1.0625rem;
  }
  @media (max-width: 900px) {
    .parts {
      grid-template-columns: 1fr 1fr;
    }
  }
</style>
