<script lang="ts">
  import { untrack } from 'svelte';
  import {
    chainOf,
    feedTimesOf,
    hoursOfChain,
    prefermentHours,
    prefermentTemperature,
    warmThenCold,
    yeastForPreferment,
    type ChainStage,
    type Culture,
  } from '@jovet/core/culture';
  import { HEAT_TRANSFER, leavening, placeOf, startOfDough } from '@jovet/core/fermentation';
  import { USUAL_RIPENESS } from '@jovet/core/formula';
  import { addDays, localTime, parseTimeOfDay, resolveLocal } from '@jovet/core/time';
  import {
    formatDuration,
    formatNumber,
    formatTemperature,
    parseDuration,
    parseMass,
    parseNumber,
    parsePercent,
    parseTemperature,
  } from '@jovet/core/units';
  import type { Result } from '@jovet/core/problem';
  import Choice from '../../ui/Choice.svelte';
  import { enterMovesOn } from '../../ui/enter-moves-on';
  import Field from '../../ui/Field.svelte';
  import CopyTable from '../CopyTable.svelte';
  import { useReading } from '../settings';

  /** A tub of middle size, m inside, lidded. */
  const TUB = { length: 0.6, width: 0.4, h: HEAT_TRANSFER.lidded };

  interface Props {
    culture: Culture | undefined;
    vigour: number;
    /** Epoch seconds. */
    now: number;
    zone: string;
  }

  /** Builds in stages, each ripe when the next is made of it; and pre-ferments with baker's yeast. */
  let { culture, vigour, now, zone }: Props = $props();
  const reading = useReading();
  const degrees = (celsius: number) => formatTemperature(celsius, reading.unit, 0);
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
      celsius: parseTemperature(row.celsius, reading.unit),
    })),
  );
  const mass = $derived(parseMass(needed));
  const readyTime = $derived(parseTimeOfDay(ready));
  const readyAt = $derived.by(() => {
    if (!readyTime.ok) return null;
    const { date } = localTime(now, zone);
    const at = [0, 1, 2].map((days) => resolveLocal(addDays(date, days), readyTime.value, zone));
    return at.flatMap((each) => (each.ok && each.value > now ? [each.value] : []))[0] ?? null;
  });
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
      reading.mass(each.from),
      reading.mass(each.newFlour),
      reading.mass(each.newWater),
      reading.mass(each.total),
      formatDuration(each.hours.best * 3600),
      formatNumber(each.balance, 2),
    ]),
  ];

  // ── with yeast ──────────────────────────────────────────────────────────────────────────────────────────────────
  let kind = $state<'poolish' | 'stiffYeasted'>('poolish');
  const FINDS = ['yeast', 'hours', 'temperature', 'cold'] as const;
  let find = $state<(typeof FINDS)[number]>('yeast');
  let sponge = $state('10 kg');
  let yeast = $state('0.1 %');
  let hours = $state('12 h');
  let celsius = $state(untrack(() => degrees(21)));
  const given = $derived({
    yeast: parsePercent(yeast),
    hours: parseDuration(/^[\d.,]+$/.test(hours.trim()) ? `${hours} h` : hours),
    celsius: parseTemperature(celsius, reading.unit),
  });
  const solved = $derived.by((): { sentence: string } | { wrong: string } => {
    const ripeness = USUAL_RIPENESS[kind];
    if (find === 'cold') return thenCold();
    const missing = ([['yeast', given.yeast], ['hours', given.hours], ['temperature', given.celsius]] as const)
      .filter(([name]) => name !== find)
      .map(([, result]) => first(result))
      .find((each) => each !== undefined); // prettier-ignore
    if (missing !== undefined) return { wrong: missing };
    const at = given.celsius.ok ? given.celsius.value : 20;
    const within = given.hours.ok ? given.hours.value / 3600 : 1;
    const percent = given.yeast.ok ? given.yeast.value : 0.1;
    const amount = find === 'yeast' ? yeastForPreferment(ripeness, within, at) : null;
    const place = find === 'temperature' ? prefermentTemperature(ripeness, percent, within) : null;
    const failed = [amount, place].find((each) => each !== null && !each.ok);
    if (failed) return { wrong: first(failed) ?? '' };
    const share = amount?.ok ? amount.value : percent;
    const stands = place?.ok ? place.value : at;
    const takes = prefermentHours(ripeness, share, stands);
    if (!Number.isFinite(takes.best))
      return { wrong: 'At this temperature yeast does not rise. Choose a place from 0 to 45 °C.' };
    return {
      sentence: `${formatNumber(share, 3)} % instant yeast of its flour (${formatNumber(share / 0.33, 2)} % fresh) at ${reading.temperature(stands)}: ripe after ${formatDuration(takes.best * 3600)}, usable from ${formatDuration(takes.earliest * 3600)} to ${formatDuration(takes.latest * 3600)}.`,
    };
  });

  /** Stands warm first and cold then: when it goes into the cold, for its own mass in a tub. */
  function thenCold(): { sentence: string } | { wrong: string } {
    const amount = parseMass(sponge);
    const { yeast: part, hours: within, celsius: at } = given;
    if (!part.ok || !within.ok || !at.ok || !amount.ok) {
      const wrong = [part, within, at, amount].find((each) => !each.ok);
      return { wrong: (wrong && first(wrong)) ?? '' };
    }
    const body = { kind: 'tub' as const, mass: Math.max(0.1, amount.value), ...TUB };
    const cold = culture?.cold ?? 4;
    const after = warmThenCold(
      startOfDough(at.value),
      leavening({ yeast: part.value }),
      placeOf(body, at.value),
      placeOf(body, cold),
      USUAL_RIPENESS[kind],
      within.value / 3600,
    );
    return after === null
      ? {
          wrong:
            'Even put into the cold at once it is past by then: so much cools slowly. Take less yeast, smaller tubs, or less time.',
        }
      : {
          sentence: `${reading.mass(amount.value)} in one tub: ${formatDuration(after * 3600)} at ${reading.temperature(at.value)}, then at ${reading.temperature(cold)}; ripe after ${formatDuration(within.value)}.`,
        };
  }
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
          <b>{build.name}</b>{#if fedAt[index] !== undefined}
            at {clock(fedAt[index])}{/if}: {reading.mass(build.from)}
          {index === 0 ? 'seed' : 'of the one before'}, {reading.mass(build.newFlour)} flour, {reading.mass(
            build.newWater,
          )} water, {reading.mass(build.total)} in all; ripe after {formatDuration(build.hours.best * 3600)} at
          {reading.temperature(build.celsius)}. Yeast to acid {formatNumber(build.balance, 2)}.
        </li>
      {/each}
    </ol>
    <p class="quiet">
      {formatDuration(hoursOfChain(builds) * 3600)} from the first feeding on. A ripe wheat culture has yeast to
      acid 1: above it rises more, below it sours more.
    </p>
    <CopyTable {table} />
  {/if}

  <h3>With baker’s yeast</h3>
  <div class="row">
    <Choice
      label="Pre-ferment"
      name="yeasted.kind"
      value={kind}
      options={[
        { value: 'poolish', text: 'liquid' },
        { value: 'stiffYeasted', text: 'stiff' },
      ]}
      onchange={(next) => (kind = next === 'poolish' ? 'poolish' : 'stiffYeasted')}
    />
    <Choice
      label="Work out"
      name="yeasted.find"
      value={find}
      options={[
        { value: 'yeast', text: 'yeast' },
        { value: 'hours', text: 'time' },
        { value: 'temperature', text: 'temperature' },
        { value: 'cold', text: 'when into the cold' },
      ]}
      onchange={(next) => (find = FINDS.find((each) => each === next) ?? 'yeast')}
    />
    {#if find === 'cold'}<Field
        label="In one tub"
        name="yeasted.mass"
        value={sponge}
        oninput={(text) => (sponge = text)}
      />{/if}
    {#if find !== 'yeast'}<Field
        label="Instant yeast"
        name="yeasted.yeast"
        value={yeast}
        oninput={(text) => (yeast = text)}
      />{/if}
    {#if find !== 'hours'}<Field
        label="Ripe after"
        name="yeasted.hours"
        value={hours}
        oninput={(text) => (hours = text)}
      />{/if}
    {#if find !== 'temperature'}<Field
        label="Stands at"
        name="yeasted.celsius"
        value={celsius}
        oninput={(text) => (celsius = text)}
      />{/if}
  </div>
  {#if 'wrong' in solved}<p class="field-problem" role="alert">{solved.wrong}</p>{:else}<p
      class="answer"
      data-yeasted
    >
      {solved.sentence}
    </p>{/if}
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
  .answer {
    font-size: 1.0625rem;
    font-weight: 700;
  }
</style>
