<script lang="ts">
  import { onMount } from 'svelte';
  import { goto } from '$app/navigation';
  import DayRoom from '$lib/bench/DayRoom.svelte';
  import { PlanInput, upcastPlanInput } from '@jovet/core/day';
  import type { FrictionRecord } from '@jovet/core/mix/record';
  import type { SavedDay } from '$lib/server/database/bake-day';
  import type { DayHouse } from '$lib/server/database/house';

  let { data } = $props();
  const house = $derived(JSON.parse(data.house) as DayHouse);
  const logged = $derived(JSON.parse(data.logged) as FrictionRecord[]);
  const saved = $derived(data.saved === null ? null : savedDay(data.saved));

  /** A day that was saved long ago may hold a formula of an older schema, and lack what was added since. */
  function savedDay(text: string): SavedDay {
    const day = JSON.parse(text) as SavedDay;
    return { ...day, input: PlanInput.parse(upcastPlanInput(day.input)) };
  }

  /** Opens a day anew, also the one just saved; who was typing in a field stays in it. */
  async function open(date: string) {
    const field = document.activeElement?.getAttribute('name');
    await goto(`/plan/dough/${date}`, { invalidateAll: true, noScroll: true });
    if (field) document.querySelector<HTMLElement>(`[name="${field}"]`)?.focus();
  }

  // The server sends the day, the browser draws it: the room reckons on every key anyway, and drawing it twice would
  // make the server's answer some ten times slower.
  let here = $state(false);
  onMount(() => void (here = true));
</script>

<svelte:head><title>One dough · Jovet</title></svelte:head>

{#if here}
  {#key `${data.date} ${saved?.rev ?? 0}`}
    <DayRoom date={data.date} {house} {logged} {saved} example={data.example} onopen={open} />
  {/key}
{:else}
  <p class="opening">Opening the dough…</p>
{/if}

<style>
  .opening {
    padding: 1.25rem 1.5rem;
  }
</style>
