<script lang="ts">
  import OpenDay from '$lib/bench/day/OpenDay.svelte';
  import FloorRoom from '$lib/bench/floor/FloorRoom.svelte';

  let { data } = $props();
</script>

<OpenDay {data} name="Floor" path="/make/floor" Room={FloorRoom} />
