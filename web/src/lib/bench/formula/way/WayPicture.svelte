<script lang="ts">
  import type { WayCourse, WayLine } from '@jovet/core/dough/course';
  import type { FormulaDraft } from '@jovet/core/sheet';
  import { formatTemperature } from '@jovet/core/units';
  import { useUnits } from '../../settings';
  import { temperatureColour } from '../../temperature-colour';
  import { PLACE_WORDS, STEP_WORDS, workWord } from './step-words';
  import { placedLabels, rowsOf, thickness } from './way-layout';
  import { stepsAt, type Chosen } from './way-steps';
  import { drags } from '../../../ui/drags';

  interface Props {
    course: WayCourse;
    draft: FormulaDraft;
    chosen: Chosen | null;
    /** Names of products of which so many are wanted. */
    wanted: ReadonlySet<string>;
    /** Steps at which something cannot be, as `way.3`. */
    wrong: ReadonlySet<string>;
    /** It is drawn as it was, since something cannot be made. */
    stale: boolean;
    onchoose: (chosen: Chosen) => void;
    /** A step is dragged by so many hours since it was taken up. */
    ondrag: (chosen: Chosen, line: WayLine, hours: number) => void;
    ondrop: () => void;
    onadd: (list: string, at: number) => void;
    onkey: (event: KeyboardEvent) => void;
  }

  /** The way of a dough to scale: time across, the dough as thick as it stands, coloured by its temperature. */
  let { course, draft, chosen, wanted, wrong, stale, onchoose, ondrag, ondrop, onadd, onkey }: Props =
    $props();
  const units = useUnits();

  /** Px from the middle of a line to its lowest names. */
  const LABEL = 20;
  /** °C that a bake is coloured as. */
  const BAKING = 200;
  let width = $state(960);
  const [LEFT, RIGHT, TOP] = [12, 16, 34];
  const x = (hour: number) => LEFT + (hour / course.hours) * Math.max(200, width - LEFT - RIGHT);
  const every = $derived([0.25, 0.5, 1, 2, 3, 6, 12].find((each) => x(each) - x(0) > 64) ?? 24);
  const hours = $derived(Array.from({ length: Math.floor(course.hours / every) + 1 }, (_, n) => n * every));
  const rows = $derived(rowsOf(course));
  const height = $derived(TOP + rows.height);
  const most = $derived(Math.max(...course.lines.map(({ mass }) => mass)));

  const labels = $derived(
    placedLabels(course.lines, rows.at, x, {
      word: (line, knot) => workWord(knot.kind, stepsAt(draft, line.list)[knot.step]),
      first: (line, knot) => isChosen(line, knot.step),
    }),
  );

  /** The outline of a dough, and the colours along it. */
  const ribbons = $derived(
    course.lines.map((line, index) => {
      const y = TOP + (rows.at[index] ?? 0);
      const half = (rise: number) => thickness(line.mass / most, rise) / 2;
      const over = line.points.map(({ at, rise }) => `${x(at).toFixed(1)},${(y - half(rise)).toFixed(1)}`);
      const under = line.points.map(({ at, rise }) => `${x(at).toFixed(1)},${(y + half(rise)).toFixed(1)}`);
      const [first, last] = [line.points[0], line.points.at(-1)];
      const span = Math.max(1e-6, (last?.at ?? 0) - (first?.at ?? 0));
      return {
        line,
        y,
        id: `way-${index}`,
        path: line.points.length > 1 ? `M${over.join('L')}L${under.reverse().join('L')}Z` : '',
        from: x(first?.at ?? 0),
        to: x(last?.at ?? 0),
        most: half(Math.max(0, ...line.points.map(({ rise }) => rise))),
        stops: line.points.map(({ at, temperature }) => ({
          at: (at - (first?.at ?? 0)) / span,
          colour: temperatureColour(temperature),
        })),
        labels: labels[index] ?? [],
      };
    }),
  );
  const isChosen = (line: WayLine, step: number) => chosen?.list === line.list && chosen.step === step;
  const isWrong = (line: WayLine, step: number) => wrong.has(`${line.list}.${step}`);
  const minutes = (hour: number): string => {
    const all = Math.round(hour * 60);
    return all < 60 ? `${all} min` : `${Math.floor(all / 60)} h${all % 60 ? ` ${all % 60}` : ''}`;
  };

  let svg = $state<SVGSVGElement>();
  const hourAt = (clientX: number) => {
    const left = svg?.getBoundingClientRect().left ?? 0;
    return ((clientX - left - LEFT) / Math.max(200, width - LEFT - RIGHT)) * scaleHours;
  };
  /** While something is dragged the scale stays as it was. */
  let grabbed = $state<number | null>(null);
  const scaleHours = $derived(grabbed ?? course.hours);

  const carrying = drags({
    take: ({ clientX }, on) => {
      const [list, step] = /^(.*)\.(\d+)$/.exec(on.getAttribute('data-step') ?? '')?.slice(1) ?? [];
      const line = course.lines.find((each) => each.list === list);
      if (!line) return null;
      const taken = { list: line.list, step: Number(step) };
      onchoose(taken);
      if (!on.matches('.knot')) return null;
      grabbed = course.hours;
      return { taken, line, from: hourAt(clientX) };
    },
    carry: ({ taken, line, from }, { x: at }) => ondrag(taken, line, hourAt(at) - from),
    drop: (_, how) => {
      if (how !== 'chosen') ondrop();
      grabbed = null;
    },
  });
  /** Gaps between the steps of the chosen line, where one can be put in. */
  const gaps = $derived.by(() => {
    const ribbon = ribbons.find(({ line }) => line.list === chosen?.list) ?? ribbons[0];
    if (!ribbon) return [];
    const { line, y, most: half } = ribbon;
    const ends = stepsAt(draft, line.list).map((_, step) => {
      const own = [...line.knots, ...line.waits].filter((each) => each.step === step);
      return own.length > 0 ? Math.max(...own.map(({ to }) => to)) : null;
    });
    let before = -Infinity;
    return ends.flatMap((end, step) => {
      if (end === null || step === ends.length - 1 || x(end) - before < 15) return [];
      before = x(end);
      return [{ list: line.list, at: step + 1, x: x(end), y: y + half + 32 }];
    });
  });
</script>

<div class="way" bind:clientWidth={width}>
  <svg
    bind:this={svg}
    {width}
    {height}
    role="group"
    class:stale
    aria-label={`The way of the dough, ${minutes(course.hours)} from the first work to the last`}
    {@attach carrying}
  >
    {#each hours as hour (hour)}
      <line x1={x(hour)} x2={x(hour)} y1="20" y2={height} class="hour" />
      <text x={x(hour)} y="13" class="hour-name">{hour} h</text>
    {/each}
    {#each ribbons as { line, y, id, path, from, to, stops, labels, most: half } (id)}
      <linearGradient {id} gradientUnits="userSpaceOnUse" x1={from} x2={Math.max(to, from + 1)}>
        {#each stops as stop, n (n)}<stop offset={stop.at} stop-color={stop.colour} />{/each}
      </linearGradient>
      {#if line.pieces !== null}
        <path class="branch" d={`M${x(line.points[0]?.at ?? 0)},${TOP + (rows.at[0] ?? 0)}V${y}`} />
        <text x={width - RIGHT} y={y + 76} class="name"
          >{wanted.has(line.name) ? `${line.pieces} ` : ''}{line.name}</text
        >
      {/if}
      <path class="dough" d={path} fill={`url(#${id})`} />
      {#each line.waits as wait (wait.step)}
        <rect
          class="wait"
          class:chosen={isChosen(line, wait.step)}
          class:wrong={isWrong(line, wait.step)}
          data-step={`${line.list}.${wait.step}`}
          x={x(wait.from)}
          y={y - half - 3}
          width={Math.max(6, x(wait.to) - x(wait.from))}
          height={2 * half + 6}
          rx="4"
          role="button"
          tabindex={isChosen(line, wait.step) ? 0 : -1}
          aria-label={`${STEP_WORDS[stepsAt(draft, line.list)[wait.step]?.kind ?? 'rest']}, ${minutes(wait.to - wait.from)}`}
          aria-pressed={isChosen(line, wait.step)}
          onkeydown={onkey}
        />
      {/each}
      {#each line.stays as stay (`${stay.step} ${stay.from}`)}
        {#if x(stay.to) - x(stay.from) > 58}
          <text x={(x(stay.from) + x(stay.to)) / 2} y={y + half + 16} class="stay"
            >{PLACE_WORDS[stay.place]} {formatTemperature(stay.celsius, units.unit, 0)}</text
          >
        {/if}
      {/each}
      {#each labels as label (label.step)}
        <line x1={label.at} x2={label.x} y1={y - 17} y2={y - LABEL - label.rise + 4} class="lead" />
        <text x={label.x} y={y - LABEL - label.rise} class="knot-name" class:bold={isChosen(line, label.step)}
          >{label.text}</text
        >
      {/each}
      {#each line.knots as knot (knot.step)}
        <rect
          class="knot"
          class:chosen={isChosen(line, knot.step)}
          class:wrong={isWrong(line, knot.step)}
          data-step={`${line.list}.${knot.step}`}
          x={x(knot.from)}
          y={y - 15}
          width={Math.max(7, x(knot.to) - x(knot.from))}
          height="30"
          rx="4"
          role="button"
          style:fill={knot.kind === 'bake' ? temperatureColour(BAKING) : undefined}
          tabindex={isChosen(line, knot.step) ? 0 : -1}
          aria-label={`${STEP_WORDS[knot.kind]}, ${minutes(knot.to - knot.from)}`}
          aria-pressed={isChosen(line, knot.step)}
          onkeydown={onkey}
        />
      {/each}
    {/each}
    {#each gaps as gap (`${gap.list} ${gap.at}`)}
      <g
        class="gap"
        role="button"
        tabindex="-1"
        aria-label={`Put a step in after ${STEP_WORDS[stepsAt(draft, gap.list)[gap.at - 1]?.kind ?? 'rest'].toLowerCase()}`}
        transform={`translate(${gap.x} ${gap.y})`}
        onclick={() => onadd(gap.list, gap.at)}
        onkeydown={(event) => event.key === 'Enter' && onadd(gap.list, gap.at)}
      >
        <circle r="8" />
        <path d="M-4,0H4M0,-4V4" />
      </g>
    {/each}
  </svg>
</div>

<style>
  .way {
    overflow-x: auto;
  }
  svg {
    display: block;
    touch-action: pan-y;
    user-select: none;
  }
  .stale :is(.dough, .knot, .stay, .knot-name) {
    opacity: 0.45;
  }
  .hour {
    stroke: light-dark(var(--color-surface-200), var(--color-surface-800));
  }
  .hour-name,
  .stay {
    font-size: 0.75rem;
    text-anchor: middle;
    fill: light-dark(var(--color-surface-700), var(--color-surface-300));
  }
  .dough {
    stroke: light-dark(rgb(0 0 0 / 0.25), rgb(255 255 255 / 0.25));
    stroke-width: 0.5;
  }
  .branch {
    fill: none;
    stroke: currentColor;
    stroke-width: 1.5;
  }
  .name {
    text-anchor: end;
    font-weight: 700;
    font-size: 0.875rem;
    fill: currentColor;
  }
  .knot {
    fill: currentColor;
    cursor: ew-resize;
  }
  .wait {
    fill: transparent;
    cursor: pointer;
  }
  .wait:hover {
    fill: light-dark(rgb(0 0 0 / 0.06), rgb(255 255 255 / 0.1));
  }
  .chosen {
    stroke: light-dark(#8a4b22, #f0b080);
    stroke-width: 3;
  }
  .wrong {
    stroke: light-dark(var(--color-error-600), var(--color-error-400));
    stroke-width: 2.5;
    stroke-dasharray: 4 2;
  }
  .knot:focus-visible,
  .wait:focus-visible {
    outline: 2px solid currentColor;
    outline-offset: 2px;
  }
  .lead {
    stroke: light-dark(var(--color-surface-600), var(--color-surface-400));
    stroke-width: 0.75;
  }
  .knot-name {
    text-anchor: middle;
    font-size: 0.8125rem;
    fill: currentColor;
  }
  .bold {
    font-weight: 700;
  }
  .gap {
    cursor: pointer;
    color: light-dark(var(--color-surface-600), var(--color-surface-400));
  }
  .gap circle {
    fill: light-dark(var(--color-surface-50), var(--color-surface-900));
    stroke: currentColor;
  }
  .gap path {
    stroke: currentColor;
    stroke-width: 1.5;
  }
  .gap:hover {
    color: light-dark(#000, #fff);
  }
</style>
