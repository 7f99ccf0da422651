<script lang="ts">
  import { Slider } from '@skeletonlabs/skeleton-svelte';
  import type { Snippet } from 'svelte';

  interface Props {
    label: string;
    value: number;
    min: number;
    max: number;
    step: number;
    /** What stands beside the label: the value, as it is read. */
    figure: Snippet;
    /** Only its figure is seen. */
    hideLabel?: boolean;
    onchange?: (value: number) => void;
    /** Hears the value once it is let go of. */
    onset?: (value: number) => void;
  }

  /** A value that is slid between two ends, with the hand or with arrow keys. */
  let { label, value, min, max, step, figure, hideLabel = false, onchange, onset }: Props = $props();
</script>

<Slider
  value={[value]}
  {min}
  {max}
  {step}
  aria-label={[label]}
  onValueChange={({ value: [now = value] }) => onchange?.(now)}
  onValueChangeEnd={({ value: [now = value] }) => onset?.(now)}
>
  <div class="head">
    <Slider.Label class={hideLabel ? 'sr-only' : ''}>{label}</Slider.Label>
    {@render figure()}
  </div>
  <Slider.Control>
    <Slider.Track><Slider.Range /></Slider.Track>
    <Slider.Thumb index={0}><Slider.HiddenInput /></Slider.Thumb>
  </Slider.Control>
</Slider>

<style>
  .head {
    display: flex;
    justify-content: space-between;
    align-items: baseline;
    gap: 0.75rem;
  }
  .head :global([data-part='label']) {
    font-size: 0.9375rem;
  }
</style>
