<script lang="ts">
  import { onMount } from 'svelte';
  import { makeReady } from '$lib/bench/day/planner';
  import { whenChanged, type Notice } from '$lib/sync/live.svelte';
  import { goto, invalidateAll } from '$app/navigation';
  import type { DayInput } from '@jovet/core/plan/demand';
  import type { Result } from '@jovet/core/problem';
  import OrdersRoom from '$lib/bench/orders/OrdersRoom.svelte';

  let { data } = $props();
  const input = $derived(JSON.parse(data.input) as Result<DayInput>);
  const open = (date: string) => goto(`/plan/orders/${date}`, { invalidateAll: true, noScroll: true });
  let here = $state(false);
  onMount(() => {
    here = true;
    // From the orders one goes on to the day.
    if (input.ok) makeReady(input.value);
    const own = ({ kind, id }: Notice) =>
      ['standing', 'customers', 'formulas', 'bakehouse'].includes(kind) ||
      (kind === 'orders' && id === data.date);
    return whenChanged(own, invalidateAll);
  });
</script>

<svelte:head><title>Orders · Jovet</title></svelte:head>

{#if here}
  {#key data.date}
    <OrdersRoom
      date={data.date}
      book={data.book}
      over={data.over}
      input={input.ok ? input.value : null}
      onopen={open}
    />
  {/key}
{:else}
  <p class="opening">Opening the orders…</p>
{/if}

<style>
  .opening {
    padding: 1.25rem 1.5rem;
  }
</style>
