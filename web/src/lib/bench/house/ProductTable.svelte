<script lang="ts">
  import type { FloorDraft } from '@jovet/core/bakehouse';
  import type { House } from '../../server/database/house';
  import Field from '../../ui/Field.svelte';

  interface Props {
    draft: FloorDraft;
    formulas: House['formulas'];
    /** What is wrong, by field. */
    wrong: Readonly<Record<string, string>>;
    onchange: (draft: FloorDraft) => void;
  }

  /** How each product stands and bakes here. */
  let { draft, formulas, wrong, onchange }: Props = $props();

  /** Every product of every formula has a line; those that said nothing yet begin empty. */
  const products = $derived(
    formulas.flatMap(({ slug: formula, formula: { doc } }) =>
      doc.products.map(({ slug: product, name }) => ({
        formula, product, name, dough: doc.name,
        index: draft.products.findIndex((each) => each.formula === formula && each.product === product),
      })),
    ),
  ); // prettier-ignore
  const addProduct = (formula: string, product: string) => {
    const blank = {
      formula,
      product,
      holder: '',
      perHolder: '1',
      perDeck: '',
      retard: false,
      temper: '',
      over: '',
    };
    onchange({ ...draft, products: [...draft.products, blank] });
  };
  const put = (index: number, change: object) =>
    onchange({
      ...draft,
      products: draft.products.map((each, at) => (at === index ? { ...each, ...change } : each)),
    });
</script>

<section>
  <h2>Products</h2>
  <table class="fields">
    <thead>
      <tr
        ><th scope="col">Product</th><th scope="col">stands in</th><th scope="col">pieces in one</th><th
          scope="col">pieces on a deck</th
        ><th scope="col">bake over, %</th><th scope="col">may proof cold</th><th scope="col"
          >then warm, min</th
        ></tr
      >
    </thead>
    <tbody>
      {#each products as { formula, product, name, dough, index } (`${formula} ${product}`)}
        {@const line = draft.products[index]}
        <tr>
          <th scope="row">{name} <span class="quiet">{dough}</span></th>
          {#if line}
            <td>
              <select
                class="select"
                aria-label={`${name} stands in`}
                value={line.holder}
                onchange={(event) => put(index, { holder: event.currentTarget.value })}
              >
                <option value="">nothing</option>
                {#each draft.holders as holder (holder.slug)}<option value={holder.slug}>{holder.name}</option
                  >{/each}
              </select>
            </td>
            {#each [['perHolder', 'pieces in one'], ['perDeck', 'pieces on a deck'], ['over', 'percent over']] as [key = '', word] (key)}
              <td>
                <Field
                  hideLabel
                  label={`${name}: ${word}`}
                  name={`products.${index}.${key}`}
                  value={line[key as 'perDeck']}
                  placeholder={key === 'perDeck' ? 'reckoned' : undefined}
                  problem={wrong[`products.${index}.${key}`]}
                  oninput={(value) => put(index, { [key]: value })}
                />
              </td>
            {/each}
            <td class="middle"
              ><input
                type="checkbox"
                aria-label={`${name} may proof in the cold`}
                checked={line.retard}
                onchange={() => put(index, { retard: !line.retard })}
              /></td
            >
            <td>
              {#if line.retard}
                <Field
                  hideLabel
                  label={`${name}: minutes in the warm after the cold`}
                  name={`products.${index}.temper`}
                  value={line.temper}
                  placeholder="none"
                  problem={wrong[`products.${index}.temper`]}
                  oninput={(temper) => put(index, { temper })}
                />
              {/if}
            </td>
          {:else}
            <td colspan="6"
              ><button type="button" class="link" onclick={() => addProduct(formula, product)}
                >Say how it stands and bakes</button
              > <span class="quiet">until then reckoned from its weight</span></td
            >
          {/if}
        </tr>
      {/each}
    </tbody>
  </table>
</section>

<style>
  h2 {
    font-size: 1.0625rem;
    font-weight: 700;
    margin: 1rem 0 0.4rem;
  }
</style>
