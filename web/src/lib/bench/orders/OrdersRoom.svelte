<script lang="ts">
  import { untrack } from 'svelte';
  import { type DayInput, isOff, ordersOn, totalsOf, type OrderLine } from '@jovet/core/plan/demand';
  import { ordersToCsv } from '@jovet/core/formats';
  import { formatDate, weekdayOf, WEEKDAYS } from '@jovet/core/time';
  import Store from '@lucide/svelte/icons/store';
  import Table from '@lucide/svelte/icons/table-2';
  import Weight from '@lucide/svelte/icons/weight';
  import type { OrderBook } from '../../server/database/orders';
  import Panel from '../../ui/Panel.svelte';
  import ToolButton from '../../ui/ToolButton.svelte';
  import Problems from '../../ui/Problems.svelte';
  import Which from '../../ui/Which.svelte';
  import { beginHistory, record, redo, settle, undo } from '../../room/history';
  import DayField from '../DayField.svelte';
  import RoomHead from '../../room/RoomHead.svelte';
  import { rememberTyped, typedAt, type Texts } from '../../sync/typed';
  import { keyOf } from '../../sync/cells';
  import { unsent } from '../../sync/unsent.svelte';
  import type { Work } from '../../sync/work';
  import { dropsOf, KEYS, readPieces } from './cells';
  import { cellIn, saidIn, weekIn, withWaiting } from './keeping';
  import CustomersPanel from './CustomersPanel.svelte';
  import OrderTable, { type OrderCell, type OrderColumn } from './OrderTable.svelte';
  import PullList from './PullList.svelte';
  import TablePanel from './TablePanel.svelte';

  interface Props {
    date: string;
    book: OrderBook;
    /** Percent baked over, by product. */
    over: Readonly<Record<string, number>>;
    input: DayInput | null;
    onopen: (date: string) => Promise<void>;
  }

  /** The room Orders: what leaves when, for whom, on a day or every week. */
  let { date, book, over, input, onopen }: Props = $props();

  let every = $state(false);
  /** What was typed into cells and is not saved yet, by `customer product drop`: of the day, or of every week. */
  const place = $derived(every ? `orders every ${weekdayOf(date)}` : `orders ${date}`);
  let history = $state.raw(untrack(() => beginHistory<Texts>([], typedAt(place))));
  $effect(() => rememberTyped(place, typed));
  /** What stood there when a cell was typed into, as JSON: others may change it meanwhile. */
  let typedOn = $state.raw(untrack(() => typedAt(`${place}, on`)));
  $effect(() => rememberTyped(`${place}, on`, typedOn));
  function show(which: boolean) {
    every = which;
    history = beginHistory<Texts>([], typedAt(place));
    typedOn = typedAt(`${place}, on`);
  }
  let panel = $state<'table' | 'customers' | 'pull' | null>(null);
  const isOfRoom = (work: Work) => work.kind === 'standing' || (work.kind === 'orders' && work.date === date);
  const own = $derived(unsent.all.filter(({ work, refused }) => isOfRoom(work) && !refused));
  /** What the server has and the book that is shown does not know yet. */
  let justKept = $state.raw<readonly Work[]>([]);
  $effect(() => {
    void book;
    justKept = [];
  });
  $effect(() =>
    unsent.listen((work, _, done) => {
      if (!isOfRoom(work)) return;
      if (done) justKept = [...justKept, work];
      void onopen(date);
    }),
  );

  const typed = $derived(history.present);
  const weekday = $derived(weekdayOf(date));
  const cells = $derived(
    withWaiting(book.standing, book.said, [...justKept, ...own.map(({ work }) => work)], date),
  );
  const { standing } = $derived(cells);
  const lines = $derived(ordersOn(date, book.customers, [...standing.values()], [...cells.said.values()]));
  const known = $derived(new Map(lines.map((line) => [keyOf(line), line])));
  const columns = $derived(
    book.customers
      .flatMap((customer) =>
        dropsOf(customer, [...lines, ...standing.values()]).map((drop) => ({
          customer,
          drop,
          off: isOff(customer, date),
        })),
      )
      .sort((a, b) => a.drop.localeCompare(b.drop) || a.customer.name.localeCompare(b.customer.name)),
  );

  const valueOf = (key: string): number =>
    every ? (standing.get(key)?.weekdays[weekday] ?? 0) : (known.get(key)?.pieces ?? 0);
  const shownIn = (key: string): string => typed[key] ?? (valueOf(key) > 0 ? String(valueOf(key)) : '');
  const piecesIn = (key: string): number | null => readPieces(shownIn(key));
  const wrong = $derived(Object.keys(typed).filter((key) => piecesIn(key) === null));
  const dirty = $derived(Object.keys(typed).filter((key) => piecesIn(key) !== valueOf(key)));

  const howItStands = $derived(
    dirty.length > 0
      ? `${dirty.length} ${dirty.length === 1 ? 'change' : 'changes'} not saved yet`
      : own.length === 0 && justKept.length === 0
        ? ''
        : unsent.trouble.length > 0
          ? 'Not sent yet'
          : 'Saving…',
  );

  const unmade = $derived(book.products.filter(({ made, slug }) => !made && sum('ordered', slug) > 0));

  const shownLines = $derived(
    book.products.flatMap((product) =>
      columns.map(({ customer, drop }) => {
        const line = { customer: customer.slug, product: product.slug, drop };
        return { ...line, pieces: piecesIn(keyOf(line)) ?? 0 };
      }),
    ),
  );
  const totals = $derived(totalsOf(shownLines, (product) => over[product] ?? 0));
  /** Pieces of a product, or of all. */
  const sum = (of: 'ordered' | 'baked', product?: string): number =>
    totals
      .filter((each) => product === undefined || each.product === product)
      .reduce((all, each) => all + each[of], 0);
  const sumFor = ({ customer, drop }: OrderColumn): number =>
    shownLines
      .filter((line) => line.customer === customer.slug && line.drop === drop)
      .reduce((all, line) => all + line.pieces, 0);

  /** A cell as it stands. */
  function cellOf(product: string, { customer, drop, off }: OrderColumn): OrderCell {
    const key = keyOf({ customer: customer.slug, product, drop });
    const usual = standing.get(key)?.weekdays[weekday] ?? 0;
    const invalid = piecesIn(key) === null;
    const differs = !every && piecesIn(key) !== usual && !off;
    const title = invalid
      ? 'This is not a number of pieces. Use a whole number.'
      : differs
        ? `Every ${WEEKDAYS[weekday]} ${usual}`
        : undefined;
    return { key, text: shownIn(key), invalid, said: differs, typed: dirty.includes(key), title };
  }
  /** Cells that are typed into from now on: what they say is said on what stands there now. */
  function standOn(keys: readonly string[]) {
    const fresh = keys.filter((key) => !(key in typed) || !(key in typedOn));
    const wasIn = (key: string) => (every ? weekIn(cells, key) : cellIn(cells, key));
    typedOn = { ...typedOn, ...Object.fromEntries(fresh.map((key) => [key, JSON.stringify(wasIn(key))])) };
  }
  function change(key: string, text: string) {
    standOn([key]);
    history = record(history, { ...typed, [key]: text }, key);
  }
  /** Hands over what is typed. @returns whether all of it can be read, and is kept by the server */
  async function save(): Promise<boolean> {
    if (wrong.length > 0) {
      document.querySelector<HTMLElement>(`[name="${wrong[0]}"]`)?.focus();
      return false;
    }
    if (dirty.length > 0) {
      const now = $state.snapshot(dirty);
      const was = <T,>(in_: (key: string) => T) =>
        Object.fromEntries(now.map((key) => [key, key in typedOn ? (JSON.parse(typedOn[key] ?? '') as T) : in_(key)]));
      const doc = <T,>(of: (key: string, pieces: number) => T) =>
        Object.fromEntries(now.map((key) => [key, of(key, piecesIn(key) ?? 0)]));
      const [work, value] = every
        ? [{ kind: 'standing' as const, doc: doc(weekWith) }, was((key) => weekIn(cells, key))]
        : [{ kind: 'orders' as const, date, doc: doc((key, pieces) => saidIn(cells, weekday, key, pieces)) }, was((key) => cellIn(cells, key))];
      const sent = unsent.add(work, { value, rev: 0 });
      [history, typedOn] = [beginHistory<Texts>([], {}), {}];
      await sent;
    }
    return !unsent.all.some(({ work }) => isOfRoom(work));
  } // prettier-ignore
  const weekWith = (key: string, pieces: number) => {
    const week = weekIn(cells, key);
    return { ...week, weekdays: week.weekdays.map((each, day) => (day === weekday ? pieces : each)) };
  };
  async function plan() {
    if (await save()) location.assign(`/plan/day/${date}`);
  }

  /** Takes lines of a table, or of another day, into the cells. */
  function take(taken: readonly OrderLine[], whole: boolean) {
    const next: Record<string, string> = { ...typed };
    if (whole) for (const line of shownLines) next[keyOf(line)] = '';
    for (const line of taken) next[keyOf(line)] = String(line.pieces);
    standOn(Object.keys(next));
    history = record(history, next, 'table');
    history = settle(history);
    panel = null;
  }

  const actions = {
    save: () => void save(),
    undo: () => (history = undo(history)),
    redo: () => (history = redo(history)),
  };
</script>

<div class="room">
  <RoomHead title="Orders" standing={howItStands} {actions} keys={KEYS} {history}>
    {#snippet about()}
      <DayField {date} {onopen} />
      <Which
        label="What is shown"
        value={every ? 'every' : 'day'}
        options={[
          { value: 'day', text: 'this day' },
          { value: 'every', text: `every ${WEEKDAYS[weekday]}` },
        ]}
        onchange={(which) => show(which === 'every')}
      />
    {/snippet}
    <ToolButton label="Tables" title="Tables in and out, other days" onclick={() => (panel = 'table')}
      ><Table size={20} /></ToolButton
    >
    <ToolButton label="Customers" title="Customers and their vans" onclick={() => (panel = 'customers')}
      ><Store size={20} /></ToolButton
    >
    <ToolButton label="Pull list" disabled={input === null} onclick={() => (panel = 'pull')}
      ><Weight size={20} /> Pull list</ToolButton
    >
    <button type="button" class="btn preset-tonal" disabled={dirty.length === 0} onclick={() => save()}
      >Save</button
    >
    <button type="button" class="btn preset-filled plan" disabled={every} onclick={plan}>Plan this day</button
    >
  </RoomHead>

  {#each unmade as { slug, name, formula, dough } (slug)}<p class="notice" role="alert">
      <span
        >{sum('ordered', slug)} × {name} are ordered, and no formula in use makes them: the day cannot be planned.
        Take
        <a href="/know/formulas/{formula}">{dough}</a> into use again with this product, or empty its cells.</span
      >
    </p>{/each}

  {#if columns.length === 0}
    <p class="empty">
      Nobody gets bread yet.
      <button type="button" class="link" onclick={() => (panel = 'customers')}
        >Add who it leaves for, and when</button
      >.
    </p>
  {:else if book.products.length === 0}
    <p class="empty">
      This bakery makes nothing yet. <a class="link" href="/know/formulas">Publish a formula</a> first.
    </p>
  {:else}
    <OrderTable
      products={book.products}
      {columns}
      {cellOf}
      {sum}
      {sumFor}
      onchange={change}
      onsettle={() => (history = settle(history))}
    />
    <Problems
      notice
      problems={wrong.length > 0
        ? [
            `${wrong.length === 1 ? 'One cell is' : `${wrong.length} cells are`} not a number of pieces. Use whole numbers.`,
          ]
        : []}
    />
    <p class="quiet">
      {#if every}What is typed here counts for every {WEEKDAYS[weekday]} from now on.
      {:else}Underlined figures are of this day only; the others are of every {WEEKDAYS[weekday]}.{/if}
    </p>
  {/if}
</div>

<Panel open={panel === 'table'} title="Tables of orders" onclose={() => (panel = null)}>
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
</Panel>
<Panel open={panel === 'customers'} title="Customers" onclose={() => (panel = null)}>
  <CustomersPanel customers={book.customers} onkept={() => onopen(date)} />
</Panel>
<Panel open={panel === 'pull'} title={`Pull list for ${formatDate(date)}`} onclose={() => (panel = null)}>
  {#if input}<PullList {input} changed={dirty.length > 0} />{/if}
</Panel>

<style>
  .room {
    padding: 0.75rem 1.5rem 1.5rem;
  }
  .plan {
    font-weight: 700;
  }
  .empty {
    max-width: 30rem;
    margin: 4rem 0;
    font-size: 1.25rem;
  }
</style>
