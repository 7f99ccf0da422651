<script lang="ts">
  import type { Ingredient } from '@jovet/core/formula';
  import type { Kept } from './sheet-keeper';

  interface Props {
    kept: Kept;
    /** The newest version there is. */
    head: number;
    /** Ingredients that were corrected since the version, and slugs of those whose correction is taken over. */
    corrected: readonly Ingredient[];
    adopted: ReadonlySet<string>;
    clock: (epoch: number) => string;
    ontakeother: () => void;
    onkeepmine: () => void;
    onadopt: (slug: string) => void;
  }

  /** What others did meanwhile: in another window, to the formula, or to the larder. */
  let { kept, head, corrected, adopted, clock, ontakeother, onkeepmine, onadopt }: Props = $props();
</script>

{#if kept.other}
  <div class="notice" role="alert">
    <p>This sheet was changed in another window at {clock(kept.other.at)}. What is here is not lost.</p>
    <button type="button" class="btn preset-tonal" onclick={ontakeother}>Take that one</button>
    <button type="button" class="btn preset-tonal" onclick={onkeepmine}>Keep this one</button>
  </div>
{/if}
{#if head > kept.base}
  <p class="notice" role="status">
    Version {head} was published since this draft was begun on version {kept.base}. Publishing will show both.
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
