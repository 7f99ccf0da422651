<script lang="ts">
  import type { ViewTask } from '@jovet/core/plan/explain';
  import type { OnBench } from '@jovet/core/run';
  import { formatNumber } from '@jovet/core/units';
  import { useUnits } from '../settings';
  import { temperatureColour } from '../temperature-colour';
  import { leftWords, readyFor } from './floor-words';

  interface Props {
    standing: readonly OnBench[];
    tasks: readonly ViewTask[];
    clock: (at: number) => string;
    onpress: (dough: OnBench) => void;
  }

  /** Everything that rises, on one bench, what is ready first on the left. The dashed line is where it should stand. */
  let { standing, tasks, clock, onpress }: Props = $props();
  const units = useUnits();
  const taskOf = ({ to }: OnBench) => tasks.find(({ id }) => id === to);
  /** Where dough and line stand in a vessel of 100: the line at two thirds, so that there is room above it. */
  const LINE = 66;
  const FLOOR = 28;
  const levelOf = ({ rise, wanted }: OnBench) =>
    Math.min(94, FLOOR + (LINE - FLOOR) * (wanted > 0 ? rise / wanted : 1));
</script>

<section aria-labelledby="bench-title">
  <h2 id="bench-title" class="quiet">
    Rising · the dashed line is where it should stand · press a dough to say what you see
  </h2>
  <ul>
    {#each standing as dough (dough.to + dough.from)}
      {@const level = levelOf(dough)}
      <li>
        <button type="button" data-dough={dough.to} onclick={() => onpress(dough)}>
          <svg viewBox="0 0 120 100" aria-hidden="true">
            <path
              d={`M14 98 L14 ${100 - level} Q60 ${94 - level} 106 ${100 - level} L106 98 Z`}
              fill={temperatureColour(dough.temperature)}
            />
            <path class="vessel" d="M12 8 L12 98.5 L108 98.5 L108 8" />
            <line class="target" x1="4" x2="116" y1={100 - LINE} y2={100 - LINE} />
          </svg>
          <b class="left">{leftWords(Math.abs(dough.left))}</b>
          <span>{dough.left < -30 ? 'past its best' : readyFor(dough.of, taskOf(dough))}</span>
          <b class="name">{dough.name}</b>
          <span class="quiet"
            >{dough.height === null || !dough.tub
              ? ''
              : `${formatNumber(dough.height, 1)} of ${formatNumber(dough.tub.ready, 1)} cm · `}{units.temperature(
              dough.temperature,
            )}</span
          >
          <span class="quiet">{clock(dough.ready.earliest)} to {clock(dough.ready.latest)}</span>
        </button>
      </li>
    {/each}
  </ul>
</section>

<style>
  ul {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(9.5rem, 1fr));
    gap: 0.5rem 0.75rem;
    margin-top: 0.25rem;
  }
  button {
    display: grid;
    justify-items: center;
    align-content: start;
    width: 100%;
    height: 100%;
    padding: 0.25rem 0.25rem 0.5rem;
    cursor: pointer;
    border-radius: 0.5rem;
    line-height: 1.25;
  }
  button:hover {
    background: light-dark(var(--color-surface-100), var(--color-surface-900));
  }
  svg {
    width: 100%;
    max-height: 8.5rem;
    border-bottom: 3px solid currentColor;
  }
  .vessel {
    fill: none;
    stroke: currentColor;
    stroke-width: 2.5;
  }
  .target {
    stroke: currentColor;
    stroke-width: 1.75;
    stroke-dasharray: 5 4;
  }
  .left {
    font-family: var(--figures);
    font-size: 1.75rem;
    margin-top: 0.3rem;
  }
  .name {
    text-align: center;
  }
  @media (max-width: 640px) {
    ul {
      grid-template-columns: repeat(2, minmax(0, 1fr));
    }
    .left {
      font-size: 1.5rem;
    }
  }
</style>
