<script lang="ts">
  import type { Culture } from '@jovet/core/culture';
  import type { FollowedBuild, Vigour } from '@jovet/core/culture/followed';
  import { balanceOf } from '@jovet/core/culture/feeding';
  import { formatDate, localTime } from '@jovet/core/time';
  import { formatNumber } from '@jovet/core/units';
  import type { StoredBuild } from '../../server/database/culture';
  import CopyTable from '../CopyTable.svelte';
  import { useUnits } from '../settings';
  import { signText, vigourText } from './culture-words';

  interface Props {
    culture: Culture;
    builds: readonly FollowedBuild[];
    stored: readonly StoredBuild[];
    vigour: Vigour;
    zone: string;
    ontakeback: (signId: string, buildId: string) => void;
    ondrop: (buildId: string) => void;
  }

  /** Every feeding and what was seen of it, the newest first. */
  let { culture, builds, stored, vigour, zone, ontakeback, ondrop }: Props = $props();
  const units = useUnits();
  const when = (epoch: number) => {
    const { date, time } = localTime(epoch, zone);
    return `${formatDate(date)} ${time}`;
  };
  const time = (epoch: number | null) => (epoch === null ? '—' : localTime(epoch, zone).time);
  const signsOf = (id: string) => stored.find((each) => each.id === id)?.signs ?? [];
  const taken = (id: string) => new Set(signsOf(id).map(({ corrects }) => corrects));
  const HEADS = ['Fed', 'Seed', 'Flour', 'Water', 'Where', 'Ripe', 'Yeast to acid', 'Seen'];
  const table = () => [
    HEADS,
    ...builds.map((each) => [
      when(each.build.at),
      units.mass(each.build.seed),
      units.mass(each.build.flour),
      units.mass(each.build.water),
      each.placeName,
      time(each.ripe.best.at),
      each.atBest ? formatNumber(balanceOf(each.atBest.population, each.atBest.acidity), 2) : '—',
      each.signs.map(({ sign }) => signText(sign, units)).join(', '),
    ]),
  ];
</script>

<p>{vigourText(vigour)}</p>
{#if vigour.history.length > 1}
  <p class="quiet">
    After each build: {vigour.history.map((each) => formatNumber(each, 2)).join(', ')}.
  </p>
{/if}
{#each builds.toReversed() as each (each.id)}
  <section aria-label={`Fed ${when(each.build.at)}`}>
    <h3>
      {when(each.build.at)}
      <small
        >1 : {formatNumber(each.build.flour / each.build.seed, 1)} : {formatNumber(
          each.build.water / each.build.seed,
          1,
        )}</small
      >
    </h3>
    <p>
      {units.mass(each.build.seed)} seed, {units.mass(each.build.flour)} flour, {units.mass(each.build.water)} water
      at {units.temperature(each.build.temperature)}; {each.placeName}. Ripe {time(
        each.ripe.best.at,
      )}{#if each.atBest}, yeast to acid {formatNumber(
          balanceOf(each.atBest.population, each.atBest.acidity),
          2,
        )}{/if}.
      {each.build.note}
    </p>
    {#if signsOf(each.id).length > 0}
      <ul>
        {#each signsOf(each.id) as sign (sign.id)}
          <li class:old={taken(each.id).has(sign.id)}>
            {time(sign.at)}
            {signText(sign.sign, units)}, {sign.by}
            {#if taken(each.id).has(sign.id)}(taken back){:else if sign.corrects !== null}(in place of the one
              before){:else}
              <button type="button" onclick={() => ontakeback(sign.id, each.id)}>take back</button>
            {/if}
          </li>
        {/each}
      </ul>
    {/if}
    <button type="button" onclick={() => ondrop(each.id)}>This feeding never was</button>
  </section>
{:else}
  <p>{culture.name} has not been fed here yet.</p>
{/each}
{#if builds.length > 0}<CopyTable {table} />{/if}

<style>
  section {
    padding-block: 0.6rem;
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
