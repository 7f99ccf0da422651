<script lang="ts">
  import { onMount } from 'svelte';
  import { invalidateAll } from '$app/navigation';
  import { whenChanged } from '$lib/sync/live.svelte';
  import BakehouseRoom from '$lib/bench/house/BakehouseRoom.svelte';
  import type { House } from '$lib/server/database/house';

  let { data } = $props();
  const house = $derived(JSON.parse(data.house) as House);
  let here = $state(false);
  onMount(() => {
    here = true;
    return whenChanged(({ kind }) => kind === 'bakehouse' || kind === 'formulas', invalidateAll);
  });
</script>

<svelte:head><title>Bakehouse · Jovet</title></svelte:head>

{#if here}<BakehouseRoom {house} onkept={() => void invalidateAll()} />{/if}
