<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Field as OneField } from '@jovet/core/field';
  import Choice from '../ui/Choice.svelte';
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
  /** Dates are chosen as they are everywhere. */
  const TYPES: Readonly<Partial<Record<OneField['quantity'], string>>> = {
    date: 'date',
    moment: 'datetime-local',
  };
  const shown = $derived(value === '' && field.quantity === 'choice' ? (field.choices[0] ?? '') : value);
</script>

{#if field.quantity === 'tick'}
  <label class="tick"
    ><input
      type="checkbox"
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
{:else if text}{@render text()}{:else}
  <Field
    label={field.label}
    {name}
    value={field.quantity === 'moment' ? value.replace(' ', 'T') : value}
    unit={unitOfQuantity(field.quantity)}
    placeholder={field.blank ?? undefined}
    type={TYPES[field.quantity]}
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
</style>
