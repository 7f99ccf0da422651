<script lang="ts" generics="T extends string">
  import { SegmentedControl } from '@skeletonlabs/skeleton-svelte';

  interface Props {
    label: string;
    value: T;
    options: readonly { readonly value: T; readonly text: string }[];
    onchange: (value: T) => void;
  }

  /** One of a few, all of them in sight. */
  let { label, value, options, onchange }: Props = $props();
</script>

<SegmentedControl
  class="which"
  {value}
  aria-label={label}
  onValueChange={(now) => now.value !== null && now.value !== value && onchange(now.value as T)}
>
  {#each options as each (each.value)}
    <SegmentedControl.Item value={each.value} class="which-one">
      <SegmentedControl.ItemText>{each.text}</SegmentedControl.ItemText>
      <SegmentedControl.ItemHiddenInput />
    </SegmentedControl.Item>
  {/each}
</SegmentedControl>

<style>
  :global(.which) {
    display: flex;
    flex-direction: row;
    gap: 0;
    width: auto;
  }
  :global(.which-one) {
    display: flex;
    align-items: center;
    min-height: 2.5rem;
    padding: 0 0.7rem;
    border-bottom: 3px solid transparent;
    border-radius: 0;
    color: inherit;
    background: none;
    cursor: pointer;
  }
  :global(.which-one[data-state='checked']) {
    border-bottom-color: currentColor;
    font-weight: 700;
  }
  :global(.which-one *) {
    color: inherit;
  }
  :global(.which-one[data-focus-visible]) {
    outline: 2px solid currentColor;
  }
</style>
