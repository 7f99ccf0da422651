<script lang="ts">
  import { goto } from '$app/navigation';
  import DayRoom from '$lib/bench/DayRoom.svelte';

  let { data } = $props();
  const open = (date: string) => goto(`/plan/day/${date}`, { invalidateAll: true });
</script>

<svelte:head><title>Day line · Jovet</title></svelte:head>

{#key `${data.date} ${data.saved?.rev ?? 0}`}
  <DayRoom
    date={data.date}
    now={data.now}
    formulas={data.formulas}
    days={data.days}
    saved={data.saved}
    orders={data.orders}
    example={data.example}
    onopen={open}
  />
{/key}
