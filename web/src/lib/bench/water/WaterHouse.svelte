<script lang="ts">
  import { draftOfWaterHouse, parseWaterHouse, type WaterHouseDraft } from '@jovet/core/bakehouse';
  import type { Problem } from '@jovet/core/problem';
  import { untrack } from 'svelte';
  import type { House } from '../../server/database/house';
  import Choice from '../../ui/Choice.svelte';
  import Field from '../../ui/Field.svelte';
  import Problems from '../../ui/Problems.svelte';
  import Clashes from '../../sync/Clashes.svelte';
  import { keep, type Base } from '../../sync/keep';
  import type { Clash, Picks } from '../../sync/merge';
  import { ask, type Answer } from '../../sync/ask';
  import { useUnits } from '../settings';

  /** Programmes and water sources of the bakehouse. */
  let { house, onsaved }: { house: House; onsaved: () => void } = $props();
  const units = useUnits();
  let draft = $state.raw(untrack(() => draftOfWaterHouse(house.bakehouse, units.unit)));
  let problems = $state.raw<readonly Problem[]>([]);
  let saving = $state(false);
  const wrong = $derived(
    Object.fromEntries(problems.map((each) => [each.path, `${each.problem} ${each.remedy}`])),
  );

  type Part = 'programmes' | 'sources';
  const setIn = (part: Part, index: number, field: string) => (value: string) => {
    draft = {
      ...draft,
      [part]: draft[part].map((each, at) => (at === index ? { ...each, [field]: value } : each)),
    };
  };
  const without = (part: Part, index: number) => {
    draft = { ...draft, [part]: draft[part].toSpliced(index, 1) } as WaterHouseDraft;
  };
  const add = (part: Part) => {
    const blank = {
      programmes: { slug: '', name: '', minutes: '', friction: '', bouts: '' },
      sources: { name: '', kind: 'water', temperature: '' },
    }[part];
    draft = { ...draft, [part]: [...draft[part], blank] } as WaterHouseDraft;
  };
  /** The bakehouse as it stood when this was opened, and these fields of it. */
  type Known = Base<WaterHouseDraft> & { readonly house: Pick<House, 'bakehouse' | 'mixers'> };
  const basedOn = (stands: unknown): Known => {
    const { rev, ...now } = stands as { rev: number } & Known['house'];
    return { rev, house: now, value: draftOfWaterHouse(now.bakehouse, units.unit) };
  };
  const base = untrack(() => basedOn({ ...house, rev: house.version }));
  let clashes = $state.raw<readonly Clash[]>([]);
  async function save(picks: Picks = {}) {
    if (saving) return;
    saving = true;
    const put = async (value: WaterHouseDraft, { rev, house: now }: Known): Promise<Answer<unknown>> => {
      const parsed = parseWaterHouse(value, now.bakehouse, units.unit);
      if (!parsed.ok) return { kind: 'refused', problems: parsed.problems };
      return ask('PUT /bakehouse', { body: { base: rev, bakehouse: parsed.value, mixers: now.mixers } });
    };
    const kept = await keep(draft, base, picks, put, basedOn);
    saving = false;
    clashes = kept.kind === 'clash' ? kept.clashes : [];
    problems = kept.kind === 'refused' ? kept.problems : [];
    if (kept.kind === 'done') onsaved();
  }
  const textOf = (value: unknown) =>
    value === undefined ? 'taken away' : typeof value === 'string' ? value || 'nothing' : 'changed';
</script>

{#if clashes.length > 0}
  <Clashes
    {clashes}
    wordsOf={({ path, mine, theirs }) => ({
      where: path.slice(1).join(': '),
      mine: textOf(mine),
      theirs: textOf(theirs),
    })}
    onchosen={(picks) => void save(picks)}
  />
{/if}
<form onsubmit={(event) => (event.preventDefault(), void save())}>
  <h3>Water</h3>
  {#each draft.sources as source, index (index)}
    <div class="line three">
      <Field
        label="From"
        name={`sources.${index}.name`}
        value={source.name}
        problem={wrong[`sources.${index}.name`]}
        oninput={setIn('sources', index, 'name')}
      />
      <Choice
        label="As"
        name={`sources.${index}.kind`}
        value={source.kind}
        options={[
          { value: 'water', text: 'water' },
          { value: 'ice', text: 'ice' },
        ]}
        onchange={setIn('sources', index, 'kind')}
      />
      <Field
        label="Usually at"
        name={`sources.${index}.temperature`}
        unit={units.unit}
        value={source.temperature}
        problem={wrong[`sources.${index}.temperature`]}
        oninput={setIn('sources', index, 'temperature')}
      />
      <button type="button" aria-label={`Remove ${source.name}`} onclick={() => without('sources', index)}
        >×</button
      >
    </div>
  {/each}
  <button type="button" class="link" onclick={() => add('sources')}>Add a source</button>
  <Problems problems={[wrong['sources'] ?? []].flat()} />

  <h3>Programmes</h3>
  {#each draft.programmes as programme, index (index)}
    <div class="line three">
      <Field
        label="Name"
        name={`programmes.${index}.name`}
        value={programme.name}
        problem={wrong[`programmes.${index}.name`]}
        oninput={setIn('programmes', index, 'name')}
      />
      <Field
        label="Mix and rest"
        name={`programmes.${index}.minutes`}
        unit="min"
        value={programme.minutes}
        problem={wrong[`programmes.${index}.minutes`]}
        oninput={setIn('programmes', index, 'minutes')}
      />
      <Field
        label="Warms by"
        name={`programmes.${index}.friction`}
        unit="K"
        value={programme.friction}
        problem={wrong[`programmes.${index}.friction`]}
        oninput={setIn('programmes', index, 'friction')}
      />
      <button
        type="button"
        aria-label={`Remove ${programme.name}`}
        onclick={() => without('programmes', index)}>×</button
      >
      <span class="wide"
        ><Field
          label="Bouts, in order"
          name={`programmes.${index}.bouts`}
          value={programme.bouts}
          placeholder="4 min at 1; salt: 3 min at 2; rest 10 min"
          problem={wrong[`programmes.${index}.bouts`]}
          oninput={setIn('programmes', index, 'bouts')}
        /></span
      >
    </div>
  {/each}
  <button type="button" class="link" onclick={() => add('programmes')}>Add a programme</button>
  <Problems problems={[wrong['programmes'] ?? []].flat()} />
  <p class="quiet">
    Mixes that are begun keep what they were begun with. Mixers stand in <a href="/know/bakehouse"
      >Bakehouse</a
    >.
  </p>
  <Problems problems={problems.filter(({ path }) => path === '' || path === 'base')} />
  <button type="submit" class="btn preset-filled" disabled={saving}>Save</button>
</form>

<style>
  form {
    display: grid;
    gap: 0.6rem;
    justify-items: start;
  }
  h3 {
    font-weight: 700;
    margin-top: 0.5rem;
  }
  .line {
    display: grid;
    gap: 0.4rem 0.5rem;
    align-items: end;
    width: 100%;
    padding-bottom: 0.5rem;
    border-bottom: 1px solid light-dark(var(--color-surface-200), var(--color-surface-800));
  }
  .three {
    grid-template-columns: repeat(3, minmax(0, 1fr)) 2rem;
  }
  .wide {
    grid-column: 1 / -1;
  }
  .line > button {
    height: 2.5rem;
    cursor: pointer;
    font-size: 1.25rem;
  }
  .link {
    text-decoration: underline;
    text-underline-offset: 0.2em;
    cursor: pointer;
  }
</style>
