<script lang="ts">
  import type { OvenDay, OvenLoad } from '@jovet/core/day';
  import { extentOf } from '@jovet/core/oven';

  interface Props {
    oven: OvenDay;
    load: OvenLoad;
    /** What stands on one deck is to go to another that is free then. */
    onmove: (from: number, to: number) => void;
  }

  /** The decks at true scale as one load goes in, the door at the foot of each; pale what bakes there already. */
  let { oven, load, onmove }: Props = $props();
  const floor = $derived(oven.floor);

  /** What is on a deck then: the load itself, or one that is not out yet. */
  const there = (deck: number): OvenLoad | undefined =>
    [load, ...oven.loads].find(
      (each) =>
        each.decks.some((one) => one.deck === deck) &&
        (each === load ||
          (each.at <= load.at && Math.max(...each.items.map(({ outAt }) => outAt)) > load.at)),
    );
  const onDeck = (deck: number) => there(deck)?.decks.find((each) => each.deck === deck)?.pieces ?? [];
  const itemOf = (deck: number, lot: number) => there(deck)?.items[lot];
  /** Loaves of one load are told apart by their hatching, and by their names under the deck. */
  const KINDS = ['plain', 'dotted', 'striped', 'crossed'];
  const kindOf = (lot: number) => KINDS[lot % KINDS.length] ?? 'plain';
  const SIDES = $derived({
    left: `M0.012,0V${floor.depth}`,
    right: `M${floor.width - 0.012},0V${floor.depth}`,
    back: `M0,0.012H${floor.width}`,
  });
  const words = (deck: number) =>
    onDeck(deck).map(({ lot, spots }) => {
      const item = itemOf(deck, lot);
      if (!item) return { lot, text: '' };
      const pieces = Math.round((item.pieces * spots.length) / item.held);
      return {
        lot,
        text: item.holder
          ? `${pieces} ${item.name}, ${spots.length} ${item.holder}`
          : `${pieces} ${item.name}`,
      };
    });
  const label = (deck: number) =>
    `Deck ${deck + 1}: ${
      words(deck)
        .map(({ text }) => text)
        .join(' and ') || 'empty'
    }`;

  const free = (deck: number) => there(deck) === undefined || there(deck) === load;
  /** What is being dragged: px from where it was taken to m on the deck by its scale. */
  let drag = $state<{
    deck: number;
    scale: number;
    x: number;
    y: number;
    dx: number;
    dy: number;
    over: number | null;
  } | null>(null);
  function grab(event: PointerEvent & { currentTarget: SVGSVGElement }, deck: number) {
    if (event.button !== 0 || there(deck) !== load) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const scale = event.currentTarget.getScreenCTM()?.a ?? 1;
    drag = { deck, scale, x: event.clientX, y: event.clientY, dx: 0, dy: 0, over: null };
  }
  function move(event: PointerEvent) {
    if (!drag) return;
    const under = document
      .elementsFromPoint(event.clientX, event.clientY)
      .map((each) => each.closest<HTMLElement>('[data-deck]')?.dataset['deck'])
      .find((deck) => deck !== undefined);
    const over = under === undefined ? null : Number(under);
    const [dx, dy] = [(event.clientX - drag.x) / drag.scale, (event.clientY - drag.y) / drag.scale];
    drag = { ...drag, dx, dy, over };
  }
  function drop() {
    if (drag && drag.over !== null && drag.over !== drag.deck && free(drag.over))
      onmove(drag.deck, drag.over);
    drag = null;
  }
  function onkeydown(event: KeyboardEvent, deck: number) {
    const side = { ArrowLeft: -1, ArrowUp: -1, ArrowRight: 1, ArrowDown: 1 }[event.key];
    if (side === undefined || !event.altKey || there(deck) !== load) return;
    event.preventDefault();
    event.stopPropagation();
    for (let to = deck + side; to >= 0 && to < oven.decks.length; to += side)
      if (free(to)) return onmove(deck, to);
  }
</script>

<div class="decks">
  {#each oven.decks as _, deck (deck)}
    {@const own = there(deck) === load}
    <figure
      class:pale={!own}
      class:lifted={drag?.deck === deck}
      class:target={drag !== null && drag.over === deck && drag.deck !== deck && free(deck)}
      data-deck={deck}
    >
      <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
      <svg
        viewBox={`-0.02 -0.02 ${floor.width + 0.04} ${floor.depth + 0.06}`}
        role={own ? 'button' : 'img'}
        aria-label={own ? `${label(deck)}. Alt with an arrow sets them on another deck.` : label(deck)}
        class:own
        tabindex={own ? 0 : undefined}
        onpointerdown={(event) => grab(event, deck)}
        onpointermove={move}
        onpointerup={drop}
        onpointercancel={() => (drag = null)}
        onkeydown={(event) => onkeydown(event, deck)}
      >
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
        {#if oven.hotSide !== 'none'}<path class="hot" d={SIDES[oven.hotSide]}
            ><title>bakes faster here</title></path
          >{/if}
        <line
          class="door"
          x1={floor.width * 0.15}
          x2={floor.width * 0.85}
          y1={floor.depth + 0.02}
          y2={floor.depth + 0.02}
        />
        <g class="pieces" transform={drag?.deck === deck ? `translate(${drag.dx} ${drag.dy})` : undefined}>
          {#each onDeck(deck) as { lot, spots } (lot)}
            {@const outline = itemOf(deck, lot)?.outline}
            {#if outline}
              {#each spots as spot, index (index)}
                {@const [along, deep] = extentOf(outline, spot.turned)}
                {@const y = floor.depth - spot.y}
                {#each ['bread', 'hatch'] as part (part)}
                  {@const fill =
                    part === 'hatch' && kindOf(lot) !== 'plain' ? `url(#${kindOf(lot)}-${deck})` : undefined}
                  {#if part === 'bread' || fill}
                    {#if outline.kind === 'rectangle'}
                      <rect
                        class={part}
                        {fill}
                        x={spot.x - along / 2}
                        y={y - deep / 2}
                        width={along}
                        height={deep}
                        rx="0.01"
                      />
                    {:else}
                      <ellipse class={part} {fill} cx={spot.x} cy={y} rx={along / 2} ry={deep / 2} />
                    {/if}
                  {/if}
                {/each}
              {/each}
            {/if}
          {/each}
        </g>
      </svg>
      <figcaption>
        <b>{deck + 1}</b>
        {#each words(deck) as { lot, text } (lot)}<span>{text}</span>{:else}<span class="quiet">empty</span
          >{/each}
      </figcaption>
    </figure>
  {/each}
</div>

<style>
  .decks {
    display: grid;
    grid-template-columns: repeat(2, minmax(0, 1fr));
    gap: 0.75rem;
    align-content: start;
  }
  figure.lifted {
    position: relative;
    z-index: 1;
  }
  figure.pale svg {
    opacity: 0.45;
  }
  svg {
    display: block;
    width: 100%;
    max-height: 9.5rem;
  }
  svg.own {
    cursor: grab;
    overflow: visible;
    touch-action: none;
  }
  figure.target .floor {
    stroke-width: 0.02;
  }
  .floor {
    fill: light-dark(var(--color-surface-100), var(--color-surface-900));
    stroke: light-dark(var(--color-surface-500), var(--color-surface-500));
    stroke-width: 0.006;
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
  .hatch {
    stroke: none;
  }
  .ink {
    fill: light-dark(var(--color-surface-900), var(--color-surface-100));
  }
  .line {
    stroke: light-dark(var(--color-surface-900), var(--color-surface-100));
    stroke-width: 0.004;
  }
  figcaption {
    display: flex;
    flex-wrap: wrap;
    gap: 0 0.5rem;
    margin-top: 0.25rem;
    font-size: 0.875rem;
  }
</style>
