<script lang="ts">
  import type { Ingredient } from '@jovet/core/formula';

  interface Props {
    /** Version that the draft was begun on. */
    base: number;
    /** The newest version there is. */
    head: number;
    /** Ingredients that were corrected since the version, and slugs of those whose correction is taken over. */
    corrected: readonly Ingredient[];
    adopted: ReadonlySet<string>;
    onadopt: (slug: string) => void;
  }

  /** What others did meanwhile: to the formula, or to the larder. */
  let { base, head, corrected, adopted, onadopt }: Props = $props();
</script>

{#if head > base}
  <p class="notice" role="status">
    Version {head} was published since this draft was begun on version {base}. Publishing will show both.
  </p>
{/if}
{#if corrected.length > 0}
  <p class="notice" role="status">
    {corrected.map(({ name }) => name).join(', ')}
    {corrected.length === 1 ? 'was' : 'were'} corrected in the larder since this version; it still reckons with
    what was known then.
    {#if corrected.every((each) => adopted.has(each.slug))}
      The sheet now reckons with the correction; publish to keep it.
    {:else}
      <button
        type="button"
        class="btn preset-tonal"
        onclick={() => corrected.forEach((each) => onadopt(each.slug))}>Take the correction over</button
      >
    {/if}
  </p>
{/if}
