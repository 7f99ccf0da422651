<script lang="ts">
  import type { MixAnswer } from '@jovet/core/mix';
  import { BAND } from '@jovet/core/logbook';
  import { formatNumber } from '@jovet/core/units';
  import Figure from '../Figure.svelte';
  import { useUnits } from '../settings';

  interface Props {
    answer: MixAnswer;
    /** What the forecast does to bulk, in a sentence. */
    meaning: string;
    /** The same of what is in the jug. */
    jugMeaning: string;
    onways: () => void;
  }

  /** What to pour, in figures that can be read across the room. */
  let { answer, meaning, jugMeaning, onways }: Props = $props();
  const units = useUnits();
  const water = $derived(answer.water);
  const iced = $derived(water.poured.ice > 0);
  const liquid = $derived(answer.masses.liquid.name.toLowerCase());
  const ways = $derived([
    { of: 'water.balance', key: 'balance', name: 'heat balance', celsius: water.balance.temperature },
    { of: 'water.sum', key: 'sum', name: 'sum of factors', celsius: water.sum.temperature },
    { of: 'water.base', key: 'base', name: 'base number', celsius: water.base.temperature },
  ]);
  const band = $derived(water.spread * BAND * (units.unit === '°F' ? 1.8 : 1));
  /** Water that scalds, °C: a second is enough at this. */
  const SCALDS = 50;
  const scalds = $derived(
    water.poured.portions.some(({ kind, temperature }) => kind === 'water' && temperature >= SCALDS),
  );
  const off = $derived(Math.abs(water.fdt - answer.doc.ddt) > 0.05);
</script>

<section class="pour" aria-label="What to pour">
  <p class="big">
    {#if iced}
      <span class="portions"
        >{#each water.poured.portions as portion, index (portion.name)}{index > 0 ? ' + ' : ''}<Figure
            of={`water.portion.${index}`}
            label={portion.name}
            text={units.mass(portion.mass)}
          />
          {portion.name}{/each}</span
      >
    {:else}
      <span class="degrees"
        ><Figure
          of="water.pour"
          label={`${answer.masses.liquid.name} temperature`}
          text={units.temperature(water.pour)}
        /></span
      >
    {/if}
  </p>
  <p class="portions second">
    {#if iced}
      as {liquid} of <Figure of="water.pour" label="As water of" text={units.temperature(water.pour)} />
    {:else}
      {#each water.poured.portions as portion, index (portion.name)}{index > 0 ? ' + ' : ''}<Figure
          of={`water.portion.${index}`}
          label={portion.name}
          text={units.mass(portion.mass)}
        />
        {portion.name}{/each}
    {/if}
  </p>
  <p class="comes">
    Dough comes out at <Figure of="water.fdt" label="Dough temperature" text={units.temperature(water.fdt)} />
    ± {formatNumber(band, 1)}{#if off}: {meaning}{/if}
  </p>
  {#if answer.jug}
    <p class="comes" data-jug>
      With {units.temperature(answer.jug.temperature)} in the jug it comes out at {units.temperature(
        answer.jug.fdt,
      )}: {jugMeaning}
    </p>
  {/if}
  {#if water.iceless}
    <p class="comes">
      Without ice: {water.iceless.poured.portions
        .map(({ mass, name }) => `${units.mass(mass)} ${name}`)
        .join(' + ')}, and the dough comes out at {units.temperature(water.iceless.fdt)}.
    </p>
  {/if}
  {#each [...water.cautions, ...answer.cautions] as caution (caution)}<p class="caution" role="status">
      {caution}
    </p>{/each}
  {#if scalds}<p class="mind">Hot water scalds: pour it low, away from you, before the leaven.</p>{/if}
  <p class="ways quiet">
    {#each ways as { of, key, name, celsius }, index (key)}{index > 0
        ? ' · '
        : ''}{#if water.method === key}<b>{name}</b>{:else}{name}{/if}
      <Figure {of} label={name} text={units.temperature(celsius)} />{/each}
    · <button type="button" onclick={onways}>why they differ</button>
  </p>
  <p class="quiet">
    {#if answer.friction.count === 0}No mix of this mixer and programme is logged yet; friction is the default
      of its kind.
    {:else}Friction from {answer.friction.count} logged {answer.friction.count === 1 ? 'mix' : 'mixes'} of this
      {answer.friction.from}{#if answer.friction.outliers.length > 0}, {answer.friction.outliers.length} far off
        counting little{/if}.
    {/if}
  </p>
</section>

<style>
  .degrees {
    font-size: clamp(3.5rem, 9vw, 6rem);
    font-weight: 700;
    line-height: 1;
    letter-spacing: -0.02em;
  }
  .portions {
    font-size: clamp(1.25rem, 3.2vw, 1.75rem);
    font-weight: 700;
    line-height: 1.25;
  }
  .big .portions {
    font-size: clamp(1.6rem, 4.5vw, 2.75rem);
  }
  .second {
    margin-bottom: 0.4rem;
  }
  .comes {
    font-size: 1.0625rem;
    line-height: 1.35;
  }
  .caution {
    margin: 0.4rem 0;
    padding-left: 0.7rem;
    border-left: 4px solid currentColor;
    line-height: 1.35;
  }
  .ways {
    margin-top: 0.5rem;
    line-height: 1.5;
  }
  .ways button {
    text-decoration: underline;
    text-underline-offset: 0.2em;
    cursor: pointer;
  }
</style>
