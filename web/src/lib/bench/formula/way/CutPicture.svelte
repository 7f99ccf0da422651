<script lang="ts">
  import { outlinesOf, type CutPlan } from '@jovet/core/lamination';
  import { inCentimetres } from './rolling-view';

  interface Props {
    plan: CutPlan;
    name: string;
  }

  /** A sheet with its cuts at true scale: along and across, and what is left at the ends. */
  let { plan, name }: Props = $props();
  const [WIDTH, HEIGHT, EDGE] = [600, 240, 26];
  const scale = $derived(Math.min((WIDTH - EDGE) / plan.length, HEIGHT / plan.width));
  const [along, across] = $derived([plan.length * scale, plan.width * scale]);
  const outlines = $derived(outlinesOf(plan));
  const points = (corners: (typeof outlines)[number]) =>
    corners.map(([x, y]) => `${(x * scale).toFixed(1)},${(y * scale).toFixed(1)}`).join(' ');
</script>

<svg
  viewBox={`-1 -1 ${along + EDGE + 40} ${across + EDGE}`}
  width={along + EDGE + 40}
  role="img"
  aria-label={`Cut plan of ${name}: ${plan.pieces} ${plan.cut} out of ${inCentimetres(plan.length)} by ${inCentimetres(plan.width)} cm`}
>
  <rect class="left" width={along} height={across} />
  {#each outlines as corners, n (n)}<polygon points={points(corners)} />{/each}
  <text x={along / 2} y={across + 18} text-anchor="middle">{inCentimetres(plan.length)} cm</text>
  <text x={along + 6} y={across / 2 + 4}>{inCentimetres(plan.width)} cm</text>
</svg>

<style>
  svg {
    max-width: 100%;
    font-size: 13px;
  }
  .left {
    fill: light-dark(#d8d3c8, #45413a);
  }
  polygon {
    fill: #f0dd9a;
    stroke: #5a4a1c;
    stroke-width: 0.8;
  }
  text {
    fill: currentColor;
  }
</style>
