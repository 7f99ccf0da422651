<script lang="ts">
  import { onMount } from 'svelte';
  import type { Formula } from '@jovet/core/formula';
  import type { DoughAsk } from '@jovet/core/plan';
  import type { Customer, OrderLine } from '@jovet/core/plan/demand';
  import { formatDate } from '@jovet/core/time';
  import Choice from '../../ui/Choice.svelte';
  import { ask } from '../../sync/ask';

  interface Props {
    ask: DoughAsk;
    formula: Formula;
    onclose: () => void;
  }

  /** Adds the pieces of a dough to what a customer gets on its day. */
  let { ask: wanted, formula, onclose }: Props = $props();

  interface Book {
    readonly customers: readonly Customer[];
    readonly lines: readonly OrderLine[];
    readonly said: readonly OrderLine[];
  }
  let orders = $state.raw<Book | null>(null);
  let chosen = $state('');
  let said = $state('');
  let done = $state(false);
  onMount(async () => {
    const answer = await ask('GET /orders/{date}', { params: { date: wanted.date } });
    if (answer.kind !== 'done') {
      said = answer.problems.map(({ problem, remedy }) => `${problem} ${remedy}`).join(' ');
      return;
    }
    orders = answer.value;
    chosen = vans[0]?.value ?? '';
  });
  const minutes = (time: string) => Number(time.slice(0, 2)) * 60 + Number(time.slice(3));
  /** Whose van leaves nearest to the time that was asked for comes first. */
  const vans = $derived(
    (orders?.customers ?? [])
      .flatMap(({ slug, name, drops }) => drops.map((drop) => ({ value: `${slug} ${drop}`, text: `${name}, ${drop}`, drop })))
      .sort((a, b) => Math.abs(minutes(a.drop) - minutes(wanted.time)) - Math.abs(minutes(b.drop) - minutes(wanted.time))),
  ); // prettier-ignore
  const made = $derived(wanted.pieces.filter(({ pieces }) => pieces > 0));
  const inBook = (of: 'lines' | 'said', product: string): number | null => {
    const [customer, drop] = chosen.split(' ');
    const isSame = (line: OrderLine) =>
      line.customer === customer && line.product === product && line.drop === drop;
    return orders?.[of].find(isSame)?.pieces ?? null;
  };
  const before = (product: string) => inBook('lines', product) ?? 0;
  const nameOf = (product: string) =>
    formula.doc.products.find(({ slug }) => slug === product)?.name ?? product;

  async function add() {
    const [customer = '', drop = ''] = chosen.split(' ');
    const lines = made.map(({ product, pieces }) => ({
      customer,
      product,
      drop,
      pieces: before(product) + pieces,
      was: inBook('said', product),
    }));
    const answer = await ask('PUT /orders/{date}', { params: { date: wanted.date }, body: { lines } });
    done = answer.kind === 'done';
    said =
      answer.kind === 'done'
        ? `It stands in the orders of ${formatDate(wanted.date)}.`
        : answer.problems.map(({ problem, remedy }) => `${problem} ${remedy}`).join(' ');
  }
</script>

<form onsubmit={(event) => (event.preventDefault(), void add())}>
  {#if orders && vans.length === 0}
    <p>
      Nobody gets anything yet. Add a customer and a van in <a href={`/plan/orders/${wanted.date}`}>Orders</a
      >.
    </p>
  {:else if orders && !done}
    <Choice
      label="For whom, by which van"
      name="bake.van"
      value={chosen}
      options={vans}
      onchange={(van) => (chosen = van)}
    />
    <ul>
      {#each made as { product, pieces } (product)}
        <li>
          {nameOf(product)}: <b>{before(product) + pieces}</b>{before(product) > 0
            ? ` (${before(product)} stand there already)`
            : ''}
        </li>
      {/each}
    </ul>
    <button type="submit" class="btn preset-filled">Add to {formatDate(wanted.date)}</button>
  {/if}
  {#if said}<p role="status">{said}</p>{/if}
  {#if done}
    <p><a href={`/plan/day/${wanted.date}`}>Plan that day</a></p>
    <button type="button" class="btn preset-tonal" onclick={onclose}>Close</button>
  {/if}
</form>

<style>
  form {
    display: grid;
    gap: 0.9rem;
    justify-items: start;
  }
  a {
    text-decoration: underline;
  }
</style>
