<script lang="ts">
  import type { DayView, ViewRibbon, ViewTask } from '@jovet/core/day';
  import { localHours, localTime } from '@jovet/core/time';
  import { xOf, type TimeScale } from '../ribbon';
  import { temperatureColour } from '../temperature-colour';
  import { kindWord } from './day-words';

  interface Props {
    view: DayView;
    /** px that it may take. */
    width: number;
    zone: string;
    from: number;
    to: number;
    selected: number | null;
    faded: boolean;
    onselect: (task: number) => void;
    /** A task is being dragged to a moment. */
    ondrag: (task: ViewTask, at: number) => void;
    /** A task is to be held at a moment. */
    onpin: (task: ViewTask, at: number) => void;
    /** It is to be held so many seconds later than it is held, or planned. */
    onnudge: (task: ViewTask, by: number) => void;
    onunpin: (task: ViewTask) => void;
    /** The stretch of time that is shown changes. */
    onlook: (from: number, to: number) => void;
  }

  /** All doughs of a day as ribbons, with the hands’ work on them and under them what is scarce. */
  let {
    view,
    width,
    zone,
    from,
    to,
    selected,
    faded,
    onselect,
    ondrag,
    onpin,
    onnudge,
    onunpin,
    onlook,
  }: Props = $props();

  const GUTTER = 128;
  const TOP = 20;
  const LANE = 35;
  const THICKEST = 27;
  const STRIP = 21;
  const SLOT = 300;
  /** Kelvin that are seen as another colour. */
  const TURN = 0.7;

  const scale = $derived<TimeScale>({ from, to, left: GUTTER, right: Math.max(width, 600) - 6 });
  const x = (at: number) => xOf(scale, at);
  const inSight = (a: number, b: number) => b >= from && a <= to;
  const perHour = $derived(((scale.right - scale.left) / (to - from)) * 3600);

  /** A row has a lane for each batch. */
  const lanes = $derived(
    view.rows.map(({ ribbons }) => Math.max(1, ...ribbons.map(({ batch }) => batch ?? 1))),
  );
  const tops = $derived(
    lanes.reduce<number[]>((sums, each) => [...sums, (sums.at(-1) ?? TOP) + each * LANE + 6], [TOP]),
  );
  const laneY = (row: number, batch: number | null) => (tops[row] ?? TOP) + ((batch ?? 1) - 0.5) * LANE;
  const foot = $derived(tops.at(-1) ?? TOP);
  const SHOWN = ['hands', 'decks'];
  const strips = $derived(
    view.strips.filter(({ name, unit, used, there }) => {
      const peak = Math.max(...used.map((each, slot) => each / Math.max(1, there[slot] ?? 1)));
      return SHOWN.includes(name) || unit === 'kg' || /mixer/i.test(name) || peak > 0.85;
    }),
  );
  const height = $derived(foot + strips.length * STRIP + 6);

  const litres = $derived(
    Math.max(
      ...view.rows.flatMap(({ ribbons }) =>
        ribbons.flatMap(({ points, strands }) => points.map((each) => each.litres * (strands > 1 ? 1.6 : 1))),
      ),
    ),
  );
  /** Thickness goes with the root of the volume, so that a small dough is seen beside a large one. */
  const thickness = (volume: number) => Math.max(2, THICKEST * Math.sqrt(volume / litres));

  function outline({ points, strand, strands, batch }: ViewRibbon, row: number): string {
    const middle = laneY(row, batch);
    const room = (LANE - 4) / strands;
    const centre = strands === 1 ? middle : middle - (LANE - 4) / 2 + (strand + 0.5) * room;
    const half = (volume: number) => Math.min(thickness(volume), strands === 1 ? LANE : room - 2) / 2;
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
    view.rows.flatMap(({ ribbons: all, key }, row) =>
      all
        .map((ribbon, index) => ({ ribbon, row, id: `${key}-${index}` }))
        .filter(({ ribbon: { points } }) => inSight(points[0]?.at ?? 0, points.at(-1)?.at ?? 0)),
    ),
  );

  const hours = $derived(localHours(from, to, zone).map((at) => ({ at, local: localTime(at, zone) })));
  const everyHours = $derived(perHour > 44 ? 1 : perHour > 22 ? 2 : 4);
  const quarters = $derived(
    perHour > 240 ? hours.flatMap(({ at }) => [10, 20, 30, 40, 50].map((each) => at + each * 60)) : [],
  );
  const shade = (hour: number) =>
    hour < 12 ? Math.min(1, Math.max(0, (7 - hour) / 2.5)) : Math.min(1, Math.max(0, (hour - 18) / 2.5));

  const clock = (at: number) => localTime(at, zone).time;
  const tasks = $derived(view.tasks.filter(({ start, end }) => inSight(start, end)));
  const widthOf = ({ start, end }: ViewTask) => Math.max(4, x(end) - x(start) - 1);

  /** Names under the knots, where there is room for them. */
  const names = $derived.by(() => {
    const ends: Record<string, number> = {};
    return tasks
      .filter(({ note }) => note.kind !== 'weigh' || perHour > 90)
      .flatMap((task) => {
        const lane = `${task.row} ${task.note.batch ?? 1}`;
        const text =
          perHour > 60 ? `${kindWord(task.note.kind)} ${clock(task.start)}` : kindWord(task.note.kind);
        const left = x(task.start);
        if (left < (ends[lane] ?? scale.left - 2)) return [];
        ends[lane] = left + text.length * 6.1 + 5;
        return [{ id: task.id, text, x: left, y: laneY(task.row, task.note.batch) + LANE / 2 - 1 }];
      });
  });

  let drag = $state<{ task: ViewTask; grab: number; at: number; moved: boolean } | null>(null);
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
    drag = { task, grab: timeAt(event.clientX) - task.start, at: task.start, moved: false };
    svg?.setPointerCapture(event.pointerId);
  }
  function move(event: PointerEvent) {
    if (drag) {
      const at = onGrid(timeAt(event.clientX) - drag.grab);
      if (at === drag.at) return;
      drag = { ...drag, at, moved: true };
      ondrag(drag.task, at);
    } else if (pan) {
      const by = ((pan.grab - event.clientX) / (scale.right - scale.left)) * (pan.to - pan.from);
      onlook(pan.from + by, pan.to + by);
    }
  }
  function drop() {
    if (drag?.moved) onpin(drag.task, drag.at);
    drag = null;
    pan = null;
  }
  function zoom(factor: number, about = (from + to) / 2) {
    const span = Math.min(72 * 3600, Math.max(600, (to - from) * factor));
    const share = (about - from) / (to - from);
    onlook(about - share * span, about + (1 - share) * span);
  }
  function wheel(event: WheelEvent) {
    if (!event.ctrlKey && !event.metaKey) return;
    event.preventDefault();
    zoom(event.deltaY > 0 ? 1.25 : 0.8, timeAt(event.clientX));
  }
  export function nearer() {
    zoom(0.6);
  }
  export function farther() {
    zoom(1 / 0.6);
  }

  function onTaskKey(event: KeyboardEvent, task: ViewTask) {
    const step = (event.shiftKey ? 6 : 1) * SLOT;
    if (event.key === 'Enter' || event.key === ' ') onselect(task.index);
    else if (event.key === 'ArrowLeft' && event.altKey) onnudge(task, -step);
    else if (event.key === 'ArrowRight' && event.altKey) onnudge(task, step);
    else if (event.key === 'ArrowLeft' || event.key === 'ArrowRight')
      focusNext(task, event.key === 'ArrowRight' ? 1 : -1);
    else if (event.key === 'ArrowUp' || event.key === 'ArrowDown')
      focusRow(task, event.key === 'ArrowDown' ? 1 : -1);
    else if ((event.key === 'Delete' || event.key === 'Backspace') && task.pinned) onunpin(task);
    else return;
    event.preventDefault();
    event.stopPropagation();
  }
  const focus = (task: ViewTask | undefined) =>
    task && svg?.querySelector<SVGElement>(`[data-task="${task.id}"]`)?.focus();
  function focusNext(task: ViewTask, by: 1 | -1) {
    const row = tasks.filter((each) => each.row === task.row);
    focus(row[row.findIndex(({ id }) => id === task.id) + by]);
  }
  function focusRow(task: ViewTask, by: 1 | -1) {
    const others = tasks.filter((each) => each.row === task.row + by);
    focus(others.toSorted((a, b) => Math.abs(a.start - task.start) - Math.abs(b.start - task.start))[0]);
  }
  const taskLabel = ({ what, start, end, people, pinned, window }: ViewTask) =>
    `${what}, ${clock(start)} to ${clock(end)}${people.length > 0 ? `, ${people.join(' and ')}` : ''}${pinned ? ', held here' : ''}${window ? `; earliest ${clock(window.earliest)}, best ${clock(window.best)}, latest ${clock(window.latest)}` : ''}`;

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
  const chosen = $derived(view.tasks.find(({ index }) => index === selected) ?? null);
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
    <rect
      class="sky"
      x={scale.left}
      y={TOP - 4}
      width={scale.right - scale.left}
      height={height - TOP + 4}
      fill="url(#day-sky)"
    />
    {#each hours as { at, local } (at)}
      {#if Math.round(local.hour) % everyHours === 0 && x(at) >= scale.left}
        <line
          class="hour"
          class:midnight={local.time === '00:00'}
          x1={x(at)}
          x2={x(at)}
          y1={TOP - 4}
          y2={height}
        />
        <text class="axis" x={x(at)} y="12" text-anchor="middle"
          >{local.time === '00:00' && perHour < 200 ? local.weekday.slice(0, 3) : local.time}</text
        >
      {/if}
    {/each}
    {#each quarters as at (at)}
      <line class="hour" x1={x(at)} x2={x(at)} y1={TOP} y2={height} />
    {/each}

    {#each view.rows as row, index (row.key)}
      {@const top = tops[index] ?? TOP}
      <text class="name" x="0" y={top + 17}>
        {#if row.name.length > 17 && row.name.includes(' ')}
          {@const cut = row.name.lastIndexOf(' ')}
          <tspan x="0">{row.name.slice(0, cut)}</tspan><tspan x="0" dy="14">{row.name.slice(cut + 1)}</tspan>
        {:else}{row.name}{/if}
      </text>
      <line
        class="base"
        x1="0"
        x2={scale.right}
        y1={top + (lanes[index] ?? 1) * LANE + 3}
        y2={top + (lanes[index] ?? 1) * LANE + 3}
      />
    {/each}

    <g clip-path="url(#sight)">
      {#each ribbons as { ribbon, row, id } (id)}
        <path d={outline(ribbon, row)} fill={`url(#warmth-${id})`} class="dough" />
      {/each}
      {#if chosen?.window}
        {@const y = laneY(chosen.row, chosen.note.batch) - LANE / 2 + 4}
        <path
          class="bracket"
          d={`M${x(chosen.window.earliest)},${y + 6}V${y}H${x(chosen.window.latest)}V${y + 6}`}
        />
        <line class="bracket" x1={x(chosen.window.best)} x2={x(chosen.window.best)} y1={y - 2} y2={y + 7} />
      {/if}
      {#each names as { id, text, x: left, y } (id)}<text class="step" x={left} {y}>{text}</text>{/each}
    </g>
    {#each tasks as task (task.id)}
      {@const y = laneY(task.row, task.note.batch)}
      {@const at = drag?.task.id === task.id ? drag.at : task.start}
      {#if x(at) >= scale.left - 4 && x(at) <= scale.right}
        <g
          class="knot"
          class:chosen={task.index === selected}
          class:held={task.pinned}
          data-task={task.id}
          role="button"
          tabindex="0"
          aria-label={taskLabel(task)}
          onpointerdown={(event) => grab(event, task)}
          onfocus={() => onselect(task.index)}
          onkeydown={(event) => onTaskKey(event, task)}
        >
          <title>{taskLabel(task)}</title>
          <rect class="hit" x={x(at) - 3} y={y - 15} width={widthOf(task) + 6} height="30" />
          <rect class="work" x={x(at)} y={y - 7} width={widthOf(task)} height="14" rx="3" />
          {#if task.pinned}<circle class="pin" cx={x(at) + widthOf(task) / 2} cy={y - 13} r="3.5" />{/if}
        </g>
      {/if}
    {/each}
    {#if drag?.moved}
      <line class="drag" x1={x(drag.at)} x2={x(drag.at)} y1={TOP - 4} y2={height} />
      <text class="dragged" x={x(drag.at) + 5} y={TOP + 8}>{clock(drag.at)}</text>
    {/if}

    {#each strips as strip, index (strip.name)}
      {@const y = foot + (index + 1) * STRIP}
      {@const most = Math.max(1, ...strip.there)}
      {@const peak = Math.max(...strip.used)}
      <g>
        <title>{strip.name}: at most {peak} of {most} {strip.unit} in use</title>
        <text class="strip" x="0" y={y - 5}>{strip.name}</text>
        <text class="strip of" x={GUTTER - 6} y={y - 5} text-anchor="end">{peak}/{most}</text>
        <g clip-path="url(#sight)">
          <path class="there" d={steps(strip.there, most, y - 3)} />
          <path class="used" d={steps(strip.used, most, y - 3)} />
          {#if strip.name === 'decks'}
            {#each view.heating as { from: on, to: hot } (on)}
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
  .hour,
  .base {
    stroke: light-dark(var(--color-surface-200), var(--color-surface-800));
  }
  .midnight {
    stroke: light-dark(var(--color-surface-500), var(--color-surface-500));
  }
  .axis,
  .strip,
  .step {
    font-size: 11px;
    fill: light-dark(var(--color-surface-700), var(--color-surface-300));
  }
  .axis,
  .of {
    font-family: var(--figures);
  }
  .step {
    font-size: 10.5px;
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
  .strip {
    font-size: 12px;
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
