<script lang="ts">
  import { compareFormulas, type Comparison } from '@jovet/core/formula/sums';
  import { splitFormula } from '@jovet/core/formula/scale';
  import type { Formula } from '@jovet/core/formula';
  import CopyTable from '../CopyTable.svelte';
  import { percentText } from './words';

  /** Two formulas, or two versions of one, side by side by percentage. */
  let { a, b }: { a: { name: string; formula: Formula }; b: { name: string; formula: Formula } } = $props();
  let onlyChanged = $state(false);

  const compared = $derived.by<Comparison | null>(() => {
    const [one, two] = [splitFormula(a.formula), splitFormula(b.formula)];
    if (!one.ok || !two.ok) return null;
    return compareFormulas(
      { doc: a.formula.doc, split: one.value },
      { doc: b.formula.doc, split: two.value },
    );
  });
  const text = (value: number | null, unit: string) =>
    value === null ? '—' : `${percentText(Number(value.toFixed(4)))}${unit === '' ? '' : ` ${unit}`}`;
  const table = () => [
    ['stage', 'what', a.name, b.name],
    ...(compared?.stages ?? []).flatMap((stage) =>
      stage.rows.map((row) => [stage.name, row.name, text(row.a, row.unit), text(row.b, row.unit)]),
    ),
  ];
</script>

{#if compared}
  <p class="head">
    <span data-differences
      >{compared.differences === 0 ? 'Nothing differs.' : `${compared.differences} numbers differ.`}</span
    >
    <label><input type="checkbox" class="checkbox" bind:checked={onlyChanged} /> only what differs</label>
    <CopyTable {table} />
  </p>
  <table class="figures compare">
    <thead>
      <tr><th></th><td>{a.name}</td><td>{b.name}</td></tr>
    </thead>
    {#each compared.stages as stage (stage.key)}
      {@const rows = stage.rows.filter((row) => row.changed || !onlyChanged)}
      {#if rows.length > 0}
        <tbody>
          <tr class="stage"><th colspan="3" scope="rowgroup">{stage.name}</th></tr>
          {#each rows as row (row.key)}
            <tr class:changed={row.changed}>
              <th scope="row">{row.name}</th>
              <td>{text(row.a, row.unit)}</td>
              <td>{text(row.b, row.unit)}</td>
            </tr>
          {/each}
        </tbody>
      {/if}
    {/each}
  </table>
{:else}
  <p role="alert">One of the two cannot be made as it stands, so there is nothing to compare.</p>
{/if}

<style>
  .head {
    display: flex;
    flex-wrap: wrap;
    gap: 0.25rem 1.25rem;
    align-items: center;
    margin-bottom: 0.5rem;
  }
  .compare thead td {
    font-family: inherit;
    font-weight: 700;
    white-space: normal;
    vertical-align: bottom;
  }
  .stage th {
    padding-top: 0.7rem;
    font-weight: 700;
  }
  .changed > * {
    font-weight: 700;
    background: light-dark(var(--color-surface-200), var(--color-surface-800));
  }
</style>
