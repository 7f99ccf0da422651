<script lang="ts">
  import { useOpener } from './opener';

  /** A computed number. Pressing it shows the working. */
  let { of, text, label }: { of: string; text: string; label?: string } = $props();
  const open = useOpener();
</script>

<button
  type="button"
  class="figure"
  data-figure={of}
  aria-label={`${label === undefined ? '' : `${label}, `}${text}: show the working`}
  onclick={() => open(of)}>{text}</button
>

<style>
  .figure {
    font: inherit;
    font-variant-numeric: tabular-nums;
    white-space: nowrap;
    cursor: pointer;
    text-decoration: underline dotted 1px light-dark(var(--color-surface-400), var(--color-surface-600));
    text-underline-offset: 0.22em;
    border-radius: 2px;
  }
  .figure:hover {
    text-decoration-style: solid;
    text-decoration-color: currentColor;
  }
</style>
