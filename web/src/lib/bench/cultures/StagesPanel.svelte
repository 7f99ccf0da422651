<script lang="ts">
  import { untrack } from 'svelte';
  import { chainOf, feedTimesOf, hoursOfChain, type ChainStage } from '@jovet/core/culture/feeding';
  import type { Culture } from '@jovet/core/culture';
  import { USUAL_RIPENESS } from '@jovet/core/formula/facts';
  import { addDays, localTime, nextLocal, parseTimeOfDay } from '@jovet/core/time';
  import {
    formatDuration,
    formatNumber,
    formatTemperature,
    parseMass,
    parseNumber,
    parseTemperature,
  } from '@jovet/core/units';
  import type { Result } from '@jovet/core/problem';
  import { enterMovesOn } from '../../ui/enter-moves-on';
  import Field from '../../ui/Field.svelte';
  import CopyTable from '../CopyTable.svelte';
  import { useUnits } from '../settings';
  import YeastedPart from './YeastedPart.svelte';

  interface Props {
    culture: Culture | undefined;
    vigour: number;
    /** Epoch seconds. */
    now: number;
    zone: string;
  }

  /** Builds in stages, each ripe when the next is made of it; and pre-ferments with baker's yeast. */
  let { culture, vigour, now, zone }: Props = $props();
  const units = useUnits();
  const degrees = (celsius: number) => formatTemperature(celsius, units.unit, 0);
  const stage = (name: string, flour: string, celsius: number) => ({
    name,
    flour,
    water: flour,
    celsius: degrees(celsius),
  });
  let rows = $state.raw(
    untrack(() => [
      stage('First build', formatNumber(culture?.ratio ?? 4, 0), 26),
      stage('Full build', '2', 28),
    ]),
  );
  let needed = $state('5 kg');
  let ready = $state(untrack(() => localTime(now + 14 * 3600, zone).time));

  const first = (result: Result<unknown>) =>
    result.ok ? undefined : `${result.problems[0]?.problem} ${result.problems[0]?.remedy}`;
  const clock = (epoch: number) => {
    const { date, time } = localTime(epoch, zone);
    const today = localTime(now, zone).date;
    const day =
      date === today ? '' : date === addDays(today, 1) ? ' tomorrow' : ` ${localTime(epoch, zone).weekday}`;
    return time + day;
  };
  const read = $derived(
    rows.map((row) => ({
      flour: parseNumber(row.flour),
      water: parseNumber(row.water),
      celsius: parseTemperature(row.celsius, units.unit),
    })),
  );
  const mass = $derived(parseMass(needed));
  const readyTime = $derived(parseTimeOfDay(ready));
  const readyAt = $derived(readyTime.ok ? nextLocal(readyTime.value, now + 1, zone) : null);
  const chain = $derived.by(() => {
    const stages: ChainStage[] = [];
    for (const [index, { flour, water, celsius }] of read.entries()) {
      if (!flour.ok || !water.ok || !celsius.ok) return null;
      stages.push({
        name: rows[index]?.name ?? '',
        flour: flour.value,
        water: water.value,
        celsius: celsius.value,
        ripeness: culture?.ripeness ?? USUAL_RIPENESS.rye,
      });
    }
    if (!mass.ok) return null;
    return chainOf(
      stages,
      { population: 0.7, acidity: 1.1, vigour },
      mass.value,
      culture?.keepBack ?? 0,
      culture?.loss ?? 0,
    );
  });
  const builds = $derived(chain?.ok ? chain.value : []);
  /** When each is fed, counted back from when the last is wanted. */
  const fedAt = $derived(readyAt === null ? [] : feedTimesOf(builds, readyAt));
  const problemAt = (index: number, key: 'flour' | 'water' | 'celsius') => {
    const typed = read[index]?.[key];
    if (typed && !typed.ok) return first(typed);
    return chain && !chain.ok
      ? chain.problems
          .filter(({ path }) => path === `stages.${index}.${key}`)
          .map((each) => `${each.problem} ${each.remedy}`)[0]
      : undefined;
  };
  const set = (index: number, key: keyof (typeof rows)[number], text: string) => {
    rows = rows.map((row, at) => (at === index ? { ...row, [key]: text } : row));
  };
  const HEADS = [
    'Build',
    'Fed',
    'Seed or build before',
    'Flour',
    'Water',
    'In all',
    'Ripe after',
    'Yeast to acid',
  ];
  const table = () => [
    HEADS,
    ...builds.map((each, index) => [
      each.name,
      fedAt[index] === undefined ? '' : clock(fedAt[index]),
      units.mass(each.from),
      units.mass(each.newFlour),
      units.mass(each.newWater),
      units.mass(each.total),
      formatDuration(each.hours.best * 3600),
      formatNumber(each.balance, 2),
    ]),
  ];
</script>

<form {@attach enterMovesOn} onsubmit={(event) => event.preventDefault()}>
  <h3>In stages</h3>
  <p class="quiet">
    Each build is fed to the one before when that is ripe. Warm and soft favours acid, cool favours yeast.
  </p>
  <div class="row">
    <Field
      label="Needed"
      name="chain.needed"
      value={needed}
      problem={first(mass)}
      oninput={(text) => (needed = text)}
    />
    <Field
      label="Ready by"
      name="chain.ready"
      value={ready}
      problem={first(readyTime)}
      oninput={(text) => (ready = text)}
    />
  </div>
  {#each rows as row, index (index)}
    <div class="row stage">
      <Field
        label="Build"
        name={`chain.${index}.name`}
        value={row.name}
        oninput={(text) => set(index, 'name', text)}
      />
      <Field
        label="Flour to 1"
        name={`chain.${index}.flour`}
        value={row.flour}
        problem={problemAt(index, 'flour')}
        oninput={(text) => set(index, 'flour', text)}
      />
      <Field
        label="Water to 1"
        name={`chain.${index}.water`}
        value={row.water}
        problem={problemAt(index, 'water')}
        oninput={(text) => set(index, 'water', text)}
      />
      <Field
        label="Stands at"
        name={`chain.${index}.celsius`}
        value={row.celsius}
        problem={problemAt(index, 'celsius')}
        oninput={(text) => set(index, 'celsius', text)}
      />
    </div>
  {/each}
  <div class="tools">
    {#if rows.length < 4}<button
        type="button"
        class="link"
        onclick={() => (rows = [...rows, stage('Another build', '1', 26)])}>Add a build</button
      >{/if}
    {#if rows.length > 1}<button type="button" class="link" onclick={() => (rows = rows.slice(0, -1))}
        >Take the last away</button
      >{/if}
  </div>
  {#if builds.length > 0}
    <ol data-chain>
      {#each builds as build, index (index)}
        <li>
          <b>{build.name}</b>{fedAt[index] === undefined ? '' : ` at ${clock(fedAt[index])}`}: {units.mass(
            build.from,
          )}
          {index === 0 ? 'seed' : 'of the one before'}, {units.mass(build.newFlour)} flour, {units.mass(
            build.newWater,
          )} water, {units.mass(build.total)} in all; ripe after {formatDuration(build.hours.best * 3600)} at
          {units.temperature(build.celsius)}. Yeast to acid {formatNumber(build.balance, 2)}.
        </li>
      {/each}
    </ol>
    <p class="quiet">
      {formatDuration(hoursOfChain(builds) * 3600)} from the first feeding on. A ripe wheat culture has yeast to
      acid 1: above it rises more, below it sours more.
    </p>
    <div><CopyTable {table} /></div>
  {/if}

  <YeastedPart cold={culture?.cold ?? 4} />
</form>

<style>
  form {
    display: grid;
    gap: 0.6rem;
  }
  h3 {
    font-weight: 700;
    margin-top: 0.4rem;
  }
  .row {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(5.5rem, 1fr));
    gap: 0.6rem;
    align-items: start;
  }
  .tools {
    display: flex;
    gap: 1rem;
  }
  .link {
    text-decoration: underline;
    text-underline-offset: 0.2em;
    cursor: pointer;
    min-height: 2rem;
  }
  li {
    margin: 0 0 0.4rem 1.2rem;
    list-style: decimal;
    line-height: 1.4;
  }
</style>
