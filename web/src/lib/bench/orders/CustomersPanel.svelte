<script lang="ts">
  import Clashes from '../../sync/Clashes.svelte';
  import { keep, type Base } from '../../sync/keep';
  import type { Clash, Picks } from '../../sync/merge';
  import type { KeptCustomer } from '../../server/database/customer';
  import Choice from '../../ui/Choice.svelte';
  import Field from '../../ui/Field.svelte';
  import { ask, type Answer } from '../../sync/ask';
  import {
    CUSTOMER_FIELDS,
    draftOfCustomer,
    readCustomer,
    SHORT_WORDS,
    type CustomerDraft,
  } from './customer-draft';

  interface Props {
    customers: readonly KeptCustomer[];
    onkept: () => void;
  }

  /** Who bread leaves for, when the van goes there, and when nothing goes there. */
  let { customers, onkept }: Props = $props();
  /** The slug of whoever is changed; empty: a new one. */
  let open = $state<string | null>(null);
  let base = $state.raw<Base<CustomerDraft>>({ rev: 0, value: draftOfCustomer(null) });
  let draft = $state.raw(draftOfCustomer(null));
  let problems = $state.raw<Record<string, string>>({});
  let clashes = $state.raw<readonly Clash[]>([]);
  /** Orders that would go with the customer. */
  let ordered = $state('');

  const basedOn = (stands: unknown): Base<CustomerDraft> => {
    const customer = stands as KeptCustomer;
    return { rev: customer.rev, value: draftOfCustomer(customer) };
  };
  function edit(customer: KeptCustomer | null) {
    open = customer?.slug ?? '';
    base = customer ? basedOn(customer) : { rev: 0, value: draftOfCustomer(null) };
    draft = base.value;
    problems = {};
    clashes = [];
    ordered = '';
  }
  const set = (field: keyof CustomerDraft) => (text: string) => (draft = { ...draft, [field]: text });
  async function save(picks: Picks = {}) {
    const put = async (value: CustomerDraft, on: Base<CustomerDraft>): Promise<Answer<unknown>> => {
      const read = readCustomer(value, open ?? '');
      if (!read.ok) return { kind: 'refused', problems: read.problems };
      return ask('PUT /customers/{slug}', {
        params: { slug: read.value.slug },
        body: { base: on.rev, customer: read.value },
      });
    };
    const kept = await keep(draft, base, picks, put, basedOn);
    clashes = kept.kind === 'clash' ? kept.clashes : [];
    problems = {};
    if (kept.kind === 'refused')
      problems = Object.fromEntries(
        kept.problems.map(({ path, problem, remedy }) => {
          const [field = ''] = path.replace('customer.', '').split('.');
          return [field in CUSTOMER_FIELDS ? field : 'name', `${problem} ${remedy}`];
        }),
      );
    if (kept.kind !== 'done') return;
    open = null;
    onkept();
  }
  async function retire(slug: string, withOrders: boolean) {
    const answer = await ask('DELETE /customers/{slug}', {
      params: { slug },
      query: { rev: base.rev, orders: withOrders ? 'too' : undefined },
    });
    if (answer.kind === 'done') {
      open = null;
      onkept();
    } else ordered = answer.problems.map(({ problem }) => problem).join(' ');
  }
  const inWords = ({ path: [field = ''], mine, theirs }: Clash) => {
    const text = (value: unknown) =>
      field === 'short' ? SHORT_WORDS[value as CustomerDraft['short']] : String(value) || 'nothing';
    return { where: CUSTOMER_FIELDS[field as keyof CustomerDraft], mine: text(mine), theirs: text(theirs) };
  };
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
{:else if clashes.length > 0}
  <Clashes {clashes} wordsOf={inWords} onchosen={(picks) => void save(picks)} />
{:else}
  <form
    onsubmit={(event) => {
      event.preventDefault();
      void save();
    }}
  >
    {#each [['name', ''], ['drops', '06:30, 11:00'], ['off', '2026-12-24 to 2026-12-26']] as const as [field, placeholder] (field)}
      <Field
        label={CUSTOMER_FIELDS[field]}
        name={`customer-${field}`}
        value={draft[field]}
        problem={problems[field]}
        {placeholder}
        oninput={set(field)}
      />
    {/each}
    <Choice
      label={CUSTOMER_FIELDS.short}
      name="customer-short"
      value={draft.short}
      options={Object.entries(SHORT_WORDS).map(([value, text]) => ({ value, text }))}
      onchange={set('short')}
    />
    <p class="row">
      <button type="submit" class="btn preset-filled">Save</button>
      <button type="button" class="btn preset-tonal" onclick={() => (open = null)}>Cancel</button>
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
