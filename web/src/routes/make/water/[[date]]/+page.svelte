<script lang="ts">
  import { onMount } from 'svelte';
  import { invalidateAll } from '$app/navigation';
  import WaterRoom from '$lib/bench/water/WaterRoom.svelte';

  let { data } = $props();

  // Drawn in the browser only, like the Day line: the room reckons on every key anyway.
  let here = $state(false);
  onMount(() => void (here = true));
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
