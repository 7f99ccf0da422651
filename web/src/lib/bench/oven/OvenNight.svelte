<script lang="ts">
  import { ovenOfDeck, ovensHere, type OvenDay, type OvenLoad } from '@jovet/core/plan/explain/oven';
  import { localHours, localTime } from '@jovet/core/time';
  import { formatTemperature } from '@jovet/core/units';
  import { useUnits } from '../settings';
  import { fitting } from '../fitting';
  import { temperatureColour } from '../temperature-colour';
  import { pixelsPerHour, xOf, type TimeScale } from '../ribbon';
  import { drags } from '../../ui/drags';

  interface Props {
    oven: OvenDay;
    /** px that it may take. */
    width: number;
    scale: TimeScale;
    zone: string;
    /** Place of a load in the day. */
    selected: number;
    onselect: (load: number) => void;
    /** A load is in the hand, or was let go: until then the scale stands still. */
    onhold: (on: boolean) => void;
    /** It is dragged to a time. */
    ondrag: (load: OvenLoad, at: number) => void;
    /** What was dragged did not land. */
    onlost: () => void;
    /** It is to be held so many seconds from where it stands. */
    onshift: (load: OvenLoad, by: number) => void;
  }

  /** Each deck as a lane through the day, with what is baked on it; loads are dragged to other times. */
  let { oven, width, scale, zone, selected, onselect, onhold, ondrag, onlost, onshift }: Props = $props();

  /** °C of a warm oven that does not say more. */
  const WARM = 30;
  const LANE = 34;
  const TOP = 20;
  const SLOT = 300;
  const x = (at: number) => xOf(scale, at);
  const clock = (at: number) => localTime(at, zone).time;
  const units = useUnits();
  const heat = (celsius: number) => formatTemperature(celsius, units.unit, 0);
  const ovens = $derived(ovensHere(oven));
  const several = $derived(ovens.length > 1);
  const height = $derived(TOP + oven.decks.length * LANE + 4);
  const hours = $derived(localHours(scale.from, scale.to, zone));
  const perHour = $derived(pixelsPerHour(scale));
  const inSight = $derived(
    oven.loads
      .map((load, index) => ({ load, index }))
      .filter(({ load }) => load.until >= scale.from && load.at <= scale.to),
  );
  const blocks = $derived(
    oven.loads.flatMap((load, index) =>
      load.decks.map(({ deck, pieces }) => ({
        load, index, deck,
        names: pieces.map(({ lot }) => load.items[lot]?.name ?? '').join(', '),
        out: Math.max(...pieces.map(({ lot }) => load.items[lot]?.outAt ?? load.at)),
      })),
    ),
  ); // prettier-ignore
  /** px of a letter of a name. */
  const LETTER = 6.4;
  const words = ({ items, at, loadAt }: OvenLoad) =>
    `${clock(at)}, stone ${Math.round(loadAt)}: ${items.map(({ pieces, name }) => `${pieces} ${name}`).join(', ')}`;

  /** A load in the hand, by its first task: where it stood, where the pointer took it, and where it is now. */
  let drag = $state<{ task: number; from: number; grab: number; at: number } | null>(null);
  const taskOf = ({ items }: OvenLoad) => items[0]?.load ?? -1;
  /** Seconds that a load is held away from where it stands. */
  const awayOf = (load: OvenLoad) => (drag?.task === taskOf(load) ? drag.at - load.at : 0);
  const held = $derived(drag && drag.from + Math.round((drag.at - drag.from) / SLOT) * SLOT);
  let svg = $state<SVGSVGElement>();
  const timeAt = (clientX: number) =>
    scale.from +
    ((clientX - (svg?.getBoundingClientRect().left ?? 0) - scale.left) / (scale.right - scale.left)) *
      (scale.to - scale.from);

  const carrying = drags({
    take: ({ clientX }, on) => {
      const index = Number(on.closest('[data-load]')?.getAttribute('data-load') ?? NaN);
      const load = oven.loads[index];
      if (!load) return null;
      onselect(index);
      drag = { task: taskOf(load), from: load.at, grab: timeAt(clientX), at: load.at };
      onhold(true);
      return drag.task;
    },
    carry: (task, { x }) => {
      if (!drag) return;
      const before = held;
      drag = { ...drag, at: drag.from + timeAt(x) - drag.grab };
      const load = oven.loads.find((each) => taskOf(each) === task);
      if (load && held !== null && held !== before) ondrag(load, held);
    },
    drop: (task, how) => {
      const load = oven.loads.find((each) => taskOf(each) === task);
      const [from, to] = [drag?.from, held];
      drag = null;
      onhold(false);
      if (how === 'lost') onlost();
      else if (load && to !== null && to !== from) onshift(load, to - load.at);
    },
  });
  function onkeydown(event: KeyboardEvent, index: number) {
    const load = oven.loads[index];
    if (!load) return;
    const step = (event.shiftKey ? 6 : 1) * SLOT;
    const side = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0;
    if (event.key === 'Enter' || event.key === ' ') onselect(index);
    else if (side !== 0 && event.altKey) onshift(load, side * step);
    else if (side !== 0) svg?.querySelector<SVGElement>(`[data-load="${index + side}"]`)?.focus();
    else return;
    event.preventDefault();
    event.stopPropagation();
  }
</script>

<svg
  bind:this={svg}
  {width}
  {height}
  role="group"
  aria-label={`${oven.loads.length} loads on ${oven.decks.length} decks`}
  {@attach carrying}
>
  {#each hours as at (at)}
    {#if perHour > 44 || localTime(at, zone).hour % 2 === 0}
      <line class="hour" x1={x(at)} x2={x(at)} y1={TOP - 4} y2={height} />
      <text class="axis" x={x(at)} y="12" text-anchor="middle">{clock(at)}</text>
    {/if}
  {/each}
  {#each oven.decks as _, deck (deck)}
    {@const here = ovenOfDeck(oven, deck)}
    {#if several && deck === here.first}
      <text class="of" x="0" y={TOP + deck * LANE + 11}
        >{fitting(here.name, scale.left, LETTER)}<title>{here.name}</title></text
      >
    {/if}
    <text class="name" x="0" y={TOP + deck * LANE + (several ? 26 : 21)}>Deck {deck - here.first + 1}</text>
    <line class="hour" x1="0" x2={scale.right} y1={TOP + (deck + 1) * LANE} y2={TOP + (deck + 1) * LANE} />
  {/each}
  {#each oven.heatings.filter(({ from, to }) => to >= scale.from && from <= scale.to) as heating (`${heating.oven ?? 0} ${heating.from}`)}
    {@const { from, to } = heating}
    {@const of = ovens[heating.oven ?? 0]}
    <rect
      class="heating"
      x={x(from)}
      y={TOP + (of?.first ?? 0) * LANE + 3}
      width={Math.max(0, x(to) - x(from))}
      height={(of?.count ?? oven.decks.length) * LANE - 6}
      ><title>{of?.name ?? 'Oven'} on at {clock(from)}, hot at {clock(to)}</title></rect
    >
  {/each}
  {#each (oven.chambers ?? []).filter(({ at, out }) => out >= scale.from && at <= scale.to) as chamber (chamber.task)}
    {@const { name, celsius, at, out } = chamber}
    {@const words = `${name}${celsius === null ? '' : ` at ${heat(celsius)}`}`}
    {#each chamber.decks as deck (deck)}
      <rect
        fill={temperatureColour(celsius ?? WARM)}
        x={x(at)}
        y={TOP + deck * LANE + 4}
        width={Math.max(3, x(out) - x(at))}
        height={LANE - 8}
        rx="3"
        ><title
          >{words}: stands warm from {clock(at)} to {clock(out)}, hot no sooner than {clock(
            chamber.until,
          )}</title
        ></rect
      >
      <text class="what warm" x={x(at) + 5} y={TOP + deck * LANE + 21}
        >{fitting(words, x(out) - x(at), LETTER)}</text
      >
    {/each}
  {/each}
  {#each inSight as { load, index } (taskOf(load))}
    {@const by = awayOf(load)}
    <g
      class="load"
      class:chosen={index === selected}
      data-load={index}
      role="button"
      tabindex="0"
      aria-label={`Load at ${words(load)}`}
      onfocus={() => onselect(index)}
      onkeydown={(event) => onkeydown(event, index)}
    >
      <title>{words(load)}</title>
      {#each blocks.filter((each) => each.index === index) as { deck, out } (deck)}
        {@const y = TOP + deck * LANE + 4}
        {@const [left, end] = [x(load.at + by), x(out + by)]}
        <rect class="hot" x={end} {y} width={Math.max(0, x(load.until + by) - end)} height={LANE - 8} />
        <rect class="bake" x={left} {y} width={Math.max(3, end - left)} height={LANE - 8} rx="3" />
      {/each}
    </g>
  {/each}
  <!-- The names stand for the eye only: each load says what it is. -->
  <g aria-hidden="true">
    {#each blocks.filter( ({ load }) => inSight.some((each) => each.load === load) ) as { load, deck, names, out } (`${taskOf(load)} ${deck}`)}
      {@const by = awayOf(load)}
      <text class="what" x={x(load.at + by) + 5} y={TOP + deck * LANE + 21}
        >{fitting(names, x(out) - x(load.at), LETTER)}</text
      >
    {/each}
  </g>
  {#if drag && held !== null && held !== drag.from}
    <line class="drag" x1={x(held)} x2={x(held)} y1={TOP - 4} y2={height} />
    <text class="dragged" x={x(held) + 5} y={TOP + 8}>{clock(held)}</text>
  {/if}
</svg>

<style>
  svg {
    display: block;
    user-select: none;
  }
  .hour {
    stroke: light-dark(var(--color-surface-200), var(--color-surface-800));
  }
  .axis {
    font-family: var(--figures);
    font-size: 12px;
    fill: light-dark(var(--color-surface-700), var(--color-surface-300));
  }
  .of {
    font-size: 12px;
    fill: currentColor;
  }
  .name {
    font-size: 13px;
    font-weight: 600;
    fill: currentColor;
  }
  .heating {
    fill: none;
    stroke: light-dark(var(--color-surface-600), var(--color-surface-400));
    stroke-dasharray: 2 3;
  }
  .load {
    cursor: ew-resize;
    outline: none;
  }
  .bake {
    fill: light-dark(var(--color-surface-800), var(--color-surface-200));
  }
  .hot {
    fill: light-dark(var(--color-surface-200), var(--color-surface-800));
  }
  .load.chosen .bake,
  .load:focus-visible .bake {
    stroke: light-dark(var(--color-primary-700), var(--color-primary-300));
    stroke-width: 3;
  }
  .what {
    font-size: 12px;
    fill: light-dark(#fff, var(--color-surface-950));
    pointer-events: none;
  }
  .what.warm {
    fill: var(--color-surface-950);
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
