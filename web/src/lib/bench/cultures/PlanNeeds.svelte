<script lang="ts">
  import type { PlannedBuild } from '@jovet/core/plan/explain';
  import { addDays, localTime } from '@jovet/core/time';
  import { useUnits } from '../settings';

  interface Props {
    /** What the plan takes from a culture, the first fed first. */
    needs: readonly PlannedBuild[];
    /** Epoch seconds. */
    now: number;
    zone: string;
    /** Task of the build that is filled in; null: there is no feeding open to fill it in. */
    taken: string | null;
    ontake: (need: PlannedBuild) => void;
  }

  /** What the plan takes from a culture, when and how much, and the feeding that gets there. */
  let { needs, now, zone, taken, ontake }: Props = $props();
  const units = useUnits();
  /** `14:25 tomorrow` */
  const moment = (epoch: number): string => {
    const [{ date: there, time, weekday }, { date: here }] = [localTime(epoch, zone), localTime(now, zone)];
    if (there === here) return time;
    if (there === addDays(here, 1)) return `${time} tomorrow`;
    return `${time} ${there === addDays(here, -1) ? 'yesterday' : weekday}`;
  };
</script>

{#each needs as each (each.task)}
  <p data-need={each.task}>
    The plan takes <b>{units.mass(each.kilograms)}</b> of {each.name} for {each.dough} at
    <b>{moment(each.at)}</b>, fed at <b>{moment(each.feedAt)}</b>, standing at {units.temperature(
      each.stands,
    )}.
    {#if each.task === taken}It is filled in here.{:else}
      <button type="button" class="link" onclick={() => ontake(each)}
        >{taken === null ? 'Feed it for that' : 'Fill that in'}</button
      >
    {/if}
  </p>
{/each}

<style>
  p {
    margin: 0.3rem 0;
  }
</style>
