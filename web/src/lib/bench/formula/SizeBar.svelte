<script lang="ts">
  import type { Mixer } from '@jovet/core/mix';
  import { equalBatches, type ScaledFormula } from '@jovet/core/formula/scale';
  import type { Size, SizeDraft } from '@jovet/core/sheet';
  import Choice from '../../ui/Choice.svelte';
  import Field from '../../ui/Field.svelte';
  import { enterMovesOn } from '../../ui/enter-moves-on';
  import Figure from '../Figure.svelte';
  import { useUnits } from '../settings';
  import { useEditing } from './editing';

  interface Props {
    size: SizeDraft;
    made: Size;
    /** The formula at this size, or as it was before it could not be made. */
    scaled: ScaledFormula | null;
    mixers: readonly Mixer[];
    mixer: string;
    onsize: (size: SizeDraft) => void;
    onmixer: (slug: string) => void;
  }

  /** How much is made: what the weights of the sheet are for, and what stays when a mass is typed. */
  let { size, made, scaled, mixers, mixer, onsize, onmixer }: Props = $props();
  const editing = useEditing();
  const units = useUnits();
  const problems = $derived(
    Object.fromEntries(made.problems.map((each) => [each.path, `${each.problem} ${each.remedy}`])),
  );
  const BY = [
    { value: 'pieces', text: 'pieces' },
    { value: 'baked', text: 'baked weight' },
    { value: 'dough', text: 'dough' },
    { value: 'flour', text: 'flour' },
    { value: 'ingredient', text: 'one ingredient' },
  ];
  const rows = $derived(editing.draft.rows.filter((row) => row.ingredient.trim() !== ''));
  const chosen = $derived(mixers.find(({ slug }) => slug === mixer));
  const batches = $derived(scaled && chosen ? equalBatches(scaled.dough, chosen) : null);
</script>

<form class="size" aria-label="How much" {@attach enterMovesOn} onsubmit={(event) => event.preventDefault()}>
  <Choice
    label="Scale by, and hold"
    name="size.by"
    value={size.by}
    options={BY}
    onchange={(by) => onsize({ ...size, by: by as SizeDraft['by'] })}
  />
  {#if size.by === 'pieces' || size.by === 'baked'}
    {#each editing.draft.products as { id, name, scaledWeight } (id)}
      <div class="product">
        <Field
          label={name.trim() === '' ? 'Pieces' : name}
          name={`size.pieces.${id}`}
          value={size.pieces[id] ?? ''}
          placeholder="0"
          inputmode="numeric"
          unit={size.by === 'pieces' ? `× ${scaledWeight}` : '×'}
          problem={problems[`size.pieces.${id}`]}
          oninput={(text) => onsize({ ...size, pieces: { ...size.pieces, [id]: text } })}
        />
      </div>
      {#if size.by === 'baked'}
        <Field
          label="baked"
          name={`size.baked.${id}`}
          value={size.baked[id] ?? ''}
          placeholder="700 g"
          problem={problems[`size.baked.${id}`]}
          oninput={(text) => onsize({ ...size, baked: { ...size.baked, [id]: text } })}
        />
      {/if}
    {/each}
  {:else}
    {#if size.by === 'ingredient'}
      <Choice
        label="Ingredient"
        name="size.row"
        value={size.row}
        options={rows.map(({ id, ingredient }) => ({ value: id, text: ingredient }))}
        problem={problems['size.row']}
        onchange={(row) => onsize({ ...size, row })}
      />
    {/if}
    <Field
      label="Mass"
      name="size.mass"
      value={size.mass}
      problem={problems['size.mass']}
      oninput={(mass) => onsize({ ...size, mass })}
    />
  {/if}
  <div class="answer" class:stale={made.scaled === null && scaled !== null}>
    {#if scaled}
      <span>Dough <b><Figure of="formula.dough" label="Dough" text={units.mass(scaled.dough)} /></b></span>
      <span>flour <b><Figure of="formula.flour" label="Flour" text={units.mass(scaled.flour)} /></b></span>
      {#if batches?.ok}
        <div class="batches">
          {batches.value.count === 1
            ? 'one batch'
            : `${batches.value.count} batches of ${units.mass(batches.value.each)}`}
          in
          <Choice
            label="Mixer"
            name="mixer"
            hideLabel
            value={mixer}
            options={mixers.map(({ slug, name }) => ({ value: slug, text: name }))}
            onchange={onmixer}
          />
        </div>
        {#if batches.value.caution}<span class="caution" role="status">{batches.value.caution}</span>{/if}
      {/if}
    {:else}
      <span role="status">{problems['size.pieces'] ?? 'The weights follow once the sheet can be made.'}</span>
    {/if}
  </div>
</form>

<style>
  .size {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 0.4rem 0.75rem;
  }
  .size > :global(.choice) {
    width: 9.5rem;
  }
  .size > :global(.field) {
    width: 8rem;
  }
  .product {
    width: 9.5rem;
  }
  .answer {
    flex: 1 1 18rem;
    display: flex;
    flex-wrap: wrap;
    gap: 0 1.1rem;
    padding-bottom: 0.45rem;
  }
  .stale {
    opacity: 0.45;
  }
  .answer b {
    font-family: var(--figures);
  }
  .caution {
    flex-basis: 100%;
  }
  .batches {
    display: flex;
    align-items: center;
    gap: 0.4rem;
    white-space: nowrap;
  }
  .batches > :global(.choice) {
    width: 10rem;
  }
</style>
