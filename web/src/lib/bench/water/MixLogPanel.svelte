<script lang="ts">
  import { onMount } from 'svelte';
  import type { BulkShift } from '@jovet/core/dough';
  import type { LoggedMix } from '@jovet/core/mix/record';
  import type { Mixer } from '@jovet/core/mix';
  import { formatNumber, formatTemperature } from '@jovet/core/units';
  import Chart from '../Chart.svelte';
  import CopyTable from '../CopyTable.svelte';
  import { ask } from '../../sync/ask';
  import { useUnits } from '../settings';

  interface Props {
    log: readonly LoggedMix[];
    mixers: readonly Mixer[];
    clock: (epoch: number) => string;
  }

  /** How the last mixes came out: dough against what was wanted, friction as it drifts, what the error cost. */
  let { log, mixers, clock }: Props = $props();
  const units = useUnits();
  const shown = $derived(log.slice(-40));
  const nameOf = (slug: string) => mixers.find((each) => each.slug === slug)?.name ?? slug;
  const used = $derived([...new Set(shown.map(({ mixer }) => mixer))]);
  /** What the error of each mix did to its bulk; it takes the server a moment. */
  let bulks = $state.raw<Readonly<Record<string, BulkShift>>>({});
  onMount(async () => {
    const said = await ask('GET /mix-log/bulk', {});
    if (said.kind === 'done') bulks = said.value.bulks;
  });
  /** Minutes by which bulk was longer or shorter; null while they are not known, and where it never got there. */
  const minutesOf = ({ id }: LoggedMix): number | null => {
    const bulk = bulks[id];
    return bulk?.each === 'bulk' ? Math.round(bulk.minutes) : null;
  };
  const bulkText = (each: LoggedMix): string => {
    const minutes = minutesOf(each);
    return minutes === null ? '—' : `${minutes > 0 ? '+' : ''}${formatNumber(minutes, 0)}`;
  };
  const degrees = (celsius: number) =>
    Number(formatTemperature(celsius, units.unit, 2).replace(/ .*/, '').replace('−', '-'));
  const kelvin = (value: number) => Number((units.unit === '°F' ? value * 1.8 : value).toFixed(2));
  const difference = $derived(units.unit === '°F' ? '°F' : 'K');

  const ink = 'currentColor';
  const quiet = { color: '#8a8178' };
  const axes = (unit: string) => ({
    grid: { left: 48, right: 12, top: 34, bottom: 28 },
    textStyle: { fontFamily: 'inherit', color: quiet.color },
    animation: false,
    xAxis: {
      type: 'category' as const,
      data: shown.map(({ date, outcome }) => `${date.slice(5)} ${clock(outcome.record.at)}`),
      axisLabel: quiet,
    },
    yAxis: { type: 'value' as const, name: unit, scale: true, axisLabel: quiet, nameTextStyle: quiet },
    tooltip: { trigger: 'axis' as const },
    legend: { top: 0, textStyle: quiet },
  });
  const MARKS = ['circle', 'triangle', 'diamond', 'rect'];
  const byMixer = (value: (each: LoggedMix) => number | null) =>
    used.map((mixer, index) => ({
      name: nameOf(mixer),
      type: 'line' as const,
      symbol: MARKS[index % MARKS.length],
      symbolSize: 9,
      connectNulls: true,
      lineStyle: {
        width: 1,
        color: quiet.color,
        type: index === 0 ? ('solid' as const) : ('dashed' as const),
      },
      itemStyle: { color: quiet.color },
      data: shown.map((each) => (each.mixer === mixer ? value(each) : null)),
    }));
  const doughs = $derived({
    ...axes(units.unit),
    series: [
      ...byMixer(({ outcome }) => degrees(outcome.fdt)),
      {
        name: 'forecast',
        type: 'line' as const,
        symbol: 'emptyCircle',
        symbolSize: 6,
        lineStyle: { width: 0 },
        itemStyle: { color: quiet.color },
        data: shown.map(({ outcome }) => degrees(outcome.forecast)),
      },
    ],
  });
  const frictions = $derived({
    ...axes(difference),
    series: [
      ...byMixer(({ outcome }) => kelvin(outcome.record.friction)),
      {
        name: 'reckoned with',
        type: 'line' as const,
        step: 'end' as const,
        symbol: 'none',
        lineStyle: { width: 2, color: quiet.color },
        itemStyle: { color: quiet.color },
        data: shown.map(({ expected }) => kelvin(expected)),
      },
    ],
  });
  const costs = $derived({
    ...axes('min'),
    series: byMixer(minutesOf),
  });
  const HEADS = $derived(['Mix', 'Wanted', 'Came out', 'Forecast', `Friction, ${difference}`, 'Bulk, min']);
  const rows = $derived(
    shown.map((each) => [
      `${each.date} ${clock(each.outcome.record.at)} ${each.name}, ${nameOf(each.mixer)}, ${each.programme}`,
      units.temperature(each.ddt),
      units.temperature(each.outcome.fdt),
      units.temperature(each.outcome.forecast),
      formatNumber(kelvin(each.outcome.record.friction), 1),
      bulkText(each),
    ]),
  );
</script>

{#if shown.length === 0}
  <p>No mix is logged yet. Read the dough of the next one, and it appears here.</p>
{:else}
  <div class="log" style:color={ink}>
    <h3>Dough as it came out</h3>
    <Chart label="Dough temperature of the last mixes, by mixer, against the forecast" option={doughs} />
    <h3>Friction</h3>
    <Chart label="Friction of the last mixes, by mixer, and what was reckoned with" option={frictions} />
    <h3>What it cost: bulk longer or shorter</h3>
    <Chart label="Minutes by which bulk was longer or shorter" option={costs} />
    <div class="scroll">
      <table class="figures" aria-label="The last mixes">
        <thead
          ><tr
            >{#each HEADS as head (head)}<th scope="col">{head}</th>{/each}</tr
          ></thead
        >
        <tbody>
          {#each rows.toReversed() as [name, ...cells], index (index)}
            <tr
              ><th scope="row">{name}</th>{#each cells as cell, at (at)}<td>{cell}</td>{/each}</tr
            >
          {/each}
        </tbody>
      </table>
    </div>
    <CopyTable table={() => [HEADS, ...rows]} />
  </div>
{/if}

<style>
  h3 {
    font-weight: 700;
    margin-top: 0.6rem;
  }
  .scroll {
    overflow-x: auto;
    margin-block: 0.8rem;
  }
  th {
    line-height: 1.25;
  }
</style>
