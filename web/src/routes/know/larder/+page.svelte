<script lang="ts">
  import { invalidateAll } from '$app/navigation';
  import LarderRoom from '$lib/bench/formula/LarderRoom.svelte';

  let { data } = $props();
</script>

<svelte:head><title>Larder · Jovet</title></svelte:head>

<LarderRoom {...data} onchanged={() => invalidateAll()} />
