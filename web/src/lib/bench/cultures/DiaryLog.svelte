<script lang="ts">
  import { formatDate, localTime } from '@jovet/core/time';
  import type { StoredBuild } from '../../server/database/culture';
  import { useUnits } from '../settings';
  import { signText } from './culture-words';

  interface Props {
    builds: readonly StoredBuild[];
    /** Epoch seconds at which it was begun. */
    from: number;
    zone: string;
    ontakeback: (signId: string, buildId: string) => void;
    ondrop: (buildId: string) => void;
  }

  /** The first days of a culture, the newest first: what was fed, and what was seen of it. */
  let { builds, from, zone, ontakeback, ondrop }: Props = $props();
  const units = useUnits();
  const dayOf = (epoch: number) => Math.max(1, Math.floor((epoch - from) / 86_400) + 1);
  const when = (epoch: number) => {
    const { date, time } = localTime(epoch, zone);
    return `${formatDate(date)} ${time}`;
  };
</script>

{#each builds.toReversed() as { id, build, signs } (id)}
  {@const taken = new Set(signs.map(({ corrects }) => corrects))}
  <section aria-label={`Day ${dayOf(build.at)}`}>
    <h3>Day {dayOf(build.at)} <small>{when(build.at)}{build.note && `, ${build.note}`}</small></h3>
    <p>
      {build.seed > 0 ? `${units.mass(build.seed)} kept, ` : ''}{units.mass(build.flour)} flour, {units.mass(
        build.water,
      )} water, {units.temperature(build.temperature)}
    </p>
    <ul>
      {#each signs as seen (seen.id)}
        <li class:old={taken.has(seen.id) || seen.corrects !== null}>
          {localTime(seen.at, zone).time} <b>{signText(seen.sign, units)}</b>, {seen.by}
          {#if !taken.has(seen.id) && seen.corrects === null}
            <button type="button" onclick={() => ontakeback(seen.id, id)}>take back</button>
          {/if}
        </li>
      {/each}
    </ul>
    <button type="button" onclick={() => ondrop(id)}>This feeding never was</button>
  </section>
{:else}
  <p class="quiet">Nothing yet.</p>
{/each}

<style>
  section {
    padding-block: 0.5rem;
    border-top: 1px solid light-dark(var(--color-surface-300), var(--color-surface-700));
  }
  h3 {
    font-weight: 700;
  }
  h3 small {
    font-family: var(--figures);
    font-weight: 400;
  }
  button {
    text-decoration: underline;
    text-underline-offset: 0.2em;
    cursor: pointer;
    font-size: 0.875rem;
    min-height: 1.75rem;
  }
  .old {
    text-decoration: line-through;
  }
</style>
