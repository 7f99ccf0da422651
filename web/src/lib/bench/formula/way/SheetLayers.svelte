<script lang="ts">
  import type { Rolling } from '@jovet/core/lamination';
  import { formatDuration, formatNumber } from '@jovet/core/units';
  import { useUnits } from '../../settings';
  import { temperatureColour } from '../../temperature-colour';
  import { inHalves, rolledTo, type SheetHere } from './rolling-view';

  interface Props {
    sheet: SheetHere;
    rolling: Rolling;
  }

  /** A laminated sheet at a step: its layers at true proportion, and how long its fat can be rolled, or has to rest. */
  let { sheet, rolling }: Props = $props();
  const units = useUnits();
  const { at, celsius, minutes, until, rests } = $derived(sheet);
  const { fat, all } = $derived(at.layers);
  const [WIDTH, HEIGHT] = [320, 190];
  /** Those that nobody could tell apart are not drawn. */
  const shown = $derived(Math.min(fat, 40));
  const share = $derived(at.each.fat / (at.each.fat + at.each.dough));
  const step = $derived(HEIGHT / (shown + 1));
  const warm = $derived(!rests && celsius > rolling.plastic.to);
  const wrong = $derived(rests ? until > minutes + 0.5 : warm || until < minutes);
  const span = (of: number) => formatDuration(of * 60);
</script>

<div class="laminated">
  <div>
    <p><b>{fat}</b> {fat === 1 ? 'layer' : 'layers'} of fat, <b>{all}</b> in all.</p>
    <p>Fat {formatNumber(at.each.fat, 2)} mm, dough {formatNumber(at.each.dough, 2)} mm each.</p>
    {#if rests}
      <p>It lies {inHalves(at.folded)} mm thick, and comes at {units.temperature(celsius)}.</p>
      <p class:wrong>
        {#if until <= 0}It is cold enough to be rolled at once.
        {:else if until === Infinity}Here it never gets as cold as {units.temperature(rolling.plastic.from)}.
        {:else}At {units.temperature(rolling.plastic.from)} after {span(until)}; it rests {span(
            minutes,
          )}{wrong ? ': let it rest longer, or roll it thinner before.' : '.'}{/if}
      </p>
    {:else}
      <p>It comes {inHalves(at.from)} mm thick and is rolled to {inHalves(rolledTo(at))} mm.</p>
      <p class:wrong>
        {#if warm}It comes at {units.temperature(celsius)}: its fat smears. Chill it first.
        {:else if until === Infinity}On this bench the fat stays firm.
        {:else}On this bench the fat is soft after {span(until)}; this takes {span(minutes)}{wrong
            ? ': chill it longer first, or leave it thicker.'
            : '.'}{/if}
      </p>
    {/if}
  </div>
  <svg
    width={WIDTH}
    height={HEIGHT}
    role="img"
    aria-label={`${fat} layers of fat between dough, at true proportion`}
  >
    <rect width={WIDTH} height={HEIGHT} fill={temperatureColour(celsius)} />
    {#each { length: shown } as _, n (n)}
      <rect
        y={(n + 1) * step - (share * step) / 2}
        width={WIDTH}
        height={Math.max(0.6, share * step)}
        fill="#f0dd9a"
      />
    {/each}
  </svg>
</div>

<style>
  .laminated {
    display: flex;
    flex-wrap: wrap;
    flex-direction: column;
    gap: 0.5rem;
    align-items: start;
    max-width: 22rem;
  }
  .wrong {
    font-weight: 700;
  }
</style>
