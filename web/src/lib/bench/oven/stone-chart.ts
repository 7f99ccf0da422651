import { deckName, type OvenDay, type OvenLoad } from '@jovet/core/plan/explain/oven';
import { localTime } from '@jovet/core/time';
import type { EChartsCoreOption } from 'echarts/core';
import { upperFirst } from '../floor/floor-words';
import { INK, LINES, QUIET } from '../chart-style';
import type { TimeScale } from '../ribbon';

const DASHES = ['solid', 'dashed', 'dotted', [8, 3, 2, 3]] as const;

/** The stones of all decks through the day, under the lanes that share its scale: loads as points on them, and what the decks of the chosen load are set to. */
export function stoneChart(
  oven: OvenDay,
  load: OvenLoad | null,
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
      nameGap: 7,
      axisLabel: { color: QUIET },
      splitNumber: 3,
      splitLine: LINES,
    },
    series: oven.decks.flatMap(({ course, sets }, deck) => {
      const own = oven.loads.filter(({ decks }) => decks.some((each) => each.deck === deck));
      const chosen = load !== null && own.includes(load);
      const at = (moment: number) => course.findLast((each) => each.at <= moment)?.celsius ?? NaN;
      const line = { type: 'line', silent: true, symbolSize: 6, itemStyle: { color: chosen ? INK : QUIET } };
      return [
        {
          ...line,
          name: upperFirst(deckName(oven, deck)),
          silent: false,
          showSymbol: false,
          lineStyle: {
            type: DASHES[deck % DASHES.length],
            width: chosen ? 2.6 : 1.4,
            color: chosen ? INK : QUIET,
          },
          data: course.map(({ at: moment, celsius }) => [moment * 1000, unit.of(celsius)]),
        },
        {
          ...line,
          name: `Loaded on ${deckName(oven, deck)}`,
          type: 'scatter',
          data: own.map((each) => [each.at * 1000, unit.of(at(each.at))]),
        },
        // What it is set to, of the decks that the chosen load stands on.
        ...(chosen
          ? [
              {
                ...line,
                name: `${upperFirst(deckName(oven, deck))} is set to`,
                step: 'end',
                showSymbol: false,
                lineStyle: { width: 1, opacity: 0.6, color: QUIET },
                data: sets.map(({ at: moment, celsius }) => [
                  moment * 1000,
                  celsius === null ? '-' : unit.of(celsius),
                ]),
              },
            ]
          : []),
      ];
    }),
  };
}
