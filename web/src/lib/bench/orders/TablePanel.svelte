<script lang="ts">
  import DateField from '../DateField.svelte';
  import { untrack } from 'svelte';
  import { readOrdersCsv, type Orderable, type ReadLine } from '@jovet/core/formats';
  import type { Customer, OrderLine } from '@jovet/core/plan/demand';
  import type { Problem } from '@jovet/core/problem';
  import { addDays, formatDate } from '@jovet/core/time';
  import { ask } from '../../sync/ask';
  import FileField from '../../ui/FileField.svelte';
  import Problems from '../../ui/Problems.svelte';

  interface Props {
    date: string;
    customers: readonly Customer[];
    products: Orderable['products'];
    /** The orders that are shown, as a table. */
    csv: string;
    ontake: (lines: readonly OrderLine[], whole: boolean) => void;
  }

  /** Orders in and out as tables: pasted or from a file, or those of another day. */
  let { date, customers, products, csv, ontake }: Props = $props();
  let text = $state('');
  let whole = $state(false);
  let other = $state(untrack(() => addDays(date, -7)));
  let told = $state<string | null>(null);

  const read = $derived(text.trim() === '' ? null : readOrdersCsv(text, { customers, products }));
  const lines = $derived<readonly ReadLine<OrderLine>[]>(read?.ok ? read.value : []);
  const good = $derived(lines.flatMap((line) => (line.read.ok ? [line.read.value] : [])));
  const bad = $derived(
    lines.flatMap(({ line, name, read: each }) =>
      each.ok ? [] : [{ line, name, problem: each.problems[0] as Problem }],
    ),
  );

  async function copyDay() {
    const answer = await ask('GET /orders/{date}', { params: { date: other } });
    if (answer.kind !== 'done') told = 'Jovet does not answer. Try again.';
    else if (answer.value.lines.length === 0) told = `Nothing was ordered on ${formatDate(other)}.`;
    else ontake(answer.value.lines, true);
  }
  const download = $derived(`data:text/csv;charset=utf-8,${encodeURIComponent(csv)}`);
</script>

<label>
  <span class="field-name"
    >Paste a table: customer, product, drop, pieces; or products down and customers across</span
  >
  <textarea class="textarea" name="table" rows="6" bind:value={text} spellcheck="false"></textarea>
</label>
<FileField
  label="Open a file"
  accept={{ 'text/csv': ['.csv', '.txt', '.tsv'] }}
  onfile={async (file) => (text = await file.text())}
/>
{#if read && !read.ok}
  <Problems problems={read.problems} />
{/if}
{#if bad.length > 0}
  <ul class="bad" aria-label="Lines that cannot be read">
    {#each bad as { line, name, problem } (`${line} ${name}`)}
      <li>Line {line}, {name}: {problem.problem} {problem.remedy}</li>
    {/each}
  </ul>
{/if}
{#if good.length > 0}
  <label class="check"
    ><input type="checkbox" class="checkbox" bind:checked={whole} /> These are all orders of the day: the others
    become none</label
  >
  <button type="button" class="btn preset-filled" onclick={() => ontake(good, whole)}>
    Take {good.length}
    {good.length === 1 ? 'line' : 'lines'}{bad.length > 0 ? `, leave ${bad.length}` : ''}
  </button>
{/if}

<h3>The orders of another day</h3>
<p class="row">
  <DateField label="Day to copy" name="copy.day" hideLabel value={other} onchange={(day) => (other = day)} />
  <button type="button" class="btn preset-tonal" onclick={copyDay}>Copy</button>
</p>
<Problems problems={told ? [told] : []} />

<h3>These orders as a table</h3>
<p class="row">
  <a class="btn preset-tonal" href={download} download={`orders-${date}.csv`}>Download</a>
  <button type="button" class="btn preset-tonal" onclick={() => navigator.clipboard.writeText(csv)}
    >Copy as a table</button
  >
</p>

<style>
  textarea {
    font-family: var(--figures);
    font-size: 0.875rem;
    width: 100%;
  }
  .bad {
    margin: 0.5rem 0;
    padding-left: 0.7rem;
    border-left: 4px double currentColor;
    font-size: 0.875rem;
    max-height: 10rem;
    overflow: auto;
  }
  .check {
    display: flex;
    gap: 0.5rem;
    align-items: center;
    margin: 0.5rem 0;
  }
  h3 {
    margin: 1.25rem 0 0.3rem;
    font-weight: 700;
  }
  .row {
    display: flex;
    gap: 0.5rem;
    align-items: center;
  }
  .btn {
    min-height: 2.5rem;
  }
</style>
