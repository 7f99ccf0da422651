<script lang="ts">
  import { riseAtHeight, type FollowedBuild } from '@jovet/core/culture/followed';
  import type { Culture } from '@jovet/core/culture';
  import { acidityAt, grownAt } from '@jovet/core/fermentation';
  import { formatTemperature } from '@jovet/core/units';
  import { clockAxes, QUIET } from '../chart-style';
  import Chart from '../Chart.svelte';
  import { useUnits } from '../settings';

  interface Props {
    culture: Culture;
    followed: FollowedBuild;
    now: number;
    clock: (epoch: number) => string;
    /** Acid against yeast instead of the rise. */
    sour?: boolean;
  }

  /** The rise that is forecast, the window in which it is ripe, and what was seen; or how acid and yeast grow. */
  let { culture, followed, now, clock, sour = false }: Props = $props();
  const units = useUnits();
  const start = $derived(followed.build.at);
  const at = (hours: number) => Math.round(start + hours * 3600);
  const bare = (celsius: number) =>
    Number(formatTemperature(celsius, units.unit, 2).replace(/ .*/, '').replace('−', '-'));
  /** To a little after it is past. */
  const course = $derived(followed.course.filter((_, index) => index % 2 === 0));
  const seen = $derived(
    followed.signs.flatMap(({ at: moment, sign }): [number, number][] => {
      if (sign.kind === 'height')
        return [[moment, riseAtHeight(followed.build.vessel, followed.mass, sign.centimetres)]];
      if (sign.kind === 'at-line') return [[moment, sign.rise]];
      return [];
    }),
  );
  const { earliest, best, latest } = $derived(culture.ripeness);
  const plain = { type: 'line' as const, symbol: 'none' };
  const rising = $derived({
    ...clockAxes('volumes', clock, units.unit),
    series: [
      {
        ...plain,
        name: 'rise, forecast',
        data: course.map((state) => [at(state.time), Number(state.rise.toFixed(3))]),
        lineStyle: { width: 3, color: QUIET },
        itemStyle: { color: QUIET },
        markArea: {
          silent: true,
          itemStyle: { color: QUIET, opacity: 0.16 },
          label: { show: false },
          data: [[{ yAxis: earliest }, { yAxis: latest }]],
        },
        markLine: {
          silent: true,
          symbol: 'none',
          label: { color: QUIET },
          lineStyle: { color: QUIET },
          data: [
            { yAxis: best, label: { formatter: 'ripe', position: 'insideStartTop' } },
            { xAxis: now, label: { formatter: 'now', position: 'insideEndTop' } },
          ],
        },
      },
      {
        name: 'seen',
        type: 'scatter' as const,
        symbol: 'diamond',
        symbolSize: 14,
        itemStyle: { color: QUIET },
        data: seen,
      },
      {
        ...plain,
        name: 'its temperature',
        yAxisIndex: 1,
        data: course.map((state) => [at(state.time), bare(state.temperature)]),
        lineStyle: { width: 1.5, type: 'dashed' as const, color: QUIET },
        itemStyle: { color: QUIET },
      },
    ],
  });
  const souring = $derived({
    ...clockAxes('acidity', clock, 'yeast, N'),
    series: [
      {
        ...plain,
        name: 'acidity',
        data: course.map((state) => [
          at(state.time),
          Number(acidityAt(state, followed.leavening).toFixed(3)),
        ]),
        lineStyle: { width: 3, color: QUIET },
        itemStyle: { color: QUIET },
      },
      {
        ...plain,
        name: 'yeast',
        yAxisIndex: 1,
        data: course.map((state) => [
          at(state.time),
          Number(grownAt(state, followed.leavening).culture.toFixed(3)),
        ]),
        lineStyle: { width: 1.5, type: 'dashed' as const, color: QUIET },
        itemStyle: { color: QUIET },
      },
    ],
  });
</script>

<Chart
  label={sour
    ? `Acidity and yeast of ${culture.name} from its feeding on`
    : `Rise of ${culture.name}: forecast, ripe window and what was seen`}
  height="13.5rem"
  option={sour ? souring : rising}
/>
