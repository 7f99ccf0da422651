<script lang="ts">
  import { flushSync } from 'svelte';
  import {
    flourMass,
    MIX_CELL,
    moved,
    setText,
    TOTAL,
    typeCell,
    type Basis,
    type FormulaDraft,
    type Held,
    type SheetNumbers,
  } from '@jovet/core/sheet';
  import type { Ingredient } from '@jovet/core/formula';
  import GripVertical from '@lucide/svelte/icons/grip-vertical';
  import { useUnits } from '../settings';
  import { useEditing } from './editing';
  import { actOfKey } from './sheet-keys';
  import { cellSays, columnsOf, INGREDIENT, rowsShown, scalesOf, type CellView } from './sheet-view';
  import { percentText } from './words';
  import { drags } from '../../ui/drags';
  import { cellOf, type CellAt, goToCell, gridKeys, placeOf } from '../../ui/grid-keys';

  interface Props {
    numbers: SheetNumbers;
    /** All flour at the size of the sheet when typing last paused, kg. */
    flour: number;
    held: Held;
    basis: Basis;
    larder: readonly Ingredient[];
    onstage: (slug: string) => void;
    onrow: (id: string) => void;
  }

  /** The formula sheet: rows are ingredients, columns are stages; percent and grams in one cell, either can be typed. */
  let { numbers, flour, held, basis, larder, onstage, onrow }: Props = $props();
  const editing = useEditing();
  const units = useUnits();

  const columns = $derived(columnsOf(editing.draft));
  const column = (slug: string) =>
    slug === MIX_CELL ? numbers.mix : numbers.columns.find((each) => each.slug === slug);
  const flourNow = $derived(flourMass(numbers, held) || flour);

  /** What is being typed: the cell, its text, and the sheet as it was before. */
  let typing = $state.raw<{
    row: string;
    column: string;
    text: string;
    from: FormulaDraft;
    numbers: SheetNumbers;
    held: Held;
  } | null>(null);
  const scales = $derived(scalesOf(editing.draft, columns, numbers, basis, typing?.numbers));
  /** The sheet as the last key in the cell left it. */
  let sent: FormulaDraft | null = null;
  $effect(() => {
    // Undo, or another window, changed the sheet under the cell: go on from what stands there now.
    if (typing && editing.draft !== (sent ?? typing.from)) begin(typing.row, typing.column);
  });

  let drawn: ReturnType<typeof rowsShown>['drawn'] = new Map();
  const rows = $derived.by(() => {
    const shown = rowsShown(
      {
        draft: editing.draft,
        numbers,
        scales,
        problems: editing.problems,
        typing,
        flourNow,
        flour,
        mass: units.mass,
      },
      drawn,
    );
    drawn = shown.drawn;
    return shown.rows;
  });

  function begin(id: string, slug: string) {
    const index = editing.draft.rows.findIndex((row) => row.id === id);
    const [row, read] = [editing.draft.rows[index], numbers.rows[index]];
    const scale = scales.find((each) => each.slug === slug);
    typing = null;
    sent = null;
    if (!row || !read || (slug !== INGREDIENT && !scale)) return;
    const wrong = editing.problems[`rows.${index}.${slug}`] !== undefined;
    const text = scale ? cellSays(row, read, scale, wrong) : row.ingredient;
    typing = { row: id, column: slug, text, from: editing.draft, numbers, held };
  }
  function type(text: string) {
    if (!typing) return;
    const { row, column: slug, from } = typing;
    typing = { ...typing, text };
    const index = from.rows.findIndex(({ id }) => id === row);
    sent =
      slug === INGREDIENT
        ? setText(from, `rows.${index}.${INGREDIENT}`, text)
        : typeCell(from, row, slug, text, { numbers: typing.numbers, basis, held: typing.held });
    editing.change(sent, `${row}.${slug}`);
  }
  function end({ target, relatedTarget }: FocusEvent) {
    if (!(target instanceof HTMLInputElement)) return;
    if (table?.contains(relatedTarget as Node | null)) editing.settle();
    // A field that is taken away while it is drawn anew must not change anything until it is drawn.
    else queueMicrotask(leave);
  }
  function leave() {
    editing.settle();
    // When the window loses the focus the cell keeps it.
    if (document.hasFocus() && !table?.contains(document.activeElement)) typing = null;
  }

  let table = $state<HTMLElement>();
  /** Goes to a cell by row and column, once it is drawn. */
  function go(to: CellAt) {
    flushSync();
    if (table) goToCell(table, to);
  }
  const keys = gridKeys((event, at) => {
    const act = actOfKey(event, editing.draft, at);
    if (act) {
      event.preventDefault();
      if (act.change) editing.change(act.change.draft, act.change.place);
      if (act.go) go(act.go);
    }
    // In the column of names the arrows choose from the larder.
    return act !== null || (at.column === INGREDIENT && /^Arrow(Up|Down)$/.test(event.key));
  });
  /** A cell becomes a field when it is gone to, and only then: 600 fields would be slow to draw. */
  function onfocusin(event: Event) {
    const cell = cellOf(event.target);
    const at = cell && placeOf(cell);
    const row = at && editing.draft.rows[at.row];
    if (!row || cell !== event.target) return;
    begin(row.id, at.column);
    flushSync();
    const field = cell.querySelector('input');
    field?.focus();
    field?.select();
  }

  /** All cells are heard in one place. */
  function heard(node: HTMLElement) {
    const oninput = (event: Event) => type((event.target as HTMLInputElement).value);
    const listeners = { focusin: onfocusin, focusout: end, input: oninput } as const;
    for (const [event, listener] of Object.entries(listeners))
      node.addEventListener(event, listener as EventListener);
    return () => {
      for (const [event, listener] of Object.entries(listeners))
        node.removeEventListener(event, listener as EventListener);
    };
  }

  let dragged = $state<number | null>(null);
  /** The row that the pointer is over while one is dragged. */
  let over: number | null = null;
  const rowOf = (element: Element | null | undefined) =>
    Number(element?.closest('[data-row]')?.getAttribute('data-row') ?? NaN);
  const carrying = drags({
    take: (_, on) => (on.closest('.grip') ? rowOf(on) : null),
    carry: (row, { x, y }) => {
      dragged = row;
      const under = rowOf(document.elementFromPoint(x, y));
      over = Number.isNaN(under) ? null : under;
    },
    drop: (from, how) => {
      const row = editing.draft.rows[from];
      if (how === 'carried' && row && over !== null && over !== from)
        editing.change(
          { ...editing.draft, rows: moved(editing.draft.rows, from, over) },
          `drag.${row.id}.${over}`,
        );
      [dragged, over] = [null, null];
    },
  });
</script>

<datalist id="larder-names">
  {#each larder as { slug, name: text } (slug)}<option value={text}></option>{/each}
</datalist>

<!-- Rows are grids of their own, not rows of a table, so that the browser draws only those in sight. -->
<div
  bind:this={table}
  class="sheet-grid"
  role="grid"
  aria-label="Formula sheet"
  style:--columns={columns.length + 1}
  {@attach heard}
  {@attach carrying}
  {@attach keys}
>
  <div role="row" class="row heads">
    <span role="gridcell"></span>
    <span role="columnheader" class="name">Ingredient</span>
    <span role="columnheader"><span class="head">Total</span><small class="quiet">% of flour</small></span>
    {#each columns as each (each.slug)}
      <span role="columnheader" class:mix={each.slug === MIX_CELL}>
        {#if each.slug === MIX_CELL}<span class="head">{each.name}</span>
        {:else}<button type="button" class="head" onclick={() => onstage(each.slug)}
            >{each.name || 'No name'}</button
          >{/if}
        <small class="quiet">{each.kind}</small>
      </span>
    {/each}
  </div>
  {#each rows as row (row.id)}
    {#if row.heading !== ''}
      <div role="row" class="group"><span role="rowheader">{row.heading}</span></div>
    {/if}
    <div role="row" tabindex="-1" class="row line" class:dragged={dragged === row.index} data-row={row.index}>
      <span role="gridcell" class="grip">
        <button
          type="button"
          aria-label={`Row ${row.index + 1}, ${row.name || 'empty'}: heading, move, remove`}
          onclick={() => onrow(row.id)}><GripVertical size={16} /></button
        >
      </span>
      <span
        role="rowheader"
        class="name"
        tabindex={row.ingredient.typed === null ? 0 : -1}
        data-column={INGREDIENT}
        aria-invalid={row.ingredient.wrong || undefined}
      >
        {#if row.ingredient.typed !== null}{@render field(
            row.ingredient,
            row.index,
            `Ingredient ${row.index + 1}`,
          )}
        {:else if row.ingredient.text === '' && row.last}<span class="text placeholder"
            >Name an ingredient</span
          >
        {:else}<span class="text">{row.ingredient.text}</span>{/if}
      </span>
      {#each row.cells as each, at (each.slug)}
        <span
          role="gridcell"
          class:total={at === 0}
          class:mix={each.slug === MIX_CELL}
          class:summed={each.summed}
          style:--bar={at === 0 ? `${each.bar}%` : undefined}
          tabindex={each.typed === null ? 0 : -1}
          data-column={each.slug}
          aria-invalid={each.wrong || undefined}
          >{#if each.typed !== null}{@render field(
              each,
              row.index,
              `${row.name || `Row ${row.index + 1}`}, ${columns[at - 1]?.name ?? 'Total'}`,
            )}{:else}<span class="text number">{each.text}</span>{/if}<span class="grams">{each.grams}</span
          ></span
        >
      {/each}
    </div>
    {#each row.said as [place, sentence] (place)}
      <div role="row" class="said">
        <span role="gridcell"><span id={`said-${place}`} role="alert">{sentence}</span></span>
      </div>
    {/each}
  {/each}
  <div role="row" class="row foot">
    <span role="gridcell"></span>
    <span role="rowheader" class="name">Dough</span>
    {#each scales as { slug, basis: of, decimals } (slug)}
      {@const percent = slug === TOTAL ? numbers.total : (column(slug)?.percent ?? 0)}
      {@render sum(percent, of, decimals)}
    {/each}
  </div>
  <div role="row" class="row foot flours">
    <span role="gridcell"></span>
    <span role="rowheader" class="name">of it flour</span>
    {#each scales as { slug, basis: of, decimals } (slug)}
      {@const percent = slug === TOTAL ? numbers.flour : (column(slug)?.flour ?? 0)}
      {@render sum(percent, of, decimals)}
    {/each}
  </div>
</div>

{#snippet field(cell: CellView, index: number, label: string)}
  <input
    class="text"
    class:number={cell.slug !== INGREDIENT}
    list={cell.slug === INGREDIENT ? 'larder-names' : undefined}
    inputmode={cell.slug === INGREDIENT ? 'text' : 'decimal'}
    value={cell.typed}
    aria-label={label}
    aria-invalid={cell.wrong}
    aria-describedby={cell.wrong ? `said-rows.${index}.${cell.slug}` : undefined}
    autocomplete="off"
    spellcheck="false"
  />
{/snippet}

{#snippet sum(percent: number, of: number, decimals: number)}
  <span role="gridcell"
    ><span class="number">{percent === 0 ? '' : percentText(percent / of, decimals)}</span><span class="grams"
      >{percent === 0 ? '' : units.mass((flourNow * percent) / 100)}</span
    ></span
  >
{/snippet}

<style>
  .sheet-grid {
    width: calc(14.4rem + 6.1rem * var(--columns));
    font-size: 0.9375rem;
  }
  .row {
    display: grid;
    grid-template-columns: 1.4rem 13rem repeat(var(--columns), 6.1rem);
  }
  .line {
    height: 2.65rem;
    contain: size layout style;
    border-bottom: 1px solid light-dark(var(--color-surface-200), var(--color-surface-800));
  }
  .heads {
    align-items: end;
    border-bottom: 2px solid light-dark(var(--color-surface-400), var(--color-surface-500));
  }
  .heads > :global(span) {
    padding: 0 0.4rem 0.25rem;
    text-align: right;
    height: 100%;
    align-content: end;
  }
  .heads > .name {
    text-align: left;
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
  .grip button {
    display: grid;
    place-items: center;
    width: 1.5rem;
    height: 1.9rem;
    margin-top: 0.3rem;
    cursor: grab;
    touch-action: none;
    color: light-dark(var(--color-surface-500), var(--color-surface-400));
    border-radius: 3px;
  }
  [data-column] {
    cursor: text;
    outline: none;
  }
  .text {
    display: block;
    width: 100%;
    height: 1.5rem;
    padding: 0.15rem 0.4rem 0;
    font: inherit;
    line-height: 1.35;
    white-space: nowrap;
  }
  .name .text {
    overflow: hidden;
    text-overflow: ellipsis;
    height: 2.2rem;
    padding-block: 0.45rem;
  }
  input.text {
    background: light-dark(#fff, var(--color-surface-950));
    outline: 2px solid light-dark(var(--color-primary-700), var(--color-primary-300));
    outline-offset: -2px;
    border-radius: 3px;
  }
  .placeholder {
    color: light-dark(var(--color-surface-600), var(--color-surface-300));
  }
  [data-column][aria-invalid='true'] {
    box-shadow: inset 0 0 0 2px light-dark(var(--color-error-600), var(--color-error-400));
    border-radius: 3px;
  }
  .number {
    display: block;
    text-align: right;
    font-family: var(--figures);
    width: 100%;
    padding-inline: 0.4rem;
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
  .total {
    background: linear-gradient(
        light-dark(var(--color-surface-300), var(--color-surface-600)),
        light-dark(var(--color-surface-300), var(--color-surface-600))
      )
      left bottom / var(--bar) 3px no-repeat;
  }
  .mix {
    background-color: light-dark(var(--color-surface-100), var(--color-surface-900));
  }
  .group {
    padding: 0.7rem 0.4rem 0.1rem 1.8rem;
    font-size: 0.8125rem;
    font-weight: 700;
    border-bottom: 1px solid light-dark(var(--color-surface-200), var(--color-surface-800));
  }
  .said {
    max-width: 44rem;
    padding: 0.2rem 0.4rem 0.35rem 1.8rem;
    font-size: 0.8125rem;
    line-height: 1.25;
    color: light-dark(var(--color-error-700), var(--color-error-300));
  }
  .dragged {
    opacity: 0.4;
  }
  .foot {
    height: 2.75rem;
    contain: size layout style;
    padding-top: 0.25rem;
    font-weight: 700;
  }
  .foot .name {
    padding-left: 0.4rem;
  }
  .flours {
    font-weight: 400;
    padding-top: 0;
  }
</style>
