<script lang="ts">
  import { takesWords } from './day-words';
  import type { Offer } from '@jovet/core/plan';

  interface Props {
    /** What it comes to, and why. */
    title: string;
    sentences: readonly string[];
    offers: readonly Offer[];
    /** Remedies are still being planned. */
    trying: boolean;
    ontake: (offer: Offer) => void;
  }

  /** Why there is no plan, in sentences, and what helps: each remedy was planned before it is offered. */
  let { title, sentences, offers, trying, ontake }: Props = $props();
</script>

<section class="notice" role="alert" aria-label="What stands in the way">
  <div class="told">
    <p class="verdict">
      {title}
    </p>
    {#each sentences as sentence, index (index)}<p>{sentence}</p>{/each}
  </div>
  <div class="remedies">
    {#if offers.length > 0}<p class="quiet">Each of these gives a plan that holds:</p>{/if}
    <ul>
      {#each offers as offer (offer.words)}
        <li>
          <button type="button" class="btn preset-tonal" onclick={() => ontake(offer)}>{offer.words}</button>
          <span class="price">{takesWords(offer.sums)}</span>
        </li>
      {/each}
    </ul>
    {#if trying}<p class="quiet" role="status">Planning what might help…</p>
    {:else if offers.length === 0}<p class="quiet">
        Nothing that was tried helps by itself. Move a van, or make less.
      </p>{/if}
  </div>
</section>

<style>
  .told {
    flex: 1 1 24rem;
  }
  .verdict {
    font-weight: 700;
  }
  .remedies {
    flex: 1 1 20rem;
  }
  li {
    display: flex;
    align-items: center;
    gap: 0.75rem;
    margin: 0.2rem 0;
  }
  .btn {
    min-height: 2.5rem;
    white-space: normal;
    text-align: left;
  }
  .price {
    font-size: 0.8125rem;
    white-space: nowrap;
  }
</style>
