<script lang="ts">
  import type { DayWeights } from '@jovet/core/bakehouse';

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
  <label>
    <span>{name}</span>
    <input
      type="range"
      min="0"
      max={most}
      step={most / 40}
      value={weights[key]}
      aria-label={name}
      onchange={(event) => onchange({ ...weights, [key]: Number(event.currentTarget.value) })}
    />
    <output>{weights[key].toFixed(2)}</output>
  </label>
{/each}

<style>
  label {
    display: grid;
    grid-template-columns: 1fr 3.5rem;
    gap: 0 0.75rem;
    margin-top: 0.9rem;
  }
  span {
    grid-column: 1 / -1;
  }
  input {
    min-height: 2rem;
    accent-color: currentColor;
  }
  output {
    font-family: var(--figures);
    text-align: right;
    align-self: center;
  }
</style>
