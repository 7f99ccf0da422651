import type { OvenDay } from '@jovet/core/day';
import { localTime } from '@jovet/core/time';
import type { EChartsCoreOption } from 'echarts/core';
import { QUIET } from '../chart-style';
import type { TimeScale } from '../ribbon';

const DASHES = ['solid', 'dashed', 'dotted', [8, 3, 2, 3]] as const;

/** The stones of all decks through the day, under the lanes that share its scale; loads as marks on them. */
export function stoneChart(
  oven: OvenDay,
  { from, to, left, right }: TimeScale,
  width: number,
  zone: string,
  unit: { readonly name: string; readonly of: (celsius: number) => number },
): EChartsCoreOption {
  const clock = (at: number) => localTime(at / 1000, zone).time;
  return {
    animation: false,
    grid: { left, right: width - right, top: 18, bottom: 22 },
    legend: { show: false },
    tooltip: {
      trigger: 'axis',
      valueFormatter: (value: number) => `${Math.round(value)} ${unit.name}`,
    },
    xAxis: {
      type: 'time',
      min: from * 1000,
      max: to * 1000,
      axisLabel: { formatter: clock, color: QUIET, hideOverlap: true },
      axisPointer: { label: { formatter: ({ value }: { value: number }) => clock(value) } },
      splitLine: { show: false },
    },
    yAxis: {
      type: 'value',
      name: unit.name,
      nameTextStyle: { color: QUIET, align: 'right' },
      axisLabel: { color: QUIET },
      splitNumber: 3,
    },
    series: oven.decks.map(({ course }, deck) => ({
      type: 'line',
      name: `Deck ${deck + 1}`,
      showSymbol: false,
      lineStyle: { type: DASHES[deck % DASHES.length], width: 1.6, color: QUIET },
      itemStyle: { color: QUIET },
      data: course.map(({ at, celsius }) => [at * 1000, unit.of(celsius)]),
    })),
  };
}
