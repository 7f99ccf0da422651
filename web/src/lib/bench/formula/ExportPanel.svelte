<script lang="ts">
  import { formulaToCsv, recipeOf } from '@jovet/core/formats';
  import type { Formula, PieceOrder } from '@jovet/core/formula';
  import type { ScaledFormula } from '@jovet/core/formula/scale';
  import type { FormulaDraft } from '@jovet/core/sheet';
  import { download } from '../../ui/download';

  interface Props {
    formula: Formula;
    draft: FormulaDraft;
    scaled: ScaledFormula;
    order: readonly PieceOrder[];
    slug: string;
  }

  /** Hands the formula out as a file. */
  let { formula, draft, scaled, order, slug }: Props = $props();
  const name = $derived(slug || 'formula');
  const pieces = $derived(order.reduce((sum, line) => sum + line.pieces, 0));
  const json = (value: object) => JSON.stringify(value, null, 2);
</script>

<ul>
  <li>
    <button
      type="button"
      class="btn preset-tonal"
      onclick={() =>
        download(
          `${name}.json`,
          json({ jovet: 'formula', schema: 1, slug: name, note: '', formula: formula.doc }),
          'application/json',
        )}>Formula file</button
    >
    <span>Everything, for another Jovet. <a href="/api/v1/schemas/formula.json">Its open schema</a></span>
  </li>
  <li>
    <button
      type="button"
      class="btn preset-tonal"
      onclick={() => download(`${name}.csv`, formulaToCsv(draft), 'text/csv')}>Table</button
    >
    <span>For a spreadsheet, with all stages; comes back in as it went out.</span>
  </li>
  <li>
    <button
      type="button"
      class="btn preset-tonal"
      onclick={() =>
        download(
          `${name}.recipe.json`,
          json(recipeOf(formula, scaled, pieces > 0 ? `${pieces} pieces` : '1 dough')),
          'application/ld+json',
        )}>Recipe for the web</button
    >
    <span>schema.org, in grams at the size of the sheet.</span>
  </li>
</ul>

<style>
  li {
    display: grid;
    grid-template-columns: 11rem minmax(0, 1fr);
    gap: 1rem;
    align-items: center;
    margin-bottom: 0.75rem;
  }
  a {
    text-decoration: underline;
  }
</style>
