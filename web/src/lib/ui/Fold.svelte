<script lang="ts">
  import { Collapsible } from '@skeletonlabs/skeleton-svelte';
  import ChevronRight from '@lucide/svelte/icons/chevron-right';
  import type { Snippet } from 'svelte';

  interface Props {
    title: string;
    /** Open until somebody folds it. */
    open?: boolean;
    /** The title stands as a heading. */
    heading?: boolean;
    children: Snippet;
  }

  /** What is folded away under its title. */
  let { title, open = false, heading = false, children }: Props = $props();
  let pressed = $state<boolean | null>(null);
</script>

<Collapsible open={pressed ?? open} onOpenChange={(now) => (pressed = now.open)} class="fold">
  <Collapsible.Trigger class="fold-title"
    ><Collapsible.Indicator class="fold-sign"><ChevronRight size={16} /></Collapsible.Indicator>
    {#if heading}<h2>{title}</h2>{:else}{title}{/if}
  </Collapsible.Trigger>
  <Collapsible.Content>{@render children()}</Collapsible.Content>
</Collapsible>

<style>
  :global(.fold) {
    display: block;
    width: 100%;
  }
  :global(.fold-title) {
    display: flex;
    justify-content: start;
    padding: 0;
    align-items: center;
    gap: 0.3rem;
    min-height: 2rem;
    cursor: pointer;
  }
  :global(.fold-sign[data-state='open']) {
    rotate: 90deg;
  }
  h2 {
    font-size: 1.0625rem;
    font-weight: 700;
  }
</style>
