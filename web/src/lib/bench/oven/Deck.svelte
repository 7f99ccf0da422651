<script lang="ts">
  import type { OvenHere } from '@jovet/core/plan/explain/oven';
  import { extentOf, type Outline, type Spot } from '@jovet/core/oven/decks';

  interface Drawn {
    readonly outline: Outline;
    readonly spot: Spot;
    readonly lot: number;
    readonly look: 'still' | 'lifted' | 'chosen';
  }
  interface Props {
    deck: number;
    floor: OvenHere['floor'];
    hotSide: OvenHere['hotSide'];
    pieces: readonly Drawn[];
    /** m that all that stands there, or the lifted piece, is carried. */
    carried: { readonly all: boolean; readonly dx: number; readonly dy: number } | null;
    /** Where a piece would come to stand. */
    place: Omit<Drawn, 'look' | 'lot'> | null;
  }

  /** What one deck holds at true scale, the door at its foot; to be set into an SVG whose unit is the metre. */
  let { deck, floor, hotSide, pieces, carried, place }: Props = $props();

  /** Loaves of one load are told apart by their hatching, and by their names under the deck. */
  const KINDS = ['plain', 'dotted', 'striped', 'crossed'];
  const hatchOf = (lot: number) => {
    const kind = KINDS[lot % KINDS.length] ?? 'plain';
    return kind === 'plain' ? null : `url(#${kind}-${deck})`;
  };
  const SIDES = $derived({
    left: `M0.012,0V${floor.depth}`,
    right: `M${floor.width - 0.012},0V${floor.depth}`,
    back: `M0,0.012H${floor.width}`,
  });
  const shift = $derived(carried ? `translate(${carried.dx} ${carried.dy})` : undefined);
</script>

{#snippet shape(outline: Outline, spot: Spot, kind: string, fill: string | null)}
  {@const [along, deep] = extentOf(outline, spot.turned)}
  {@const y = floor.depth - spot.y}
  {#if outline.kind === 'rectangle'}
    <rect class={kind} {fill} x={spot.x - along / 2} y={y - deep / 2} width={along} height={deep} rx="0.01" />
  {:else}
    <ellipse class={kind} {fill} cx={spot.x} cy={y} rx={along / 2} ry={deep / 2} />
  {/if}
{/snippet}

<defs>
  <pattern id={`dotted-${deck}`} width="0.03" height="0.03" patternUnits="userSpaceOnUse">
    <circle cx="0.015" cy="0.015" r="0.005" class="ink" />
  </pattern>
  <pattern id={`striped-${deck}`} width="0.025" height="0.025" patternUnits="userSpaceOnUse">
    <line x1="0" y1="0" x2="0" y2="0.025" class="line" />
  </pattern>
  <pattern id={`crossed-${deck}`} width="0.04" height="0.04" patternUnits="userSpaceOnUse">
    <path d="M0,0.04L0.04,0" class="line" />
  </pattern>
</defs>
<rect class="floor" width={floor.width} height={floor.depth} />
{#if hotSide !== 'none'}<path class="hot" d={SIDES[hotSide]}><title>bakes faster here</title></path>{/if}
<line
  class="door"
  x1={floor.width * 0.15}
  x2={floor.width * 0.85}
  y1={floor.depth + 0.02}
  y2={floor.depth + 0.02}
/>
<g transform={carried?.all ? shift : undefined}>
  {#each pieces as { outline, spot, lot, look }, index (index)}
    <g data-piece={index} class={look} transform={look === 'lifted' ? shift : undefined}>
      {@render shape(outline, spot, 'bread', null)}
      {#if hatchOf(lot)}{@render shape(outline, spot, 'hatch', hatchOf(lot))}{/if}
    </g>
  {/each}
</g>
{#if place}{@render shape(place.outline, place.spot, 'place', null)}{/if}

<style>
  .floor {
    fill: light-dark(var(--color-surface-100), var(--color-surface-900));
    stroke: light-dark(var(--color-surface-500), var(--color-surface-500));
    stroke-width: var(--edge, 0.006);
  }
  .hot {
    stroke: light-dark(var(--color-surface-600), var(--color-surface-400));
    stroke-width: 0.024;
    stroke-dasharray: 0.01 0.015;
  }
  .door {
    stroke: currentColor;
    stroke-width: 0.014;
  }
  .bread {
    fill: light-dark(var(--color-surface-300), var(--color-surface-600));
    stroke: light-dark(var(--color-surface-900), var(--color-surface-100));
    stroke-width: 0.005;
  }
  .chosen .bread {
    fill: light-dark(var(--color-surface-50), var(--color-surface-950));
    stroke-width: 0.014;
  }
  .lifted {
    pointer-events: none;
  }
  .hatch,
  .place {
    pointer-events: none;
  }
  .hatch {
    stroke: none;
  }
  .place {
    fill: none;
    stroke: light-dark(var(--color-surface-900), var(--color-surface-100));
    stroke-width: 0.01;
    stroke-dasharray: 0.02 0.014;
  }
  .ink {
    fill: light-dark(var(--color-surface-900), var(--color-surface-100));
  }
  .line {
    stroke: light-dark(var(--color-surface-900), var(--color-surface-100));
    stroke-width: 0.004;
  }
</style>
