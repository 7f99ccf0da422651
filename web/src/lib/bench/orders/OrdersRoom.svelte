<script lang="ts">
  import type { DayInput } from '@jovet/core/day';
  import { ordersToCsv } from '@jovet/core/formats';
  import { isOff, ordersOn, totalsOf, type OrderLine, type StandingOrder } from '@jovet/core/orders';
  import type { Problem } from '@jovet/core/problem';
  import { formatDate, weekdayOf, WEEKDAYS } from '@jovet/core/time';
  import Keyboard from '@lucide/svelte/icons/keyboard';
  import Redo from '@lucide/svelte/icons/redo-2';
  import Store from '@lucide/svelte/icons/store';
  import Table from '@lucide/svelte/icons/table-2';
  import Undo from '@lucide/svelte/icons/undo-2';
  import Weight from '@lucide/svelte/icons/weight';
  import type { OrderBook } from '../../server/database/orders';
  import Sheet from '../../ui/Sheet.svelte';
  import ToolButton from '../../ui/ToolButton.svelte';
  import { beginHistory, record, redo, settle, undo } from '../history';
  import KeyList from '../KeyList.svelte';
  import { send } from '../send';
  import CustomersPanel from './CustomersPanel.svelte';
  import PullList from './PullList.svelte';
  import TablePanel from './TablePanel.svelte';

  interface Props {
    date: string;
    book: OrderBook;
    /** Percent baked over, by product. */
    over: Readonly<Record<string, number>>;
    input: DayInput | null;
    onopen: (date: string) => void;
  }

  /** The room Orders: what leaves when, for whom, on a day or every week. */
  let { date, book, over, input, onopen }: Props = $props();

  /** What was typed into cells and is not sent yet, by `customer product drop`. */
  type Typed = Readonly<Record<string, string>>;
  let history = $state.raw(beginHistory<Typed>([], {}));
  let every = $state(false);
  let panel = $state<'table' | 'customers' | 'pull' | 'keys' | null>(null);
  let problems = $state.raw<readonly Problem[]>([]);
  let sending = $state(false);

  const typed = $derived(history.present);
  const weekday = $derived(weekdayOf(date));
  const keyOf = ({ customer, product, drop }: Pick<OrderLine, 'customer' | 'product' | 'drop'>) =>
    `${customer} ${product} ${drop}`;
  const lines = $derived(ordersOn(date, book.customers, book.standing, book.said));
  const known = $derived(new Map(lines.map((line) => [keyOf(line), line])));
  const standing = $derived(new Map(book.standing.map((line) => [keyOf(line), line])));
  const columns = $derived(
    book.customers
      .flatMap((customer) => customer.drops.map((drop) => ({ customer, drop, off: isOff(customer, date) })))
      .sort((a, b) => a.drop.localeCompare(b.drop) || a.customer.name.localeCompare(b.customer.name)),
  );
  const doughs = $derived([...new Set(book.products.map(({ dough }) => dough))]);

  const valueOf = (key: string): number =>
    every ? (standing.get(key)?.weekdays[weekday] ?? 0) : (known.get(key)?.pieces ?? 0);
  const shownIn = (key: string): string => typed[key] ?? (valueOf(key) > 0 ? String(valueOf(key)) : '');
  const piecesIn = (key: string): number | null => {
    const text = shownIn(key).trim();
    if (text === '') return 0;
    const match = /^(\d{1,6})\s*[x×]?$/i.exec(text);
    return match ? Number(match[1]) : null;
  };
  const wrong = $derived(Object.keys(typed).filter((key) => piecesIn(key) === null));
  const dirty = $derived(Object.keys(typed).filter((key) => piecesIn(key) !== valueOf(key)));

  const shownLines = $derived(
    book.products.flatMap((product) =>
      columns.map(({ customer, drop }) => {
        const line = { customer: customer.slug, product: product.slug, drop };
        return { ...line, pieces: piecesIn(keyOf(line)) ?? 0 };
      }),
    ),
  );
  const totals = $derived(totalsOf(shownLines, (product) => over[product] ?? 0));
  const sum = (of: 'ordered' | 'baked', test: (total: (typeof totals)[number]) => boolean) =>
    totals.filter(test).reduce((all, each) => all + each[of], 0);

  function change(key: string, text: string) {
    history = record(history, { ...typed, [key]: text }, key);
    problems = [];
  }
  async function save(): Promise<boolean> {
    if (wrong.length > 0) {
      document.querySelector<HTMLElement>(`[name="${wrong[0]}"]`)?.focus();
      return false;
    }
    if (dirty.length === 0) return true;
    sending = true;
    const answer = every
      ? await send('PUT', 'standing', { lines: dirty.map(standingLine) })
      : await send('PUT', `orders/${date}`, { lines: dirty.map(saidLine) });
    sending = false;
    if (answer.kind === 'done') {
      history = beginHistory<Typed>([], {});
      onopen(date);
      return true;
    }
    ({ problems } = answer);
    return false;
  }
  const partsOf = (key: string) => {
    const [customer = '', product = '', drop = ''] = key.split(' ');
    return { customer, product, drop };
  };
  function saidLine(key: string) {
    const pieces = piecesIn(key) ?? 0;
    // What is again as it is every week needs nothing said.
    const usual = standing.get(key)?.weekdays[weekday] ?? 0;
    return { ...partsOf(key), pieces: pieces === usual ? null : pieces };
  }
  function standingLine(key: string): StandingOrder {
    const before = standing.get(key);
    const weekdays = [...(before?.weekdays ?? [0, 0, 0, 0, 0, 0, 0])];
    weekdays[weekday] = piecesIn(key) ?? 0;
    return { ...partsOf(key), weekdays, from: before?.from ?? null, to: before?.to ?? null };
  }
  async function plan() {
    if (await save()) location.assign(`/plan/day/${date}`);
  }

  /** Takes lines of a table, or of another day, into the cells. */
  function take(taken: readonly OrderLine[], whole: boolean) {
    const next: Record<string, string> = { ...typed };
    if (whole) for (const line of shownLines) next[keyOf(line)] = '';
    for (const line of taken) next[keyOf(line)] = String(line.pieces);
    history = record(history, next, 'table');
    history = settle(history);
    panel = null;
  }

  /** Enter moves down the column, arrows in all directions. */
  function moveFrom(event: KeyboardEvent) {
    const cell = event.currentTarget as HTMLInputElement;
    const [row, column] = [Number(cell.dataset['row']), Number(cell.dataset['column'])];
    const by = { Enter: [1, 0], ArrowDown: [1, 0], ArrowUp: [-1, 0] }[event.key];
    const side =
      event.key === 'ArrowLeft' && cell.selectionStart === 0 ? -1
      : event.key === 'ArrowRight' && cell.selectionEnd === cell.value.length ? 1
      : 0; // prettier-ignore
    if (!by && side === 0) return;
    const [down = 0, across = 0] = by ?? [0, side];
    const next = document.querySelector<HTMLInputElement>(
      `[data-row="${row + (event.key === 'Enter' && event.shiftKey ? -1 : down)}"][data-column="${column + across}"]`,
    );
    if (!next) return;
    event.preventDefault();
    next.focus();
    next.select();
  }
  function onkeydown(event: KeyboardEvent) {
    const command = event.ctrlKey || event.metaKey;
    const key = event.key.toLowerCase();
    const typing = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement;
    if (command && key === 's') void save();
    else if (command && (key === 'y' || (key === 'z' && event.shiftKey))) history = redo(history);
    else if (command && key === 'z') history = undo(history);
    else if (event.key === '?' && !typing) panel = 'keys';
    else return;
    event.preventDefault();
  }
  const rowOf = $derived(new Map(book.products.map(({ slug }, index) => [slug, index])));
  const KEYS = [
    ['Enter, Shift Enter', 'down and up the column'],
    ['← → ↑ ↓', 'from cell to cell'],
    ['Ctrl Z, Ctrl Y', 'undo, redo what was typed'],
    ['Ctrl S', 'keep the orders'],
  ] as const;
</script>

<svelte:window {onkeydown} />

<div class="room">
  <header>
    <h1>Orders</h1>
    <label class="date">
      <span class="sr-only">Day</span>
      <input
        class="input"
        type="date"
        value={date}
        onchange={(event) => event.currentTarget.value && onopen(event.currentTarget.value)}
      />
    </label>
    <div class="which" role="radiogroup" aria-label="What is shown">
      <button
        type="button"
        role="radio"
        aria-checked={!every}
        onclick={() => ((history = beginHistory<Typed>([], {})), (every = false))}>this day</button
      >
      <button
        type="button"
        role="radio"
        aria-checked={every}
        onclick={() => ((history = beginHistory<Typed>([], {})), (every = true))}
        >every {WEEKDAYS[weekday]}</button
      >
    </div>
    <span class="state" role="status">
      {#if sending}Keeping…{:else if dirty.length > 0}{dirty.length}
        {dirty.length === 1 ? 'change' : 'changes'} not kept yet{/if}
    </span>
    <ToolButton
      label="Undo"
      title="Undo (Ctrl Z)"
      disabled={history.past.length === 0}
      onclick={() => (history = undo(history))}><Undo size={20} /></ToolButton
    >
    <ToolButton
      label="Redo"
      title="Redo (Ctrl Y)"
      disabled={history.future.length === 0}
      onclick={() => (history = redo(history))}><Redo size={20} /></ToolButton
    >
    <ToolButton label="Keys of this room" title="Keys (?)" onclick={() => (panel = 'keys')}
      ><Keyboard size={20} /></ToolButton
    >
    <ToolButton label="Tables" title="Tables in and out, other days" onclick={() => (panel = 'table')}
      ><Table size={20} /></ToolButton
    >
    <ToolButton label="Customers" title="Customers and their vans" onclick={() => (panel = 'customers')}
      ><Store size={20} /></ToolButton
    >
    <ToolButton label="Pull list" disabled={input === null} onclick={() => (panel = 'pull')}
      ><Weight size={20} /> Pull list</ToolButton
    >
    <button
      type="button"
      class="btn preset-tonal"
      disabled={dirty.length === 0 || sending}
      onclick={() => save()}>Keep</button
    >
    <button type="button" class="btn preset-filled plan" disabled={sending || every} onclick={plan}
      >Plan this day</button
    >
  </header>

  {#each problems as each (each.path)}<p class="notice" role="alert">{each.problem} {each.remedy}</p>{/each}

  {#if columns.length === 0}
    <p class="empty">Nobody gets bread yet. Add who it leaves for, and when, in Customers.</p>
  {:else if book.products.length === 0}
    <p class="empty">This bakery makes nothing yet. Publish a formula first.</p>
  {:else}
    <div class="scroll">
      <table>
        <thead>
          <tr>
            <th scope="col" class="corner">pieces</th>
            {#each columns as { customer, drop, off } (`${customer.slug} ${drop}`)}
              <th scope="col" class:off>
                <span class="who">{customer.name}</span>
                <span class="drop">{drop}{off ? ', off' : ''}</span>
              </th>
            {/each}
            <th scope="col" class="sum">ordered</th>
            <th scope="col" class="sum">to bake</th>
          </tr>
        </thead>
        {#each doughs as dough (dough)}
          {@const products = book.products.filter((each) => each.dough === dough)}
          <tbody>
            <tr class="dough"><th scope="rowgroup" colspan={columns.length + 3}>{dough}</th></tr>
            {#each products as product (product.slug)}
              <tr>
                <th scope="row">{product.name}</th>
                {#each columns as { customer, drop, off }, column (`${customer.slug} ${drop}`)}
                  {@const key = keyOf({ customer: customer.slug, product: product.slug, drop })}
                  {@const usual = standing.get(key)?.weekdays[weekday] ?? 0}
                  {@const said = !every && piecesIn(key) !== usual && !off}
                  <td class:off>
                    <input
                      name={key}
                      class:said
                      class:typed={dirty.includes(key)}
                      value={shownIn(key)}
                      inputmode="numeric"
                      autocomplete="off"
                      aria-label={`${product.name} for ${customer.name} at ${drop}`}
                      aria-invalid={piecesIn(key) === null}
                      title={piecesIn(key) === null
                        ? 'This is not a number of pieces. Use a whole number.'
                        : said
                          ? `Every ${WEEKDAYS[weekday]} ${usual}`
                          : undefined}
                      data-row={rowOf.get(product.slug)}
                      data-column={column}
                      oninput={(event) => change(key, event.currentTarget.value)}
                      onblur={() => (history = settle(history))}
                      onkeydown={moveFrom}
                    />
                  </td>
                {/each}
                <td class="sum">{sum('ordered', (each) => each.product === product.slug) || ''}</td>
                <td class="sum baked">{sum('baked', (each) => each.product === product.slug) || ''}</td>
              </tr>
            {/each}
          </tbody>
        {/each}
        <tfoot>
          <tr>
            <th scope="row">pieces</th>
            {#each columns as { customer, drop } (`${customer.slug} ${drop}`)}
              <td class="sum"
                >{shownLines
                  .filter((line) => line.customer === customer.slug && line.drop === drop)
                  .reduce((all, line) => all + line.pieces, 0) || ''}</td
              >
            {/each}
            <td class="sum">{sum('ordered', () => true)}</td>
            <td class="sum baked">{sum('baked', () => true)}</td>
          </tr>
        </tfoot>
      </table>
    </div>
    {#if wrong.length > 0}<p class="notice" role="alert">
        {wrong.length === 1 ? 'One cell is' : `${wrong.length} cells are`} not a number of pieces. Use whole numbers.
      </p>{/if}
    <p class="quiet">
      {#if every}What is typed here counts for every {WEEKDAYS[weekday]} from now on.
      {:else}Underlined figures are of this day only; the others are of every {WEEKDAYS[weekday]}.{/if}
    </p>
  {/if}
</div>

<Sheet open={panel === 'table'} title="Tables of orders" onclose={() => (panel = null)}>
  <TablePanel
    {date}
    customers={book.customers}
    products={book.products}
    csv={ordersToCsv(
      shownLines.filter(({ pieces }) => pieces > 0),
      book,
    )}
    ontake={take}
  />
</Sheet>
<Sheet open={panel === 'customers'} title="Customers" onclose={() => (panel = null)}>
  <CustomersPanel customers={book.customers} onkept={() => onopen(date)} />
</Sheet>
<Sheet open={panel === 'pull'} title={`Pull list for ${formatDate(date)}`} onclose={() => (panel = null)}>
  {#if input}<PullList {input} changed={dirty.length > 0} />{/if}
</Sheet>
<Sheet open={panel === 'keys'} title="Keys of this room" onclose={() => (panel = null)}>
  <KeyList keys={KEYS} />
</Sheet>

<style>
  .room {
    padding: 0.75rem 1.5rem 1.5rem;
  }
  header {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.25rem 0.5rem;
    margin-bottom: 0.6rem;
  }
  h1 {
    font-size: 1.5rem;
    font-weight: 700;
    margin-right: 0.25rem;
  }
  .date input {
    width: 9.5rem;
    padding-inline: 0.5rem;
    min-height: 2.5rem;
  }
  .which button {
    min-height: 2.5rem;
    padding: 0 0.7rem;
    cursor: pointer;
    border-bottom: 3px solid transparent;
  }
  .which button[aria-checked='true'] {
    border-bottom-color: currentColor;
    font-weight: 700;
  }
  .state {
    margin-left: auto;
    font-size: 0.875rem;
    color: light-dark(var(--color-surface-700), var(--color-surface-300));
  }
  .btn {
    min-height: 2.5rem;
  }
  .btn:disabled {
    opacity: 0.4;
  }
  .plan {
    font-weight: 700;
  }
  .scroll {
    overflow-x: auto;
  }
  table {
    border-collapse: collapse;
  }
  thead th {
    vertical-align: bottom;
    text-align: right;
    padding: 0 0.5rem 0.25rem;
    font-weight: 400;
    min-width: 5.5rem;
  }
  .who {
    display: block;
    font-weight: 600;
    line-height: 1.15;
  }
  .drop {
    font-family: var(--figures);
    font-size: 0.875rem;
  }
  tbody th,
  tfoot th,
  .corner {
    text-align: left;
    font-weight: 400;
    padding-right: 1rem;
    white-space: nowrap;
  }
  .dough th {
    padding-top: 0.5rem;
    font-size: 0.8125rem;
    color: light-dark(var(--color-surface-700), var(--color-surface-300));
  }
  td {
    padding: 1px 2px;
    border-bottom: 1px solid light-dark(var(--color-surface-200), var(--color-surface-800));
  }
  tbody tr:not(.dough) th {
    border-bottom: 1px solid light-dark(var(--color-surface-200), var(--color-surface-800));
  }
  td input {
    width: 100%;
    min-height: 1.9rem;
    padding: 0 0.5rem;
    text-align: right;
    font-family: var(--figures);
    background: transparent;
    border-radius: var(--radius-base);
  }
  td input:hover,
  td input:focus {
    background: light-dark(var(--color-surface-100), var(--color-surface-900));
  }
  td input.said {
    text-decoration: underline;
    text-underline-offset: 0.25em;
    font-weight: 700;
  }
  td input.typed {
    box-shadow: inset 3px 0 0 currentColor;
  }
  td input[aria-invalid='true'] {
    box-shadow: inset 0 0 0 2px light-dark(var(--color-error-600), var(--color-error-400));
  }
  .off {
    opacity: 0.5;
  }
  thead .sum {
    font-family: inherit;
  }
  .corner {
    padding-left: 0;
  }
  .sum {
    text-align: right;
    font-family: var(--figures);
    padding: 0 0.5rem;
  }
  .baked {
    font-weight: 700;
  }
  tfoot td,
  tfoot th {
    border-top: 2px solid light-dark(var(--color-surface-400), var(--color-surface-600));
    border-bottom: 0;
    padding-top: 0.3rem;
  }
  .empty {
    max-width: 30rem;
    margin: 4rem 0;
    font-size: 1.25rem;
  }
</style>
