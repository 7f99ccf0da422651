<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Field as OneField } from '@jovet/core/field';
  import Choice from '../ui/Choice.svelte';
  import DateField from './DateField.svelte';
  import Field from '../ui/Field.svelte';
  import { choiceWord, unitOfQuantity } from './field-words';

  interface Props {
    field: OneField;
    /** Where it stands: `things.2.fields.dough`. */
    name: string;
    value: string;
    /** What the bakehouse has for what it names; null: it is typed. */
    options?: readonly { readonly value: string; readonly text: string }[] | null;
    problem?: string | undefined;
    /** How a text is typed, where not like everywhere. */
    text?: Snippet;
    onchange: (value: string) => void;
  }

  /** A field as what it holds asks for: one of a few, yes or no, or typed. */
  let { field, name, value, options = null, problem, text, onchange }: Props = $props();

  const offered = $derived(
    options ??
      (field.quantity === 'choice'
        ? field.choices.map((each) => ({
            value: each,
            text: each === '' && field.blank ? field.blank : choiceWord(each),
          }))
        : null),
  );
  const [day, time] = $derived([...value.split(/[ T]/), '', '']);
  const shown = $derived(value === '' && field.quantity === 'choice' ? (field.choices[0] ?? '') : value);
</script>

{#if field.quantity === 'tick'}
  <label class="tick"
    ><input
      type="checkbox"
      class="checkbox"
      {name}
      checked={value !== ''}
      onchange={() => onchange(value === '' ? 'yes' : '')}
    />
    {field.label}</label
  >
{:else if offered}
  <Choice
    label={field.label}
    {name}
    value={shown}
    options={offered.some((each) => each.value === shown)
      ? offered
      : [...offered, { value: shown, text: shown === '' ? 'choose' : `${shown}, not here` }]}
    {problem}
    {onchange}
  />
{:else if text}{@render text()}
{:else if field.quantity === 'date'}
  <DateField label={field.label} {name} {value} {problem} {onchange} />
{:else if field.quantity === 'moment'}
  <div class="moment">
    <DateField
      label={field.label}
      {name}
      value={day}
      {problem}
      onchange={(next) => onchange(`${next} ${time || '00:00'}`)}
    />
    <Field
      label="at"
      name={`${name}.time`}
      value={time}
      placeholder="00:00"
      oninput={(next) => onchange(`${day} ${next}`)}
    />
  </div>
{:else}
  <Field
    label={field.label}
    {name}
    {value}
    unit={unitOfQuantity(field.quantity)}
    placeholder={field.blank ?? undefined}
    {problem}
    oninput={onchange}
  />
{/if}

<style>
  .tick {
    display: inline-flex;
    align-items: center;
    gap: 0.4rem;
    min-height: 2.4rem;
  }
  .moment {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 4.5rem;
    gap: 0.4rem;
  }
</style>
