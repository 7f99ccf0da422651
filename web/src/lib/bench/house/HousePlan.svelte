<script lang="ts">
  import type { FloorDraft, ThingDraft } from '@jovet/core/bakehouse';
  import { parseTemperature } from '@jovet/core/units';
  import { fitting } from '../fitting';
  import { useUnits } from '../settings';
  import { temperatureColour } from '../temperature-colour';
  import { THING_WORDS, thingFigure } from './house-words';
  import { nextThing, placedAt, planView, type DrawnThing } from './plan-view';
  import { drags } from '../../ui/drags';

  interface Props {
    draft: FloorDraft;
    /** Of the things, and of the rooms; null: neither. */
    chosen: { readonly list: 'things' | 'rooms'; readonly index: number } | null;
    /** Now on the clock of the bakehouse: `2026-11-29T14:00`. */
    now: string;
    /** Places in the draft at which something is wrong. */
    wrong: ReadonlySet<string>;
    onchoose: (list: 'things' | 'rooms', index: number) => void;
    /** A thing is put somewhere: m from the left and from the top of its room. */
    onplace: (index: number, at: { x: number; y: number }, settled: boolean) => void;
    onremove: (index: number) => void;
    onopen: () => void;
  }

  /** The bakehouse from above: rooms and what stands in them. */
  let { draft, chosen, now, wrong, onchoose, onplace, onremove, onopen }: Props = $props();
  const units = useUnits();
  let width = $state(700);
  const view = $derived(planView(draft));
  const scale = $derived(Math.min(84, Math.max(20, (width - 2) / view.width)));
  const px = (metres: number) => metres * scale;
  const celsius = (text: string | undefined): number | null => {
    const read = text ? parseTemperature(text, units.unit) : null;
    return read?.ok ? read.value : null;
  };
  /** Colour is temperature: of what cools or warms, and of the air of a room. */
  const fillOf = ({ type, fields }: ThingDraft) => {
    const at = ['retarder', 'proof-box', 'freezer'].includes(type) ? celsius(fields['temperature'] ?? (type === 'freezer' ? '-18' : '')) : null;
    return at === null ? null : temperatureColour(at);
  }; // prettier-ignore
  const airOf = (room: FloorDraft['rooms'][number]) => {
    const [low, high] = [celsius(room.fields['coldest']), celsius(room.fields['warmest'])];
    return low === null || high === null ? null : temperatureColour((low + high) / 2);
  };
  const roomWords = ({
    fields: { name = '', coldest, warmest = '', humidity },
  }: FloorDraft['rooms'][number]) =>
    [
      name,
      ...(coldest ? [`${coldest} to ${warmest}`] : []),
      ...(humidity ? [`${humidity} % humid`] : []),
    ].join(', ');
  const local = (text: string | undefined) => (text ?? '').replace(' ', 'T');
  const outNow = ({ out }: ThingDraft) =>
    out.find((each) => local(each['from']) <= now && now < local(each['to']));
  const outSoon = ({ out }: ThingDraft) => out.find((each) => local(each['from']) > now);
  const wordsOf = (thing: ThingDraft) => {
    const [lost, soon] = [outNow(thing), outSoon(thing)];
    const state = lost ? `, out of order until ${lost['to'] ?? ''}` : soon ? `, out of order from ${soon['from'] ?? ''}` : '';
    return `${thing.fields['name'] ?? ''}: ${THING_WORDS[thing.type]}, ${thingFigure(thing)}${state}`;
  }; // prettier-ignore
  /** px of a letter of a name. */
  const LETTER = 6.6;
  /** A name in one line, or in two where the box is narrow. */
  function lines(name: string, room: number): string[] {
    const [first = '', ...others] = name.split(' ');
    const whole = fitting(name, room, LETTER);
    return whole === name || others.length === 0
      ? [whole]
      : [fitting(first, room, LETTER), fitting(others.join(' '), room, LETTER)];
  }
  const isWrong = (list: string, index: number) =>
    [...wrong].some((path) => path.startsWith(`${list}.${index}.`));

  let svg = $state<SVGSVGElement>();
  /** Place in the list of the thing that is carried. */
  let carried = $state<number | null>(null);
  const inRoom = (thing: DrawnThing) => {
    const room = view.rooms.find(({ things }) => things.includes(thing));
    return { x: thing.x - (room?.x ?? 0), y: thing.y - (room?.y ?? 0) };
  };
  const carrying = drags({
    take: (_, on) => {
      const index = Number(on.closest('[data-thing]')?.getAttribute('data-thing') ?? NaN);
      const thing = view.rooms.flatMap(({ things }) => things).find((each) => each.index === index);
      if (!thing) return null;
      onchoose('things', index);
      return { index, from: inRoom(thing) };
    },
    carry: ({ index, from }, { dx, dy }) => {
      carried = index;
      onplace(index, placedAt(from.x + dx / scale, from.y + dy / scale), false);
    },
    drop: ({ index, from }, how) => {
      const landed = how === 'lost' ? placedAt(from.x, from.y) : draft.things[index]?.at;
      const at = carried === null ? null : landed;
      carried = null;
      if (at) onplace(index, at, true);
    },
  });
  const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0],
    ArrowUp: [0, -1],
    ArrowDown: [0, 1],
  };
  function onkeydown(event: KeyboardEvent, thing: DrawnThing) {
    const arrow = ARROWS[event.key];
    if (arrow && event.altKey) {
      const at = inRoom(thing);
      onplace(thing.index, placedAt(at.x + arrow[0] * 0.1, at.y + arrow[1] * 0.1), true);
    } else if (arrow) {
      const next = nextThing(view.rooms.flatMap(({ things }) => things), thing, arrow);
      if (next) svg?.querySelector<SVGElement>(`[data-thing="${next.index}"]`)?.focus();
    } else if (event.key === 'Enter') onopen();
    else if (event.key === 'Delete') onremove(thing.index);
    else return;
    event.preventDefault();
    event.stopPropagation();
  } // prettier-ignore
</script>

<div class="plan" bind:clientWidth={width}>
  <svg
    bind:this={svg}
    width={px(view.width) + 2}
    height={px(view.height) + 2}
    viewBox={`-1 -1 ${px(view.width) + 2} ${px(view.height) + 2}`}
    role="group"
    aria-label={`Plan of ${view.rooms.length === 1 ? 'the room' : `${view.rooms.length} rooms`} with ${draft.things.length} things`}
    {@attach carrying}
  >
    <defs>
      <pattern
        id="out-of-order"
        width="8"
        height="8"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <line x1="0" y1="0" x2="0" y2="8" stroke="currentColor" stroke-width="2" stroke-opacity=".45" />
      </pattern>
    </defs>
    {#each view.rooms as room (room.index)}
      {@const own = draft.rooms[room.index]}
      {@const air = own && airOf(own)}
      {#if own}
        <g
          class="room"
          class:chosen={chosen?.list === 'rooms' && chosen.index === room.index}
          class:wrong={isWrong('rooms', room.index)}
          data-room={room.index}
          role="button"
          tabindex="0"
          aria-label={roomWords(own)}
          onpointerdown={() => onchoose('rooms', room.index)}
          onfocus={() => onchoose('rooms', room.index)}
          onkeydown={(event) => event.key === 'Enter' && (event.preventDefault(), onopen())}
        >
          <rect
            class="walls"
            class:measured={room.measured}
            x={px(room.x)}
            y={px(room.y)}
            width={px(room.w)}
            height={px(room.h)}
          />
          {#if air}<rect x={px(room.x)} y={px(room.y)} width={px(room.w)} height="5" fill={air} />{/if}
          <text class="of" x={px(room.x + room.w) - 6} y={px(room.y + room.h) - 7} text-anchor="end"
            >{roomWords(own)}</text
          >
        </g>
        {#each room.things as thing (thing.index)}
          {@const what = draft.things[thing.index]}
          {#if what}
            {@const [x, y, w, h] = [px(thing.x), px(thing.y), px(thing.w), px(thing.h)]}
            {@const fill = fillOf(what)}
            {@const named = lines(what.fields['name'] ?? '', w)}
            {@const left = h - 20 - named.length * 14}
            {@const bowl = Math.min(Math.min(w, h) * 0.24, left / 2 - 2)}
            <g
              class="thing"
              class:chosen={chosen?.list === 'things' && chosen.index === thing.index}
              class:wrong={isWrong('things', thing.index)}
              class:carried={carried === thing.index}
              data-thing={thing.index}
              role="button"
              tabindex="0"
              aria-label={wordsOf(what)}
              onfocus={() => onchoose('things', thing.index)}
              onkeydown={(event) => onkeydown(event, thing)}
            >
              <title>{wordsOf(what)}</title>
              <rect class="box" class:measured={thing.measured} {x} {y} width={w} height={h} rx="3" />
              {#if fill}<rect x={x + 2} y={y + h - 7} width={Math.max(0, w - 4)} height="5" {fill} />{/if}
              {#if what.type === 'mixer' && bowl > 3}<circle
                  class="part"
                  cx={x + w / 2}
                  cy={y + h - left / 2}
                  r={bowl}
                />{/if}
              {#if what.type === 'oven'}
                {#each { length: Math.min(8, Math.max(0, Number(what.fields['decks']) - 1 || 0)) } as _, deck (deck)}
                  <line
                    class="part"
                    x1={x + 6}
                    x2={x + w - 6}
                    y1={y + h - 8 - deck * 5}
                    y2={y + h - 8 - deck * 5}
                  />
                {/each}
              {/if}
              {#if outNow(what)}<rect {x} {y} width={w} height={h} fill="url(#out-of-order)" />{/if}
            </g>
            <!-- For the eye only: the thing says what it is. -->
            <g aria-hidden="true">
              {#each named as line, n (n)}
                <text class="name" x={x + 5} y={y + 15 + n * 14}>{line}</text>
              {/each}
              <text class="figure" x={x + 5} y={y + 16 + named.length * 14}
                >{fitting(outNow(what) ? 'out of order' : thingFigure(what), w, 6.4)}</text
              >
            </g>
          {/if}
        {/each}
      {/if}
    {/each}
  </svg>
</div>

<style>
  .plan {
    overflow-x: auto;
  }
  svg {
    display: block;
    user-select: none;
    touch-action: pan-y;
  }
  .walls {
    fill: light-dark(#fff, var(--color-surface-900));
    stroke: light-dark(var(--color-surface-700), var(--color-surface-300));
    stroke-width: 2;
    stroke-dasharray: 7 4;
  }
  .measured {
    stroke-dasharray: none;
  }
  .walls.measured {
    stroke-width: 3;
  }
  .room,
  .thing {
    outline: none;
    cursor: pointer;
  }
  .thing {
    cursor: grab;
  }
  .box {
    fill: light-dark(var(--color-surface-100), var(--color-surface-800));
    stroke: light-dark(var(--color-surface-700), var(--color-surface-300));
    stroke-width: 1.3;
    stroke-dasharray: 3 2;
  }
  .box.measured {
    stroke-dasharray: none;
  }
  .part {
    fill: none;
    stroke: light-dark(var(--color-surface-500), var(--color-surface-400));
  }
  .chosen > .box,
  .chosen > .walls {
    stroke: light-dark(var(--color-primary-700), var(--color-primary-300));
    stroke-width: 3;
  }
  .wrong > .box,
  .wrong > .walls {
    stroke: light-dark(var(--color-error-600), var(--color-error-400));
    stroke-width: 3;
  }
  .carried {
    opacity: 0.8;
  }
  text {
    fill: currentColor;
    pointer-events: none;
  }
  .name {
    font-size: 13px;
    font-weight: 700;
  }
  .figure {
    font-size: 12px;
  }
  .of {
    font-size: 12px;
    fill: light-dark(var(--color-surface-700), var(--color-surface-300));
  }
</style>
