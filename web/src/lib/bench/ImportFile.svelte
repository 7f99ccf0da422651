<script lang="ts">
  import type { Problem } from '@jovet/core/problem';

  /** Brings in a file of the bakery: a bakehouse, ingredients, a formula. */
  let { onbrought }: { onbrought: () => void } = $props();

  let brought = $state<string | null>(null);
  let problems = $state.raw<readonly Problem[]>([]);

  async function bring(file: File | undefined) {
    if (!file) return;
    brought = null;
    try {
      const response = await fetch('/api/v1/import', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: await file.text(),
      });
      const body = await response.json();
      problems = response.ok ? [] : body.problems;
      if (!response.ok) return;
      brought = body.brought;
      onbrought();
    } catch {
      problems = [
        { path: '', problem: 'Jovet does not answer.', remedy: 'Try again; nothing was brought in.' },
      ];
    }
  }
</script>

<p>A file holds a bakehouse, ingredients or one formula, as JSON. A formula needs its ingredients first.</p>
<input
  class="input"
  type="file"
  aria-label="File"
  accept=".json,application/json"
  onchange={(event) => bring(event.currentTarget.files?.[0])}
/>
{#if brought}<p role="status">Brought in {brought}.</p>{/if}
{#if problems.length > 0}
  <ul role="alert">
    {#each problems as { path, problem, remedy } (path + problem)}
      <li>
        {#if path}<b>{path}</b>:
        {/if}{problem}
        {remedy}
      </li>
    {/each}
  </ul>
{/if}

<style>
  p,
  ul {
    margin-block: 0.75rem;
  }
  li + li {
    margin-top: 0.4rem;
  }
</style>
