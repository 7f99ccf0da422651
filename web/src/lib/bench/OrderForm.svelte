<script lang="ts">
  import type { DoughDraft } from '@jovet/core/day';
  import type { Mixer, Programme } from '@jovet/core/mix';
  import type { TemperatureUnit } from '@jovet/core/units';
  import Choice from '../ui/Choice.svelte';
  import Field from '../ui/Field.svelte';
  import { enterMovesOn } from '../ui/enter-moves-on';

  interface Props {
    draft: DoughDraft;
    formulas: readonly { slug: string; name: string; products: Readonly<Record<string, string>> }[];
    /** Formulas that have weights but no clock yet. */
    unclocked: readonly { slug: string; name: string }[];
    mixers: readonly Mixer[];
    programmes: readonly Programme[];
    unit: TemperatureUnit;
    /** What is wrong, by the path of the field. */
    problems: Readonly<Record<string, string>>;
    onchange: (draft: DoughDraft, place: string) => void;
    onformula: (slug: string) => void;
    onsettle: () => void;
  }

  let {
    draft,
    formulas,
    unclocked,
    mixers,
    programmes,
    unit,
    problems,
    onchange,
    onformula,
    onsettle,
  }: Props = $props();

  type Plain = Exclude<keyof DoughDraft, 'order'>;
  const set = (field: Plain) => (value: string) => onchange({ ...draft, [field]: value }, field);
  const setLine = (index: number, field: 'pieces' | 'scaledWeight') => (value: string) =>
    onchange(
      {
        ...draft,
        order: draft.order.map((line, each) => (each === index ? { ...line, [field]: value } : line)),
      },
      `order.${index}.${field}`,
    );
  const names = $derived(formulas.find(({ slug }) => slug === draft.formula)?.products ?? {});

  const READINGS = [
    { name: 'flour', label: 'Flour' },
    { name: 'room', label: 'Room' },
    { name: 'levain', label: 'Levain' },
    { name: 'bowl', label: 'Bowl' },
  ] as const;
</script>

<form
  aria-label="Order and readings"
  {@attach enterMovesOn}
  onfocusout={onsettle}
  onsubmit={(event) => event.preventDefault()}
>
  <Choice
    label="Formula"
    name="formula"
    value={draft.formula}
    options={[
      ...formulas.map(({ slug, name }) => ({ value: slug, text: name })),
      ...unclocked.map(({ slug, name }) => ({ value: slug, text: `${name}, no clock yet`, disabled: true })),
    ]}
    problem={problems['formula']}
    onchange={onformula}
  />
  <fieldset>
    <legend>Pieces and scaled weight</legend>
    {#each draft.order as line, index (line.product)}
      {@const name = names[line.product] ?? line.product}
      <div class="product">
        <span class="product-name">{name}</span>
        <Field
          label={`Pieces of ${name}`}
          hideLabel
          name={`order.${index}.pieces`}
          value={line.pieces}
          inputmode="numeric"
          placeholder="0"
          problem={problems[`order.${index}.pieces`]}
          oninput={setLine(index, 'pieces')}
        />
        <span aria-hidden="true">×</span>
        <Field
          label={`Scaled weight of ${name}`}
          hideLabel
          name={`order.${index}.scaledWeight`}
          value={line.scaledWeight}
          problem={problems[`order.${index}.scaledWeight`]}
          oninput={setLine(index, 'scaledWeight')}
        />
      </div>
    {/each}
    {#if problems['order']}<p class="field-problem" role="alert">{problems['order']}</p>{/if}
  </fieldset>
  <fieldset>
    <legend>The van leaves</legend>
    <div class="when">
      <Field
        label="Day"
        name="date"
        type="date"
        value={draft.date}
        problem={problems['date']}
        oninput={set('date')}
      />
      <Field label="Time" name="time" value={draft.time} problem={problems['time']} oninput={set('time')} />
    </div>
  </fieldset>
  <fieldset>
    <legend>Temperatures</legend>
    <div class="pair">
      {#each READINGS as { name, label } (name)}
        <Field
          {label}
          {name}
          {unit}
          value={draft[name]}
          inputmode="decimal"
          problem={problems[name]}
          oninput={set(name)}
        />
      {/each}
      <Field
        label="Dough wanted"
        name="ddt"
        {unit}
        value={draft.ddt}
        inputmode="decimal"
        problem={problems['ddt']}
        oninput={set('ddt')}
      />
    </div>
  </fieldset>
  <fieldset class="pair">
    <legend>Mixer and programme</legend>
    <Choice
      label="Mixer"
      name="mixer"
      value={draft.mixer}
      options={mixers.map(({ slug, name }) => ({ value: slug, text: name }))}
      problem={problems['mixer']}
      onchange={set('mixer')}
    />
    <Choice
      label="Programme"
      name="programme"
      value={draft.programme}
      options={programmes.map(({ slug, name, minutes }) => ({
        value: slug,
        text: `${name}, ${minutes} min`,
      }))}
      problem={problems['programme']}
      onchange={set('programme')}
    />
  </fieldset>
</form>

<style>
  form {
    display: grid;
    gap: 0.875rem;
    align-content: start;
  }
  legend {
    font-weight: 700;
    font-size: 0.875rem;
    margin-bottom: 0.25rem;
  }
  .product {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 4rem auto 5.5rem;
    gap: 0.4rem;
    align-items: center;
    margin-bottom: 0.3rem;
  }
  .product-name {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .product :global(input) {
    text-align: right;
  }
  .pair {
    display: grid;
    grid-template-columns: repeat(2, minmax(0, 1fr));
    gap: 0.4rem 0.75rem;
  }
  .when {
    display: grid;
    grid-template-columns: minmax(0, 1.7fr) minmax(0, 1fr);
    gap: 0.75rem;
  }
  fieldset.pair > legend {
    grid-column: 1 / -1;
  }
</style>
