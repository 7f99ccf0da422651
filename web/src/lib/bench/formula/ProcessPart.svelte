<script lang="ts">
  import type { Programme } from '@jovet/core/mix';
  import { ofType, setText, type FormulaDraft } from '@jovet/core/sheet';
  import Choice from '../../ui/Choice.svelte';
  import { enterMovesOn } from '../../ui/enter-moves-on';
  import { useReading } from '../settings';
  import { useHands } from './hands';
  import SheetField from './SheetField.svelte';
  import { TYPE_WORDS } from './words';

  /** The way of the dough from the mixer to the pack. */
  let { programmes }: { programmes: readonly Programme[] } = $props();
  const hands = useHands();
  const reading = useReading();
  const set = (path: string) => (text: string) => hands.change(setText(hands.draft, path, text), path);
  type Stages = FormulaDraft['process']['stages'];
  function stages(change: (all: Stages) => Stages) {
    hands.settle();
    const { process } = hands.draft;
    hands.change(
      { ...hands.draft, process: { ...process, stages: change(process.stages) } },
      'process.stages',
    );
    hands.settle();
  }
  const SHAPES = [
    { value: 'round', text: 'Round' },
    { value: 'long', text: 'Long' },
    { value: 'baguette', text: 'Baguette' },
    { value: 'roll', text: 'Roll' },
  ];
</script>

<form
  class="process"
  aria-label="Process"
  {@attach enterMovesOn}
  onsubmit={(event) => event.preventDefault()}
>
  <fieldset>
    <legend>Mix</legend>
    <div class="fields">
      <SheetField label="Dough temperature" path="process.ddt" />
      <Choice
        label="Programme"
        name="process.programme"
        value={hands.draft.process.programme}
        options={programmes.map(({ slug, name, minutes }) => ({
          value: slug,
          text: `${name}, ${minutes} min`,
        }))}
        onchange={set('process.programme')}
      />
      <SheetField label="Process loss" path="processLoss" unit="%" />
    </div>
  </fieldset>
  <fieldset>
    <legend>Bulk</legend>
    <div class="fields">
      <SheetField label="Rise, earliest" path="process.bulk.earliest" unit="volumes" />
      <SheetField label="best" path="process.bulk.best" unit="volumes" />
      <SheetField label="latest" path="process.bulk.latest" unit="volumes" />
      <SheetField label="Folds" path="process.folds" />
      <SheetField label="every" path="process.foldEvery" unit="min" />
    </div>
  </fieldset>
  <fieldset>
    <legend>Divide and shape</legend>
    <div class="fields">
      <SheetField label="Gas kept" path="process.gasKept" unit="%" />
      <SheetField label="Bench rest" path="process.benchRest" unit="min" />
      <Choice
        label="Shape"
        name="process.shape"
        value={hands.draft.process.shape}
        options={SHAPES}
        onchange={set('process.shape')}
      />
    </div>
  </fieldset>
  <fieldset>
    <legend>Proof</legend>
    <div class="fields">
      <SheetField label="Rise, earliest" path="process.proof.earliest" unit="volumes" />
      <SheetField label="best" path="process.proof.best" unit="volumes" />
      <SheetField label="latest" path="process.proof.latest" unit="volumes" />
      <SheetField label="Proofs at" path="process.around" placeholder="the room" />
    </div>
  </fieldset>
  <fieldset>
    <legend>Bake and cool</legend>
    <div class="fields">
      <SheetField label="A piece of" path="process.bakeMass" />
      <SheetField label="bakes" path="process.bakeMinutes" unit="min" />
      <SheetField label="Load at" path="process.loadAt" />
      <SheetField label="Steam" path="process.steam" unit="min" />
      <SheetField label="Bake loss" path="process.bakeLoss" unit="%" />
      <SheetField label="Pack below" path="process.packBelow" />
      <SheetField label="First look after" path="process.look" unit="min" placeholder="half of it" />
      <SheetField label="Turned round after" path="process.turn" unit="min" placeholder="as usual" />
      <SheetField label="Done at a core of" path="process.core" placeholder="as usual" />
    </div>
    {#each hands.draft.process.stages as _, index (index)}
      {@const at = `process.stages.${index}`}
      <div class="fields">
        <SheetField label="From" path={`${at}.from`} unit="min" />
        <SheetField label="top" path={`${at}.top`} placeholder="off" />
        <SheetField label="bottom" path={`${at}.bottom`} placeholder="off" />
        <SheetField label="fan" path={`${at}.fan`} unit="%" placeholder="0" />
        <button type="button" class="link" onclick={() => stages((all) => all.toSpliced(index, 1))}
          >Remove this change</button
        >
      </div>
    {/each}
    {#if hands.draft.process.stages.length < 8}
      <button
        type="button"
        class="link"
        onclick={() => stages((all) => [...all, { from: '', top: '', bottom: '', fan: '' }])}
        >Change the heat on the way</button
      >
    {/if}
  </fieldset>
  <p>
    <button
      type="button"
      class="btn preset-tonal"
      onclick={() => hands.change(ofType(hands.draft, hands.draft.type, reading.unit), 'process')}
      >Start from what is usual: {TYPE_WORDS[hands.draft.type].toLowerCase()}</button
    >
  </p>
</form>

<style>
  .process {
    display: grid;
    gap: 0.9rem;
  }
  legend {
    font-weight: 700;
    margin-bottom: 0.2rem;
  }
  .fields {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(9.5rem, 1fr));
    gap: 0.5rem 0.75rem;
    max-width: 54rem;
  }
  .fields + .fields {
    margin-top: 0.5rem;
  }
</style>
