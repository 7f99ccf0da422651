<script lang="ts" module>
  import type { OrderBook } from '../../server/database/orders';
  import { gridKeys } from '../../ui/grid-keys';

  /** A customer’s van. */
  export interface OrderColumn {
    readonly customer: OrderBook['customers'][number];
    readonly drop: string;
    /** Nothing goes there on this day. */
    readonly off: boolean;
  }

  export interface OrderCell {
    /** `customer product drop` */
    readonly key: string;
    readonly text: string;
    readonly invalid: boolean;
    /** It is of this day only. */
    readonly said: boolean;
    /** It is not kept yet. */
    readonly typed: boolean;
    readonly title: string | undefined;
  }
</script>

<script lang="ts">
  interface Props {
    products: OrderBook['products'];
    columns: readonly OrderColumn[];
    cellOf: (product: string, column: OrderColumn) => OrderCell;
    /** Pieces of a product, or of all. */
    sum: (of: 'ordered' | 'baked', product?: string) => number;
    sumFor: (column: OrderColumn) => number;
    onchange: (key: string, text: string) => void;
    onsettle: () => void;
  }

  /** Products down, customers and their vans across. */
  let { products, columns, cellOf, sum, sumFor, onchange, onsettle }: Props = $props();
  const doughs = $derived([...new Set(products.map(({ dough }) => dough))]);
  const rowOf = $derived(new Map(products.map(({ slug }, index) => [slug, index])));
</script>

<div class="scroll" {@attach gridKeys()}>
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
      {@const own = products.filter((each) => each.dough === dough)}
      <tbody>
        <tr class="dough"><th scope="rowgroup" colspan={columns.length + 3}>{dough}</th></tr>
        {#each own as product (product.slug)}
          <tr>
            <th scope="row" class:unmade={!product.made}
              >{product.name}{product.made ? '' : ', not made now'}</th
            >
            {#each columns as column, index (`${column.customer.slug} ${column.drop}`)}
              {@const { key, text, invalid, said, typed, title } = cellOf(product.slug, column)}
              <td class:off={column.off}>
                <input
                  name={key}
                  class:said
                  class:typed
                  value={text}
                  inputmode="numeric"
                  autocomplete="off"
                  aria-label={`${product.name} for ${column.customer.name} at ${column.drop}`}
                  aria-invalid={invalid}
                  {title}
                  data-row={rowOf.get(product.slug)}
                  data-column={index}
                  oninput={(event) => onchange(key, event.currentTarget.value)}
                  onblur={onsettle}
                />
              </td>
            {/each}
            <td class="sum">{sum('ordered', product.slug) || ''}</td>
            <td class="sum baked">{sum('baked', product.slug) || ''}</td>
          </tr>
        {/each}
      </tbody>
    {/each}
    <tfoot>
      <tr>
        <th scope="row">pieces</th>
        {#each columns as column (`${column.customer.slug} ${column.drop}`)}
          <td class="sum">{sumFor(column) || ''}</td>
        {/each}
        <td class="sum">{sum('ordered')}</td>
        <td class="sum baked">{sum('baked')}</td>
      </tr>
    </tfoot>
  </table>
</div>

<style>
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
  .unmade {
    font-style: italic;
  }
</style>
