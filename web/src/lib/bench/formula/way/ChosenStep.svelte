<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Bakehouse } from '@jovet/core/bakehouse';
  import type { StepDraft } from '@jovet/core/sheet/way';
  import StepPanel from './StepPanel.svelte';
  import { stepTitle } from './step-words';
  import type { Chosen } from './way-steps';

  interface Props {
    step: StepDraft;
    chosen: Chosen;
    bakehouse: Bakehouse;
    onshift: (by: 1 | -1) => void;
    onremove: () => void;
    /** Another is to be put in at a place of the list. */
    onputin: (at: number) => void;
    /** What is shown beside its panel. */
    children: Snippet;
  }

  /** The step that is chosen on the way: moved, taken out, set. */
  let { step, chosen, bakehouse, onshift, onremove, onputin, children }: Props = $props();
</script>

<div class="step">
  <div class="head">
    <h2>{stepTitle(step)}</h2>
    <button type="button" class="link" onclick={() => onshift(-1)}>Earlier</button>
    <button type="button" class="link" onclick={() => onshift(1)}>Later</button>
    <button type="button" class="link" onclick={() => onputin(chosen.step)}>Put one in before</button>
    <button type="button" class="link" onclick={() => onputin(chosen.step + 1)}>after</button>
    <button type="button" class="link" onclick={onremove}>Take it out</button>
  </div>
  <div class="set">
    {#key `${chosen.list}.${step.slug}`}
      <StepPanel
        {step}
        at={`${chosen.list}.${chosen.step}`}
        programmes={bakehouse.programmes}
        equipment={bakehouse.floor.equipment}
        rooms={bakehouse.floor.rooms}
      />
    {/key}
    {@render children()}
  </div>
</div>

<style>
  .step {
    border-top: 1px solid light-dark(var(--color-surface-300), var(--color-surface-700));
    padding-top: 0.7rem;
  }
  .head {
    display: flex;
    flex-wrap: wrap;
    gap: 0.25rem 1rem;
    align-items: baseline;
    margin-bottom: 0.5rem;
  }
  .set {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 1rem 2rem;
    align-items: start;
  }
  @media (max-width: 1000px) {
    .set {
      grid-template-columns: minmax(0, 1fr);
    }
  }
  h2 {
    font-size: 1.25rem;
    font-weight: 700;
    margin-right: 0.5rem;
  }
</style>
