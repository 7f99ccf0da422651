/** Ink for axes and words of charts that reads by day and by night. */
export const QUIET = '#8a8178';

/** Ink for what a chart is about: that of the words around it. */
export const INK = 'currentColor';
/** Lines across a chart, fainter than all that is drawn on them. */
export const LINES = { lineStyle: { color: QUIET, opacity: 0.3 } } as const;

const HOUR = 3600;

/** Axes of a chart over the clock, with the unit of each side. */
export const clockAxes = (
  left: string,
  clock: (epoch: number) => string,
  right?: string,
): Record<string, unknown> => ({
  grid: { left: 46, right: right === undefined ? 14 : 46, top: 30, bottom: 26 },
  textStyle: { fontFamily: 'inherit', color: QUIET },
  animation: false,
  xAxis: {
    type: 'value',
    min: ({ min }: { min: number }) => Math.floor(min / HOUR) * HOUR,
    max: ({ max }: { max: number }) => Math.ceil(max / HOUR) * HOUR,
    interval: 2 * HOUR,
    axisLabel: { color: QUIET, formatter: clock, hideOverlap: true },
    splitLine: { show: false },
  },
  yAxis: [left, ...(right === undefined ? [] : [right])].map((name, index) => ({
    type: 'value',
    name,
    scale: index === 1,
    axisLabel: { color: QUIET },
    nameTextStyle: { color: QUIET },
    splitLine: { show: index === 0, ...LINES },
  })),
  tooltip: { trigger: 'axis' },
  legend: { top: 0, textStyle: { color: QUIET } },
});
