<script lang="ts">
  import type { SheetAtStep } from '@jovet/core/lamination';
  import { formatDuration, formatMass, formatNumber } from '@jovet/core/units';
  import { temperatureColour } from '../../temperature-colour';

  interface Props {
    sheet: SheetAtStep;
    /** °C of the sheet as it is rolled. */
    celsius: number;
    /** Minutes that this work takes. */
    minutes: number;
  }

  /** A laminated sheet as a turn leaves it: its layers at true proportion, and until when its fat stays firm. */
  let { sheet, celsius, minutes }: Props = $props();
  const { fat, all } = $derived(sheet.layers);
  const [WIDTH, HEIGHT] = [320, 190];
  /** Share of a layer of fat and of dough in the thickness; those that nobody could tell apart are drawn as one. */
  const shown = $derived(Math.min(fat, 40));
  const share = $derived(sheet.each ? sheet.each.fat / (sheet.each.fat + sheet.each.dough) : 0.25);
  const step = $derived(HEIGHT / (shown + 1));
  const soon = $derived(sheet.soft !== null && sheet.soft < minutes);
</script>

<div class="laminated">
  <div>
    <p>
      <b>{fat}</b>
      {fat === 1 ? 'layer' : 'layers'} of fat, <b>{all}</b> in all: {formatMass(sheet.of.fat, 'kg', 2)} of fat in
      {formatMass(sheet.of.dough, 'kg', 2)} of dough.
    </p>
    {#if sheet.each}
      <p>Fat {formatNumber(sheet.each.fat, 2)} mm, dough {formatNumber(sheet.each.dough, 2)} mm each.</p>
      {#if sheet.soft === Infinity}<p>On this bench the fat stays firm.</p>
      {:else if sheet.soft !== null}
        <p class:soon>
          On this bench the fat is soft after {formatDuration(sheet.soft * 60)}; this takes {formatDuration(
            minutes * 60,
          )}{soon ? ': chill it longer first, or leave it thicker.' : '.'}
        </p>
      {/if}
    {:else}<p class="quiet">
        Say what it is rolled to, and its layers and its time on the bench are told.
      </p>{/if}
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
  }
  .soon {
    font-weight: 700;
  }
</style>
