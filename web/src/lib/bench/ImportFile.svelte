<script lang="ts">
  import type { Problem } from '@jovet/core/problem';
  import type { Imported } from '../server/database/import';
  import { ask } from '../sync/ask';
  import FileField from '../ui/FileField.svelte';
  import Problems from '../ui/Problems.svelte';

  /** Brings in a file of the bakery: looked into first, with every fault, before anything is kept. */
  let { onbrought }: { onbrought: () => void } = $props();

  let text = $state('');
  let preview = $state.raw<Imported | null>(null);
  let brought = $state.raw<Imported | null>(null);
  let problems = $state.raw<readonly Problem[]>([]);
  const faulty = $derived(preview?.items.filter((item) => item.problems.length > 0) ?? []);
  const fine = $derived((preview?.items.length ?? 0) - faulty.length);

  async function look(file: File) {
    brought = null;
    preview = null;
    text = await file.text();
    const answer = await ask('POST /import/preview', { body: text });
    problems = answer.kind === 'done' ? [] : answer.problems;
    if (answer.kind !== 'done') return;
    preview = answer.value;
    // A file without a fault or a guess needs no second question.
    if (faulty.length === 0 && preview.items.every((item) => item.notes.length === 0)) await bring('all');
  }
  async function bring(take: 'all' | 'good') {
    const answer = await ask('POST /import', { query: { take }, body: text });
    problems = answer.kind === 'done' ? [] : answer.problems;
    if (answer.kind !== 'done') return;
    brought = answer.value;
    preview = null;
    onbrought();
  }
</script>

<p>
  JSON of a bakehouse, ingredients, prices, a formula or everything; a table (CSV) of a formula or of
  ingredients; or a schema.org recipe.
</p>
<FileField
  label="Open a file"
  accept={{ 'application/json': ['.json'], 'application/ld+json': [], 'text/csv': ['.csv', '.tsv', '.txt'] }}
  onfile={look}
/>
{#if preview}
  <p role="status">
    This file brings {preview.brought}{faulty.length > 0
      ? `, and has ${faulty.length === 1 ? 'a fault' : `${faulty.length} faults`}`
      : ''}.
  </p>
  <ul>
    {#each preview.items as item, index (index)}
      {#each item.problems as { path, problem, remedy } (path + problem)}
        <li class="field-problem"><b>{item.name}</b>: {problem} {remedy}</li>
      {/each}
      {#each item.notes as note (note)}<li>{note} <span class="quiet">approximate</span></li>{/each}
    {/each}
  </ul>
  <p class="choices">
    {#if faulty.length > 0}
      {#if fine > 0}<button type="button" class="btn preset-filled" onclick={() => bring('good')}
          >Bring in what is good</button
        >{/if}
      <button type="button" class="btn preset-tonal" onclick={() => (preview = null)}>Bring in nothing</button
      >
    {:else}
      <button type="button" class="btn preset-filled" onclick={() => bring('all')}>Bring it in</button>
    {/if}
  </p>
{/if}
{#if brought}
  <p role="status">Brought in {brought.brought}.</p>
  {#if brought.draft !== null}
    <a class="btn preset-filled" href={`/know/formulas/draft/${brought.draft}`}>Open the sheet</a>
  {/if}
{/if}
<Problems
  problems={problems.map(({ path, problem, remedy }) => ({
    problem: path ? `${path}: ${problem}` : problem,
    remedy,
  }))}
/>

<style>
  p,
  ul {
    margin-block: 0.75rem;
  }
  li + li {
    margin-top: 0.4rem;
  }
  .choices {
    display: flex;
    gap: 0.5rem;
  }
</style>
