<script lang="ts">
  import { onMount } from 'svelte';
  import { whenChanged } from '$lib/sync/live.svelte';
  import { goto, invalidateAll } from '$app/navigation';
  import FormulaList from '$lib/bench/formula/FormulaList.svelte';

  let { data } = $props();
  onMount(() => whenChanged(({ kind }) => kind === 'formulas', invalidateAll));

  function ask(query: Record<string, string>) {
    const filled = Object.entries(query).filter(([, value]) => value !== '');
    void goto(`/know/formulas?${new URLSearchParams(filled)}`, {
      keepFocus: true,
      noScroll: true,
      replaceState: true,
    });
  }
</script>

<svelte:head><title>Formulas · Jovet</title></svelte:head>

<FormulaList {...data} onask={ask} onchanged={() => invalidateAll()} onopen={(path) => goto(path)} />
