<script lang="ts">
  import OpenDay from '$lib/bench/day/OpenDay.svelte';
  import OvenRoom from '$lib/bench/oven/OvenRoom.svelte';

  let { data } = $props();
</script>

<OpenDay {data} name="Oven" path="/plan/oven" Room={OvenRoom} />
