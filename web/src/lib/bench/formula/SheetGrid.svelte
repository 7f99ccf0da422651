<script lang="ts" module>
  /** A cell as it is shown. */
  interface CellView {
    readonly slug: string;
    readonly label: string;
    readonly text: string;
    readonly grams: string;
    readonly wrong: boolean;
    readonly summed: boolean;
    readonly bar: number;
  }

  interface RowView {
    readonly id: string;
    readonly index: number;
    readonly name: string;
    /** The heading above it, if one begins here. */
    readonly heading: string;
    readonly wrong: boolean;
    readonly last: boolean;
    readonly cells: readonly CellView[];
    readonly said: readonly (readonly [place: string, sentence: string])[];
  }

  /** The old object if the new one says the same. */
  function sameOr<T extends object>(old: T | undefined, now: T): T {
    const keys = Object.keys(now) as (keyof T)[];
    return old !== undefined && keys.every((key) => old[key] === now[key]) ? old : now;
  }

  const sameList = <T,>(a: readonly T[], b: readonly T[]): boolean =>
    a.length === b.length && a.every((each, index) => each === b[index]);
</script>

<script lang="ts">
  import {
    addRow,
    basisOf,
    flourMass,
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
  /** The row that is typed in and the sums follow every key, the weights of the other rows the next pause. */
  const flourNow = $derived(flourMass(numbers, held) || flour);
  const gramsOf = (row: RowNumbers, slug: string): string => {
    const value = valueOf(row, slug);
    if (value === null || value === 0) return '';
    const all = typing?.row === row.id ? flourNow : flour;
    return reading.mass((all * value) / 100, row.ingredient?.scaleStep ?? 0.001);
  };

  /** What the screen shows, row by row. What has not changed stays the same object, so that a key redraws no more than it must. */
  let last = new Map<string, RowView>();
  const view = $derived.by(() => {
    const next = numbers.rows.map((row, index) => {
      const given = hands.draft.rows[index];
      const before = last.get(row.id);
      const group = given?.group ?? '';
      const cells = [{ slug: TOTAL, name: 'Total' }, ...columns].map(({ slug, name: of }, at) =>
        sameOr(before?.cells[at], {
          slug,
          label: `${row.ingredient?.name ?? `Row ${index + 1}`}, ${of}`,
          text: shown(row, index, slug),
          grams: gramsOf(row, slug),
          wrong: hands.problems[`rows.${index}.${slug}`] !== undefined,
          summed: slug === TOTAL && !row.typed,
          bar: slug === TOTAL ? Math.round(Math.min(100, row.total)) : 0,
        }),
      );
      const said = saidIn(index);
      return sameOr(before, {
        id: row.id,
        index,
        name: given?.ingredient ?? '',
        heading: group !== '' && group !== hands.draft.rows[index - 1]?.group ? group : '',
        wrong: hands.problems[`rows.${index}.ingredient`] !== undefined,
        last: index === numbers.rows.length - 1,
        cells: before && sameList(before.cells, cells) ? before.cells : cells,
        said: before && JSON.stringify(before.said) === JSON.stringify(said) ? before.said : said,
      });
    });
    last = new Map(next.map((row) => [row.id, row]));
    return next;
  });

  function begin(id: string, slug: string) {
    const index = numbers.rows.findIndex((row) => row.id === id);
    const row = numbers.rows[index];
    if (!row) return;
    typing = { row: id, column: slug, text: shown(row, index, slug), from: hands.draft, numbers, held };
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

  let table = $state<HTMLElement>();
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

  /** All cells are heard in one place: 600 of them with listeners of their own would be slow. */
  function heard(node: HTMLElement) {
    const cellOf = ({ target }: Event) =>
      target instanceof HTMLInputElement && target.dataset['column'] !== undefined ? target : null;
    const onfocusin = (event: Event) => {
      const input = cellOf(event);
      const id = hands.draft.rows[Number(input?.dataset['row'])]?.id;
      const slug = input?.dataset['column'] ?? '';
      if (id !== undefined && slug !== 'ingredient') begin(id, slug);
    };
    const oninput = (event: Event) => {
      const input = cellOf(event);
      if (!input) return;
      if (input.dataset['column'] !== 'ingredient') return type(input.value);
      const place = `rows.${Number(input.dataset['row'])}.ingredient`;
      hands.change(setText(hands.draft, place, input.value), place);
    };
    const listeners = { keydown: onkeydown, focusin: onfocusin, focusout: end, input: oninput } as const;
    for (const [event, listener] of Object.entries(listeners))
      node.addEventListener(event, listener as EventListener);
    return () => {
      for (const [event, listener] of Object.entries(listeners))
        node.removeEventListener(event, listener as EventListener);
    };
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
</script>

<datalist id="larder-names">
  {#each larder as { slug, name: text } (slug)}<option value={text}></option>{/each}
</datalist>

<!-- Rows are grids of their own, not rows of a table, so that the browser draws only those in sight. -->
<div
  bind:this={table}
  class="sheet-grid"
  role="table"
  aria-label="Formula sheet"
  style:--columns={columns.length + 1}
  {@attach heard}
>
  <div role="row" class="row heads">
    <span role="cell"></span>
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
  {#each view as row (row.id)}
    {#if row.heading !== ''}
      <div role="row" class="group"><span role="rowheader">{row.heading}</span></div>
    {/if}
    <div
      role="row"
      tabindex="-1"
      class="row line"
      class:dragged={dragged === row.index}
      ondragover={(event) => dragged !== null && event.preventDefault()}
      ondrop={(event) => (event.preventDefault(), drop(row.index))}
    >
      <span role="cell" class="grip">
        <button
          type="button"
          draggable="true"
          aria-label={`Row ${row.index + 1}, ${row.name || 'empty'}: heading, move, remove`}
          onclick={() => onrow(row.id)}
          ondragstart={() => (dragged = row.index)}
          ondragend={() => (dragged = null)}><GripVertical size={16} /></button
        >
      </span>
      <span role="rowheader" class="name">
        <input
          class="cell"
          list="larder-names"
          value={row.name}
          data-row={row.index}
          data-column="ingredient"
          aria-label={`Ingredient ${row.index + 1}`}
          aria-invalid={row.wrong}
          autocomplete="off"
          spellcheck="false"
          placeholder={row.last ? 'Name an ingredient' : undefined}
        />
      </span>
      {#each row.cells as each (each.slug)}
        <span
          role="cell"
          class:total={each.slug === TOTAL}
          class:mix={each.slug === MIX_CELL}
          style:--bar={each.slug === TOTAL ? `${each.bar}%` : undefined}
        >
          <input
            class="cell number"
            class:summed={each.summed}
            value={each.text}
            data-row={row.index}
            data-column={each.slug}
            inputmode="decimal"
            autocomplete="off"
            aria-label={each.label}
            aria-invalid={each.wrong}
            aria-describedby={each.wrong ? `said-rows.${row.index}.${each.slug}` : undefined}
          />
          <span class="grams" aria-hidden="true">{each.grams}</span>
        </span>
      {/each}
    </div>
    {#each row.said as [place, sentence] (place)}
      <div role="row" class="said">
        <span role="cell"><span id={`said-${place}`} role="alert">{sentence}</span></span>
      </div>
    {/each}
  {/each}
  <div role="row" class="row foot">
    <span role="cell"></span>
    <span role="rowheader" class="name">Dough</span>
    {@render sum(numbers.total, numbers.total, TOTAL)}
    {#each columns as { slug } (slug)}{@render sum(
        column(slug)?.percent ?? 0,
        (column(slug)?.percent ?? 0) / (scale[slug] ?? 1),
        slug,
      )}{/each}
  </div>
  <div role="row" class="row foot flours">
    <span role="cell"></span>
    <span role="rowheader" class="name">of it flour</span>
    {@render sum(numbers.flour, numbers.flour, TOTAL)}
    {#each columns as { slug } (slug)}{@render sum(
        column(slug)?.flour ?? 0,
        (column(slug)?.flour ?? 0) / (scale[slug] ?? 1),
        slug,
      )}{/each}
  </div>
</div>

{#snippet sum(percent: number, text: number, slug: string)}
  <span role="cell"
    ><span class="number">{percent === 0 ? '' : percentText(text, decimals[slug])}</span><span class="grams"
      >{percent === 0 ? '' : reading.mass((flourNow * percent) / 100)}</span
    ></span
  >
{/snippet}

<style>
  .sheet-grid {
    width: max-content;
    font-size: 0.9375rem;
  }
  .row {
    display: grid;
    grid-template-columns: 1.4rem 13rem repeat(var(--columns), 6.1rem);
  }
  .line {
    height: 2.65rem;
    contain: strict;
    content-visibility: auto;
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
    width: 1.4rem;
    height: 1.9rem;
    margin-top: 0.3rem;
    cursor: grab;
    color: light-dark(var(--color-surface-500), var(--color-surface-400));
    border-radius: 3px;
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
  .name .cell {
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
