<script lang="ts">
  import type { DayView } from '@jovet/core/plan/explain';
  import { localTime } from '@jovet/core/time';
  import { fitting } from '../fitting';
  import { xOf, type TimeScale } from '../ribbon';
  import { STRIP, type Strip } from './strips';

  interface Props {
    view: DayView;
    strips: readonly Strip[];
    /** px down the picture at which they begin. */
    top: number;
    scale: TimeScale;
    zone: string;
  }

  /** Under the doughs, what is scarce: what is used of it against what there is. */
  let { view, strips, top, scale, zone }: Props = $props();

  const SLOT = 300;
  /** Px of a letter of a name, and of one of a figure. */
  const [LETTER, FIGURE] = [6.2, 7.2];
  const x = (at: number) => xOf(scale, at);
  const clock = (at: number) => localTime(at, zone).time;

  /** A strip as steps. */
  function steps(values: readonly number[], most: number, y: number): string {
    let path = `M${scale.left},${y}`;
    let before = -1;
    values.forEach((value, slot) => {
      const at = view.origin + slot * SLOT;
      if (value === before || at > scale.to + SLOT) return;
      const left = Math.max(scale.left, Math.min(scale.right, x(at)));
      const level = (each: number) => (y - (Math.min(each, most * 1.2) / most) * (STRIP - 8)).toFixed(1);
      path += `H${left.toFixed(1)}V${level(value)}`;
      before = value;
    });
    return `${path}H${scale.right}V${y}Z`;
  }
</script>

{#each strips as strip, index (index)}
  {@const y = top + (index + 1) * STRIP}
  {@const most = Math.max(1, ...strip.there)}
  {@const peak = Math.max(...strip.used)}
  {@const of = `${peak}/${most}${strip.unit && ` ${strip.unit}`}`}
  <g>
    <title>{strip.name}: at most {peak} of {most} {strip.unit} in use</title>
    <text class="strip" x="0" y={y - 5}>{fitting(strip.name, scale.left - of.length * FIGURE, LETTER)}</text>
    <text class="strip of" x={scale.left - 6} y={y - 5} text-anchor="end">{of}</text>
    <g clip-path="url(#sight)">
      <path class="there" d={steps(strip.there, most, y - 3)} />
      <path class="used" d={steps(strip.used, most, y - 3)} />
      {#if strip.oven !== null}
        {#each view.heating.filter(({ oven = 0 }) => oven === strip.oven) as { from: on, to: hot } (on)}
          <rect class="heating" x={x(on)} y={y - STRIP + 5} width={x(hot) - x(on)} height={STRIP - 8}
            ><title>Oven on at {clock(on)}, hot at {clock(hot)}</title></rect
          >
        {/each}
      {/if}
    </g>
  </g>
{/each}

<style>
  .strip {
    font-size: 12px;
    fill: light-dark(var(--color-surface-700), var(--color-surface-300));
  }
  .of {
    font-family: var(--figures);
  }
  .there {
    fill: light-dark(var(--color-surface-200), var(--color-surface-800));
  }
  .heating {
    fill: none;
    stroke: light-dark(var(--color-surface-700), var(--color-surface-300));
    stroke-dasharray: 2 3;
  }
  .used {
    fill: light-dark(var(--color-surface-700), var(--color-surface-300));
  }
</style>
