<script lang="ts">
  import type { Moved } from '@jovet/core/plan/changes';

  interface Props {
    /** Why a dough takes longer or shorter. */
    reasons: readonly string[];
    moved: readonly Moved[];
    /** What it takes more or less than before. */
    price?: string | null;
    clock: (at: number) => string;
    ontake: () => void;
    onback: () => void;
  }

  /** What a plan that was made anew moves, before it is taken. */
  let { reasons, moved, price = null, clock, ontake, onback }: Props = $props();
  const SHOWN = 8;
</script>

<section class="notice" role="status" aria-label="What this moves">
  <div>
    {#each reasons as sentence, index (index)}<p>{sentence}</p>{/each}
    {#if moved.length === 0}<p>Nothing else has to move.</p>
    {:else}
      <p>{moved.length === 1 ? 'One task moves' : `${moved.length} tasks move`}:</p>
      <ul>
        {#each moved.slice(0, SHOWN) as { id, what, from, to } (id)}
          <li><b>{clock(to)}</b> instead of {clock(from)}: {what}</li>
        {/each}
        {#if moved.length > SHOWN}<li>and {moved.length - SHOWN} more</li>{/if}
      </ul>
    {/if}
    {#if price}<p>{price}</p>{/if}
  </div>
  <button type="button" class="btn preset-filled" onclick={ontake}>Use it</button>
  <button type="button" class="btn preset-tonal" onclick={onback}>Cancel</button>
</section>

<style>
  div {
    flex: 1 1 24rem;
  }
  .btn {
    min-height: 2.5rem;
  }
</style>
