<script lang="ts">
  import DateField from '../DateField.svelte';
  import { untrack } from 'svelte';
  import {
    draftOfCulture,
    parseCultureDraft,
    usualRipenessOf,
    type Culture,
    type CultureDraft,
  } from '@jovet/core/culture';
  import Choice from '../../ui/Choice.svelte';
  import { enterMovesOn } from '../../ui/enter-moves-on';
  import Field from '../../ui/Field.svelte';
  import Problems from '../../ui/Problems.svelte';
  import { useUnits } from '../settings';

  interface Props {
    /** Null for a new one. */
    culture: Culture | null;
    others: readonly Culture[];
    onkeep: (culture: Culture) => void;
    onend?: () => void;
  }

  /** What is known of a culture: what it is fed, when it is ripe, what it stands in and where. */
  let { culture, others, onkeep, onend }: Props = $props();
  const units = useUnits();
  let draft = $state.raw(untrack(() => draftOfCulture(culture, units.unit)));
  let problems = $state.raw<Readonly<Record<string, string>>>({});
  let ending = $state(false);

  const set = (name: keyof CultureDraft) => (text: string) => {
    draft = { ...draft, [name]: text };
  };
  function setOf(of: string) {
    const { earliest, best, latest } = usualRipenessOf(of, (Number(draft.hydration) || 100) / 100);
    draft = { ...draft, of, young: String(earliest), ripe: String(best), past: String(latest) };
  }
  function keep() {
    const read = parseCultureDraft(draft, culture?.slug ?? null, units.unit);
    const taken = culture === null && read.ok && others.some(({ slug }) => slug === read.value.slug);
    problems = read.ok
      ? taken
        ? { name: `There is already a culture called ${draft.name}. Give it another name.` }
        : {}
      : Object.fromEntries(read.problems.map((each) => [each.path, `${each.problem} ${each.remedy}`]));
    if (read.ok && !taken) onkeep({ ...read.value, nursery: culture?.nursery ?? null });
  }
  const KINDS = [
    { value: 'wheat', text: 'wheat' },
    { value: 'whole-wheat', text: 'whole wheat' },
    { value: 'rye', text: 'rye' },
    { value: 'other-flour', text: 'another flour' },
    { value: 'no-flour', text: 'no flour: fruit, flowers' },
  ];
</script>

{#snippet field(name: keyof CultureDraft, label: string, unit?: string, placeholder?: string)}
  <Field
    {label}
    {name}
    {unit}
    {placeholder}
    value={draft[name]}
    problem={problems[name]}
    oninput={set(name)}
  />
{/snippet}

<form {@attach enterMovesOn} onsubmit={(event) => (event.preventDefault(), keep())}>
  {@render field('name', 'Name')}
  <div class="row">
    <Choice label="Of" name="of" value={draft.of} options={KINDS} onchange={setOf} />
    {@render field('flour', 'Flour, in words', undefined, 'half bread, half whole wheat')}
    {#if draft.of === 'no-flour'}{@render field('hours', 'Takes', 'h')}{:else}{@render field(
        'hydration',
        'Water over flour',
        '%',
      )}{/if}
  </div>
  {#if draft.of !== 'no-flour'}
    <h3>Ripe, in volumes of gas</h3>
    <div class="row">
      {@render field('young', 'Usable from')}
      {@render field('ripe', 'Best')}
      {@render field('past', 'Past at')}
    </div>
  {/if}
  <h3>Vessel, inside</h3>
  <div class="row">
    <Choice
      label="Shape"
      name="vessel"
      value={draft.vessel}
      options={[
        { value: 'glass', text: 'round' },
        { value: 'tub', text: 'square' },
      ]}
      onchange={(kind) => (draft = { ...draft, vessel: kind === 'tub' ? 'tub' : 'glass' })}
    />
    {#if draft.vessel === 'glass'}{@render field('diameter', 'Across', 'cm')}{:else}{@render field(
        'length',
        'Length',
        'cm',
      )}{@render field('width', 'Width', 'cm')}{/if}
    {@render field('height', 'Height', 'cm')}
  </div>
  <h3>Where it stands</h3>
  <div class="row">
    {@render field('place', 'Place')}
    {@render field('coldest', 'Coldest', units.unit)}
    {@render field('warmest', 'Warmest', units.unit)}
    {@render field('warmestAt', 'Warmest at')}
  </div>
  <div class="row">
    {@render field('cold', 'The cold', units.unit)}
    {@render field('warm', 'The warm', units.unit)}
    {@render field('quietFrom', 'Quiet from', undefined, '22:00')}
    {@render field('quietTo', 'Quiet to', undefined, '02:00')}
  </div>
  <h3>Feeding</h3>
  <div class="row">
    {@render field('ratio', 'Flour to 1 of seed')}
    {@render field('keepBack', 'Kept back')}
    {@render field('loss', 'Stays on the spoon', '%')}
  </div>
  <div class="row">
    <Choice
      label="Built from"
      name="parent"
      value={draft.parent}
      options={[
        { value: '', text: 'by itself' },
        ...others
          .filter(({ slug }) => slug !== culture?.slug)
          .map(({ slug, name }) => ({ value: slug, text: name })),
      ]}
      onchange={set('parent')}
    />
    <DateField label="Began" name="began" value={draft.began} onchange={set('began')} />
  </div>
  <Problems problems={Object.values(problems).slice(0, 1)} />
  <div class="row ends">
    <button type="submit" class="btn preset-filled">Save</button>
    {#if onend}
      {#if ending}
        <button type="button" class="btn preset-tonal" onclick={onend}
          >End it; its feedings stay in the export</button
        >
      {:else}
        <button type="button" class="link" onclick={() => (ending = true)}
          >This culture is no longer kept</button
        >
      {/if}
    {/if}
  </div>
</form>

<style>
  form {
    display: grid;
    gap: 0.6rem;
  }
  h3 {
    font-weight: 700;
    margin-top: 0.3rem;
  }
  .row {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(5.4rem, 1fr));
    gap: 0.6rem;
    align-items: start;
  }
  .ends {
    align-items: center;
    margin-top: 0.5rem;
  }
  .link {
    text-decoration: underline;
    text-underline-offset: 0.2em;
    cursor: pointer;
  }
</style>
