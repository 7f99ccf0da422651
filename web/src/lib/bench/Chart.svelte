<script lang="ts">
  import { onMount } from 'svelte';
  import type { EChartsCoreOption } from 'echarts/core';

  /** A chart. ECharts comes only with the first one that is shown; beside it the same numbers stand as a table. */
  let {
    label,
    height = '14rem',
    option,
  }: { label: string; height?: string; option: EChartsCoreOption } = $props();
  let place = $state<HTMLElement>();

  onMount(() => {
    let end = () => {};
    let gone = false;
    void import('./echarts').then(({ echarts }) => {
      if (gone || !place) return;
      const chart = echarts.init(place, null, { renderer: 'svg' });
      const shown = $effect.root(() => {
        $effect(() => chart.setOption(option, true));
      });
      const fits = new ResizeObserver(() => chart.resize());
      fits.observe(place);
      end = () => (shown(), fits.disconnect(), chart.dispose());
    });
    return () => ((gone = true), end());
  });
</script>

<div bind:this={place} role="img" aria-label={label} style:height data-chart></div>
