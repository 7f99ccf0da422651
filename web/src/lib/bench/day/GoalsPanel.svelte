<script lang="ts">
  import type { DayWeights } from '@jovet/core/bakehouse';
  import Slide from '../../ui/Slide.svelte';

  interface Props {
    weights: DayWeights;
    onchange: (weights: DayWeights) => void;
  }

  /** What a plan is to care about: the price of each thing that is not as it should be. */
  let { weights, onchange }: Props = $props();
  const GOALS = [
    { key: 'dough', name: 'A dough five minutes from its best', most: 4 },
    { key: 'preferment', name: 'A pre-ferment five minutes from its best', most: 4 },
    { key: 'early', name: 'Bread ready five minutes before it has to be', most: 1 },
    { key: 'begin', name: 'Work begun five minutes sooner than it must', most: 0.4 },
    { key: 'night', name: 'Five minutes of somebody’s work in the quiet hours', most: 4 },
    { key: 'ovenIdle', name: 'Oven on and empty for five minutes', most: 1 },
    { key: 'hot', name: 'A stone ten degrees too hot for its bread', most: 4 },
    { key: 'told', name: 'A task five minutes from where people were told it is', most: 2 },
  ] as const;
</script>

<p class="quiet">
  Vans that leave on time, windows that hold and hands that are free come first in every plan. Among such
  plans the cheapest is looked for, by these prices.
</p>
{#each GOALS as { key, name, most } (key)}
  <div class="goal">
    <Slide
      label={name}
      value={weights[key]}
      min={0}
      max={most}
      step={most / 40}
      onset={(value) => onchange({ ...weights, [key]: value })}
    >
      {#snippet figure()}<output>{weights[key].toFixed(2)}</output>{/snippet}
    </Slide>
  </div>
{/each}

<style>
  .goal {
    margin-top: 0.9rem;
  }
  output {
    font-family: var(--figures);
  }
</style>
