<script lang="ts">
  import { useOpener } from './opener';

  /** A computed number. Pressing it shows the working. A quiet one is marked only when it is pointed at. */
  let {
    of,
    text,
    label,
    quiet = false,
  }: { of: string; text: string; label?: string; quiet?: boolean } = $props();
  const open = useOpener();
</script>

<button
  type="button"
  class="figure"
  class:unmarked={quiet}
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
    min-height: 1.5rem;
    text-decoration: underline dotted 1px light-dark(var(--color-surface-400), var(--color-surface-600));
    text-underline-offset: 0.22em;
    border-radius: 2px;
  }
  .unmarked {
    text-decoration-color: transparent;
  }
  .figure:hover {
    text-decoration-style: solid;
    text-decoration-color: currentColor;
  }
</style>
