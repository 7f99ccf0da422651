/**
 * Growth rate of culture yeast against temperature: °C and 1/h. Interpolated in ln μ, linear where an end is 0,
 * linear to 0 from 2 °C down to 0 °C, and 0 past the last row.
 *
 * @source after Gänzle, Ehmann, Hammes, Appl. Environ. Microbiol. 64 (1998), fitted for Jovet
 */
const CULTURE_YEAST: readonly (readonly [celsius: number, perHour: number])[] = [
  [0, 0], [2, 0.005], [4, 0.008], [6, 0.013], [8, 0.021], [10, 0.033], [16, 0.114], [18, 0.163], [20, 0.225],
  [22, 0.295], [24, 0.365], [26, 0.414], [27, 0.423], [28, 0.417], [30, 0.346], [32, 0.202], [34, 0.05], [36, 0],
]; // prettier-ignore

/** Above this the rise of a culture is known only roughly, °C. */
export const CULTURE_RATE_SURE_BELOW = 29;

/**
 * Rate of the gas of a culture: that of its yeast, and where that stops its heterofermentative bacteria go on. They raise
 * no yeast.
 *
 * @source chosen for Jovet above 32 °C, to what whole-rye sours do at 41 °C
 */
const CULTURE_GAS: readonly (readonly [celsius: number, perHour: number])[] = [
  ...CULTURE_YEAST.filter(([celsius]) => celsius <= 32), [34, 0.08], [36, 0.07], [38, 0.06], [41, 0.04], [45, 0],
]; // prettier-ignore

/** Growth rate of lactic bacteria: read like that of culture yeast, from the same source; above 38 °C chosen for Jovet. */
const LACTIC: readonly (readonly [celsius: number, perHour: number])[] = [
  [0, 0], [2, 0.019], [4, 0.026], [6, 0.035], [8, 0.047], [10, 0.063], [16, 0.144], [18, 0.187], [20, 0.239],
  [22, 0.301], [24, 0.374], [26, 0.453], [27, 0.495], [28, 0.535], [30, 0.605], [32, 0.652], [34, 0.634], [36, 0.556],
  [38, 0.4], [41, 0.25], [45, 0.05], [48, 0],
]; // prettier-ignore

/** A table is read off a grid this fine, °C⁻¹: within a hundred-thousandth of the curve, and many times faster. */
const GRID = 100;

/** The curve through the rows of a table, from 0 °C up to its last row. */
function gridOf(table: readonly (readonly [celsius: number, perHour: number])[]): Float64Array {
  const [end] = table.at(-1) ?? [0];
  return Float64Array.from({ length: end * GRID + 2 }, (_, index) => {
    const celsius = index / GRID;
    const row = table.findIndex(([until]) => celsius <= until);
    const [until, high] = table[row] ?? [end, 0];
    const [from, low] = table[row - 1] ?? [until, high];
    if (until === from) return high;
    const share = (celsius - from) / (until - from);
    return low > 0 && high > 0 ? low * (high / low) ** share : low + share * (high - low);
  });
}

const CULTURE_YEAST_GRID = gridOf(CULTURE_YEAST);
const CULTURE_GAS_GRID = gridOf(CULTURE_GAS);
const LACTIC_GRID = gridOf(LACTIC);

function rateIn(grid: Float64Array, celsius: number): number {
  const at = celsius * GRID;
  if (!(at > 0 && at < grid.length - 2)) return 0;
  const index = Math.floor(at);
  const low = grid[index] ?? 0;
  return low + (at - index) * ((grid[index + 1] ?? 0) - low);
}

/**
 * μ of culture yeast.
 *
 * @param celsius dough temperature
 * @returns 1/h, 0 outside 0 to 36 °C
 */
export const cultureYeastRate = (celsius: number): number => rateIn(CULTURE_YEAST_GRID, celsius);

/**
 * Rate of the gas of a culture; up to 32 °C it is μ of its yeast.
 *
 * @param celsius dough temperature
 * @returns 1/h, 0 outside 0 to 45 °C
 */
export const cultureGasRate = (celsius: number): number => rateIn(CULTURE_GAS_GRID, celsius);

/** Above this yeasts and bacteria die, °C. */
export const DEADLY = 48;

/**
 * How fast what lives in a dough dies.
 *
 * @param celsius dough temperature
 * @returns 1/h; 0 up to 48 °C, and from there with a half-life of 10·5^(−(T−50)/5) min
 * @source chosen for Jovet
 */
export const deathRate = (celsius: number): number =>
  celsius <= DEADLY ? 0 : (Math.LN2 * 60) / (10 * 5 ** (-(celsius - 50) / 5));

/**
 * μ of the lactic bacteria of a culture.
 *
 * @param celsius dough temperature
 * @returns 1/h, 0 outside 0 to 48 °C
 */
export const lacticRate = (celsius: number): number => rateIn(LACTIC_GRID, celsius);

/** Cardinal temperatures of baker's yeast, °C, and its fastest rate, 1/h: chosen so that μ(26) = 0.30. */
const BAKERS_YEAST = { least: -1, best: 35, most: 46, fastest: 0.3867 } as const;

/**
 * μ of baker's yeast by the cardinal temperature model.
 *
 * @param celsius dough temperature
 * @returns 1/h, 0 outside −1 to 46 °C
 * @source Rosso, Lobry, Bajard, Flandrois, J. Theor. Biol. 162 (1993)
 */
export function bakersYeastRate(celsius: number): number {
  const { least, best, most, fastest } = BAKERS_YEAST;
  if (celsius <= least || celsius >= most) return 0;
  const above = (celsius - most) * (celsius - least) ** 2;
  const below =
    (best - least) * ((best - least) * (celsius - best) - (best - most) * (best + least - 2 * celsius));
  return (fastest * above) / below;
}
