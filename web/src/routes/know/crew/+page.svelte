<script lang="ts">
  import { invalidateAll } from '$app/navigation';
  import CrewRoom from '$lib/crew/CrewRoom.svelte';

  let { data } = $props();
</script>

<svelte:head><title>Crew · Jovet</title></svelte:head>
<CrewRoom {...data} onchanged={invalidateAll} />
