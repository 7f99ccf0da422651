<script lang="ts">
  import DayLine from '$lib/bench/day/DayLine.svelte';
  import OpenDay from '$lib/bench/day/OpenDay.svelte';

  let { data } = $props();
</script>

<OpenDay {data} name="Day line" path="/plan/day" Room={DayLine} />
