<script lang="ts">
  interface Props {
    /** What is set, as it is called and written. */
    label: string;
    value: number;
    text: string;
    /** What one is in the unit that is written. */
    one: number;
    least: number;
    most: number;
    /** It was set, and not only proposed. */
    set: boolean;
    onchange: (value: number) => void;
  }

  /** A number that is set with a knuckle: no keys, no typing. */
  let { label, value, text, one, least, most, set, onchange }: Props = $props();
  const [large, small] = $derived([one, one / 10]);
  const by = (change: number) => onchange(Math.min(most, Math.max(least, value + change)));
  const PRESSES = $derived([
    { sign: '−1', change: -large },
    { sign: '−0.1', change: -small },
    { sign: '+0.1', change: small },
    { sign: '+1', change: large },
  ]);
</script>

<div class="row" role="group" aria-label={label}>
  {#each PRESSES as { sign, change }, index (sign)}
    {#if index === 2}
      <button
        type="button"
        class="figure"
        class:set
        aria-label={`${label} ${text}${set ? '' : ', as expected: press if it is so'}`}
        onclick={() => onchange(value)}>{text}</button
      >
    {/if}
    <button type="button" class="press" aria-label={`${label}: ${sign}`} onclick={() => by(change)}
      >{sign}</button
    >
  {/each}
</div>

<style>
  .row {
    display: grid;
    grid-template-columns: repeat(2, minmax(56px, 1fr)) minmax(6.5rem, 2fr) repeat(2, minmax(56px, 1fr));
    gap: 0.4rem;
    align-items: center;
    max-width: 34rem;
  }
  .press {
    padding: 0;
  }
  .figure {
    min-height: 64px;
    text-align: center;
    font-family: var(--figures);
    font-size: 1.75rem;
    border-radius: 0.5rem;
    cursor: pointer;
    opacity: 0.6;
  }
  .figure.set {
    font-weight: 700;
    opacity: 1;
    box-shadow: inset 0 -3px 0 currentColor;
  }
  .figure,
  .press {
    white-space: nowrap;
  }
  @media (max-width: 640px) {
    .row {
      grid-template-columns: repeat(2, minmax(0, 1fr)) minmax(5rem, 1.9fr) repeat(2, minmax(0, 1fr));
      gap: 0.25rem;
    }
    .row .press {
      font-size: 1.125rem;
    }
    .figure {
      font-size: 1.3rem;
    }
  }
</style>
