<script lang="ts">
  import { slugOf } from '@jovet/core/formula';
  import { changeList, setText, type SheetProduct } from '@jovet/core/sheet';
  import Choice from '../../ui/Choice.svelte';
  import Problems from '../../ui/Problems.svelte';
  import { useEditing } from './editing';
  import SheetField from './SheetField.svelte';
  import { options, USE_WORDS } from './words';

  /** Products of the dough: scaled weights, what a piece is made of, what goes into and onto it; branches, coatings. */
  const editing = useEditing();
  const draft = $derived(editing.draft);
  const bakeLoss = $derived(draft.pieces.find(({ kind }) => kind === 'bake')?.fields.loss ?? '');

  function list<T>(path: string, change: (all: readonly T[]) => T[]) {
    editing.settle();
    editing.change(changeList(draft, path, change), `${path}.list`);
    editing.settle();
  }
  const freeId = () => `p${Math.max(0, ...draft.products.map(({ id }) => Number(id.slice(1)) || 0)) + 1}`;
  const addProduct = () =>
    list<SheetProduct>('products', (all) => [
      ...all,
      {
        id: freeId(),
        slug: '',
        name: '',
        scaledWeight: '',
        bakeLoss: '',
        parts: [],
        extras: [],
        way: null,
        over: '',
      },
    ]);
  function addBranch() {
    let slug = 'branch';
    for (let n = 2; draft.branches.some((branch) => branch.slug === slug); n += 1) slug = `branch-${n}`;
    list('branches', (all) => [...all, { slug, name: '', lines: [{ ingredient: '', percent: '' }] }]);
  }
  const doughs = $derived([
    { value: 'base', text: 'the dough' },
    ...draft.branches.map(({ slug, name }) => ({ value: slug, text: name || slugOf(slug) })),
  ]);
  const ROLES = [
    { value: 'whole', text: 'whole piece' },
    { value: 'core', text: 'core' },
    { value: 'wrapper', text: 'wrapper' },
  ];
  const set = (path: string) => (text: string) => editing.change(setText(draft, path, text), path);
</script>

<section aria-labelledby="products-title">
  <h2 id="products-title">Products of this dough</h2>
  {#each draft.products as product, index (product.id)}
    {@const at = `products.${index}`}
    <div class="product">
      <div class="line">
        <SheetField label="Name" path={`${at}.name`} />
        <SheetField label="Scaled weight" path={`${at}.scaledWeight`} />
        <SheetField label="Bake loss" path={`${at}.bakeLoss`} unit="%" placeholder={bakeLoss} />
        <SheetField label="Made over" path={`${at}.over`} unit="%" placeholder="as usual" />
        {@render remove(`Remove ${product.name || 'this product'}`, () =>
          list('products', (all) => all.toSpliced(index, 1)),
        )}
      </div>
      <Problems problems={[editing.problems[`${at}.parts`] ?? []].flat()} />
      {#each product.parts as part, place (place)}
        <div class="line inner">
          <Choice
            label="Made of"
            name={`${at}.parts.${place}.dough`}
            value={part.dough}
            options={doughs}
            problem={editing.problems[`${at}.parts.${place}`]}
            onchange={set(`${at}.parts.${place}.dough`)}
          />
          <Choice
            label="As"
            name={`${at}.parts.${place}.role`}
            value={part.role}
            options={ROLES}
            onchange={set(`${at}.parts.${place}.role`)}
          />
          <SheetField label="Of the piece" path={`${at}.parts.${place}.percent`} unit="%" />
          {@render remove('Remove this part', () => list(`${at}.parts`, (all) => all.toSpliced(place, 1)))}
        </div>
      {/each}
      {#each product.extras as extra, place (place)}
        <div class="line inner">
          <Choice
            label="With"
            name={`${at}.extras.${place}.use`}
            value={extra.use}
            options={options(USE_WORDS)}
            onchange={set(`${at}.extras.${place}.use`)}
          />
          <SheetField label="Ingredient" path={`${at}.extras.${place}.ingredient`} list="larder-names" />
          <SheetField label="For one piece" path={`${at}.extras.${place}.mass`} />
          {@render remove('Remove this', () => list(`${at}.extras`, (all) => all.toSpliced(place, 1)))}
        </div>
      {/each}
      <p class="adds">
        <button
          type="button"
          onclick={() =>
            list(`${at}.extras`, (all) => [...all, { use: 'topping', ingredient: '', mass: '' }])}
          >Add filling, topping or wash</button
        >
        <button
          type="button"
          onclick={() =>
            list<SheetProduct['parts'][number]>(`${at}.parts`, (all) => [
              ...all,
              all.length === 0
                ? { dough: 'base', role: 'core', percent: '70' }
                : { dough: doughs.at(-1)?.value ?? 'base', role: 'wrapper', percent: '30' },
            ])}>Make it of two doughs</button
        >
      </p>
    </div>
  {/each}
  <button type="button" class="btn preset-tonal" onclick={addProduct}>Add a product</button>
</section>

<section aria-labelledby="branches-title">
  <h2 id="branches-title">Branches</h2>
  <p class="quiet">Part of the dough with additions of its own, in percent of the flour in that part.</p>
  {#each draft.branches as branch, index (branch.slug)}
    <div class="product">
      <div class="line">
        <SheetField label="Name" path={`branches.${index}.name`} />
        {@render remove(`Remove ${branch.name || 'this branch'}`, () =>
          list('branches', (all) => all.toSpliced(index, 1)),
        )}
      </div>
      {#each branch.lines as _, place (place)}
        <div class="line inner">
          <SheetField
            label="Ingredient"
            path={`branches.${index}.lines.${place}.ingredient`}
            list="larder-names"
          />
          <SheetField label="Of its flour" path={`branches.${index}.lines.${place}.percent`} unit="%" />
          {@render remove('Remove this line', () =>
            list(`branches.${index}.lines`, (all) => all.toSpliced(place, 1)),
          )}
        </div>
      {/each}
      <p class="adds">
        <button
          type="button"
          onclick={() => list(`branches.${index}.lines`, (all) => [...all, { ingredient: '', percent: '' }])}
          >Add an ingredient</button
        >
      </p>
    </div>
  {/each}
  <button type="button" class="btn preset-tonal" onclick={addBranch}>Add a branch</button>
</section>

<section aria-labelledby="coatings-title">
  <h2 id="coatings-title">Coatings of the whole dough</h2>
  <p class="quiet">
    Outside the 100 %, but inside cost and allergens: bench flour, tray fat, butter folded in.
  </p>
  {#each draft.coatings as coating, index (index)}
    <div class="line">
      <Choice
        label="Use"
        name={`coatings.${index}.use`}
        value={coating.use}
        options={options(USE_WORDS)}
        onchange={set(`coatings.${index}.use`)}
      />
      <SheetField label="Ingredient" path={`coatings.${index}.ingredient`} list="larder-names" />
      <SheetField label="For 1 kg of dough" path={`coatings.${index}.perKilogram`} />
      {@render remove('Remove this coating', () => list('coatings', (all) => all.toSpliced(index, 1)))}
    </div>
  {/each}
  <button
    type="button"
    class="btn preset-tonal"
    onclick={() => list('coatings', (all) => [...all, { use: 'dusting', ingredient: '', perKilogram: '' }])}
    >Add a coating</button
  >
</section>

{#snippet remove(label: string, onclick: () => void)}
  <button type="button" class="remove" aria-label={label} title={label} {onclick}>×</button>
{/snippet}

<style>
  section {
    margin-bottom: 1.5rem;
  }
  h2 {
    font-size: 1.0625rem;
    font-weight: 700;
    margin-bottom: 0.3rem;
  }
  .product {
    margin-bottom: 0.9rem;
  }
  .line {
    display: grid;
    grid-template-columns:
      minmax(8rem, 14rem) minmax(7rem, 12rem) minmax(6rem, 8rem) minmax(6rem, 8rem)
      2.25rem;
    gap: 0.5rem;
    align-items: end;
    margin-bottom: 0.3rem;
  }
  .inner {
    margin-left: 1.5rem;
  }
  .remove {
    height: 2.4rem;
    font-size: 1.25rem;
    cursor: pointer;
    border-radius: var(--radius-base);
  }
  .remove:hover,
  .adds button:hover {
    background: light-dark(var(--color-surface-200), var(--color-surface-800));
  }
  .adds {
    margin-left: 1.5rem;
    display: flex;
    gap: 1rem;
  }
  .adds button {
    font-size: 0.875rem;
    text-decoration: underline;
    text-underline-offset: 0.2em;
    cursor: pointer;
  }
  .quiet {
    margin-bottom: 0.4rem;
  }
</style>
