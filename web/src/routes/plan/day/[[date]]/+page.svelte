<script lang="ts">
  import { onMount } from 'svelte';
  import { goto } from '$app/navigation';
  import type { DayInput } from '@jovet/core/day';
  import type { Result } from '@jovet/core/problem';
  import DayLine from '$lib/bench/day/DayLine.svelte';
  import type { SavedPlan } from '$lib/server/database/day-plan';

  let { data } = $props();
  const now = $derived(JSON.parse(data.now) as Result<DayInput>);
  const saved = $derived(data.saved === null ? null : (JSON.parse(data.saved) as SavedPlan));

  /** Another plan is opened: the room begins anew. What is saved goes on where it is. */
  let turn = $state(0);
  async function open(date: string, anew: boolean) {
    await goto(`/plan/day/${date}`, { invalidateAll: true, noScroll: true });
    if (anew) turn += 1;
  }

  // The picture is drawn in the browser, where the planner is.
  let here = $state(false);
  onMount(() => void (here = true));
</script>

<svelte:head><title>Day line · Jovet</title></svelte:head>

{#if !now.ok}
  <div class="opening">
    {#each now.problems as { problem, remedy } (problem)}<p>{problem} {remedy}</p>{/each}
  </div>
{:else if here}
  {#key `${data.date} ${turn}`}
    <DayLine date={data.date} now={now.value} {saved} plans={data.plans} onopen={open} />
  {/key}
{:else}
  <p class="opening">Opening the Day line…</p>
{/if}

<style>
  .opening {
    padding: 1.25rem 1.5rem;
  }
</style>
