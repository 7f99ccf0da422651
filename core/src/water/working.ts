import { input, quantity, type Workings } from '../working/index.ts';
import { BOWL_SHARE, HEAT_OF_WETTING, HOTTEST_WATER, MIX_TIME_CONSTANT, SPECIFIC_HEAT } from './constants.ts';
import { baseOfFactor } from './factors.ts';
import { heatOfLiquid, type Mix } from './heat-balance.ts';
import type { MixWater, Temperatures, WaterQuestion } from './mix-water.ts';
import { equivalentTemperature } from './sources.ts';

const celsius = (value: number) => quantity(value, '°C', 2);
const kelvin = (value: number) => quantity(value, 'K', 3);
const kilojoule = (value: number) => quantity(value, 'kJ', 1);
const FIRST_LAW = 'Heat balance (first law); constants are defaults until mixes are logged';
const PRACTICE = 'Textbook practice; friction derived from the heat balance at the usual readings';

const LEDGER_LABELS: Readonly<Record<string, string>> = {
  bowl: 'the bowl brings',
  wetting: 'wetting the flour brings',
  friction: 'the mixer brings',
  room: 'the room takes or brings',
};

const WAYS = {
  balance: 'water by heat balance',
  sum: 'water by sum of factors',
  base: 'water by base number',
} as const;
const LEARNED = 'Textbook practice; learned from logged mixes, the newest weighing most';

const SYMBOL_OF_SUM = (name: string) => `T_${name.replaceAll('-', '_')}`;

/** The workings of the water, by key: `water.balance`, `water.sum`, `water.base`, and each entry of the ledger. */
export function waterWorkings(question: WaterQuestion, water: MixWater): Workings {
  const { now, usual, ddt, usualDdt, factors, learned } = question;
  const mix = question.mixAt(now);
  const readingsOf = (readings: Temperatures, from: 'entered' | 'bakehouse', names: readonly string[]) =>
    names.map((name) => input(SYMBOL_OF_SUM(name), name, celsius(readings[name] ?? readings.room), from));
  const sumOf = `(${factors.map(SYMBOL_OF_SUM).join(' + ')})`;
  const n = factors.length + 1;
  const sources = question.sources.map(equivalentTemperature);
  const hottest = Math.min(HOTTEST_WATER, Math.max(...sources));
  const coldest = Math.min(...sources);
  return {
    'water.balance': () => ({
      label: 'Water by heat balance',
      symbol: 'T_w',
      result: quantity(water.balance.temperature, '°C', 1),
      equation: `DDT - (${water.balance.ledger.map((_, index) => `Q_${index + 1}`).join(' + ')}) / (m_w * c_w)`,
      inputs: [
        input('DDT', 'dough temperature wanted', celsius(ddt), 'entered'),
        ...water.balance.ledger.map((entry, index) =>
          input(
            `Q_${index + 1}`,
            LEDGER_LABELS[entry.name] ?? `${entry.name} brings`,
            kilojoule(entry.heat),
            'computed',
            `ledger.${entry.name}`,
          ),
        ),
        input('m_w', 'water', quantity(mix.water, 'kg', 4), 'computed', 'mix.water'),
        input('c_w', 'specific heat of what is poured', quantity(heatOfLiquid(mix), 'kJ/kg·K', 3), 'default'),
      ],
      source: FIRST_LAW,
      note: 'What all other parts bring towards the target (+) or take from it (−), the water has to make up.',
    }),
    'water.sum': () => ({
      label: 'Water by sum of factors',
      symbol: 'T_w',
      result: quantity(water.sum.temperature, '°C', 1),
      equation: `${n} * DDT - ${sumOf} - FF`,
      inputs: [
        input('DDT', 'dough temperature wanted', celsius(ddt), 'entered'),
        ...readingsOf(now, 'entered', factors),
        input('FF', 'friction factor', kelvin(water.sum.frictionFactor), 'computed', 'water.frictionFactor'),
      ],
      source: PRACTICE,
    }),
    'water.frictionFactor': () =>
      learned
        ? learnedWorking(`Friction factor for ${n} factors`, 'FF', water.sum.frictionFactor)
        : {
            label: `Friction factor for ${n} factors`,
            symbol: 'FF',
            result: kelvin(water.sum.frictionFactor),
            equation: `${n} * DDT - ${sumOf} - T_u`,
            inputs: [
              input('DDT', 'usual dough temperature', celsius(usualDdt), 'formula'),
              ...readingsOf(usual, 'bakehouse', factors),
              input('T_u', 'water by balance at the usual readings', kelvinCelsius(water.usual), 'computed'),
            ],
            source: PRACTICE,
            note: 'At the usual readings sum, base number and balance agree; away from them they drift apart, and the balance is the one that knows masses and bowl.',
          },
    'water.base': () => ({
      label: 'Water by base number',
      symbol: 'T_w',
      result: quantity(water.base.temperature, '°C', 1),
      equation: 'base - T_flour - T_room',
      inputs: [
        input('base', 'base number', kelvinCelsius(water.base.base), 'computed', 'water.baseNumber'),
        ...readingsOf(now, 'entered', ['flour', 'room']),
      ],
      source: PRACTICE,
    }),
    'water.baseNumber': () => ({
      label: 'Base number',
      symbol: 'base',
      result: kelvinCelsius(water.base.base),
      equation: learned ? '3 * DDT - FF_3' : '3 * DDT - (3 * DDT_u - T_flour - T_room - T_u)',
      inputs: learned
        ? [
            input('DDT', 'dough temperature wanted', celsius(ddt), 'entered'),
            input(
              'FF_3',
              'friction factor for flour, room and water',
              kelvin(baseOfFactor(ddt, water.base.base)),
              'logged',
            ),
          ]
        : [
            input('DDT', 'dough temperature wanted', celsius(ddt), 'entered'),
            input('DDT_u', 'usual dough temperature', celsius(usualDdt), 'formula'),
            ...readingsOf(usual, 'bakehouse', ['flour', 'room']),
            input('T_u', 'water by balance at the usual readings', kelvinCelsius(water.usual), 'computed'),
          ],
      source: learned ? LEARNED : PRACTICE,
    }),
    'water.pour': () => ({
      label: 'Water as poured',
      symbol: 'T_pour',
      result: quantity(water.pour, '°C', 1),
      equation: 'min(T_hot, max(T_cold, T_w))',
      inputs: [
        input('T_hot', 'hottest that is there and the leaven bears', celsius(hottest), 'bakehouse'),
        input(
          'T_cold',
          'coldest that is there, ice as water of the same heat',
          celsius(coldest),
          'bakehouse',
        ),
        input('T_w', WAYS[water.method], celsius(water.poured.wanted), 'computed', `water.${water.method}`),
      ],
      source: 'Limits of what water can be',
    }),
    ...portionWorkings(mix, water),
    'water.fdt': () => fdtWorking(mix, water, ddt),
    ...ledgerWorkings(mix, water, ddt),
  };
}

const learnedWorking = (label: string, symbol: string, value: number) => ({
  label,
  symbol,
  result: kelvin(value),
  equation: 'FF',
  inputs: [input('FF', 'robust mean of the logged mixes', kelvin(value), 'logged')],
  source: LEARNED,
});

/** How much of which water: the lever between the two sources. */
function portionWorkings(mix: Mix, { poured }: MixWater): Workings {
  const [first, second] = poured.portions;
  return Object.fromEntries(
    poured.portions.map((portion, index) => {
      const other = index === 0 ? second : first;
      const water = input('m_w', 'all water', quantity(mix.water, 'kg', 4), 'computed', 'mix.water');
      const working = {
        label: `Water from ${portion.name}`,
        symbol: 'm',
        result: quantity(portion.mass, 'kg', 3),
        source: 'Heat balance of the blend; ice counts as water of 2.05 · T − 334 kJ a kilogram',
      };
      return [
        `water.portion.${index}`,
        () =>
          other
            ? {
                ...working,
                equation: 'm_w * (T_pour - T_b) / (T_a - T_b)',
                inputs: [
                  water,
                  input('T_pour', 'water as poured', celsius(poured.temperature), 'computed', 'water.pour'),
                  input(
                    'T_a',
                    `${portion.name}, as water of the same heat`,
                    celsius(equivalentTemperature(portion)),
                    'bakehouse',
                  ),
                  input(
                    'T_b',
                    `${other.name}, as water of the same heat`,
                    celsius(equivalentTemperature(other)),
                    'bakehouse',
                  ),
                ],
              }
            : { ...working, equation: 'm_w', inputs: [water] },
      ];
    }),
  );
}

const kelvinCelsius = (value: number) => quantity(value, '°C', 3);

function fdtWorking(mix: Mix, water: MixWater, ddt: number) {
  const { capacity, bowlCapacity, temperature } = water.balance;
  return {
    label: 'Dough temperature to expect',
    symbol: 'FDT',
    result: quantity(water.fdt, '°C', 1),
    equation: 'DDT + m_w * c_w * (T_pour - T_w) / (C * (2 - exp(-t / tau)) + C_bowl)',
    inputs: [
      input('DDT', 'dough temperature wanted', celsius(ddt), 'entered'),
      input('m_w', 'water', quantity(mix.water, 'kg', 4), 'computed', 'mix.water'),
      input('c_w', 'specific heat of what is poured', quantity(heatOfLiquid(mix), 'kJ/kg·K', 3), 'default'),
      input('T_pour', 'water as poured', celsius(water.pour), 'computed', 'water.pour'),
      input('T_w', 'water by heat balance', celsius(temperature), 'computed', 'water.balance'),
      input('C', 'heat capacity of the dough', quantity(capacity, 'kJ/K', 3), 'computed', 'ledger.capacity'),
      input('t', 'mixing and resting', quantity(mix.minutes, 'min', 0), 'bakehouse'),
      input('tau', 'time constant of an open bowl', quantity(MIX_TIME_CONSTANT, 'min', 0), 'default'),
      input(
        'C_bowl',
        'heat capacity of the bowl',
        quantity(bowlCapacity, 'kJ/K', 3),
        'computed',
        'ledger.bowlCapacity',
      ),
    ],
    source: FIRST_LAW,
  };
}

function ledgerWorkings(mix: Mix, water: MixWater, ddt: number): Workings {
  const { capacity, bowlCapacity, loss, ledger } = water.balance;
  const heatOf = (name: string) => ledger.find((entry) => entry.name === name)?.heat ?? 0;
  const wanted = input('DDT', 'dough temperature wanted', celsius(ddt), 'entered');
  const dough = input(
    'C',
    'heat capacity of the dough',
    quantity(capacity, 'kJ/K', 3),
    'computed',
    'ledger.capacity',
  );
  const parts = mix.parts.map((part) => [
    `ledger.${part.name}`,
    () => ({
      label: `Heat that ${part.name} brings`,
      symbol: 'Q',
      result: kilojoule(heatOf(part.name)),
      equation: 'm * c * (T - DDT)',
      inputs: [
        input('m', part.name, quantity(part.mass, 'kg', 4), 'computed'),
        input('c', 'specific heat', quantity(part.specificHeat, 'kJ/kg·K', 4), 'default'),
        input('T', 'its temperature', celsius(part.temperature), 'entered'),
        wanted,
      ],
      source: FIRST_LAW,
    }),
  ]);
  const masses = [...mix.parts, { name: 'water', mass: mix.water, specificHeat: heatOfLiquid(mix) }];
  return {
    ...Object.fromEntries(parts),
    'ledger.capacity': () => ({
      label: 'Heat capacity of the dough',
      symbol: 'C',
      result: quantity(capacity, 'kJ/K', 3),
      equation: masses.map((_, index) => `m_${index + 1} * c_${index + 1}`).join(' + '),
      inputs: masses.flatMap((part, index) => [
        input(`m_${index + 1}`, part.name, quantity(part.mass, 'kg', 4), 'computed'),
        input(
          `c_${index + 1}`,
          `specific heat of ${part.name}`,
          quantity(part.specificHeat, 'kJ/kg·K', 4),
          'default',
        ),
      ]),
      source: FIRST_LAW,
    }),
    'ledger.bowlCapacity': () => ({
      label: 'Heat capacity of the bowl',
      symbol: 'C_bowl',
      result: quantity(bowlCapacity, 'kJ/K', 3),
      equation: 's * m * c',
      inputs: [
        input('s', 'share of the bowl that takes part', quantity(BOWL_SHARE, '', 2), 'default'),
        input('m', 'bowl', quantity(mix.bowl.mass, 'kg', 2), 'bakehouse'),
        input('c', 'specific heat of steel', quantity(SPECIFIC_HEAT.steel, 'kJ/kg·K', 2), 'default'),
      ],
      source: FIRST_LAW,
    }),
    'ledger.bowl': () => ({
      label: 'Heat that the bowl brings',
      symbol: 'Q',
      result: kilojoule(heatOf('bowl')),
      equation: 'C_bowl * (T_bowl - DDT)',
      inputs: [
        input(
          'C_bowl',
          'heat capacity of the bowl',
          quantity(bowlCapacity, 'kJ/K', 3),
          'computed',
          'ledger.bowlCapacity',
        ),
        input('T_bowl', 'bowl', celsius(mix.bowl.temperature), 'entered'),
        wanted,
      ],
      source: FIRST_LAW,
    }),
    'ledger.wetting': () => ({
      label: 'Heat of wetting the flour',
      symbol: 'Q',
      result: kilojoule(heatOf('wetting')),
      equation: 'q * m',
      inputs: [
        input('q', 'heat of wetting', quantity(HEAT_OF_WETTING, 'kJ/kg', 1), 'default'),
        input('m', 'flour wetted in this mix', quantity(mix.newFlour, 'kg', 4), 'computed'),
      ],
      source: FIRST_LAW,
      note: 'The flour in the levain is wet already and brings none.',
    }),
    'ledger.friction': () => ({
      label: 'Heat that the mixer brings',
      symbol: 'Q',
      result: kilojoule(heatOf('friction')),
      equation: 'dT * C',
      inputs: [input('dT', 'rise by the mixer programme', kelvin(mix.friction), 'bakehouse'), dough],
      source: FIRST_LAW,
    }),
    'ledger.room': () => ({
      label: 'Heat that the room takes or brings',
      symbol: 'Q',
      result: kilojoule(heatOf('room')),
      equation: '-loss * C',
      inputs: [input('loss', 'drift to the room', kelvin(loss), 'computed', 'ledger.loss'), dough],
      source: FIRST_LAW,
    }),
    'ledger.loss': () => ({
      label: 'Drift of the open bowl to the room',
      symbol: 'loss',
      result: kelvin(loss),
      equation: '(1 - exp(-t / tau)) * (DDT - T_room)',
      inputs: [
        input('t', 'mixing and resting', quantity(mix.minutes, 'min', 0), 'bakehouse'),
        input('tau', 'time constant of an open bowl', quantity(MIX_TIME_CONSTANT, 'min', 0), 'default'),
        wanted,
        input('T_room', 'room', celsius(mix.room), 'entered'),
      ],
      source: FIRST_LAW,
    }),
  };
}
