/**
 * The one meaning of colour in Jovet: temperature, from cold blue over flour to ember. Lightness rises to 20 °C and
 * falls again, and blue against orange is told apart by colour-blind eyes; in print the figures say it.
 */
const SCALE: readonly (readonly [celsius: number, rgb: readonly [number, number, number]])[] = [
  [-18, [30, 45, 110]],
  [2, [42, 88, 150]],
  [10, [92, 146, 186]],
  [16, [160, 192, 203]],
  [20, [214, 207, 180]],
  [23, [229, 196, 138]],
  [26, [224, 160, 82]],
  [30, [205, 104, 40]],
  [40, [160, 52, 30]],
  [250, [92, 20, 22]],
];

/** The colour of a temperature in °C as CSS. */
export function temperatureColour(celsius: number): string {
  const index = SCALE.findIndex(([stop]) => celsius <= stop);
  const [low, from] = SCALE[Math.max(0, (index === -1 ? SCALE.length : index) - 1)] ?? [0, [0, 0, 0]];
  const [high, to] = SCALE[index === -1 ? SCALE.length - 1 : index] ?? [0, [0, 0, 0]];
  const share = high === low ? 0 : (celsius - low) / (high - low);
  const [r, g, b] = from.map((channel, each) => Math.round(channel + share * ((to[each] ?? 0) - channel)));
  return `rgb(${r} ${g} ${b})`;
}
