<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { HTMLButtonAttributes } from 'svelte/elements';

  /** A button of a room's tools: an icon, with a word or a label. */
  let {
    label,
    children,
    ...rest
  }: { label?: string; children: Snippet } & Omit<HTMLButtonAttributes, 'children'> = $props();
</script>

<button type="button" class="tool" aria-label={label} {...rest}>{@render children()}</button>

<style>
  .tool {
    display: inline-flex;
    align-items: center;
    gap: 0.4rem;
    min-height: 2.5rem;
    padding: 0 0.6rem;
    border-radius: var(--radius-base);
    cursor: pointer;
  }
  .tool:hover:not(:disabled) {
    background: light-dark(var(--color-surface-200), var(--color-surface-800));
  }
  .tool:disabled {
    opacity: 0.4;
    cursor: default;
  }
</style>
