<script lang="ts">
  import { ingredientsToCsv } from '@jovet/core/formats';
  import { INGREDIENT_KINDS } from '@jovet/core/formula';
  import type { Shelved } from '../../server/database/ingredient';
  import Choice from '../../ui/Choice.svelte';
  import Field from '../../ui/Field.svelte';
  import Panel from '../../ui/Panel.svelte';
  import CopyTable from '../CopyTable.svelte';
  import ImportFile from '../ImportFile.svelte';
  import IngredientForm from './IngredientForm.svelte';
  import { download } from '../../ui/download';
  import { moneyIn } from '../money';
  import { percentText } from './words';

  /** The larder: what every ingredient is made of, costs and brings onto a label. */
  let {
    shelves,
    currency,
    onchanged,
  }: { shelves: readonly Shelved[]; currency: string; onchanged: () => void } = $props();
  let words = $state('');
  let kind = $state('');
  let retired = $state(false);
  let importing = $state(false);
  let open = $state.raw<Shelved | 'new' | null>(null);
  const money = $derived(moneyIn(currency));

  const shown = $derived(
    shelves.filter(
      (each) =>
        each.retired === retired &&
        (kind === '' || each.ingredient.kind === kind) &&
        `${each.ingredient.name} ${each.ingredient.grain ?? ''} ${each.ingredient.allergens.join(' ')}`
          .toLowerCase()
          .includes(words.trim().toLowerCase()),
    ),
  );
  const share = (value: number) => (value === 0 ? '' : percentText(value * 100));
  const HEADS = [
    'Ingredient',
    'Kind',
    'Water %',
    'Fat %',
    'Sugar %',
    'Whole grain %',
    'Absorbs %',
    'Cost a kg',
    'Contains',
  ];
  const cells = ({ ingredient: each }: Shelved) => [
    each.name,
    each.kind,
    each.kind === 'water' ? '100' : share(each.water),
    share(each.fat),
    share(each.sugar),
    share(each.wholeGrain),
    each.absorption === null ? '' : percentText(each.absorption),
    each.cost === null ? '' : money.text(each.cost),
    each.allergens.join(', '),
  ];
</script>

<div class="room">
  <header>
    <h1>Larder</h1>
    <a class="other" href="/know/formulas">Formulas</a>
    <span class="tools">
      <button type="button" class="btn preset-tonal" onclick={() => (importing = true)}
        >Bring in a file</button
      >
      <button
        type="button"
        class="btn preset-tonal"
        onclick={() =>
          download(
            'larder.csv',
            ingredientsToCsv(shelves.filter((each) => !each.retired).map(({ ingredient }) => ingredient)),
            'text/csv',
          )}>Hand out as a table</button
      >
      <button type="button" class="btn preset-filled" onclick={() => (open = 'new')}>New ingredient</button>
    </span>
  </header>
  <form class="ask" aria-label="Search" onsubmit={(event) => event.preventDefault()}>
    <Field label="Search" name="words" type="search" value={words} oninput={(text) => (words = text)} />
    <Choice
      label="Kind"
      name="kind"
      value={kind}
      options={[{ value: '', text: 'any' }, ...INGREDIENT_KINDS.map((each) => ({ value: each, text: each }))]}
      onchange={(text) => (kind = text)}
    />
    <label class="check"><input type="checkbox" class="checkbox" bind:checked={retired} /> out of use</label>
  </form>
  {#if shown.length > 0}
    <div class="scroll">
      <table aria-label="Larder">
        <thead
          ><tr
            >{#each HEADS as head (head)}<th scope="col">{head}</th>{/each}</tr
          ></thead
        >
        <tbody>
          {#each shown as each (each.ingredient.slug)}
            {@const [name, ...rest] = cells(each)}
            <tr>
              <th scope="row"><button type="button" onclick={() => (open = each)}>{name}</button></th>
              {#each rest as cell, index (index)}<td class:number={index > 0 && index < 7}>{cell}</td>{/each}
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
    <p class="foot">
      <span class="quiet">{shown.length} ingredients</span>
      <CopyTable table={() => [HEADS, ...shown.map(cells)]} />
    </p>
  {:else}
    <p class="empty">{retired ? 'Nothing is out of use.' : 'No ingredient is like that.'}</p>
  {/if}
</div>

<Panel
  open={open !== null}
  title={open === 'new' ? 'New ingredient' : (open?.ingredient.name ?? '')}
  side
  onclose={() => (open = null)}
>
  {#if open !== null}
    <IngredientForm
      shelved={open === 'new' ? null : open}
      {currency}
      onsaved={() => {
        open = null;
        onchanged();
      }}
    />
  {/if}
</Panel>
<Panel open={importing} title="Bring in a file" onclose={() => (importing = false)}>
  <ImportFile onbrought={onchanged} />
</Panel>

<style>
  .room {
    display: grid;
    gap: 0.9rem;
    padding: 0.75rem 1.5rem 1.5rem;
  }
  header {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.5rem 1rem;
  }
  h1 {
    font-size: 1.5rem;
    font-weight: 700;
  }
  .other {
    text-decoration: underline;
    text-underline-offset: 0.2em;
  }
  .tools {
    margin-left: auto;
    display: flex;
    flex-wrap: wrap;
    gap: 0.5rem;
  }
  .ask {
    display: flex;
    flex-wrap: wrap;
    gap: 0.75rem;
    align-items: end;
  }
  .check {
    padding-bottom: 0.5rem;
  }
  .scroll {
    overflow-x: auto;
  }
  table {
    width: 100%;
  }
  th,
  td {
    text-align: left;
    padding: 0.3rem 0.75rem 0.3rem 0;
    border-bottom: 1px solid light-dark(var(--color-surface-200), var(--color-surface-800));
  }
  thead th {
    font-size: 0.8125rem;
    font-weight: 400;
    color: light-dark(var(--color-surface-700), var(--color-surface-300));
  }
  thead th:nth-child(n + 3):nth-child(-n + 8),
  .number {
    text-align: right;
  }
  .number {
    font-family: var(--figures);
    white-space: nowrap;
  }
  th button {
    cursor: pointer;
    text-align: left;
    text-decoration: underline;
    text-underline-offset: 0.2em;
  }
  .foot {
    display: flex;
    gap: 1.5rem;
  }
  .empty {
    margin: 2rem 0;
    font-size: 1.25rem;
  }
</style>
