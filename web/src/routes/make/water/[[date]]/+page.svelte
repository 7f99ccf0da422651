<script lang="ts">
  import { onMount } from 'svelte';
  import { invalidateAll } from '$app/navigation';
  import { whenChanged, type Notice } from '$lib/sync/live.svelte';
  import WaterRoom from '$lib/bench/water/WaterRoom.svelte';

  let { data } = $props();

  // Drawn in the browser only, like the Day line: the room reckons on every key anyway.
  let here = $state(false);
  onMount(() => {
    here = true;
    const own = ({ kind, id }: Notice) =>
      ['bakehouse', 'plans', 'formulas'].includes(kind) ||
      (['mixes', 'events'].includes(kind) && id === data.date);
    return whenChanged(own, invalidateAll);
  });
</script>

<svelte:head><title>Water · Jovet</title></svelte:head>

{#if here}
  {#key data.date}
    <WaterRoom
      date={data.date}
      today={data.today}
      house={data.house}
      planned={data.planned}
      kept={data.mixes}
      dropped={data.dropped}
      log={data.log}
      by={data.by}
      onhouse={() => void invalidateAll()}
    />
  {/key}
{:else}
  <p class="opening">Opening the mixes…</p>
{/if}

<style>
  .opening {
    padding: 1.25rem 1.5rem;
  }
</style>
