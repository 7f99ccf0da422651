<script lang="ts">
  import type { DoughPlan, Step } from '@jovet/core/day';
  import { formatDate, localTime } from '@jovet/core/time';
  import { formatDuration } from '@jovet/core/units';
  import Figure from './Figure.svelte';
  import { stepWords } from './words';

  /** The clock of a dough: earliest, best, latest, and how long each wait is. */
  let { plan, zone }: { plan: DoughPlan; zone: string } = $props();

  const time = (epoch: number) => localTime(epoch, zone).time;
  const dayOf = (epoch: number) => localTime(epoch, zone).date;
  /** Short enough to stand beside the step: `3 h 16`, `42 min`. */
  const hours = (of: number) => formatDuration(of * 3600).replace(/(h \d\d) min/, '$1');

  /** The wait that ends with a step, and the figure that explains it. */
  const waits = $derived<Record<string, { text: string; of: string }>>({
    mix: { text: `ripe in ${hours(plan.levain.ripe.best)}`, of: 'levain.ripe' },
    divide: { text: `bulk ${hours(plan.dough.divide.best - plan.dough.mixed.time)}`, of: 'bulk.hours' },
    load: { text: `proof ${hours(plan.dough.load.best - plan.dough.proofStart)}`, of: 'proof.hours' },
    out: { text: `bake ${hours(plan.dough.bakeHours)}`, of: 'bake.minutes' },
    pack: { text: `cool ${hours(plan.dough.coolHours)}`, of: 'cool.hours' },
  });
  const startsDay = (step: Step, index: number) =>
    index === 0 || dayOf(step.at) !== dayOf(plan.steps[index - 1]?.at ?? step.at);
</script>

<table class="figures" aria-label="Clock">
  <thead class="quiet">
    <tr
      ><th scope="col">Step</th><th scope="col">Earliest</th><th scope="col">Best</th><th scope="col"
        >Latest</th
      ></tr
    >
  </thead>
  <tbody>
    {#each plan.steps as step, index (step.id)}
      {@const wait = waits[step.id]}
      {#if startsDay(step, index)}
        <tr class="day"><th scope="rowgroup" colspan="4">{formatDate(dayOf(step.at))}</th></tr>
      {/if}
      <tr data-step={step.id}>
        <th scope="row">
          {stepWords(step.id)}
          {#if wait}<span class="wait quiet"><Figure of={wait.of} text={wait.text} /></span>{/if}
        </th>
        <td
          ><Figure
            quiet
            of={`clock.${step.id}.earliest`}
            label={`${stepWords(step.id)} at the earliest`}
            text={time(step.earliest)}
          /></td
        >
        <td class="best">
          {#if step.id === 'dispatch'}{time(step.at)}{:else}<Figure
              of={`clock.${step.id}`}
              label={stepWords(step.id)}
              text={time(step.at)}
            />{/if}
        </td>
        <td
          >{#if step.id === 'dispatch'}{time(step.latest)}{:else}<Figure
              quiet
              of={`clock.${step.id}.latest`}
              label={`${stepWords(step.id)} at the latest`}
              text={time(step.latest)}
            />{/if}{#if step.limit === 'dispatch' && step.id !== 'dispatch'}<span class="van quiet">van</span
            >{/if}</td
        >
      </tr>
    {/each}
  </tbody>
</table>
<p class="footnote quiet">Latest: while the dough is still good; <b>van</b> where the van comes first.</p>

<style>
  table {
    line-height: 1.25;
  }
  thead th:not(:first-child) {
    text-align: right;
  }
  td {
    padding-block: 0.06rem;
    vertical-align: top;
    position: relative;
    color: light-dark(var(--color-surface-600), var(--color-surface-300));
  }
  td:last-child,
  thead th:last-child {
    padding-right: 1.75rem;
  }
  tbody th {
    white-space: nowrap;
  }
  td.best {
    font-weight: 700;
    color: inherit;
  }
  .wait {
    margin-left: 0.35rem;
  }
  .day th {
    padding-top: 0.3rem;
    font-size: 0.8125rem;
    font-weight: 700;
  }
  .van {
    position: absolute;
    right: 0;
    font-family: 'Atkinson Hyperlegible Next Variable', sans-serif;
    line-height: 1.5;
  }
  .footnote {
    margin-top: 0.35rem;
  }
</style>
