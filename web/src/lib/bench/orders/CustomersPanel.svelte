<script lang="ts">
  import { slugOf } from '@jovet/core/formula';
  import type { Customer } from '@jovet/core/plan/demand';
  import type { KeptCustomer } from '../../server/database/customer';
  import { parseTimeOfDay } from '@jovet/core/time';
  import Choice from '../../ui/Choice.svelte';
  import Field from '../../ui/Field.svelte';
  import { send } from '../send';

  const SHORT: readonly { readonly value: Customer['short']; readonly text: string }[] = [
    { value: 'first', text: 'Gets less first' },
    { value: 'even', text: 'Gets less like the others' },
    { value: 'last', text: 'Gets less last' },
  ];

  interface Props {
    customers: readonly KeptCustomer[];
    onkept: () => void;
  }

  /** Who bread leaves for, when the van goes there, and when nothing goes there. */
  let { customers, onkept }: Props = $props();
  let open = $state<string | null>(null);
  let rev = $state(0);
  let name = $state('');
  let drops = $state('');
  let off = $state('');
  let short = $state<Customer['short']>('even');
  let problems = $state<Record<string, string>>({});
  /** Orders that would go with the customer. */
  let ordered = $state('');

  function edit(customer: KeptCustomer | null) {
    rev = customer?.rev ?? 0;
    open = customer?.slug ?? '';
    name = customer?.name ?? '';
    drops = customer?.drops.join(', ') ?? '';
    off = customer?.off.map(({ from, to }) => (from === to ? from : `${from} to ${to}`)).join(', ') ?? '';
    short = customer?.short ?? 'even';
    problems = {};
    ordered = '';
  }
  /** Reads the fields, or says what is wrong with each. */
  function read(): Customer | null {
    const found: Record<string, string> = {};
    const pieces = (text: string) =>
      text
        .split(/[,;\n]+/)
        .map((each) => each.trim())
        .filter((each) => each !== '');
    const times = pieces(drops).map((each) => ({ each, time: parseTimeOfDay(each) }));
    const spans = pieces(off).map((each) => {
      const [, from = '', to = from] =
        /^(\d{4}-\d{2}-\d{2})(?:\s*(?:to|–|-)\s*(\d{4}-\d{2}-\d{2}))?$/.exec(each) ?? [];
      return { each, from, to };
    });
    if (name.trim() === '') found['name'] = 'Nobody is named here. Type a name.';
    if (times.length === 0) found['drops'] = 'No time is entered. Type when the van goes, such as 06:30.';
    for (const { each, time } of times)
      if (!time.ok) found['drops'] = `“${each}” is not a time of day. Type hours and minutes, such as 06:30.`;
    for (const span of spans)
      if (span.from === '' || span.to < span.from)
        found['off'] = `“${span.each}” is not a day. Type 2026-12-24, or 2026-12-24 to 2026-12-26.`;
    problems = found;
    if (Object.keys(found).length > 0) return null;
    return {
      schema: 1,
      slug: open === '' || open === null ? slugOf(name) : open,
      name: name.trim(),
      drops: [...new Set(times.flatMap(({ time }) => (time.ok ? [time.value] : [])))].sort(),
      off: spans.map(({ from, to }) => ({ from, to })),
      short,
    };
  }
  async function keep() {
    const customer = read();
    if (!customer) return;
    const answer = await send('PUT', `customers/${customer.slug}`, { base: rev, customer });
    if (answer.kind !== 'done')
      problems = Object.fromEntries(
        answer.problems.map(({ path, problem, remedy }) => [
          path === 'customer.drops' ? 'drops' : 'name',
          `${problem} ${remedy}`,
        ]),
      );
    else {
      open = null;
      onkept();
    }
  }
  async function retire(slug: string, withOrders: boolean) {
    const answer = await send('DELETE', `customers/${slug}?rev=${rev}${withOrders ? '&orders=too' : ''}`);
    if (answer.kind === 'done') {
      open = null;
      onkept();
    } else ordered = answer.problems.map(({ problem }) => problem).join(' ');
  }
</script>

<ul>
  {#each customers as customer (customer.slug)}
    <li>
      <span><b>{customer.name}</b> {customer.drops.join(', ')}</span>
      <button type="button" class="btn preset-tonal" onclick={() => edit(customer)}>Change</button>
    </li>
  {:else}<li>Nobody yet.</li>{/each}
</ul>
{#if open === null}
  <button type="button" class="btn preset-filled" onclick={() => edit(null)}>Add a customer</button>
{:else}
  <form
    onsubmit={(event) => {
      event.preventDefault();
      void keep();
    }}
  >
    <Field
      label="Name"
      name="customer-name"
      value={name}
      problem={problems['name']}
      oninput={(value) => (name = value)}
    />
    <Field
      label="When the van goes there"
      name="customer-drops"
      value={drops}
      problem={problems['drops']}
      placeholder="06:30, 11:00"
      oninput={(value) => (drops = value)}
    />
    <Field
      label="Days on which nothing goes there"
      name="customer-off"
      value={off}
      problem={problems['off']}
      placeholder="2026-12-24 to 2026-12-26"
      oninput={(value) => (off = value)}
    />
    <Choice
      label="Where not all can be made"
      name="customer-short"
      value={short}
      options={SHORT}
      onchange={(value) => (short = value as Customer['short'])}
    />
    <p class="row">
      <button type="submit" class="btn preset-filled">Keep</button>
      <button type="button" class="btn preset-tonal" onclick={() => (open = null)}>Leave it</button>
      {#if open !== '' && ordered === ''}<button
          type="button"
          class="btn preset-tonal"
          onclick={() => retire(open ?? '', false)}>Take off the list</button
        >{/if}
    </p>
    {#if ordered !== ''}<p class="notice row" role="alert">
        <span>{ordered}</span>
        <button type="button" class="btn preset-tonal" onclick={() => retire(open ?? '', true)}
          >Take off with its orders</button
        >
      </p>{/if}
  </form>
{/if}

<style>
  li {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 1rem;
    padding: 0.25rem 0;
  }
  form {
    display: grid;
    gap: 0.75rem;
    margin-top: 1rem;
  }
  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 0.5rem;
  }
  .btn {
    min-height: 2.5rem;
  }
</style>
