<script lang="ts">
  import {
    addRow,
    basisOf,
    isPart,
    MIX_CELL,
    moved,
    removeRow,
    setText,
    TOTAL,
    typeCell,
    type Basis,
    type FormulaDraft,
    type Held,
    type RowNumbers,
    type SheetNumbers,
  } from '@jovet/core/sheet';
  import type { Ingredient } from '@jovet/core/formula';
  import { useReading } from '../settings';
  import { useHands } from './hands';
  import { decimalsOf, percentText, STAGE_WORDS } from './words';
  import GripVertical from '@lucide/svelte/icons/grip-vertical';

  interface Props {
    numbers: SheetNumbers;
    /** All flour at the size of the sheet, kg. */
    flour: number;
    held: Held;
    basis: Basis;
    larder: readonly Ingredient[];
    onstage: (slug: string) => void;
    onrow: (id: string) => void;
  }

  /** The formula sheet: rows are ingredients, columns are stages; percent and grams in one cell, either can be typed. */
  let { numbers, flour, held, basis, larder, onstage, onrow }: Props = $props();
  const hands = useHands();
  const reading = useReading();

  const parts = $derived(hands.draft.stages.filter(({ kind }) => isPart(kind)));
  const before = $derived(hands.draft.stages.filter(({ kind }) => kind === 'autolyse'));
  const after = $derived(hands.draft.stages.filter(({ kind }) => !isPart(kind) && kind !== 'autolyse'));
  const hasParts = $derived(hands.draft.stages.length > 0);
  /** Columns from left to right, as the dough is made. */
  const columns = $derived([
    ...[...parts, ...before].map((stage) => ({
      slug: stage.slug,
      name: stage.name,
      kind: STAGE_WORDS[stage.kind],
    })),
    ...(hasParts ? [{ slug: MIX_CELL, name: 'Final mix', kind: 'what is left' }] : []),
    ...after.map((stage) => ({ slug: stage.slug, name: stage.name, kind: STAGE_WORDS[stage.kind] })),
  ]);
  const scale = $derived(
    Object.fromEntries(
      [TOTAL, ...columns.map(({ slug }) => slug)].map((slug) => [
        slug,
        basisOf(numbers, slug, basis, hands.draft.stages),
      ]),
    ),
  );
  const column = (slug: string) =>
    slug === MIX_CELL ? numbers.mix : numbers.columns.find((each) => each.slug === slug);

  /** Decimals of a column, so that its figures stand under one another; long fractions are cut at two. */
  const decimals = $derived(
    Object.fromEntries(
      Object.keys(scale).map((slug) => {
        const needed = numbers.rows.map((row) => decimalsOf((valueOf(row, slug) ?? 0) / (scale[slug] ?? 1)));
        const most = Math.max(0, ...needed);
        const small = numbers.rows.some((row) => {
          const value = (valueOf(row, slug) ?? 0) / (scale[slug] ?? 1);
          return value > 0 && value < 0.1;
        });
        return [slug, small ? most : Math.min(most, 2)];
      }),
    ),
  );

  /** What is being typed: the cell, its text, and the sheet as it was before. */
  let typing = $state.raw<{
    row: string;
    column: string;
    text: string;
    from: FormulaDraft;
    numbers: SheetNumbers;
    held: Held;
  } | null>(null);
  let sent: FormulaDraft | null = null;
  $effect(() => {
    // Undo, or another window, changed the sheet under the cell.
    if (typing && sent !== null && hands.draft !== sent) typing = null;
  });

  const valueOf = (row: RowNumbers, slug: string): number | null =>
    slug === TOTAL ? row.total : slug === MIX_CELL ? row.mix : (row.cells[slug] ?? null);
  const rawOf = (index: number, slug: string): string => {
    const row = hands.draft.rows[index];
    if (!row) return '';
    return slug === TOTAL ? row.total : (row.cells[slug] ?? '');
  };

  function shown(row: RowNumbers, index: number, slug: string): string {
    if (typing?.row === row.id && typing.column === slug) return typing.text;
    const place = `rows.${index}.${slug}`;
    const raw = rawOf(index, slug);
    if (hands.problems[place] !== undefined && raw !== '' && Number.isNaN(Number(raw))) return raw;
    const value = valueOf(row, slug);
    if (value === null || (value === 0 && (slug !== TOTAL || raw === ''))) return '';
    return percentText(value / (scale[slug] ?? 1), decimals[slug]);
  }
  const gramsOf = (row: RowNumbers, slug: string): string => {
    const value = valueOf(row, slug);
    if (value === null || value === 0) return '';
    return reading.mass((flour * value) / 100, row.ingredient?.scaleStep ?? 0.001);
  };

  function begin(row: RowNumbers, index: number, slug: string) {
    typing = { row: row.id, column: slug, text: shown(row, index, slug), from: hands.draft, numbers, held };
    sent = null;
  }
  function type(text: string) {
    if (!typing) return;
    const { row, column: slug, from } = typing;
    typing = { ...typing, text };
    const next = typeCell(from, row, slug, text, { numbers: typing.numbers, basis, held: typing.held });
    sent = next;
    hands.change(next, `${row}.${slug}`);
  }
  function end() {
    typing = null;
    hands.settle();
  }
  function name(index: number, text: string) {
    const place = `rows.${index}.ingredient`;
    hands.change(setText(hands.draft, place, text), place);
  }

  let table = $state<HTMLTableElement>();
  /** Goes to a cell by row and column, once it is drawn. */
  function go(index: number, slug: string) {
    requestAnimationFrame(() => {
      const input = table?.querySelector<HTMLInputElement>(`[data-row="${index}"][data-column="${slug}"]`);
      input?.focus();
      input?.select();
    });
  }
  function onkeydown(event: KeyboardEvent) {
    const input = event.target;
    if (!(input instanceof HTMLInputElement)) return;
    const index = Number(input.dataset['row']);
    const slug = input.dataset['column'] ?? '';
    const row = hands.draft.rows[index];
    if (!row) return;
    const last = hands.draft.rows.length - 1;
    const command = event.ctrlKey || event.metaKey;
    if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      const to = index + (event.key === 'ArrowUp' ? -1 : 1);
      hands.change({ ...hands.draft, rows: moved(hands.draft.rows, index, to) }, `move.${row.id}.${to}`);
      go(Math.min(Math.max(to, 0), last), slug);
    } else if (command && (event.key === 'Delete' || event.key === 'Backspace')) {
      hands.change(removeRow(hands.draft, row.id), `remove.${row.id}`);
      go(Math.max(0, index - 1), slug);
    } else if (command && event.key === 'Enter') {
      hands.change(addRow(hands.draft, row.id), `add.${row.id}`);
      go(index + 1, 'ingredient');
    } else if (event.key === 'Enter' && !event.shiftKey && index === last) {
      if (row.ingredient.trim() === '') return;
      hands.change(addRow(hands.draft), `add.${row.id}`);
      go(index + 1, slug === 'ingredient' ? slug : 'ingredient');
    } else if (event.key === 'Enter') go(index + (event.shiftKey ? -1 : 1), slug);
    else if (event.key === 'ArrowUp' && slug !== 'ingredient') go(index - 1, slug);
    else if (event.key === 'ArrowDown' && slug !== 'ingredient') go(index + 1, slug);
    else return;
    event.preventDefault();
  }

  /** The keys of all cells are heard in one place. */
  function heard(node: HTMLElement) {
    node.addEventListener('keydown', onkeydown);
    return () => node.removeEventListener('keydown', onkeydown);
  }

  let dragged = $state<number | null>(null);
  function drop(index: number) {
    const row = dragged === null ? undefined : hands.draft.rows[dragged];
    if (row && dragged !== null && dragged !== index)
      hands.change(
        { ...hands.draft, rows: moved(hands.draft.rows, dragged, index) },
        `drag.${row.id}.${index}`,
      );
    dragged = null;
  }

  const saidIn = (index: number) =>
    Object.entries(hands.problems).filter(([place]) => place.startsWith(`rows.${index}.`));
  const total = $derived(numbers.total);
</script>

<datalist id="larder-names">
  {#each larder as { slug, name: text } (slug)}<option value={text}></option>{/each}
</datalist>

<table bind:this={table} class="sheet-grid" aria-label="Formula sheet" {@attach heard}>
  <thead>
    <tr>
      <td class="grip"></td>
      <th scope="col" class="name">Ingredient</th>
      <th scope="col" class="total"><span class="head">Total</span><small class="quiet">% of flour</small></th
      >
      {#each columns as each (each.slug)}
        <th scope="col" class:mix={each.slug === MIX_CELL}>
          {#if each.slug === MIX_CELL}<span class="head">{each.name}</span>
          {:else}<button type="button" class="head" onclick={() => onstage(each.slug)}
              >{each.name || 'No name'}</button
            >{/if}
          <small class="quiet">{each.kind}</small>
        </th>
      {/each}
    </tr>
  </thead>
  <tbody>
    {#each numbers.rows as row, index (row.id)}
      {@const given = hands.draft.rows[index]}
      {#if given && given.group !== '' && given.group !== hands.draft.rows[index - 1]?.group}
        <tr class="group"><td></td><th scope="rowgroup" colspan={2 + columns.length}>{given.group}</th></tr>
      {/if}
      <tr
        class:over={dragged !== null && dragged !== index}
        class:dragged={dragged === index}
        ondragover={(event) => dragged !== null && event.preventDefault()}
        ondrop={(event) => (event.preventDefault(), drop(index))}
      >
        <td class="grip">
          <button
            type="button"
            draggable="true"
            aria-label={`Row ${index + 1}, ${given?.ingredient || 'empty'}: heading, move, remove`}
            onclick={() => onrow(row.id)}
            ondragstart={() => (dragged = index)}
            ondragend={() => (dragged = null)}><GripVertical size={16} /></button
          >
        </td>
        <th scope="row" class="name">
          <input
            class="cell"
            list="larder-names"
            value={given?.ingredient ?? ''}
            data-row={index}
            data-column="ingredient"
            aria-label={`Ingredient ${index + 1}`}
            aria-invalid={hands.problems[`rows.${index}.ingredient`] !== undefined}
            autocomplete="off"
            spellcheck="false"
            placeholder={index === numbers.rows.length - 1 ? 'Name an ingredient' : undefined}
            oninput={(event) => name(index, event.currentTarget.value)}
            onblur={hands.settle}
          />
        </th>
        {@render cell(row, index, TOTAL, 'Total')}
        {#each columns as each (each.slug)}{@render cell(row, index, each.slug, each.name)}{/each}
      </tr>
      {#each saidIn(index) as [place, sentence] (place)}
        <tr class="said"
          ><td></td><td colspan={2 + columns.length}
            ><span id={`said-${place}`} role="alert">{sentence}</span></td
          ></tr
        >
      {/each}
    {/each}
  </tbody>
  <tfoot>
    <tr>
      <td></td>
      <th scope="row">Dough</th>
      {@render sum(total, total, TOTAL)}
      {#each columns as { slug } (slug)}{@render sum(
          column(slug)?.percent ?? 0,
          (column(slug)?.percent ?? 0) / (scale[slug] ?? 1),
          slug,
        )}{/each}
    </tr>
    <tr class="flours">
      <td></td>
      <th scope="row">of it flour</th>
      {@render sum(numbers.flour, numbers.flour, TOTAL)}
      {#each columns as { slug } (slug)}{@render sum(
          column(slug)?.flour ?? 0,
          (column(slug)?.flour ?? 0) / (scale[slug] ?? 1),
          slug,
        )}{/each}
    </tr>
  </tfoot>
</table>

{#snippet cell(row: RowNumbers, index: number, slug: string, of: string)}
  {@const place = `rows.${index}.${slug}`}
  {@const wrong = hands.problems[place] !== undefined}
  <td
    class:total={slug === TOTAL}
    class:mix={slug === MIX_CELL}
    style={slug === TOTAL ? `--bar: ${Math.min(100, row.total)}%` : undefined}
  >
    <input
      class="cell number"
      class:summed={slug === TOTAL && !row.typed}
      value={shown(row, index, slug)}
      data-row={index}
      data-column={slug}
      inputmode="decimal"
      autocomplete="off"
      aria-label={`${row.ingredient?.name ?? `Row ${index + 1}`}, ${of}`}
      aria-invalid={wrong}
      aria-describedby={wrong ? `said-${place}` : undefined}
      onfocus={() => begin(row, index, slug)}
      oninput={(event) => type(event.currentTarget.value)}
      onblur={end}
    />
    <span class="grams" aria-hidden="true">{gramsOf(row, slug)}</span>
  </td>
{/snippet}

{#snippet sum(percent: number, text: number, slug: string)}
  <td
    ><span class="number">{percent === 0 ? '' : percentText(text, decimals[slug])}</span><span class="grams"
      >{percent === 0 ? '' : reading.mass((flour * percent) / 100)}</span
    ></td
  >
{/snippet}

<style>
  .sheet-grid {
    border-collapse: separate;
    border-spacing: 0;
    font-size: 0.9375rem;
  }
  th {
    text-align: left;
    font-weight: 400;
  }
  thead th {
    vertical-align: bottom;
    padding: 0 0.4rem 0.25rem;
    border-bottom: 2px solid light-dark(var(--color-surface-400), var(--color-surface-500));
  }
  thead td {
    border-bottom: 2px solid light-dark(var(--color-surface-400), var(--color-surface-500));
  }
  thead th:not(.name) {
    text-align: right;
  }
  .head {
    display: block;
    width: 100%;
    text-align: inherit;
    font-weight: 700;
    line-height: 1.2;
  }
  button.head {
    cursor: pointer;
    text-decoration: underline dotted 1px;
    text-underline-offset: 0.2em;
  }
  .grip {
    width: 1.4rem;
    padding: 0;
  }
  .grip button {
    display: grid;
    place-items: center;
    width: 1.4rem;
    height: 1.9rem;
    cursor: grab;
    color: light-dark(var(--color-surface-500), var(--color-surface-400));
    border-radius: 3px;
  }
  .name {
    min-width: 12rem;
  }
  td,
  tbody th {
    padding: 0;
    border-bottom: 1px solid light-dark(var(--color-surface-200), var(--color-surface-800));
  }
  .cell {
    display: block;
    width: 100%;
    padding: 0.15rem 0.4rem 0;
    font: inherit;
    line-height: 1.35;
    background: none;
    border-radius: 3px;
  }
  th .cell {
    padding-block: 0.45rem;
  }
  .cell:focus {
    outline: 2px solid light-dark(var(--color-primary-700), var(--color-primary-300));
    outline-offset: -2px;
    background: light-dark(#fff, var(--color-surface-950));
  }
  .cell[aria-invalid='true'] {
    box-shadow: inset 0 0 0 2px light-dark(var(--color-error-600), var(--color-error-400));
  }
  .number {
    display: block;
    text-align: right;
    font-family: var(--figures);
    width: 100%;
    padding-inline: 0.4rem;
  }
  input.number {
    width: 6.1rem;
  }
  .summed {
    color: light-dark(var(--color-surface-600), var(--color-surface-300));
  }
  .grams {
    display: block;
    min-height: 1rem;
    padding: 0 0.4rem 0.1rem;
    text-align: right;
    font-family: var(--figures);
    font-size: 0.75rem;
    line-height: 1rem;
    color: light-dark(var(--color-surface-600), var(--color-surface-300));
  }
  td.total {
    background: linear-gradient(
        light-dark(var(--color-surface-300), var(--color-surface-600)),
        light-dark(var(--color-surface-300), var(--color-surface-600))
      )
      left bottom / var(--bar) 3px no-repeat;
  }
  .mix {
    background-color: light-dark(var(--color-surface-100), var(--color-surface-900));
  }
  .group th {
    padding: 0.7rem 0.4rem 0.1rem;
    font-size: 0.8125rem;
    font-weight: 700;
  }
  .said td {
    padding: 0.2rem 0.4rem 0.35rem;
    font-size: 0.8125rem;
    line-height: 1.25;
    color: light-dark(var(--color-error-700), var(--color-error-300));
  }
  .said span {
    display: block;
    max-width: 44rem;
  }
  .dragged {
    opacity: 0.4;
  }
  tfoot td,
  tfoot th {
    border: 0;
    padding-top: 0.25rem;
    font-weight: 700;
  }
  tfoot th {
    padding-left: 0.4rem;
    vertical-align: top;
  }
  .flours td,
  .flours th {
    font-weight: 400;
    padding-top: 0;
  }
</style>
