<script lang="ts">
  import {
    deckName,
    ovenOfDeck,
    ovenOfLoad,
    ovensHere,
    type OvenDay,
    type OvenHere,
    type OvenLoad,
  } from '@jovet/core/plan/explain/oven';
  import type { Spot } from '@jovet/core/oven/decks';
  import { formatNumber } from '@jovet/core/units';
  import { upperFirst } from '../floor/floor-words';
  import Deck from './Deck.svelte';
  import { ARROWS, nextPiece, piecesOf, same, spotBeyond, spotFor, type LaidOut } from './laid-out';
  import { drags } from '../../ui/drags';

  interface Props {
    oven: OvenDay;
    load: OvenLoad;
    /** What stands on one deck is to go to another that is free then. */
    onmove: (from: number, to: number) => void;
    /** All pieces of the load are to stand like this; null: as they are reckoned. */
    onlay: (pieces: LaidOut[] | null) => void;
  }

  /** The decks at true scale as one load goes in; pale what bakes there already. Pieces are laid by hand, one or all of a deck. */
  let { oven, load, onmove, onlay }: Props = $props();

  /** How far from the pointer a piece may come to stand, m. */
  const NEAR = 0.15;

  /** What is in the hand, of the oven as it was taken: one piece, or all of a deck (null). */
  let drag = $state.raw<{
    of: { oven: OvenDay; load: OvenLoad };
    deck: number;
    piece: LaidOut | null;
    /** px of a metre. */
    scale: number;
    dx: number;
    dy: number;
    over: number | null;
    place: LaidOut | null;
    /** It was let go, and the day with it there is reckoned. */
    landed: boolean;
  } | null>(null);
  const seen = $derived(drag?.of ?? { oven, load });
  const own = $derived(ovenOfLoad(seen.oven, seen.load));
  const ownDeck = (deck: number) => own.first <= deck && deck < own.first + own.count;
  const pieces = $derived(piecesOf(seen.load));

  let wanted = $state.raw<LaidOut | null>(null);
  /** The chosen piece: that of its kind which stands where it was or went. */
  const chosen = $derived.by(() => {
    const near = wanted;
    if (!near) return null;
    const away = ({ spot }: LaidOut) => Math.hypot(spot.x - near.spot.x, spot.y - near.spot.y);
    const like = pieces.filter(({ lot, deck }) => lot === near.lot && deck === near.deck);
    return like.reduce<LaidOut | null>((best, each) => (best && away(best) <= away(each) ? best : each), null);
  }); // prettier-ignore
  /** Why a piece did not go where it was sent, as long as the day is the same. */
  let refused = $state.raw<{ of: OvenDay; text: string } | null>(null);
  /** A deck that a piece was sent to by key: the keys go with it. */
  let followed = $state<number | null>(null);

  // What was let go stays where it was put until the day with it comes.
  $effect(() => {
    if (drag?.landed && (oven !== drag.of.oven || load !== drag.of.load)) drag = null;
  });
  $effect(() => {
    if (followed === null || chosen?.deck !== followed) return;
    document.querySelector<SVGSVGElement>(`[data-deck="${followed}"] svg`)?.focus();
    followed = null;
  });

  /** What is on a deck then: the load itself, or one that is not out yet. */
  const there = (deck: number): OvenLoad | undefined =>
    [seen.load, ...seen.oven.loads].find(
      (each) =>
        each.decks.some((one) => one.deck === deck) &&
        (each === seen.load ||
          (each.at <= seen.load.at && Math.max(...each.items.map(({ outAt }) => outAt)) > seen.load.at)),
    );
  const free = (deck: number) => ownDeck(deck) && (there(deck) === undefined || there(deck) === seen.load);
  const drawn = (deck: number) => {
    const on = there(deck);
    if (!on) return [];
    const lifted = drag?.piece;
    return (on === seen.load ? pieces : piecesOf(on)).flatMap((piece) => {
      const outline = on.items[piece.lot]?.outline;
      if (piece.deck !== deck || !outline) return [];
      const own = on === seen.load;
      const held = own && lifted && same(piece, lifted);
      const spot = held && drag?.landed && drag.place ? drag.place.spot : piece.spot;
      if (held && drag?.landed && drag.place && drag.place.deck !== deck) return [];
      const look: 'still' | 'lifted' | 'chosen' =
        held && !drag?.landed ? 'lifted' : own && chosen && same(piece, chosen) ? 'chosen' : 'still';
      return [{ outline, spot, lot: piece.lot, look }];
    });
  };
  const placeOn = (deck: number) => {
    const outline = drag?.place?.deck === deck ? seen.load.items[drag.place.lot]?.outline : undefined;
    return outline && drag?.place ? { outline, spot: drag.place.spot } : null;
  };
  const words = (deck: number) => {
    const on = there(deck);
    return (on?.decks.find((each) => each.deck === deck)?.pieces ?? []).map(({ lot, spots }) => {
      const item = on?.items[lot];
      if (!item) return { lot, text: '' };
      const count = Math.round((item.pieces * spots.length) / item.held);
      return { lot, text: `${count} ${item.name}${item.holder ? `, ${spots.length} ${item.holder}` : ''}` };
    });
  };
  const label = (deck: number) =>
    `${upperFirst(deckName(seen.oven, deck))}: ${
      words(deck)
        .map(({ text }) => text)
        .join(' and ') || 'empty'
    }`;
  const nameOf = ({ lot }: LaidOut) => seen.load.items[lot]?.name ?? '';
  const told = $derived.by(() => {
    if (refused?.of === oven) return refused.text;
    if (!chosen) return '';
    const { deck, spot } = chosen;
    const cm = (metres: number) => formatNumber(metres * 100, 0);
    return `${nameOf(chosen)} on ${deckName(seen.oven, deck)}, its middle ${cm(spot.x)} cm from the left and ${cm(spot.y)} cm from the door.`;
  });

  const carrying = drags({
    take: (_, on) => {
      const svg = on.closest<SVGSVGElement>('[data-deck] svg');
      const deck = Number(svg?.closest('[data-deck]')?.getAttribute('data-deck') ?? NaN);
      if (!svg || there(deck) !== seen.load) return null;
      const index = Number(on.closest('[data-piece]')?.getAttribute('data-piece') ?? NaN);
      const piece = pieces.filter((each) => each.deck === deck)[index] ?? null;
      choose(piece);
      drag = {
        of: { oven, load }, deck, piece, scale: svg.getScreenCTM()?.a ?? 1,
        dx: 0, dy: 0, over: null, place: null, landed: false,
      };
      return drag.of;
    },
    carry: (_, { x, y, dx: px, dy: py }) => {
      if (!drag || drag.landed) return;
      const under = document
        .elementsFromPoint(x, y)
        .map((each) => each.closest<HTMLElement>('[data-deck]'))
        .find((each) => each !== null);
      const over = under ? Number(under.dataset['deck']) : null;
      const [dx, dy] = [px / drag.scale, py / drag.scale];
      drag = { ...drag, dx, dy, over, place: drag.piece && over !== null && under ? placeUnder(under, over, dx, dy) : null };
    },
    drop: (_, how) => {
      if (how === 'carried') letGo();
      else drag = null;
    },
  }); // prettier-ignore
  /** The place on the deck under the pointer for the piece in the hand. */
  function placeUnder(figure: HTMLElement, deck: number, dx: number, dy: number): LaidOut | null {
    if (!drag?.piece || !free(deck)) return null;
    const home = document.querySelector(`[data-deck="${drag.deck}"] svg`)?.getBoundingClientRect();
    const here = figure.querySelector('svg')?.getBoundingClientRect();
    if (!home || !here) return null;
    const { spot } = drag.piece;
    const [x, y] = [
      spot.x + dx - (here.left - home.left) / drag.scale,
      spot.y - dy + (here.top - home.top) / drag.scale,
    ];
    return placed({ ...drag.piece, deck, spot: { ...spot, x, y } }, NEAR);
  }
  function placed(at: LaidOut, reach?: number): LaidOut | null {
    const piece = drag?.piece ?? chosen;
    const spot = piece && spotFor(seen.oven, seen.load, piece, at, reach);
    return spot ? { ...at, spot } : null;
  }
  function letGo() {
    if (!drag || drag.landed) return;
    const { piece, place, over, deck } = drag;
    if (piece && place) {
      drag = { ...drag, landed: true };
      setTimeout(() => (drag = drag?.landed ? null : drag), 1000);
      lay(piece, place);
      return;
    }
    if (piece && over !== null) refused = { of: oven, text: noRoom(over) };
    drag = null;
    if (!piece && over !== null && over !== deck && free(over)) onmove(deck, over);
  }
  const range = ({ first, count }: OvenHere) => Array.from({ length: count }, (_, index) => first + index);
  const noRoom = (deck: number) =>
    free(deck)
      ? `There is no room for it there on ${deckName(seen.oven, deck)}.`
      : ownDeck(deck)
        ? `${upperFirst(deckName(seen.oven, deck))} is taken when this load goes in.`
        : `This load goes into ${own.name}.`;
  function lay(piece: LaidOut, to: LaidOut) {
    wanted = to;
    refused = null;
    onlay(pieces.map((each) => (same(each, piece) ? to : each)));
  }

  /** The chosen piece goes to a place, or it is said that there is none. */
  function send(piece: LaidOut, spot: Spot | null, deck: number) {
    if (spot) {
      lay(piece, { ...piece, deck, spot });
      followed = deck;
    } else refused = { of: oven, text: noRoom(deck) };
  }
  function onkeydown(event: KeyboardEvent, deck: number) {
    if (there(deck) !== seen.load || event.ctrlKey || event.metaKey) return;
    const arrow = ARROWS[event.key];
    const mine = chosen?.deck === deck ? chosen : null;
    const number = /^[1-9]$/.test(event.key) ? own.first + Number(event.key) - 1 : null;
    if (arrow && event.altKey && mine) send(mine, spotBeyond(seen.oven, seen.load, mine, arrow), deck);
    else if (arrow && event.altKey) nextDeck(deck, event.key === 'ArrowLeft' || event.key === 'ArrowUp' ? -1 : 1);
    else if (arrow) choose(nextPiece(pieces.filter((each) => each.deck === deck), mine, arrow) ?? mine);
    else if (event.key === 'Escape' && mine) choose(null);
    else if (event.key.toLowerCase() === 'r' && mine) {
      const turned = { ...mine, spot: { ...mine.spot, turned: !mine.spot.turned } };
      send(mine, spotFor(seen.oven, seen.load, mine, turned, NEAR), deck);
    } else if (number !== null && ownDeck(number) && number !== deck) {
      if (mine) send(mine, free(number) ? spotFor(seen.oven, seen.load, mine, { ...mine, deck: number }) : null, number);
      else if (free(number)) onmove(deck, number);
    } else return;
    event.preventDefault();
    event.stopPropagation();
  } // prettier-ignore
  function choose(piece: LaidOut | null) {
    wanted = piece;
    refused = null;
  }
  function nextDeck(deck: number, side: number) {
    for (let to = deck + side; to >= 0 && to < seen.oven.decks.length; to += side)
      if (free(to)) return onmove(deck, to);
  }
</script>

<div>
  <div class="decks" {@attach carrying}>
    {#each ovensHere(seen.oven) as each, which (which)}
      {#if ovensHere(seen.oven).length > 1}<h3 class="of">{each.name}</h3>{/if}
      {#each range(each) as deck (deck)}
        {@const mine = there(deck) === seen.load}
        {@const { floor, hotSide, first } = ovenOfDeck(seen.oven, deck)}
        <figure
          class:pale={!mine && placeOn(deck) === null}
          class:lifted={drag?.deck === deck}
          class:target={drag !== null &&
            !drag.landed &&
            drag.over === deck &&
            drag.deck !== deck &&
            free(deck)}
          data-deck={deck}
        >
          <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
          <svg
            viewBox={`-0.02 -0.02 ${floor.width + 0.04} ${floor.depth + 0.06}`}
            role={mine ? 'button' : 'img'}
            aria-label={mine
              ? `${label(deck)}. An arrow chooses a piece; Alt with an arrow moves it, or all of them.`
              : label(deck)}
            class:own={mine}
            tabindex={mine ? 0 : undefined}
            onkeydown={(event) => onkeydown(event, deck)}
          >
            <Deck
              {deck}
              {floor}
              {hotSide}
              pieces={drawn(deck)}
              carried={drag?.deck === deck && !drag.landed
                ? { all: drag.piece === null, dx: drag.dx, dy: drag.dy }
                : null}
              place={placeOn(deck)}
            />
          </svg>
          <figcaption>
            <b>{deck - first + 1}</b>
            {#each words(deck) as { lot, text } (lot)}<span>{text}</span>{:else}<span class="quiet"
                >empty</span
              >{/each}
          </figcaption>
        </figure>
      {/each}
    {/each}
  </div>
  {#if seen.load.byHand !== 'no'}
    <p class="hand" class:caution={seen.load.byHand === 'lost'}>
      {seen.load.byHand === 'yes'
        ? 'Laid by hand.'
        : 'They no longer fit as they were laid by hand, and stand as reckoned.'}
      <button type="button" class="link" onclick={() => onlay(null)}>Lay out as reckoned</button>
    </p>
  {/if}
  <p class="told" aria-live="polite">{told}</p>
</div>

<style>
  .decks {
    display: grid;
    grid-template-columns: repeat(2, minmax(0, 1fr));
    gap: 0.75rem;
    align-content: start;
  }
  .of {
    grid-column: 1 / -1;
    font-weight: 600;
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
  figure.target {
    --edge: 0.02;
  }
  figcaption {
    display: flex;
    flex-wrap: wrap;
    gap: 0 0.5rem;
    margin-top: 0.25rem;
    font-size: 0.875rem;
  }
  .hand {
    margin-top: 0.25rem;
  }
  /* In sight while the decks are, however far down the page they reach. */
  .told {
    position: sticky;
    bottom: 0;
    font-size: 0.875rem;
    background: light-dark(var(--color-surface-50), var(--color-surface-950));
  }
  .told:not(:empty) {
    padding-block: 0.25rem;
  }
</style>
