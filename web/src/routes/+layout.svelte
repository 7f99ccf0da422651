<script lang="ts">
  import '../app.css';
  import { onMount, untrack } from 'svelte';
  import { page } from '$app/state';
  import { localTime } from '@jovet/core/time';
  import { browser } from '$app/environment';
  import { beforeNavigate } from '$app/navigation';
  import { keepClock, setClock, timeNow } from '$lib/bench/clock';
  import { bringInParts, bringInRooms, keptAt } from '$lib/sync/offline';
  import type * as FrameParts from '$lib/bench/frame-parts';
  import { bringInPanels } from '$lib/ui/Panel.svelte';
  import { provideUnits, type Units } from '$lib/bench/settings';
  import { here } from '$lib/sync/here.svelte';
  import { live } from '$lib/sync/live.svelte';
  import { unsent } from '$lib/sync/unsent.svelte';
  import { atWork } from '$lib/sync/who.svelte';
  import UnsentList, { bringInWork } from '$lib/sync/UnsentList.svelte';
  import { LOOKS, modeOf, remember, type Look } from '$lib/ui/mode';
  import Beaker from '@lucide/svelte/icons/beaker';
  import ClipboardList from '@lucide/svelte/icons/clipboard-list';
  import Droplet from '@lucide/svelte/icons/droplet';
  import Flame from '@lucide/svelte/icons/flame';
  import Hand from '@lucide/svelte/icons/hand';
  import House from '@lucide/svelte/icons/house';
  import Percent from '@lucide/svelte/icons/percent';
  import Waves from '@lucide/svelte/icons/waves-horizontal';
  import Moon from '@lucide/svelte/icons/moon';
  import Sun from '@lucide/svelte/icons/sun';
  import SunMoon from '@lucide/svelte/icons/sun-moon';

  let { data, children } = $props();

  /** Rooms in the order of the baker's day; `wide` fits all pages of a room. */
  const WINGS = [
    {
      wing: 'Plan',
      rooms: [
        { name: 'Orders', path: '/plan/orders', wide: null, icon: ClipboardList },
        { name: 'Day line', path: '/plan/day', wide: null, icon: Waves },
        { name: 'Oven', path: '/plan/oven', wide: null, icon: Flame },
      ],
    },
    {
      wing: 'Make',
      rooms: [
        { name: 'Floor', path: '/make/floor', wide: null, icon: Hand },
        { name: 'Water', path: '/make/water', wide: null, icon: Droplet },
        { name: 'Cultures', path: '/make/cultures', wide: null, icon: Beaker },
      ],
    },
    {
      wing: 'Know',
      rooms: [
        { name: 'Formulas', path: '/know/formulas', wide: /^\/know\/(formulas|larder)/, icon: Percent },
        { name: 'Bakehouse', path: '/know/bakehouse', wide: /^\/know\/(bakehouse|crew)/, icon: House },
      ],
    },
  ] as const;

  // What the browser remembered is where this reader begins; from then on the choice is made here.
  let kept = $state(browser ? keptAt() : null);
  untrack(() => (kept === null ? setClock(data.now) : keepClock()));
  const choices = untrack(() => data.choices);
  let look = $state<Look>(LOOKS.find((each) => each === choices.look) ?? 'auto');
  let units = $state<Units>({
    temperature: choices.temperature === '°F' ? '°F' : '°C',
    mass: choices.mass === 'lb' ? 'lb' : 'g',
  });
  provideUnits(() => units);
  // As soon as the server answers again the page is of now.
  const opened = untrack(() => data.now);
  $effect(() => {
    if (data.now === opened) return;
    setClock(data.now);
    kept = null;
  });

  const LOOK_WORDS: Record<Look, string> = { auto: 'by the clock', light: 'day', dark: 'night' };

  function show() {
    const { hour } = localTime(timeNow(), data.zone);
    const mode = modeOf(look, hour);
    document.documentElement.dataset.mode = mode;
    remember('mode', mode);
  }
  let clock = $state('');
  const clockOf = (at: number) => localTime(at, data.zone).time;
  // What nobody needs at the first look comes once the room stands.
  let parts = $state.raw<typeof FrameParts>();
  const bringInFrame = async () => (parts = await import('$lib/bench/frame-parts'));
  onMount(() => {
    // Says that the page answers to keys and presses now.
    document.body.dataset.ready = '';
    show();
    const timer = setInterval(show, 60_000);
    const tick = () => (clock = localTime(timeNow(), data.zone).time);
    tick();
    const ticking = setInterval(tick, 1000);
    // Whoever is not known yet has no line.
    if (data.who.role === null) return () => (clearInterval(timer), clearInterval(ticking));
    const endAtWork = atWork.begin(data.who.id);
    const endSending = unsent.begin();
    const endLive = live.begin((epoch) => void unsent.renewed(epoch));
    const endHere = here.begin();
    const endRooms = bringInRooms();
    const endParts = bringInParts({ bringInFrame, bringInPanels, bringInWork });
    return () => {
      clearInterval(timer);
      clearInterval(ticking);
      endAtWork();
      endSending();
      endLive();
      endHere();
      endRooms();
      endParts();
    };
  });
  // Without a line the next room opens as a page of its own, as it was kept.
  beforeNavigate(({ to, willUnload, cancel }) => {
    if (willUnload || !to || (!live.isCut && navigator.onLine)) return;
    cancel();
    location.assign(to.url);
  });
  $effect(() => here.enter(page.url.pathname));
  /** From one room that plans a day to another, the day stays. */
  const dayKept = (path: string): string =>
    /^\/(plan|make\/floor)/.test(path) && page.params.date ? `/${page.params.date}` : '';
  /** Who else is in a room. */
  const othersText = (others: readonly { who: string }[]): string | undefined =>
    others.length === 0
      ? undefined
      : `${others.length === 1 ? 'Another device is' : `${others.length} other devices are`} here: ${others.map(({ who }) => who).join(', ')}`;
  function nextLook() {
    look = LOOKS[(LOOKS.indexOf(look) + 1) % LOOKS.length] ?? 'auto';
    remember('look', look);
    show();
  }
  function read(change: Partial<Units>) {
    units = { ...units, ...change };
    remember('temperature', units.temperature);
    remember('mass', units.mass);
  }
</script>

{#if page.url.pathname.startsWith('/sign-in')}
  <main id="room">{@render children()}</main>
{:else}
  <a class="skip" href="#room">To the room</a>
  <div class="house">
    <nav aria-label="Rooms">
      <span class="name" aria-hidden="true">jovet</span>
      <time class="clock" title="The clock of the bakehouse">{clock}</time>
      <div class="unsent"><UnsentList clock={clockOf} {kept} /></div>
      <div class="about">
        {#if parts}<parts.AtWork {...data.who} />{/if}
      </div>
      <div class="about">
        {#if parts}<parts.Instruments clock={clockOf} />{/if}
      </div>
      {#each WINGS as { wing, rooms } (wing)}
        <span class="wing" id={`wing-${wing}`}>{wing}</span>
        <ul aria-labelledby={`wing-${wing}`}>
          {#each rooms as { name, path, wide, icon: Icon } (path)}
            {@const isOpen = wide ? wide.test(page.url.pathname) : page.url.pathname.startsWith(path)}
            {@const others = here.in(path)}
            <li>
              <a
                href={isOpen ? path : path + dayKept(path)}
                aria-current={isOpen ? 'page' : undefined}
                data-others={others.length || undefined}
                title={othersText(others)}
              >
                <Icon size={22} aria-hidden="true" />{name}
              </a>
            </li>
          {/each}
        </ul>
      {/each}
      <div class="choices">
        <button
          type="button"
          aria-label={`Temperatures in ${units.temperature}; change`}
          onclick={() => read({ temperature: units.temperature === '°C' ? '°F' : '°C' })}
          >{units.temperature}</button
        >
        <button
          type="button"
          aria-label={`Weights in ${units.mass === 'g' ? 'grams' : 'pounds and ounces'}; change`}
          onclick={() => read({ mass: units.mass === 'g' ? 'lb' : 'g' })}
          >{units.mass === 'g' ? 'g' : 'lb oz'}</button
        >
        <button
          type="button"
          aria-label={`Look: ${LOOK_WORDS[look]}; change`}
          title={`Look: ${LOOK_WORDS[look]}`}
          onclick={nextLook}
        >
          {#if look === 'auto'}<SunMoon size={20} />{:else if look === 'light'}<Sun size={20} />{:else}<Moon
              size={20}
            />{/if}
        </button>
      </div>
    </nav>
    <main id="room" tabindex="-1">{@render children()}</main>
  </div>
{/if}
{#if parts}<parts.Tips />{/if}

<style>
  .house {
    display: grid;
    grid-template-columns: 4.75rem minmax(0, 1fr);
    min-height: 100dvh;
  }
  nav {
    position: sticky;
    top: 0;
    height: 100dvh;
    display: flex;
    flex-direction: column;
    align-items: center;
    gap: 0.25rem;
    padding: 0.6rem 0.25rem;
    background: light-dark(var(--color-surface-100), var(--color-surface-900));
  }
  .name {
    font-weight: 800;
    font-size: 1.125rem;
    letter-spacing: 0.02em;
    line-height: 1.1;
  }
  .clock {
    min-height: 1.2rem;
    font-family: var(--figures);
    font-size: 0.9375rem;
    line-height: 1.2;
  }
  .about {
    min-height: 1.75rem;
  }
  .wing:not(:first-of-type) {
    margin-top: 0.75rem;
  }
  .wing {
    font-size: 0.75rem;
    color: light-dark(var(--color-surface-700), var(--color-surface-300));
  }
  nav a {
    position: relative;
    display: grid;
    justify-items: center;
    gap: 0.2rem;
    padding: 0.5rem 0;
    width: 4.5rem;
    font-size: 0.8rem;
    text-align: center;
    line-height: 1.1;
    border-radius: var(--radius-base);
  }
  /* So many other devices are in this room. */
  nav a[data-others]::after {
    content: '+' attr(data-others);
    position: absolute;
    top: 0.2rem;
    right: 0.35rem;
    min-width: 1.35rem;
    padding-inline: 0.2rem;
    border-radius: 0.7rem;
    font-size: 0.75rem;
    line-height: 1.35;
    color: light-dark(#fff, #000);
    background: light-dark(var(--color-tertiary-700), var(--color-tertiary-300));
  }
  nav a[aria-current] {
    background: light-dark(#fff, var(--color-surface-700));
    font-weight: 700;
  }
  .choices {
    margin-top: auto;
    display: grid;
    grid-template-columns: 1fr 1fr;
    width: 4.5rem;
    justify-items: center;
  }
  .choices button:last-child {
    grid-column: 1 / -1;
  }
  .choices button {
    min-width: 2.1rem;
    min-height: 2.5rem;
    display: grid;
    place-items: center;
    font-size: 0.875rem;
    cursor: pointer;
    border-radius: var(--radius-base);
  }
  .choices button:hover,
  nav a:hover {
    background: light-dark(var(--color-surface-200), var(--color-surface-800));
  }
  main:focus {
    outline: none;
  }
  .skip {
    position: absolute;
    left: -999px;
  }
  .skip:focus {
    left: 0.5rem;
    top: 0.5rem;
    z-index: 50;
    padding: 0.5rem 1rem;
    background: light-dark(#fff, #000);
  }
  @media (max-width: 640px) {
    .choices button:last-child {
      grid-column: auto;
    }
    .choices button {
      min-width: 2.75rem;
    }
    .house {
      grid-template-columns: minmax(0, 1fr);
      grid-template-rows: auto minmax(0, 1fr);
    }
    .clock {
      display: none;
    }
    .about {
      min-height: 0;
    }
    nav {
      height: auto;
      flex-direction: row;
      padding: 0.25rem 0.75rem;
      z-index: 10;
      /* Rooms that do not fit are reached by pushing the bar aside. */
      overflow-x: auto;
      min-width: 0;
      white-space: nowrap;
    }
    nav ul {
      display: flex;
    }
    nav a {
      grid-auto-flow: column;
      width: auto;
      padding: 0.55rem 0.4rem;
    }
    nav a :global(svg) {
      display: none;
    }
    .name {
      margin: 0;
    }
    .wing {
      display: none;
    }
    .unsent {
      position: sticky;
      left: 0;
      background: inherit;
    }
    .choices {
      margin: 0 0 0 auto;
      grid-auto-flow: column;
      grid-template-columns: none;
      width: auto;
    }
  }
  @media print {
    nav {
      display: none;
    }
    .house {
      display: block;
    }
  }
</style>
