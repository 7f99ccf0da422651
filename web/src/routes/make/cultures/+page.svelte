<script lang="ts">
  import { onMount } from 'svelte';
  import { invalidateAll } from '$app/navigation';
  import { whenChanged } from '$lib/sync/live.svelte';
  import CulturesRoom from '$lib/bench/cultures/CulturesRoom.svelte';

  let { data } = $props();

  // Drawn in the browser only, like the other rooms: it reckons with the clock of this screen.
  let here = $state(false);
  onMount(() => {
    here = true;
    return whenChanged(
      ({ kind }) => ['cultures', 'events', 'bakehouse', 'plans'].includes(kind),
      invalidateAll,
    );
  });
</script>

<svelte:head><title>Cultures · Jovet</title></svelte:head>

{#if here}
  <CulturesRoom kept={data.cultures} house={data.house} day={data.day} needs={data.needs} by={data.by} />
{:else}
  <p class="opening">Opening the cultures…</p>
{/if}

<style>
  .opening {
    padding: 1.25rem 1.5rem;
  }
</style>
