<script lang="ts">
  import type { ViewRibbon, ViewTask } from '@jovet/core/plan/explain';
  import { localTime } from '@jovet/core/time';
  import { pixelsPerHour, xOf, type TimeScale } from '../ribbon';
  import { temperatureColour } from '../temperature-colour';
  import { kindWord } from './day-words';
  import { fitting } from '../fitting';
  import type { DrawnRow } from './gathered';
  import { taskLabel } from './row';
  import { middleOf, namesAt, thickest, type RowPlace } from './row-places';

  interface Props {
    row: DrawnRow;
    tasks: readonly ViewTask[];
    place: RowPlace;
    scale: TimeScale;
    /** Of the thickest ribbon of the day. */
    litres: number;
    zone: string;
    selected: number | null;
    /** Where a task of this row is being dragged to, epoch seconds. */
    dragged: { readonly task: string; readonly at: number } | null;
    onselect: (task: number) => void;
    onkey: (event: KeyboardEvent, task: ViewTask) => void;
    /** Its batches are to be drawn together, or each by itself. */
    onfold: () => void;
  }

  /** One dough as ribbons, with the hands’ work on them. */
  let { row, tasks, place, scale, litres, zone, selected, dragged, onselect, onkey, onfold }: Props =
    $props();

  /** Kelvin that are seen as another colour. */
  const TURN = 0.7;

  /** What is in it. */
  const inside = $derived(row.doughs ? `${row.doughs} doughs` : `${place.batches} batches`);

  const x = (at: number) => xOf(scale, at);
  const perHour = $derived(pixelsPerHour(scale));
  const clock = (at: number) => localTime(at, zone).time;
  const inSight = (a: number, b: number) => b >= scale.from && a <= scale.to;
  const laneY = (batch: number | null) => middleOf(place, batch);
  const thick = $derived(thickest(place));
  /** px that a knot is high. */
  const knot = $derived(Math.max(4, Math.min(18, 8 + thick / 4, place.folded ? place.pitch - 1 : 18)));
  /** Thickness goes with the root of the volume, so that a small dough is seen beside a large one. */
  const thickness = (volume: number) => Math.max(2, thick * Math.sqrt(volume / litres));

  function outline({ points, strand, strands, batch }: ViewRibbon): string {
    const middle = laneY(batch);
    const room = thick / strands;
    const centre = strands === 1 ? middle : middle - thick / 2 + (strand + 0.5) * room;
    const half = (volume: number) =>
      Math.min(thickness(volume), strands === 1 ? thick : Math.max(1, room - 2)) / 2;
    const edge = (side: 1 | -1) =>
      points.map(
        ({ at, litres: volume }) => `${x(at).toFixed(1)},${(centre + side * half(volume)).toFixed(1)}`,
      );
    return `M${edge(-1).join('L')}L${edge(1).reverse().join('L')}Z`;
  }
  /** Points at which the colour of a ribbon turns: between them it goes evenly. */
  function coloured({ points }: ViewRibbon): ViewRibbon['points'] {
    let last = -Infinity;
    return points.filter((point, index) => {
      const turns = Math.abs(point.temperature - last) > TURN || index === points.length - 1;
      if (turns) last = point.temperature;
      return turns && point.at !== points[index + 1]?.at;
    });
  }
  const ribbons = $derived(
    row.ribbons
      .map((ribbon, index) => ({ ribbon, id: `${row.key}-${index}` }))
      .filter(({ ribbon: { points } }) => inSight(points[0]?.at ?? 0, points.at(-1)?.at ?? 0)),
  );
  const seen = $derived(tasks.filter(({ start, end }) => inSight(start, end)));
  const widthOf = ({ start, end }: ViewTask) => Math.max(4, x(end) - x(start) - 1);
  const chosen = $derived(tasks.find(({ index }) => index === selected) ?? null);

  /** px from the middle of a batch to where it ends below: its names stand right there. */
  const below = (batch: number) =>
    row.ribbons
      .filter((each) => (each.batch ?? 1) === batch)
      .reduce((most, { points, strands }) => {
        const half = strands > 1 ? thick : Math.max(...points.map(({ litres: volume }) => thickness(volume)));
        return Math.max(most, half / 2);
      }, knot / 2);
  /** Names under the knots, where there is room for them. */
  const names = $derived.by(() => {
    const ends: Record<number, number> = {};
    return seen
      .filter(
        ({ note, index }) => (note.kind !== 'weigh' || perHour > 90) && (place.named || index === selected),
      )
      .filter(({ note }) => !place.folded || (note.batch ?? 1) === 1)
      .flatMap((task) => {
        const lane = task.note.batch ?? 1;
        const text = perHour > 60 ? `${kindWord(task.note)} ${clock(task.start)}` : kindWord(task.note);
        const left = x(task.start);
        if (left < (ends[lane] ?? scale.left - 2)) return [];
        ends[lane] = left + text.length * 6.9 + 5;
        return [
          {
            id: task.id,
            text,
            x: left,
            y: place.folded
              ? namesAt(place, lane)
              : Math.min(namesAt(place, lane), laneY(lane) + below(lane) + 12),
          },
        ];
      });
  });
</script>

<defs>
  {#each ribbons as { ribbon, id } (id)}
    {@const [first, last] = [x(ribbon.points[0]?.at ?? 0), x(ribbon.points.at(-1)?.at ?? 1)]}
    <linearGradient id={`warmth-${id}`} gradientUnits="userSpaceOnUse" x1={first} x2={last}>
      {#each coloured(ribbon) as point (point.at)}<stop
          offset={last > first ? (x(point.at) - first) / (last - first) : 0}
          stop-color={temperatureColour(point.temperature)}
        />{/each}
    </linearGradient>
  {/each}
</defs>
{#snippet name()}
  {@const cut = row.name.lastIndexOf(' ')}
  {@const two = place.height > 40 && row.name.length > 17 && cut > 0}
  <text class="name" x="0" y={place.top + 17}>
    {#if two}
      <tspan x="0">{row.name.slice(0, cut)}</tspan><tspan x="0" dy="14">{row.name.slice(cut + 1)}</tspan>
    {:else}{fitting(row.name, scale.left, 7)}{/if}
    {#if place.batches > 1 && place.height > (two ? 54 : 40)}
      <tspan class="fold" x="0" dy="15">{place.folded ? '▸' : '▾'} {inside}</tspan>
    {/if}
  </text>
{/snippet}
{#if place.batches > 1}
  <g
    class="named"
    role="button"
    tabindex="0"
    aria-expanded={!place.folded}
    aria-label={`${row.name}, ${inside}`}
    onclick={onfold}
    onkeydown={(event) => {
      if (event.key !== 'Enter' && event.key !== ' ') return;
      event.preventDefault();
      onfold();
    }}
  >
    <rect class="hit" x="0" y={place.top} width={scale.left - 4} height={place.height - 6} />
    {@render name()}
  </g>
{:else}{@render name()}{/if}
<line
  class="base"
  x1="0"
  x2={scale.right}
  y1={place.top + place.height - 3}
  y2={place.top + place.height - 3}
/>
<g clip-path="url(#sight)">
  {#each ribbons as { ribbon, id } (id)}
    <path d={outline(ribbon)} fill={`url(#warmth-${id})`} class="dough" />
  {/each}
  {#if chosen?.window}
    {@const y = laneY(chosen.note.batch) - thick / 2 - 1}
    <path
      class="bracket"
      d={`M${x(chosen.window.earliest)},${y + 6}V${y}H${x(chosen.window.latest)}V${y + 6}`}
    />
    <line class="bracket" x1={x(chosen.window.best)} x2={x(chosen.window.best)} y1={y - 2} y2={y + 7} />
  {/if}
  {#each names as { id, text, x: left, y } (id)}<text class="step" x={left} {y}>{text}</text>{/each}
</g>
<g clip-path="url(#sight)">
  {#each seen as task (task.id)}
    {@const y = laneY(task.note.batch)}
    {@const at = dragged?.task === task.id ? dragged.at : task.start}
    {@const label = taskLabel(task, zone)}
    {#if x(at) + widthOf(task) >= scale.left && x(at) <= scale.right}
      <g
        class="knot"
        class:chosen={task.index === selected}
        class:held={task.pinned}
        data-task={task.id}
        role="button"
        tabindex="0"
        aria-label={label}
        onfocus={() => onselect(task.index)}
        onkeydown={(event) => onkey(event, task)}
      >
        <title>{label}</title>
        <rect
          class="hit"
          x={x(at) - 3}
          y={y - Math.max(knot, thick) / 2}
          width={widthOf(task) + 6}
          height={Math.max(knot, thick)}
        />
        <rect class="work" x={x(at)} y={y - knot / 2} width={widthOf(task)} height={knot} rx="3" />
        {#if task.pinned}<circle
            class="pin"
            cx={x(at) + widthOf(task) / 2}
            cy={y - knot / 2 - 6}
            r="3.5"
          />{/if}
      </g>
    {/if}
  {/each}
</g>

<style>
  .base {
    stroke: light-dark(var(--color-surface-200), var(--color-surface-800));
  }
  .step {
    font-size: 12px;
    fill: light-dark(var(--color-surface-700), var(--color-surface-300));
    paint-order: stroke;
    stroke: light-dark(#fff, var(--color-surface-950));
    stroke-width: 2.5px;
    pointer-events: none;
  }
  .name {
    font-size: 13px;
    font-weight: 600;
    fill: currentColor;
  }
  .fold {
    font-size: 12px;
    font-weight: 400;
  }
  .named {
    cursor: pointer;
    outline: none;
  }
  .named:focus-visible .hit {
    stroke: light-dark(var(--color-primary-700), var(--color-primary-300));
    stroke-width: 2;
  }
  .dough {
    stroke: light-dark(rgb(60 40 20 / 0.35), rgb(255 240 220 / 0.25));
    stroke-width: 0.6;
  }
  .work {
    fill: light-dark(var(--color-surface-900), var(--color-surface-100));
    stroke: light-dark(#fff, var(--color-surface-950));
    stroke-width: 1;
  }
  .hit {
    fill: transparent;
  }
  .knot {
    cursor: ew-resize;
    outline: none;
  }
  .knot.chosen .work,
  .knot:focus-visible .work {
    stroke: light-dark(var(--color-primary-700), var(--color-primary-300));
    stroke-width: 3;
  }
  .pin {
    fill: light-dark(var(--color-surface-900), var(--color-surface-100));
  }
  .bracket {
    fill: none;
    stroke: currentColor;
    stroke-width: 1.5;
  }
</style>
