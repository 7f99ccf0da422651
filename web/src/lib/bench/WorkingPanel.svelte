<script lang="ts" module>
  const PARTS = { WorkingSum: () => import('./WorkingSum.svelte') };
</script>

<script lang="ts">
  import { onMount } from 'svelte';
  import type { Workings } from '@jovet/core/working';
  import { bringInParts } from '../sync/offline';
  import Panel from '../ui/Panel.svelte';

  /** Shows the sum behind a number. */
  let { workings, path = $bindable() }: { workings: Workings; path: string[] } = $props();
  const working = $derived(workings[path.at(-1) ?? '']?.());
  onMount(() => bringInParts(PARTS));
</script>

<Panel open={working !== undefined} title={working?.label ?? ''} side onclose={() => (path = [])}>
  {#if working}{#await PARTS.WorkingSum() then { default: WorkingSum }}<WorkingSum
        {working}
        {workings}
        bind:path
      />{/await}{/if}
</Panel>
