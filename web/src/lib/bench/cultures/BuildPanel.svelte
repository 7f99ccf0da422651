<script lang="ts">
  import { temperingHours } from '@jovet/core/culture/feeding';
  import type { Culture, Sign } from '@jovet/core/culture';
  import type { FollowedBuild, Standing, Vigour } from '@jovet/core/culture/followed';
  import { aroundAt } from '@jovet/core/fermentation/forecast';
  import { HEAT_TRANSFER, pieceTimeConstant } from '@jovet/core/fermentation';
  import { formatDuration } from '@jovet/core/units';
  import Figure from '../Figure.svelte';
  import { useUnits } from '../settings';
  import { ahead, healthText, vigourText } from './culture-words';
  import RiseGlass from './RiseGlass.svelte';

  interface Props {
    culture: Culture;
    active: FollowedBuild;
    standing: Standing;
    vigour: Vigour;
    /** Hours that one takes which is not of flour; null while nothing is known. */
    hours: number | null;
    /** Epoch seconds. */
    now: number;
    /** Hour of the day now. */
    hour: number;
    clock: (epoch: number) => string;
    /** Begins the next feeding; null while it is being entered. */
    onfeed: (() => void) | null;
    onsign: (sign: Sign) => void;
  }

  /** A build in its glass: when it is ripe, how it stands now, and what is done with it. */
  let { culture, active, standing, vigour, hours, now, hour, clock, onfeed, onsign }: Props = $props();
  const units = useUnits();
  /** Time-only cultures, of fruit or flowers, have no forecast. */
  const forecast = $derived(culture.of !== 'no-flour');
  const health = $derived(
    active.signs.flatMap(({ sign }) => (sign.kind === 'health' ? [sign.health] : [])).at(-1) ?? 'well',
  );
  /** What has not come by now comes later. */
  const soonest = $derived(
    (active.ripe.best.at ?? 0) > now
      ? Math.max(active.ripe.best.soonest ?? 0, now)
      : (active.ripe.best.soonest ?? 0),
  );
  const warning = $derived(healthText(health));
  /** How long it takes to come out of the cold, whole and cut up; null where it is about as warm as its place. */
  const tempering = $derived.by(() => {
    const place = aroundAt(culture.place.around, hour);
    const around = typeof place === 'number' ? place : place(0);
    const to = around - 2;
    if (standing.temperature > to - 3) return null;
    const hours = (timeConstant: number) => temperingHours(timeConstant, standing.temperature, to, around);
    return {
      to,
      whole: hours(active.place.timeConstant),
      cut: culture.hydration <= STIFF ? hours(pieceTimeConstant(CUT, HEAT_TRANSFER.coveredBasket)) : null,
    };
  });
  /** Water over flour up to which a culture can be cut up, and kg of a piece of it. */
  const STIFF = 0.65;
  const CUT = 0.1;
</script>

<div class="vessel">
  <RiseGlass
    vessel={active.build.vessel}
    heights={forecast ? standing.heights : null}
    temperature={standing.temperature}
    stage={standing.stage}
    height={206}
    scale
    label={`${culture.name} stands ${standing.heights.now.toFixed(1)} cm high; it is ripe at ${standing.heights.best.toFixed(1)} cm`}
  />
  <div class="told">
    {#if forecast}
      <p class="clock">
        {#if active.ripe.best.at !== null}<Figure
            of="build.ripe"
            label="Ripe at"
            text={clock(active.ripe.best.at)}
          />{:else}never{/if}
      </p>
      <p class="when">
        {#if active.ripe.best.at !== null && active.ripe.best.soonest !== null && active.ripe.best.latest !== null}ripe
          {ahead(now, active.ripe.best.at)}; eight times in ten between {clock(soonest)} and {clock(
            active.ripe.best.latest,
          )}{:else}At this temperature it never ripens: move it somewhere warmer.{/if}
      </p>
      {#if active.ripe.earliest.at !== null && active.ripe.latest.at !== null}
        <p>usable from {clock(active.ripe.earliest.at)} to {clock(active.ripe.latest.at)}</p>
      {/if}
      <p class="now">
        Now {standing.stage}: <Figure
          of="build.now"
          label="Height now"
          text={`${standing.heights.now.toFixed(1)} cm`}
        /> of <Figure
          of="build.line"
          label="Height at its best"
          text={`${standing.heights.best.toFixed(1)} cm`}
        />,
        {units.temperature(standing.temperature)}, {active.placeName}
      </p>
      {#if tempering}
        <p>
          {active.placeName === culture.place.name ? 'It is' : `Back to ${culture.place.name} it is`}
          {units.temperature(tempering.to)} after {formatDuration(
            tempering.whole * 3600,
          )}{#if tempering.cut !== null}; cut into pieces of {units.mass(CUT)}, after {formatDuration(
              tempering.cut * 3600,
            )}{/if}.
        </p>
      {/if}
      {#if !standing.fits}<p class="caution" role="status">
          At its highest it runs over: this vessel is too low for {units.mass(active.mass)}.
        </p>{/if}
    {:else}
      <p class="clock">
        {hours === null ? '—' : clock(active.build.at + hours * 3600)}
      </p>
      <p>
        It is not of flour, so only its own time counts{hours === null
          ? ': note when it is ready, and it is known next time.'
          : ': look at it then.'}
      </p>
    {/if}
    <p class="quiet">
      Fed {clock(active.build.at)}: {units.mass(active.build.seed)} seed, {units.mass(active.build.flour)}
      flour, {units.mass(active.build.water)} water. {vigourText(vigour)}
    </p>
    {#if warning}<p class="caution" role="alert">{warning}</p>{/if}
  </div>
</div>
<div class="moves">
  {#if onfeed}<button type="button" class="btn preset-filled" onclick={onfeed}>Feed it again</button>{/if}
  <button
    type="button"
    class="btn preset-tonal"
    onclick={() => onsign({ kind: 'moved', place: { name: 'the cold', around: culture.cold } })}
    >Into the cold</button
  >
  <button
    type="button"
    class="btn preset-tonal"
    onclick={() => onsign({ kind: 'moved', place: { name: 'the warm', around: culture.warm } })}
    >Into the warm</button
  >
  <button
    type="button"
    class="btn preset-tonal"
    onclick={() => onsign({ kind: 'moved', place: culture.place })}>Back to {culture.place.name}</button
  >
  <button type="button" class="btn preset-tonal" onclick={() => onsign({ kind: 'used' })}>Used up</button>
  <button type="button" class="btn preset-tonal" onclick={() => onsign({ kind: 'discarded' })}
    >Thrown away</button
  >
</div>

<style>
  .vessel {
    display: flex;
    gap: 1.5rem;
    align-items: flex-start;
  }
  .told {
    display: grid;
    gap: 0.25rem;
    min-width: 0;
  }
  .clock {
    font-family: var(--figures);
    font-size: clamp(3rem, 7vw, 4.5rem);
    font-weight: 700;
    line-height: 1;
  }
  .now {
    font-weight: 700;
  }
  .caution {
    padding-left: 0.7rem;
    border-left: 4px solid currentColor;
    font-weight: 700;
  }
  .moves {
    display: flex;
    flex-wrap: wrap;
    gap: 0.4rem;
    margin-top: 0.3rem;
  }
  .moves button {
    min-height: 2.75rem;
  }
  @media (max-width: 900px) {
    .vessel {
      flex-direction: column;
    }
    .moves button {
      min-height: 3.5rem;
    }
  }
</style>
