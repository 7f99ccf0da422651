<script lang="ts">
  import type { Field as StepField } from '@jovet/core/field';
  import { moreFields, OWN_FIELDS, ROWS } from '@jovet/core/formula/way';
  import { changeList, setText } from '@jovet/core/sheet';
  import { type StepDraft } from '@jovet/core/sheet/way';
  import { ofKind, type Thing } from '@jovet/core/equipment';
  import type { Room } from '@jovet/core/bakehouse';
  import type { Programme } from '@jovet/core/mix';
  import { enterMovesOn } from '../../../ui/enter-moves-on';
  import Fold from '../../../ui/Fold.svelte';
  import { useEditing } from '../editing';
  import FieldEntry from '../../FieldEntry.svelte';
  import SheetField from '../SheetField.svelte';
  import { unitOf } from './step-words';

  interface Props {
    step: StepDraft;
    /** Where it stands in the sheet: `way.2`. */
    at: string;
    programmes: readonly Programme[];
    equipment: readonly Thing[];
    rooms: readonly Room[];
  }

  /** What one step says: its usual fields, its list, and what else it may say. */
  let { step, at, programmes, equipment, rooms }: Props = $props();
  const editing = useEditing();
  const rows = $derived(ROWS[step.kind]);
  const more = $derived(moreFields(step.kind));
  const said = $derived(more.some(({ name, blank }) => ![undefined, '', blank].includes(step.fields[name])));

  const set = (path: string) => (text: string) => {
    editing.change(setText(editing.draft, path, text), path);
    editing.settle();
  };
  function list(change: (all: readonly StepDraft['rows'][number][]) => StepDraft['rows']) {
    editing.settle();
    editing.change(changeList(editing.draft, `${at}.rows`, change), `${at}.rows`);
    editing.settle();
  }
  /** Names that the bakehouse has for what a field names; none: it is typed. */
  function known({ name, blank, quantity }: StepField): { value: string; text: string }[] | null {
    const none = { value: '', text: blank ?? '' };
    if (name === 'programme')
      return [none, ...programmes.map(({ slug, name, minutes }) => ({ value: slug, text: `${name}, ${minutes} min` }))];
    if (name === 'into') return [none, ...ofKind({ equipment }, 'holder').map(({ slug, name }) => ({ value: slug, text: name }))];
    if (name === 'only' && quantity === 'text')
      return [none, ...[...equipment.filter(({ kind }) => ['retarder', 'proof-box', 'freezer'].includes(kind)), ...rooms.slice(1)].map((each) => ({ value: each.slug, text: each.name }))];
    if (name === 'of') return editing.draft.products.map(({ slug, name }) => ({ value: slug, text: name }));
    return null;
  } // prettier-ignore
  const blankRow = $derived(
    Object.fromEntries((rows?.fields ?? []).map(({ name, choices }) => [name, choices[0] ?? ''])),
  );
</script>

<form class="panel" aria-label="Step" {@attach enterMovesOn} onsubmit={(event) => event.preventDefault()}>
  <div class="fields">
    {#each OWN_FIELDS[step.kind] as field (field.name)}{@render entry(
        field,
        step.fields,
        `${at}.fields`,
      )}{/each}
  </div>
  {#if rows}
    {#each step.rows as row, index (index)}
      <div class="fields row">
        {#each rows.fields as field (field.name)}{@render entry(field, row, `${at}.rows.${index}`)}{/each}
        <button type="button" class="link" onclick={() => list((all) => all.toSpliced(index, 1))}
          >Remove</button
        >
      </div>
    {/each}
    <button type="button" class="link" onclick={() => list((all) => [...all, { ...blankRow }])}
      >{step.kind === 'bake'
        ? 'Change the heat on the way'
        : step.kind === 'mix'
          ? 'Add a bout of its own'
          : 'Add a place'}</button
    >
  {/if}
  <Fold title="Hands, cautions, own words" open={said}>
    <div class="fields">
      {#each more as field (field.name)}{@render entry(field, step.fields, `${at}.fields`)}{/each}
    </div>
  </Fold>
</form>

{#snippet entry(field: StepField, texts: Readonly<Record<string, string>>, path: string)}
  {@const place = `${path}.${field.name}`}
  {@const options = known(field)}
  {@const value = texts[field.name] ?? ''}
  {@const unit = unitOf(field.quantity, step)}
  {#snippet text()}
    <SheetField
      label={field.label}
      path={place}
      {...unit === undefined ? {} : { unit }}
      {...field.blank ? { placeholder: field.blank } : {}}
    />
  {/snippet}
  <FieldEntry
    {field}
    name={place}
    {value}
    {options}
    problem={editing.problems[place]}
    {text}
    onchange={set(place)}
  />
{/snippet}

<style>
  .panel {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 0.6rem;
    justify-items: start;
  }
  .fields {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(9.5rem, 1fr));
    gap: 0.5rem 0.75rem;
    align-items: end;
    width: 100%;
    max-width: 62rem;
  }
  .row {
    padding-left: 1rem;
    border-left: 2px solid light-dark(var(--color-surface-300), var(--color-surface-700));
  }
</style>
