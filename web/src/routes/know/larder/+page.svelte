<script lang="ts">
  import { onMount } from 'svelte';
  import { whenChanged } from '$lib/sync/live.svelte';
  import { invalidateAll } from '$app/navigation';
  import LarderRoom from '$lib/bench/formula/LarderRoom.svelte';

  let { data } = $props();
  onMount(() => whenChanged(({ kind }) => kind === 'ingredients' || kind === 'formulas', invalidateAll));
</script>

<svelte:head><title>Larder · Jovet</title></svelte:head>

<LarderRoom {...data} onchanged={() => invalidateAll()} />
