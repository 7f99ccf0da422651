<script lang="ts">
  import type { ViewTask } from '@jovet/core/plan/explain';
  import { localTime } from '@jovet/core/time';
  import Figure from '../Figure.svelte';

  interface Props {
    tasks: readonly ViewTask[];
    zone: string;
    /** When the van leaves, epoch seconds. */
    van: number;
  }

  /** The clock of a dough: each step with when it is, and when it could be. */
  let { tasks, zone, van }: Props = $props();
  const clock = (at: number) => localTime(at, zone).time;
  const dayOf = (at: number) => localTime(at, zone).weekday;
  const minutes = ({ start, end }: ViewTask) => Math.round((end - start) / 60);
</script>

<table class="figures">
  <caption class="sr-only">The clock of this dough</caption>
  <thead>
    <tr><th scope="col">Step</th><td>at</td><td>from</td><td>until</td><td>hands</td></tr>
  </thead>
  <tbody>
    {#each tasks as task, index (task.id)}
      {#if index === 0 || dayOf(task.start) !== dayOf(tasks[index - 1]?.start ?? 0)}
        <tr class="day"><th scope="row" colspan="5">{dayOf(task.start)}</th></tr>
      {/if}
      <tr data-task={task.note.kind}>
        <th scope="row">{task.what}</th>
        <td
          ><b><Figure of={`task.${task.id}`} label={`${task.what} begins`} text={clock(task.start)} /></b></td
        >
        {#if task.window && task.window.latest > task.window.earliest}
          <td
            ><Figure
              of={`task.${task.id}.earliest`}
              label="at the earliest"
              text={clock(task.window.earliest)}
              quiet
            /></td
          >
          <td
            ><Figure
              of={`task.${task.id}.latest`}
              label="at the latest"
              text={clock(task.window.latest)}
              quiet
            /></td
          >
        {:else}<td></td><td></td>{/if}
        <td>{minutes(task)} min</td>
      </tr>
    {/each}
    <tr class="total"
      ><th scope="row">van leaves</th><td><b>{clock(van)}</b></td><td></td><td></td><td></td></tr
    >
  </tbody>
</table>

<style>
  th {
    text-align: left;
    font-weight: 400;
  }
  th[scope='row']::first-letter {
    text-transform: uppercase;
  }
  .day th {
    padding-top: 0.5rem;
    font-size: 0.875rem;
    font-weight: 700;
  }
</style>
