<script lang="ts">
  import { HOUSE_FIELDS, PIECE_FIELDS, RATES, type FloorDraft } from '@jovet/core/bakehouse';
  import Field from '../../ui/Field.svelte';
  import Fold from '../../ui/Fold.svelte';
  import FieldEntry from '../FieldEntry.svelte';

  interface Props {
    draft: FloorDraft;
    /** ISO code of the money of the bakehouse. */
    currency: string;
    /** Products of all formulas, by the name they are known by. */
    products: readonly { readonly slug: string; readonly name: string }[];
    /** What is wrong, by the place of its field. */
    problems: Readonly<Record<string, string>>;
    onhouse: (name: string, text: string) => void;
    onrate: (path: string, text: string) => void;
    onpiece: (product: string, name: string, text: string) => void;
  }

  /** What holds for all of the bakehouse, what pieces bring, and how long hands take. */
  let { draft, currency, products, problems, onhouse, onrate, onpiece }: Props = $props();
</script>

<section>
  <h2>For all of it</h2>
  <div class="things">
    {#each HOUSE_FIELDS as each (each.name)}
      <FieldEntry
        field={each}
        name={`house.${each.name}`}
        value={draft.house[each.name] ?? ''}
        problem={problems[`house.${each.name}`]}
        onchange={(text) => onhouse(each.name, text)}
      />
    {/each}
  </div>
</section>

<Fold
  heading
  title="What pieces bring"
  open={Object.keys(problems).some((path) => path.startsWith('pieces.'))}
>
  <p class="quiet">
    Where not all can be made, what brings least is offered to be left out first, and what can be bought in is
    offered to be.
  </p>
  <table>
    <thead>
      <tr
        ><th scope="col">A piece, in {currency}</th>{#each PIECE_FIELDS as { name, label } (name)}<th
            scope="col">{label}</th
          >{/each}</tr
      >
    </thead>
    <tbody>
      {#each products as product (product.slug)}
        <tr>
          <th scope="row">{product.name}</th>
          {#each PIECE_FIELDS as each (each.name)}
            <td
              ><FieldEntry
                field={{ ...each, label: `${product.name}: ${each.label}` }}
                name={`pieces.${product.slug}.${each.name}`}
                value={draft.pieces[product.slug]?.[each.name] ?? ''}
                problem={problems[`pieces.${product.slug}.${each.name}`]}
                onchange={(text) => onpiece(product.slug, each.name, text)}
              /></td
            >
          {/each}
        </tr>
      {:else}<tr><td>No formula makes anything yet.</td></tr>{/each}
    </tbody>
  </table>
</Fold>

<Fold
  heading
  title="How long hands take"
  open={Object.keys(problems).some((path) => path.startsWith('rates.'))}
>
  <div class="things">
    {#each RATES as [path, name] (path)}
      <Field
        label={name}
        name={`rates.${path}`}
        unit="s"
        value={draft.rates[path] ?? ''}
        problem={problems[`rates.${path}`]}
        oninput={(text) => onrate(path, text)}
      />
    {/each}
  </div>
  <p class="quiet">Two people take 55 % of the time of one.</p>
</Fold>

<style>
  h2 {
    display: inline-block;
    font-size: 1.0625rem;
    font-weight: 700;
    margin: 1rem 0 0.4rem;
  }
  th {
    font-weight: 400;
    text-align: left;
    padding-right: 1.5rem;
  }
  td {
    width: 11rem;
    padding: 0.15rem 0.9rem 0.15rem 0;
  }
  td :global(.field-name) {
    position: absolute;
    clip-path: inset(50%);
  }
  .things {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(12rem, 1fr));
    gap: 0.5rem 0.9rem;
    align-items: end;
  }
</style>
