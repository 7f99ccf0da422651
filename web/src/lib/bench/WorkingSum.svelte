<script lang="ts">
  import ArrowLeft from '@lucide/svelte/icons/arrow-left';
  import {
    filledEquation,
    formatQuantity,
    readEquation,
    type Origin,
    type Working,
    type Workings,
  } from '@jovet/core/working';

  interface Props {
    working: Working;
    workings: Workings;
    path: string[];
  }

  /** The sum behind a number; an input that was computed itself opens in its place. */
  let { working, workings, path = $bindable() }: Props = $props();

  const ORIGINS: Record<Origin, string> = {
    entered: 'you entered it',
    formula: 'from the formula',
    bakehouse: 'set for this bakehouse',
    default: 'default, to be corrected by records',
    logged: 'learned from logged mixes',
    computed: 'computed',
  };
</script>

<div class="working" data-working={path.at(-1)}>
  {#if path.length > 1}
    <button type="button" class="back" onclick={() => (path = path.slice(0, -1))}>
      <ArrowLeft size={16} /> Back
    </button>
  {/if}
  <p class="result" data-result>{formatQuantity(working.result)}</p>
  <div class="sum">
    <p>{@render symbol(working.symbol)} = {@render equation(readEquation(working))}</p>
    <p>{@render symbol(working.symbol)} = {@render equation(filledEquation(working))}</p>
  </div>
  <table>
    <tbody>
      {#each working.inputs as each (each.symbol)}
        <tr>
          <th scope="row">{@render symbol(each.symbol)}</th>
          <td class="what">
            {each.label}
            <span class="origin">{ORIGINS[each.from]}</span>
          </td>
          <td class="value">
            {#if each.key !== undefined && each.key in workings}
              {@const key = each.key}
              <button type="button" onclick={() => (path = [...path, key])}
                >{formatQuantity(each.quantity)}</button
              >
            {:else}
              {formatQuantity(each.quantity)}
            {/if}
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
  {#if working.note}<p class="note">{working.note}</p>{/if}
  <p class="source">{working.source}. Jovet reckons in kg and °C.</p>
</div>

{#snippet symbol(text: string)}
  {@const [base, ...below] = text.split('_')}<i>{base}</i>{#if below.length > 0}<sub>{below.join(' ')}</sub
    >{/if}
{/snippet}

{#snippet equation(text: string)}
  {#each text.split(/([A-Za-z]\w*(?:_\w+)*)/) as word, index (index)}{#if index % 2 === 1 && !['ln', 'exp', 'mean', 'min', 'max'].includes(word)}{@render symbol(
        word,
      )}{:else}{word}{/if}{/each}
{/snippet}

<style>
  .result {
    font-size: 2.5rem;
    font-weight: 700;
    line-height: 1.1;
  }
  .sum {
    margin: 0.75rem 0;
    padding: 0.75rem 0;
    border-block: 1px solid light-dark(var(--color-surface-200), var(--color-surface-700));
    font-size: 1.0625rem;
    line-height: 1.5;
  }
  .sum p + p {
    font-family: var(--figures);
    font-size: 0.9375rem;
    margin-top: 0.35rem;
    overflow-wrap: anywhere;
  }
  sub {
    font-size: 0.72em;
    font-style: normal;
  }
  table {
    width: 100%;
    font-size: 0.9375rem;
  }
  th {
    text-align: left;
    font-weight: 400;
    padding: 0.4rem 0.75rem 0.4rem 0;
    vertical-align: top;
    white-space: nowrap;
  }
  td {
    padding: 0.4rem 0;
    vertical-align: top;
  }
  .value {
    text-align: right;
    padding-left: 1rem;
    max-width: 13rem;
  }
  .value button {
    text-decoration: underline dotted;
    text-underline-offset: 0.2em;
    cursor: pointer;
    text-align: right;
  }
  .origin,
  .source,
  .note {
    color: light-dark(var(--color-surface-600), var(--color-surface-300));
  }
  .origin {
    display: block;
    font-size: 0.8125rem;
  }
  .note,
  .source {
    margin-top: 0.75rem;
    font-size: 0.875rem;
  }
  .back {
    display: inline-flex;
    gap: 0.35rem;
    align-items: center;
    margin-bottom: 0.5rem;
    cursor: pointer;
  }
</style>
