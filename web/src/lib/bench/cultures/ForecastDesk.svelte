<script lang="ts">
  import { bulkOf } from '@jovet/core/formula/way';
  import { untrack } from 'svelte';
  import { fillLine } from '@jovet/core/culture/followed';
  import { doughScenario, usualTrial, type DoughTrial } from '@jovet/core/dough';
  import { forecast } from '@jovet/core/fermentation/forecast';
  import { MOST_RISE, VIGOUR_SPREAD } from '@jovet/core/fermentation';
  import { formatDuration, formatNumber, formatTemperature } from '@jovet/core/units';
  import type { House } from '../../server/database/house';
  import Choice from '../../ui/Choice.svelte';
  import Slide from '../../ui/Slide.svelte';
  import { LINES, QUIET } from '../chart-style';
  import Chart from '../Chart.svelte';
  import { useUnits } from '../settings';

  /** Bulk of a dough under two sets of conditions, side by side. */
  let { house }: { house: House } = $props();
  const units = useUnits();
  const [tub] = untrack(() => house.tubs);
  let slug = $state(untrack(() => house.formulas[0]?.slug ?? ''));
  const formula = $derived(house.formulas.find((each) => each.slug === slug)?.formula);

  type Changes = Partial<Record<keyof DoughTrial, number>>;
  let changed = $state.raw<readonly [Changes, Changes]>([
    {},
    { room: untrack(() => house.bakehouse.usual.room) - 3 },
  ]);
  const usual = $derived(formula && tub ? usualTrial(formula, house.bakehouse.usual.room, tub) : null);
  const vigour = $derived({ value: house.bakehouse.vigour, spread: VIGOUR_SPREAD.known });
  const trials = $derived(usual?.ok ? changed.map((each): DoughTrial => ({ ...usual.value, ...each })) : []);
  const forecasts = $derived(
    trials.map((trial) => {
      if (!formula || !tub) return null;
      const scenario = doughScenario(formula, trial, tub, vigour);
      return scenario.ok ? forecast(scenario.value) : null;
    }),
  );
  const set = (which: 0 | 1, key: keyof DoughTrial, value: number) => {
    changed =
      which === 0
        ? [{ ...changed[0], [key]: value }, changed[1]]
        : [changed[0], { ...changed[1], [key]: value }];
  };
  const SLIDERS = [
    { key: 'room', name: 'Room', min: 8, max: 36, step: 0.5 },
    { key: 'fdt', name: 'Dough when mixed', min: 14, max: 34, step: 0.5 },
    { key: 'leaven', name: 'Leaven', min: 0.25, max: 3, step: 0.05 },
    { key: 'salt', name: 'Salt', min: 0, max: 4, step: 0.1 },
  ] as const;
  const shown = (key: keyof DoughTrial, value: number): string => {
    if (key === 'room' || key === 'fdt') return units.temperature(value);
    return key === 'leaven' ? `× ${formatNumber(value, 2)}` : `${formatNumber(value, 1)} %`;
  };
  const NAMES = ['as it is', 'what if'] as const;
  const targets = $derived(formula ? bulkOf(formula.doc) : null);
  const option = $derived({
    grid: { left: 46, right: 46, top: 64, bottom: 30 },
    textStyle: { fontFamily: 'inherit', color: QUIET },
    animation: false,
    legend: { top: 0, textStyle: { color: QUIET } },
    tooltip: { trigger: 'axis' },
    xAxis: {
      type: 'value',
      name: 'h',
      nameLocation: 'end',
      axisLabel: { color: QUIET },
      splitLine: { show: false },
    },
    yAxis: [
      {
        type: 'value',
        name: 'volumes',
        axisLabel: { color: QUIET },
        nameTextStyle: { color: QUIET },
        splitLine: LINES,
      },
      {
        type: 'value',
        name: units.unit,
        scale: true,
        axisLabel: { color: QUIET },
        nameTextStyle: { color: QUIET },
        splitLine: { show: false },
      },
    ],
    series: forecasts.flatMap((each, index) => {
      if (!each?.ok) return [];
      const dashed = index === 1 ? ('dashed' as const) : ('solid' as const);
      const course = each.value.course;
      const bare = (celsius: number) =>
        Number(formatTemperature(celsius, units.unit, 2).replace(/ .*/, '').replace('−', '-'));
      return [
        {
          name: `rise, ${NAMES[index]}`,
          type: 'line' as const,
          symbol: 'none',
          lineStyle: { width: 3, type: dashed, color: QUIET },
          itemStyle: { color: QUIET },
          data: course.map((state) => [Number(state.time.toFixed(2)), Number(state.rise.toFixed(3))]),
          ...(index === 0 && targets
            ? {
                markLine: {
                  silent: true,
                  symbol: 'none',
                  label: { color: QUIET, position: 'insideStartTop' as const },
                  lineStyle: { color: QUIET },
                  data: [
                    { yAxis: targets.earliest, label: { formatter: 'from' } },
                    { yAxis: targets.best, label: { formatter: 'best' } },
                    { yAxis: targets.latest, label: { formatter: 'until' } },
                  ],
                },
              }
            : {}),
        },
        {
          name: `dough, ${NAMES[index]}`,
          type: 'line' as const,
          symbol: 'none',
          yAxisIndex: 1,
          lineStyle: { width: 1, type: dashed, color: QUIET },
          itemStyle: { color: QUIET },
          data: course.map((state) => [Number(state.time.toFixed(2)), bare(state.temperature)]),
        },
      ];
    }),
  });
  /** Where the dough stands in its tub, filled and at the best end of bulk, cm. */
  const heights = $derived.by(() => {
    const [trial] = trials;
    if (!tub || !trial || !targets || !usual?.ok) return null;
    const vessel = { kind: 'tub' as const, length: tub.length, width: tub.width, height: 1 };
    return fillLine(vessel, trial.mass, targets.best, MOST_RISE.ordinary, usual.value.phase);
  });
  const time = (hours: number | null | undefined) =>
    hours === null || hours === undefined ? 'never' : formatDuration(hours * 3600);
</script>

<div class="desk">
  <Choice
    label="Dough"
    name="desk.formula"
    value={slug}
    options={house.formulas.map((each) => ({ value: each.slug, text: each.formula.doc.name }))}
    onchange={(next) => ((slug = next), (changed = [{}, changed[1]]))}
  />
  {#if trials.length === 2}
    <table class="figures" aria-label="Conditions">
      <thead
        ><tr
          ><th scope="col"></th>{#each NAMES as name (name)}<th scope="col">{name}</th>{/each}</tr
        ></thead
      >
      <tbody>
        {#each SLIDERS as { key, name, min, max, step } (key)}
          <tr>
            <th scope="row">{name}</th>
            {#each [0, 1] as const as which (which)}
              {@const value = trials[which]?.[key] ?? 0}
              <td data-slide={`${key}.${which}`}
                ><Slide
                  label={`${name}, ${NAMES[which]}`}
                  hideLabel
                  {value}
                  {min}
                  {max}
                  {step}
                  onchange={(now) => set(which, key, now)}
                >
                  {#snippet figure()}<span class="value">{shown(key, value)}</span>{/snippet}
                </Slide></td
              >
            {/each}
          </tr>
        {/each}
        {#each ['from', 'best', 'until'] as word, target (word)}
          <tr class:strong={target === 1}>
            <th scope="row">Bulk {word === 'best' ? 'best at' : word}</th>
            {#each [0, 1] as const as which (which)}
              {@const each = forecasts[which]}
              {@const crossing = each?.ok ? each.value.crossings[target] : undefined}
              <td data-desk={`${word}.${which}`}
                >{time(crossing?.time)}{#if target === 1 && crossing?.soonest && crossing.latest}<small
                    >{time(crossing.soonest)} to {time(crossing.latest)}</small
                  >{/if}</td
              >
            {/each}
          </tr>
        {/each}
      </tbody>
    </table>
    {#each forecasts as each, index (index)}
      {#if each && !each.ok}<p class="caution" role="status">
          {NAMES[index]}: {each.problems[0]?.problem}
          {each.problems[0]?.remedy}
        </p>{/if}
    {/each}
    <Chart label="Rise and temperature of the dough in bulk under both conditions" height="18rem" {option} />
    <p class="quiet">
      {#if heights}In its tub it stands {formatNumber(heights.start, 1)} cm high when it is mixed, and {formatNumber(
          heights.target,
          1,
        )}
        cm at the best end of bulk.{/if} Pre-ferments come in at their best; {formatNumber(
        trials[0]?.mass ?? 0,
        0,
      )} kg stand in a {tub?.name.toLowerCase()}. The small times are where it lies eight times in ten.
    </p>
  {/if}
</div>

<style>
  .desk {
    display: grid;
    gap: 0.8rem;
  }
  th {
    vertical-align: top;
    padding-top: 0.2rem;
  }
  thead th {
    text-align: right;
  }
  .strong {
    font-weight: 700;
  }
  td small {
    display: block;
    font-weight: 400;
  }
  .caution {
    padding-left: 0.7rem;
    border-left: 4px solid currentColor;
  }
</style>
