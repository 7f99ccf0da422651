<script lang="ts">
  import { field } from '@jovet/core/field';
  import {
    changeList,
    isPart,
    MIX_CELL,
    moved,
    removeStage,
    setFlourShare,
    setText,
    type SheetNumbers,
    type SheetStage,
  } from '@jovet/core/sheet';
  import { restingFor, wettedRest } from '@jovet/core/sheet/way';
  import { parsePercent } from '@jovet/core/units';
  import Choice from '../../ui/Choice.svelte';
  import Field from '../../ui/Field.svelte';
  import { useEditing } from './editing';
  import FieldEntry from '../FieldEntry.svelte';
  import SheetField from './SheetField.svelte';
  import { percentText, STAGE_WORDS } from './words';

  /** Everything about one stage that is not in its column. */
  let { slug, numbers, onclose }: { slug: string; numbers: SheetNumbers; onclose: () => void } = $props();
  const BY_CLOCK = field('byClock', 'It goes by the clock, whatever its rise', 'tick', 'no');
  const editing = useEditing();
  const index = $derived(editing.draft.stages.findIndex((stage) => stage.slug === slug));
  const stage = $derived(editing.draft.stages[index]);
  const at = (field: string) => `stages.${index}.${field}`;
  const part = $derived(stage !== undefined && isPart(stage.kind));
  const ferments = $derived(part && stage?.kind !== 'soaker' && stage?.kind !== 'scald');
  const share = $derived(numbers.columns.find((column) => column.slug === slug)?.flour ?? 0);
  let typedShare = $state<string | null>(null);

  const places = $derived([
    { value: MIX_CELL, text: 'the final mix' },
    ...editing.draft.stages
      .filter((each, place) => each.slug !== slug && (!isPart(each.kind) || place > index))
      .map((each) => ({ value: each.slug, text: each.name })),
  ]);
  function setShare(text: string) {
    typedShare = text;
    const wanted = parsePercent(text);
    if (wanted.ok && wanted.value > 0)
      editing.change(setFlourShare(editing.draft, slug, wanted.value, numbers), `${at('share')}`);
  }
  const step = (by: number) =>
    editing.change(
      { ...editing.draft, stages: moved(editing.draft.stages, index, index + by) },
      `${slug}.move.${index + by}`,
    );
  const lines = (change: (all: readonly SheetStage['seedLines'][number][]) => SheetStage['seedLines']) =>
    editing.change(changeList(editing.draft, at('seedLines'), change), `${at('seedLines')}.lines`);
</script>

{#if stage}
  <div class="stage">
    <SheetField label="Name" path={at('name')} />
    <p class="quiet">{STAGE_WORDS[stage.kind]}</p>
    {#if part}
      <Choice
        label="Goes into"
        name={at('into')}
        value={stage.into}
        options={places}
        problem={editing.problems[at('into')]}
        onchange={(into) => editing.change(setText(editing.draft, at('into'), into), at('into'))}
      />
      {#if share > 0}
        <Field
          label={ferments ? 'Prefermented flour' : 'Flour in it'}
          name={at('share')}
          value={typedShare ?? percentText(share)}
          unit="% of flour"
          oninput={setShare}
          onblur={() => ((typedShare = null), editing.settle())}
        />
      {/if}
      {#if ferments}
        <SheetField label="New flour to 1 of seed" path={at('seed')} unit="parts" placeholder="no seed" />
        {#if stage.seed.trim() !== ''}
          <div class="seed">
            <span class="field-name"
              >The seed is {stage.seedLines.length === 0 ? 'like the build' : 'made of, over its flour'}</span
            >
            {#each stage.seedLines as _, place (place)}
              <div class="pair">
                <SheetField
                  label="Ingredient"
                  hideLabel
                  path={`${at('seedLines')}.${place}.ingredient`}
                  list="larder-names"
                />
                <SheetField label="Percent" hideLabel path={`${at('seedLines')}.${place}.percent`} unit="%" />
                <button
                  type="button"
                  aria-label="Take this line out"
                  onclick={() => lines((all) => all.toSpliced(place, 1))}>×</button
                >
              </div>
            {/each}
            <button
              type="button"
              class="link"
              onclick={() => lines((all) => [...all, { ingredient: '', percent: '100' }])}
              >Another make-up for the seed</button
            >
          </div>
        {/if}
        <SheetField label="Keep back for next time" path={at('keepBack')} placeholder="0 g" />
      {/if}
      <SheetField
        label={ferments ? 'Lost while building' : 'Lost, or steamed off'}
        path={at('loss')}
        unit="%"
        placeholder="0"
      />
      {#if ferments}
        <SheetField label="Stands first" path={at('first')} placeholder="4 h at 24 °C; 2 h at 18 °C" />
      {/if}
      <div class="two">
        <SheetField label={ferments ? 'Then at' : 'Stands at'} path={at('temperature')} placeholder="23 °C" />
        <SheetField label="For about" path={at('hours')} unit="h" />
      </div>
      {#if ferments}
        <fieldset>
          <legend class="field-name">
            {stage.byClock === ''
              ? 'Rise at which it is young, ripe, past (volumes)'
              : 'Hours after which it is used: at least, best, at most'}
          </legend>
          <div class="three">
            <SheetField label="Young" hideLabel path={at('ripeness.earliest')} />
            <SheetField label="Ripe" hideLabel path={at('ripeness.best')} />
            <SheetField label="Past" hideLabel path={at('ripeness.latest')} />
          </div>
          <FieldEntry
            field={BY_CLOCK}
            name={at('byClock')}
            value={stage.byClock}
            onchange={(text) => editing.change(setText(editing.draft, at('byClock'), text), at('byClock'))}
          />
        </fieldset>
      {/if}
    {:else if stage.kind === 'autolyse'}
      {@const rest = wettedRest(editing.draft.way, stage.slug)}
      {#if rest >= 0}
        <Field
          label="Rests"
          name={`way.${rest}.fields.best`}
          value={editing.draft.way[rest]?.fields.best ?? ''}
          unit="min"
          problem={editing.problems[`way.${rest}.fields.best`]}
          oninput={(text) =>
            editing.change(
              { ...editing.draft, way: restingFor(editing.draft.way, rest, text) },
              `way.${rest}`,
            )}
          onblur={editing.settle}
        />
      {:else}<p>It is wetted with the rest of the mix; its own rest is put into the Way.</p>{/if}
    {/if}
    <div class="foot">
      <button type="button" class="btn preset-tonal" disabled={index === 0} onclick={() => step(-1)}
        >Earlier</button
      >
      <button
        type="button"
        class="btn preset-tonal"
        disabled={index === editing.draft.stages.length - 1}
        onclick={() => step(1)}>Later</button
      >
      <button
        type="button"
        class="btn preset-tonal"
        onclick={() => (editing.change(removeStage(editing.draft, slug), `remove.${slug}`), onclose())}
        >Remove</button
      >
    </div>
  </div>
{/if}

<style>
  .stage {
    display: grid;
    gap: 0.75rem;
  }
  .pair {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 6rem 2rem;
    gap: 0.4rem;
    margin-bottom: 0.3rem;
  }
  .two {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0.75rem;
  }
  .three {
    display: grid;
    grid-template-columns: repeat(3, 1fr);
    gap: 0.5rem;
  }
  .foot {
    display: flex;
    gap: 0.5rem;
    margin-top: 0.5rem;
  }
  .link {
    font-size: 0.875rem;
    text-decoration: underline;
    cursor: pointer;
  }
</style>
