<script lang="ts">
  import { untrack } from 'svelte';
  import { ALLERGENS, GRAINS, INGREDIENT_KINDS, type Allergen } from '@jovet/core/formula';
  import type { Problem } from '@jovet/core/problem';
  import { draftOfIngredient, parseIngredientDraft } from '@jovet/core/sheet';
  import type { Shelved } from '../../server/database/ingredient';
  import Choice from '../../ui/Choice.svelte';
  import Field from '../../ui/Field.svelte';
  import Problems from '../../ui/Problems.svelte';
  import { enterMovesOn } from '../../ui/enter-moves-on';
  import Clashes from '../../sync/Clashes.svelte';
  import { keep, type Base } from '../../sync/keep';
  import type { Clash, Picks } from '../../sync/merge';
  import type { Answer } from '../../sync/ask';
  import { ask } from '../../sync/ask';
  import { moneyIn } from '../money';

  /** One ingredient of the larder, to look at and to correct. Published formulas keep what they were pinned to. */
  let { shelved, currency, onsaved }: { shelved: Shelved | null; currency: string; onsaved: () => void } =
    $props();
  const coins = untrack(() => moneyIn(currency).coins);
  let draft = $state.raw(untrack(() => draftOfIngredient(shelved?.ingredient ?? null, coins)));
  let refused = $state.raw<readonly Problem[]>([]);
  let busy = $state(false);
  const parsed = $derived(parseIngredientDraft(draft, shelved?.ingredient.slug ?? null, coins));
  let tried = $state(false);
  const problems = $derived(
    Object.fromEntries(
      [...(parsed.ok || !tried ? [] : parsed.problems), ...refused].map((each) => [
        each.path,
        `${each.problem} ${each.remedy}`,
      ]),
    ),
  );
  type Texts = Exclude<keyof typeof draft, 'allergens'>;
  const set = (field: Texts) => (text: string) => {
    draft = { ...draft, [field]: text };
    refused = [];
  };
  const tick = (allergen: Allergen, on: boolean) =>
    (draft = {
      ...draft,
      allergens: on ? [...draft.allergens, allergen] : draft.allergens.filter((each) => each !== allergen),
    });

  /** The ingredient as it stood when this was opened, and what two changed of it. */
  type Draft = typeof draft;
  const basedOn = (stands: unknown): Base<Draft> => {
    const known = stands as Shelved;
    return { rev: known.rev, value: draftOfIngredient(known.ingredient, coins) };
  };
  const base = untrack(() => (shelved ? basedOn(shelved) : { rev: 0, value: draft }));
  let clashes = $state.raw<readonly Clash[]>([]);
  let retiring = false;
  async function save(retired: boolean, picks: Picks = {}) {
    tried = true;
    if (!parsed.ok || busy) return;
    busy = true;
    retiring = retired;
    const put = async (value: Draft, { rev }: Base<Draft>): Promise<Answer<unknown>> => {
      const read = parseIngredientDraft(value, shelved?.ingredient.slug ?? null, coins);
      return read.ok
        ? ask('PUT /ingredients/{slug}', {
            params: { slug: read.value.slug },
            body: { ingredient: read.value, retired, base: rev },
          })
        : { kind: 'refused', problems: read.problems };
    };
    const kept = await keep(draft, base, picks, put, basedOn);
    busy = false;
    clashes = kept.kind === 'clash' ? kept.clashes : [];
    refused = [];
    if (kept.kind === 'done') onsaved();
    else if (kept.kind === 'refused')
      refused = kept.problems.map((each) => ({ ...each, path: each.path.replace(/^ingredient\./, '') }));
  }
  const textOf = (value: unknown) => (Array.isArray(value) ? value.join(', ') : String(value)) || 'nothing';
  const SHARES: readonly (readonly [Texts, string])[] = [
    ['water', 'Water'],
    ['fat', 'Fat'],
    ['sugar', 'Sugar'],
    ['salt', 'Salt'],
    ['flour', 'Flour in it'],
    ['wholeGrain', 'Counts as whole grain'],
  ];
</script>

{#if clashes.length > 0}
  <Clashes
    {clashes}
    wordsOf={({ path, mine, theirs }) => ({
      where: path.join(' '),
      mine: textOf(mine),
      theirs: textOf(theirs),
    })}
    onchosen={(picks) => void save(retiring, picks)}
  />
{/if}
<form class="ingredient" {@attach enterMovesOn} onsubmit={(event) => (event.preventDefault(), save(false))}>
  <Field
    label="Name"
    name="name"
    value={draft.name}
    problem={problems['name'] ?? problems['slug']}
    oninput={set('name')}
  />
  <div class="pair">
    <Choice
      label="Kind"
      name="ingredient-kind"
      value={draft.kind}
      options={INGREDIENT_KINDS.map((each) => ({ value: each, text: each }))}
      problem={problems['kind']}
      onchange={set('kind')}
    />
    <Choice
      label="Grain"
      name="ingredient-grain"
      value={draft.grain}
      options={[{ value: '', text: 'none' }, ...GRAINS.map((each) => ({ value: each, text: each }))]}
      onchange={set('grain')}
    />
    {#each SHARES as [field, label] (field)}
      <Field
        {label}
        name={field}
        unit="%"
        inputmode="decimal"
        value={draft[field]}
        problem={problems[field]}
        oninput={set(field)}
      />
    {/each}
    {#if draft.kind === 'yeast'}
      <Field
        label="Counts as instant yeast"
        name="instant"
        placeholder="fresh 0.33, dry 1"
        inputmode="decimal"
        value={draft.instant}
        problem={problems['instant']}
        oninput={set('instant')}
      />
    {/if}
    <Field
      label="Absorbs water"
      name="absorption"
      unit="%"
      inputmode="decimal"
      value={draft.absorption}
      problem={problems['absorption']}
      oninput={set('absorption')}
    />
    <Field
      label="Usable of what is bought"
      name="yield"
      unit="%"
      inputmode="decimal"
      value={draft.yield}
      problem={problems['yield']}
      oninput={set('yield')}
    />
    <Field
      label="Specific heat"
      name="specificHeat"
      unit="kJ/kg·K"
      placeholder="by make-up"
      inputmode="decimal"
      value={draft.specificHeat}
      problem={problems['specificHeat']}
      oninput={set('specificHeat')}
    />
    <Field
      label="Poured into a measure"
      name="density"
      unit="kg/l"
      inputmode="decimal"
      value={draft.density}
      problem={problems['density']}
      oninput={set('density')}
    />
    <Field
      label="Cost of 1 kg"
      name="cost"
      unit={currency}
      inputmode="decimal"
      value={draft.cost}
      problem={problems['cost']}
      oninput={set('cost')}
    />
    <Field
      label="Pack"
      name="pack"
      placeholder="25 kg"
      value={draft.pack}
      problem={problems['pack']}
      oninput={set('pack')}
    />
    <Field
      label="Weighed in steps of"
      name="scaleStep"
      value={draft.scaleStep}
      problem={problems['scaleStep']}
      oninput={set('scaleStep')}
    />
  </div>
  <fieldset>
    <legend class="field-name">Contains</legend>
    <div class="allergens">
      {#each ALLERGENS as allergen (allergen)}
        <label
          ><input
            type="checkbox"
            class="checkbox"
            checked={draft.allergens.includes(allergen)}
            onchange={(event) => tick(allergen, event.currentTarget.checked)}
          />
          {allergen}</label
        >
      {/each}
    </div>
  </fieldset>
  <Field
    label="Where these figures come from"
    name="source"
    value={draft.source}
    problem={problems['source']}
    oninput={set('source')}
  />
  <Problems problems={[problems[''] ?? []].flat()} />
  <div class="foot">
    <button type="submit" class="btn preset-filled" disabled={busy}
      >{shelved?.retired ? 'Use again' : 'Save'}</button
    >
    {#if shelved && !shelved.retired}<button
        type="button"
        class="btn preset-tonal"
        disabled={busy}
        onclick={() => save(true)}>Out of use</button
      >{/if}
    {#if shelved}<span class="quiet">version {shelved.version}</span>{/if}
  </div>
</form>

<style>
  .ingredient {
    display: grid;
    gap: 0.75rem;
  }
  .pair {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0.5rem 0.75rem;
  }
  .allergens {
    display: grid;
    grid-template-columns: repeat(3, 1fr);
    gap: 0.25rem;
    font-size: 0.9375rem;
  }
  .foot {
    display: flex;
    gap: 0.5rem;
    align-items: center;
  }
</style>
