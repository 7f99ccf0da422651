<script lang="ts">
  import { onMount } from 'svelte';
  import { invalidateAll } from '$app/navigation';
  import BakehouseRoom from '$lib/bench/house/BakehouseRoom.svelte';
  import type { House } from '$lib/server/database/house';

  let { data } = $props();
  const house = $derived(JSON.parse(data.house) as House);
  let here = $state(false);
  onMount(() => void (here = true));
</script>

<svelte:head><title>Bakehouse · Jovet</title></svelte:head>

{#if here}<BakehouseRoom {house} onkept={() => void invalidateAll()} />{/if}
