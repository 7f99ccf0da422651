<script lang="ts">
  import { untrack } from 'svelte';
  import {
    prefermentHours,
    prefermentTemperature,
    warmThenCold,
    yeastForPreferment,
  } from '@jovet/core/culture/feeding';
  import { HEAT_TRANSFER, leavening, startOfDough } from '@jovet/core/fermentation';
  import { placeOf } from '@jovet/core/fermentation/forecast';
  import { USUAL_RIPENESS } from '@jovet/core/formula/facts';
  import type { Result } from '@jovet/core/problem';
  import {
    formatDuration,
    formatNumber,
    formatTemperature,
    parseDuration,
    parseMass,
    parsePercent,
    parseTemperature,
  } from '@jovet/core/units';
  import Choice from '../../ui/Choice.svelte';
  import Field from '../../ui/Field.svelte';
  import Problems from '../../ui/Problems.svelte';
  import { useUnits } from '../settings';

  /** A tub of middle size, m inside, lidded. */
  const TUB = { length: 0.6, width: 0.4, h: HEAT_TRANSFER.lidded };

  /** A pre-ferment with baker's yeast: its yeast, time or temperature, or when it goes into the cold. */
  let { cold }: { /** °C */ cold: number } = $props();
  const units = useUnits();
  const degrees = (celsius: number) => formatTemperature(celsius, units.unit, 0);
  const first = (result: Result<unknown>) =>
    result.ok ? undefined : `${result.problems[0]?.problem} ${result.problems[0]?.remedy}`;

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
    celsius: parseTemperature(celsius, units.unit),
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
      sentence: `${formatNumber(share, 3)} % instant yeast of its flour (${formatNumber(share / 0.33, 2)} % fresh) at ${units.temperature(stands)}: ripe after ${formatDuration(takes.best * 3600)}, usable from ${formatDuration(takes.earliest * 3600)} to ${formatDuration(takes.latest * 3600)}.`,
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
          sentence: `${units.mass(amount.value)} in one tub: ${formatDuration(after * 3600)} at ${units.temperature(at.value)}, then at ${units.temperature(cold)}; ripe after ${formatDuration(within.value)}.`,
        };
  }
</script>

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
{#if 'wrong' in solved}<Problems problems={[solved.wrong]} />{:else}<p class="answer" data-yeasted>
    {solved.sentence}
  </p>{/if}

<style>
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
  .answer {
    font-size: 1.0625rem;
    font-weight: 700;
  }
</style>
