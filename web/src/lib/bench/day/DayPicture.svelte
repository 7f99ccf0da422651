<script lang="ts">
  import { untrack } from 'svelte';
  import { SvelteMap } from 'svelte/reactivity';
  import type { ViewTask } from '@jovet/core/plan/explain';
  import { localHours, localTime } from '@jovet/core/time';
  import { pixelsPerHour, xOf, type TimeScale } from '../ribbon';
  import DayStrips from './DayStrips.svelte';
  import DoughRow from './DoughRow.svelte';
  import type { DrawnView } from './gathered';
  import { drawnSoFar } from './row';
  import { rowPlaces } from './row-places';
  import { STRIP, stripsShown } from './strips';
  import { drags } from '../../ui/drags';

  interface Stretch {
    readonly from: number;
    readonly to: number;
  }
  interface Props {
    view: DrawnView;
    /** px that it may take across. */
    width: number;
    /** px that it may take down, if its doughs need less; 0: what they need. */
    tall?: number;
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
      /** What was dragged did not land. */
      readonly onlost: () => void;
      /** It is to be held so many seconds later than it is held, or planned. */
      readonly onnudge: (task: ViewTask, by: number) => void;
      readonly onunpin: (task: ViewTask) => void;
    };
    /** The stretch of time that is shown changes. */
    onlook?: (stretch: Stretch) => void;
    /** Doughs that stand together are wanted each by itself. */
    onapart?: (key: string) => void;
  }

  /** All doughs of a day as ribbons, with the hands’ work on them and under them what is scarce. */
  let {
    view,
    width,
    tall = 0,
    zone,
    look,
    selected,
    faded,
    onselect,
    moves,
    onlook = () => {},
    onapart = () => {},
  }: Props = $props();

  const GUTTER = 148;
  const TOP = 20;
  /** Pixels that a time on the axis takes at least. */
  const NARROW = 56;
  /** px that the name of an hour takes with air beside it. */
  const NAME = 44;
  const SLOT = 300;

  /** From half an hour to half an hour: a plan that is a little better stands where the last one stood. */
  const wholeDay = ({ firstHands, lastDrop }: DrawnView): Stretch => ({
    from: Math.floor(firstHands / 1800 - 1) * 1800,
    to: Math.ceil(lastDrop / 1800 + 1) * 1800,
  });
  /** A task in the hand, and where it would begin. */
  let drag = $state.raw<{ readonly task: ViewTask; readonly at: number } | null>(null);
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

  /** Doughs that somebody folded together, or apart. */
  const turned = new SvelteMap<string, boolean>();
  const strips = $derived(stripsShown(view));
  /** Every dough with all that its row is drawn from. */
  function rowsOf(of: DrawnView) {
    const litres = Math.max(
      ...of.rows.flatMap(({ ribbons }) =>
        ribbons.flatMap(({ points, strands }) => points.map((each) => each.litres * (strands > 1 ? 1.6 : 1))),
      ),
    );
    const doughs = of.rows.map(({ key, ribbons, doughs: several = 1 }) => ({
      key,
      several: several > 1,
      batches: Math.max(1, ...ribbons.map(({ batch }) => batch ?? 1)),
    }));
    const places = rowPlaces(doughs, TOP, tall === 0 ? 0 : tall - TOP - strips.length * STRIP - 6, turned);
    return of.rows.flatMap((row, index) => {
      const tasks = of.tasks.filter((task) => task.row === index);
      const place = places[index];
      return place ? [{ row, tasks, place, litres, whole: wholeDay(of) }] : [];
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

  const foot = $derived(rows.reduce((sum, { place }) => sum + place.height, TOP));
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
  let svg = $state<SVGSVGElement>();
  const timeAt = (clientX: number) => {
    const left = svg?.getBoundingClientRect().left ?? 0;
    return from + ((clientX - left - scale.left) / (scale.right - scale.left)) * (to - from);
  };
  const onGrid = (at: number) => view.origin + Math.round((at - view.origin) / SLOT) * SLOT;

  /** A task is carried to another time, or, beside them all, what is looked at. */
  const carrying = drags<{ task: ViewTask; away: number } | Stretch>({
    take: ({ clientX }, on) => {
      if (on.closest('.named')) return null;
      const id = on.closest('[data-task]')?.getAttribute('data-task');
      const task = view.tasks.find((each) => each.id === id);
      if (!task) return { from, to };
      onselect(task.index);
      if (!moves) return null;
      grabbed = seen;
      return { task, away: timeAt(clientX) - task.start };
    },
    carry: (held, { x: at, dx }) => {
      if (!('task' in held)) {
        const by = (-dx / (scale.right - scale.left)) * (held.to - held.from);
        return onlook({ from: held.from + by, to: held.to + by });
      }
      const begin = onGrid(timeAt(at) - held.away);
      if (begin === (drag?.at ?? held.task.start)) return;
      drag = { task: held.task, at: begin };
      moves?.ondrag(held.task, begin);
    },
    drop: (_, how) => {
      if (drag && how === 'lost') moves?.onlost();
      else if (drag) moves?.onpin(drag.task, drag.at);
      [drag, grabbed] = [null, null];
    },
  });
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
</script>

<figure class:faded>
  <svg
    bind:this={svg}
    width={Math.max(width, 600)}
    {height}
    role="group"
    aria-label={`${view.rows.length} doughs from ${clock(view.firstHands)} to the last van at ${clock(view.lastDrop)}`}
    {@attach carrying}
    onwheel={wheel}
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

    {#each drawn as { row, tasks, place, litres, whole }, index (row.key)}
      <DoughRow
        {row}
        {tasks}
        {place}
        scale={scaleOf(kept ?? whole)}
        {litres}
        {zone}
        {selected}
        dragged={drag?.task.row === index ? { task: drag.task.id, at: drag.at } : null}
        {onselect}
        onkey={onTaskKey}
        onfold={() => (row.doughs ? onapart(row.key) : turned.set(row.key, !place.folded))}
      />
    {/each}
    {#if drag}
      <line class="drag" x1={x(drag.at)} x2={x(drag.at)} y1={TOP - 4} y2={height} />
      <text class="dragged" x={x(drag.at) + 5} y={TOP + 8}>{clock(drag.at)}</text>
    {/if}

    {#if drawn.length >= view.rows.length}<DayStrips {view} {strips} top={foot} {scale} {zone} />{/if}
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
  .axis {
    font-family: var(--figures);
    font-size: 12px;
    fill: light-dark(var(--color-surface-700), var(--color-surface-300));
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
</style>
