<script lang="ts" module>
  import type { Snippet } from 'svelte';

  export interface PanelProps {
    open: boolean;
    title: string;
    /** It stands at the edge, so that the page stays readable beside it. */
    side?: boolean;
    onclose: () => void;
    children: Snippet;
  }
  /** What draws dialogs comes with the first that is opened. */
  export const bringInPanels = () => import('./OpenPanel.svelte');
</script>

<script lang="ts">
  /** A dialog. */
  let given: PanelProps = $props();
  let opened = $state(false);
  $effect(() => {
    if (given.open) opened = true;
  });
</script>

{#if opened}{#await bringInPanels() then { default: OpenPanel }}<OpenPanel {...given} />{/await}{/if}
