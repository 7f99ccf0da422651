<script lang="ts">
  import type { Vessel } from '@jovet/core/culture';
  import { temperatureColour } from '../temperature-colour';

  interface Props {
    vessel: Vessel;
    /** Heights, cm; null for an empty glass. */
    heights: {
      readonly start: number;
      readonly now: number;
      readonly earliest: number;
      readonly best: number;
      readonly latest: number;
    } | null;
    /** °C of what is in it. */
    temperature: number | null;
    /** How its surface looks: it domes, lies flat, or sinks. */
    stage: 'young' | 'ripe' | 'past' | null;
    /** px */
    height?: number;
    /** With a scale in cm and words at the lines. */
    scale?: boolean;
    label: string;
  }

  /** A vessel with its culture at true scale: where it began, how high it stands, and between which lines it is ripe. */
  let { vessel, heights, temperature, stage, height = 120, scale = false, label }: Props = $props();

  const tall = $derived(vessel.height * 100);
  const wide = $derived((vessel.kind === 'glass' ? vessel.diameter : vessel.width) * 100);
  /** px for one cm: the vessel fills the picture, but a low tub is not drawn wider than it can be. */
  const unit = $derived(Math.min((height - 14) / tall, (height * 0.95) / wide));
  const left = $derived(scale ? 34 : 4);
  const bottom = $derived(height - 4);
  const right = $derived(left + wide * unit);
  const picture = $derived(right + (scale ? 74 : 8));
  const y = (cm: number) => bottom - Math.min(cm, tall * 1.03) * unit;
  const surface = $derived.by(() => {
    if (!heights) return '';
    const top = y(heights.now);
    const bend =
      { young: -5, ripe: -2, past: 7 }[stage ?? 'ripe'] * (heights.now > heights.start * 1.05 ? 1 : 0);
    return `M${left},${bottom} V${top} Q${(left + right) / 2},${top + bend * 2} ${right},${top} V${bottom} Z`;
  });
  const step = $derived(tall > 24 ? 10 : tall > 11 ? 5 : 2);
  const ticks = $derived(Array.from({ length: Math.floor(tall / step) }, (_, index) => (index + 1) * step));
  /** Words at the lines that are far enough apart to be read. */
  const words = $derived.by(() => {
    if (!heights || !scale) return [];
    const all = [
      { cm: heights.best, text: 'ripe' },
      { cm: heights.latest, text: 'past' },
      { cm: heights.earliest, text: 'from' },
      { cm: heights.start, text: 'start' },
    ];
    const placed: { at: number; text: string; cm: number }[] = [];
    for (const { cm, text } of all)
      if (cm <= tall && placed.every(({ at }) => Math.abs(at - y(cm)) >= 13))
        placed.push({ at: y(cm), text, cm });
    return placed;
  });
</script>

<svg
  width={picture}
  {height}
  viewBox={`0 0 ${picture} ${height}`}
  role={label === '' ? undefined : 'img'}
  aria-label={label || undefined}
  aria-hidden={label === ''}
>
  {#if heights && temperature !== null}
    <path d={surface} fill={temperatureColour(temperature)} />
    {#each [heights.earliest, heights.latest] as cm, index (index)}
      {#if cm <= tall}<line x1={left} x2={right} y1={y(cm)} y2={y(cm)} class="edge" />{/if}
    {/each}
    {#if heights.best <= tall}<line
        x1={left - 3}
        x2={right + 3}
        y1={y(heights.best)}
        y2={y(heights.best)}
        class="best"
      />{/if}
    <line x1={left} x2={left + 8} y1={y(heights.start)} y2={y(heights.start)} class="start" />
  {/if}
  <path d={`M${left},8 V${bottom} H${right} V8`} class="wall" />
  {#if scale}
    {#each ticks as cm (cm)}
      <line x1={left - 5} x2={left} y1={y(cm)} y2={y(cm)} class="wall thin" />
      <text x={left - 8} y={y(cm) + 4} class="tick">{cm}</text>
    {/each}
    <text x={left - 8} y="10" class="tick">cm</text>
    {#each words as { at, text, cm } (text)}
      <text x={right + 7} y={at + 4} class:strong={text === 'ripe'}>{text} {cm.toFixed(1)}</text>
    {/each}
  {/if}
</svg>

<style>
  svg {
    display: block;
    max-width: 100%;
    overflow: visible;
  }
  .wall {
    fill: none;
    stroke: currentColor;
    stroke-width: 2.5;
    stroke-linejoin: round;
  }
  .thin {
    stroke-width: 1;
  }
  .edge {
    stroke: currentColor;
    stroke-width: 1;
    stroke-dasharray: 3 3;
  }
  .best {
    stroke: currentColor;
    stroke-width: 2.5;
  }
  .start {
    stroke: currentColor;
    stroke-width: 1.5;
  }
  text {
    font-size: 12px;
    font-family: var(--figures);
    fill: currentColor;
  }
  .strong {
    font-weight: 700;
  }
  .tick {
    text-anchor: end;
    font-size: 12px;
  }
</style>
