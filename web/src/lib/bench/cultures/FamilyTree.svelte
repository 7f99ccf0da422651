<script lang="ts">
  import type { Culture } from '@jovet/core/culture';
  import { formatDate } from '@jovet/core/time';

  /** Which culture was built from which. */
  let { cultures }: { cultures: readonly Culture[] } = $props();
  const childrenOf = (slug: string | null) =>
    cultures.filter(({ parent }) =>
      slug === null ? parent === null || !cultures.some((each) => each.slug === parent) : parent === slug,
    );
</script>

{#snippet branch(culture: Culture, above: readonly string[])}
  <li>
    <b>{culture.name}</b>
    <small
      >{culture.flour || culture.of}{culture.began
        ? `, since ${formatDate(culture.began)} ${culture.began.slice(0, 4)}`
        : ''}</small
    >
    {#if !above.includes(culture.slug) && childrenOf(culture.slug).length > 0}
      <ul>
        {#each childrenOf(culture.slug) as child (child.slug)}{@render branch(child, [
            ...above,
            culture.slug,
          ])}{/each}
      </ul>
    {/if}
  </li>
{/snippet}

{#if cultures.length === 0}
  <p>No culture is kept here yet.</p>
{:else}
  <ul class="roots">
    {#each childrenOf(null) as culture (culture.slug)}{@render branch(culture, [])}{/each}
  </ul>
{/if}

<style>
  li {
    padding: 0.35rem 0 0.35rem 1rem;
    border-left: 2px solid light-dark(var(--color-surface-400), var(--color-surface-600));
  }
  .roots > li {
    padding-left: 0;
    border-left: 0;
  }
  small {
    display: block;
    line-height: 1.3;
  }
  ul ul {
    margin: 0.3rem 0 0 0.6rem;
  }
</style>
