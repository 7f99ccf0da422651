<script lang="ts">
  import type { StepKind } from '@jovet/core/formula/way';
  import { STEP_WORDS } from './step-words';

  interface Props {
    kinds: readonly StepKind[];
    /** Hears what is put in, or null: nothing. */
    onchoose: (kind: StepKind | null) => void;
  }

  /** What can be put into a way. */
  let { kinds, onchoose }: Props = $props();
</script>

<div class="adding" role="group" aria-label="What is put in">
  <span>Put in:</span>
  {#each kinds as kind (kind)}
    <button type="button" class="btn preset-tonal" onclick={() => onchoose(kind)}>{STEP_WORDS[kind]}</button>
  {/each}
  <button type="button" class="link" onclick={() => onchoose(null)}>Nothing</button>
</div>

<style>
  .adding {
    display: flex;
    flex-wrap: wrap;
    gap: 0.4rem;
    align-items: center;
  }
</style>
