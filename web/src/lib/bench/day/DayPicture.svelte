<script lang="ts">
  import { untrack } from 'svelte';
  import type { DayView, ViewTask } from '@jovet/core/plan/explain';
  import { localHours, localTime } from '@jovet/core/time';
  import { pixelsPerHour, xOf, type TimeScale } from '../ribbon';
  import DoughRow from './DoughRow.svelte';
  import { drawnSoFar, LANE } from './row';

  interface Stretch {
    readonly from: number;
    readonly to: number;
  }
  interface Props {
    view: DayView;
    /** px that it may take. */
    width: number;
    zone: string;
    /** The stretch of time that is looked at; null: the whole day. */
    look: Stretch | null;
    selected: number | null;
    faded: boolean;
    onselect: (task: number) => void;
    /** How tasks are held elsewhere; without it the picture is only looked at. */
    moves?: {
      /** A task is being dragged to a moment. */
      readonly ondrag: (task: ViewTask, at: number) => void;
      /** A task is to be held at a moment. */
      readonly onpin: (task: ViewTask, at: number) => void;
      /** It is to be held so many seconds later than it is held, or planned. */
      readonly onnudge: (task: ViewTask, by: number) => void;
      readonly onunpin: (task: ViewTask) => void;
    };
    /** The stretch of time that is shown changes. */
    onlook?: (stretch: Stretch) => void;
  }

  /** All doughs of a day as ribbons, with the hands’ work on them and under them what is scarce. */
  let { view, width, zone, look, selected, faded, onselect, moves, onlook = () => {} }: Props = $props();

  const GUTTER = 128;
  const TOP = 20;
  const STRIP = 21;
  /** Pixels that a time on the axis takes at least. */
  const NARROW = 56;
  /** px that the name of an hour takes with air beside it. */
  const NAME = 44;
  const SLOT = 300;

  /** From half an hour to half an hour: a plan that is a little better stands where the last one stood. */
  const wholeDay = ({ firstHands, lastDrop }: DayView): Stretch => ({
    from: Math.floor(firstHands / 1800 - 1) * 1800,
    to: Math.ceil(lastDrop / 1800 + 1) * 1800,
  });
  let drag = $state<{ task: ViewTask; grab: number; at: number; moved: boolean } | null>(null);
  /** What was seen when something was taken hold of: it stays as it is while it is dragged. */
  let grabbed = $state.raw<Stretch | null>(null);
  const kept = $derived(grabbed ?? look);
  const seen = $derived(kept ?? wholeDay(view));
  const { from, to } = $derived(seen);
  const scaleOf = ({ from, to }: Stretch): TimeScale => ({
    from,
    to,
    left: GUTTER,
    right: Math.max(width, 600) - 6,
  });
  const scale = $derived(scaleOf(seen));
  const x = (at: number) => xOf(scale, at);
  const perHour = $derived(pixelsPerHour(scale));

  /** px down the picture that a row takes with so many lanes. */
  const heightOf = (lanes: number) => lanes * LANE + 6;
  /** Every dough with all that its row is drawn from. A row has a lane for each batch. */
  function rowsOf(of: DayView) {
    const litres = Math.max(
      ...of.rows.flatMap(({ ribbons }) =>
        ribbons.flatMap(({ points, strands }) => points.map((each) => each.litres * (strands > 1 ? 1.6 : 1))),
      ),
    );
    let top = TOP;
    return of.rows.map((row, index) => {
      const lanes = Math.max(1, ...row.ribbons.map(({ batch }) => batch ?? 1));
      const tasks = of.tasks.filter((task) => task.row === index);
      const placed = { row, tasks, lanes, top, litres, whole: wholeDay(of) };
      top += heightOf(lanes);
      return placed;
    });
  }
  const rows = $derived(rowsOf(view));
  /** What is drawn goes dough by dough after what is there, so that the page answers in between. */
  let drawn = $state.raw<ReturnType<typeof rowsOf>>([]);
  $effect(() => {
    const wanted = rows;
    let [next, timer] = [0, 0];
    const draw = () => {
      drawn = drawnSoFar(
        wanted,
        untrack(() => drawn),
        ++next,
      );
      if (next < wanted.length) timer = window.setTimeout(draw);
    };
    timer = window.setTimeout(draw);
    return () => clearTimeout(timer);
  });

  const strips = $derived(
    (drawn.length < view.rows.length ? [] : view.strips)
      .map((strip) => ({ ...strip, oven: strip.oven ?? (strip.name === 'decks' ? 0 : null) }))
      .filter(({ name, oven, unit, used, there }) => {
        const peak = Math.max(...used.map((each, slot) => each / Math.max(1, there[slot] ?? 1)));
        return name === 'hands' || oven !== null || unit === 'kg' || /mixer/i.test(name) || peak > 0.85;
      }),
  );
  const foot = $derived(rows.reduce((sum, { lanes }) => sum + heightOf(lanes), TOP));
  const height = $derived(foot + strips.length * STRIP + 6);

  const hours = $derived(localHours(from - 3600, to, zone).map((at) => ({ at, local: localTime(at, zone) })));
  const everyHours = $derived(perHour > NAME ? 1 : perHour > NAME / 2 ? 2 : 4);
  /** Hours with a line; no name where it would be cut off, or lie over the one before where clocks go forward. */
  const marks = $derived.by(() => {
    let last = -Infinity;
    return hours.flatMap(({ at, local }) => {
      const place = x(at);
      if (Math.round(local.hour) % everyHours !== 0 || place < scale.left) return [];
      const named = place - last >= NAME && place + NAME / 2 <= scale.right;
      if (named) last = place;
      const midnight = local.time === '00:00';
      const name = midnight && perHour < 200 ? local.weekday.slice(0, 3) : local.time;
      return [{ at, place, midnight, name: named ? name : null }];
    });
  });
  /** Minutes from one line between the hours to the next. */
  const everyMinutes = $derived([1, 2, 5, 10, 30].find((each) => (each / 60) * perHour >= NARROW) ?? 60);
  const between = $derived(
    hours.flatMap(({ at }) =>
      Array.from(
        { length: 60 / everyMinutes - 1 },
        (_, index) => at + (index + 1) * everyMinutes * 60,
      ).filter((each) => each >= from && each <= to),
    ),
  );
  const shade = (hour: number) =>
    hour < 12 ? Math.min(1, Math.max(0, (7 - hour) / 2.5)) : Math.min(1, Math.max(0, (hour - 18) / 2.5));

  const clock = (at: number) => localTime(at, zone).time;
  let pan = $state<{ grab: number; from: number; to: number } | null>(null);
  let svg = $state<SVGSVGElement>();
  const timeAt = (clientX: number) => {
    const left = svg?.getBoundingClientRect().left ?? 0;
    return from + ((clientX - left - scale.left) / (scale.right - scale.left)) * (to - from);
  };
  const onGrid = (at: number) => view.origin + Math.round((at - view.origin) / SLOT) * SLOT;

  function grab(event: PointerEvent, task: ViewTask) {
    if (event.button !== 0) return;
    event.stopPropagation();
    onselect(task.index);
    if (!moves) return;
    drag = { task, grab: timeAt(event.clientX) - task.start, at: task.start, moved: false };
    grabbed = seen;
    svg?.setPointerCapture(event.pointerId);
  }
  function move(event: PointerEvent) {
    if (drag) {
      const at = onGrid(timeAt(event.clientX) - drag.grab);
      if (at === drag.at) return;
      drag = { ...drag, at, moved: true };
      moves?.ondrag(drag.task, at);
    } else if (pan) {
      const by = ((pan.grab - event.clientX) / (scale.right - scale.left)) * (pan.to - pan.from);
      onlook({ from: pan.from + by, to: pan.to + by });
    }
  }
  function drop() {
    if (drag?.moved) moves?.onpin(drag.task, drag.at);
    drag = null;
    grabbed = null;
    pan = null;
  }
  function zoom(factor: number, about = (from + to) / 2) {
    const span = Math.min(72 * 3600, Math.max(600, (to - from) * factor));
    const share = (about - from) / (to - from);
    onlook({ from: about - share * span, to: about + (1 - share) * span });
  }
  function wheel(event: WheelEvent) {
    if (!event.ctrlKey && !event.metaKey) return;
    event.preventDefault();
    zoom(event.deltaY > 0 ? 1.25 : 0.8, timeAt(event.clientX));
  }
  /** What is chosen stays where it is in the picture. */
  const middle = () => {
    const at = view.tasks.find(({ index }) => index === selected)?.start;
    return at !== undefined && at >= from && at <= to ? at : (from + to) / 2;
  };
  export function nearer() {
    zoom(0.6, middle());
  }
  export function farther() {
    zoom(1 / 0.6, middle());
  }

  function onTaskKey(event: KeyboardEvent, task: ViewTask) {
    const step = (event.shiftKey ? 6 : 1) * SLOT;
    if (event.key === 'Enter' || event.key === ' ') onselect(task.index);
    else if (event.key === 'ArrowLeft' && event.altKey) moves?.onnudge(task, -step);
    else if (event.key === 'ArrowRight' && event.altKey) moves?.onnudge(task, step);
    else if (event.key === 'ArrowLeft' || event.key === 'ArrowRight')
      focusNext(task, event.key === 'ArrowRight' ? 1 : -1);
    else if (event.key === 'ArrowUp' || event.key === 'ArrowDown')
      focusRow(task, event.key === 'ArrowDown' ? 1 : -1);
    else if ((event.key === 'Delete' || event.key === 'Backspace') && task.pinned) moves?.onunpin(task);
    else return;
    event.preventDefault();
    event.stopPropagation();
  }
  const focus = (task: ViewTask | undefined) =>
    task && svg?.querySelector<SVGElement>(`[data-task="${task.id}"]`)?.focus();
  function focusNext(task: ViewTask, by: 1 | -1) {
    const row = view.tasks.filter((each) => each.row === task.row);
    focus(row[row.findIndex(({ id }) => id === task.id) + by]);
  }
  function focusRow(task: ViewTask, by: 1 | -1) {
    const others = view.tasks.filter((each) => each.row === task.row + by);
    focus(others.toSorted((a, b) => Math.abs(a.start - task.start) - Math.abs(b.start - task.start))[0]);
  }
  /** A strip as steps: what is used against what is there. */
  function steps(values: readonly number[], most: number, y: number): string {
    let path = `M${scale.left},${y}`;
    let before = -1;
    values.forEach((value, slot) => {
      const at = view.origin + slot * SLOT;
      if (value === before || at > to + SLOT) return;
      const left = Math.max(scale.left, Math.min(scale.right, x(at)));
      const level = (each: number) => (y - (Math.min(each, most * 1.2) / most) * (STRIP - 8)).toFixed(1);
      path += `H${left.toFixed(1)}V${level(value)}`;
      before = value;
    });
    return `${path}H${scale.right}V${y}Z`;
  }
</script>

<figure class:faded>
  <svg
    bind:this={svg}
    width={Math.max(width, 600)}
    {height}
    role="group"
    aria-label={`${view.rows.length} doughs from ${clock(view.firstHands)} to the last van at ${clock(view.lastDrop)}`}
    onpointermove={move}
    onpointerup={drop}
    onpointercancel={drop}
    onwheel={wheel}
    onpointerdown={(event) => {
      if (event.button !== 0) return;
      pan = { grab: event.clientX, from, to };
    }}
  >
    <defs>
      <clipPath id="sight"><rect x={scale.left} y="0" width={scale.right - scale.left} {height} /></clipPath>
      <linearGradient id="day-sky" gradientUnits="userSpaceOnUse" x1={scale.left} x2={scale.right}>
        {#each hours as { at, local } (at)}<stop
            offset={(x(at) - scale.left) / (scale.right - scale.left)}
            class="night"
            stop-opacity={shade(local.hour) * 0.13}
          />{/each}
      </linearGradient>
    </defs>
    <rect
      class="sky"
      x={scale.left}
      y={TOP - 4}
      width={scale.right - scale.left}
      height={height - TOP + 4}
      fill="url(#day-sky)"
    />
    {#each marks as { at, place, midnight, name } (at)}
      <line class="hour" class:midnight x1={place} x2={place} y1={TOP - 4} y2={height} />
      {#if name !== null}<text class="axis" x={place} y="12" text-anchor="middle">{name}</text>{/if}
    {/each}
    {#each between as at (at)}
      <line class="hour" x1={x(at)} x2={x(at)} y1={TOP} y2={height} />
      {#if x(at) >= scale.left + NARROW / 2 && x(at) <= scale.right - NARROW / 2}
        <text class="axis" x={x(at)} y="12" text-anchor="middle">{clock(at)}</text>
      {/if}
    {/each}

    {#each drawn as { row, tasks, top, lanes, litres, whole }, index (row.key)}
      <DoughRow
        {row}
        {tasks}
        {top}
        {lanes}
        scale={scaleOf(kept ?? whole)}
        {litres}
        {zone}
        {selected}
        dragged={drag?.task.row === index ? { task: drag.task.id, at: drag.at } : null}
        ongrab={grab}
        {onselect}
        onkey={onTaskKey}
      />
    {/each}
    {#if drag?.moved}
      <line class="drag" x1={x(drag.at)} x2={x(drag.at)} y1={TOP - 4} y2={height} />
      <text class="dragged" x={x(drag.at) + 5} y={TOP + 8}>{clock(drag.at)}</text>
    {/if}

    {#each strips as strip, index (index)}
      {@const y = foot + (index + 1) * STRIP}
      {@const most = Math.max(1, ...strip.there)}
      {@const peak = Math.max(...strip.used)}
      <g>
        <title>{strip.name}: at most {peak} of {most} {strip.unit} in use</title>
        <text class="strip" x="0" y={y - 5}>{strip.name}</text>
        <text class="strip of" x={GUTTER - 6} y={y - 5} text-anchor="end"
          >{peak}/{most}{strip.unit && ` ${strip.unit}`}</text
        >
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
  </svg>
</figure>

<style>
  figure {
    overflow-x: auto;
    touch-action: pan-y;
  }
  figure.faded {
    opacity: 0.5;
  }
  svg {
    display: block;
    user-select: none;
    cursor: grab;
  }
  .night {
    stop-color: light-dark(#1d2b4a, #04070f);
  }
  .hour {
    stroke: light-dark(var(--color-surface-200), var(--color-surface-800));
  }
  .midnight {
    stroke: light-dark(var(--color-surface-500), var(--color-surface-500));
  }
  .axis,
  .strip {
    font-size: 12px;
    fill: light-dark(var(--color-surface-700), var(--color-surface-300));
  }
  .axis,
  .of {
    font-family: var(--figures);
  }
  .drag {
    stroke: currentColor;
    stroke-dasharray: 3 3;
  }
  .dragged {
    font-family: var(--figures);
    font-size: 14px;
    font-weight: 700;
    fill: currentColor;
    paint-order: stroke;
    stroke: light-dark(#fff, var(--color-surface-950));
    stroke-width: 4px;
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
