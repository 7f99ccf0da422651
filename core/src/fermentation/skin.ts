/** Water that air holds at most, g/m³. @source Buck, J. Appl. Meteorol. 20 (1981), as he revised it in 1996, and the gas law */
export const saturation = (celsius: number): number =>
  ((611.21 * Math.exp((18.678 - celsius / 234.5) * (celsius / (257.14 + celsius)))) /
    (461.5 * (celsius + 273.15))) *
  1000;

/** W/m²K to m/s: how air that carries heat carries water, by Lewis. */
const LEWIS = 1087;
/** Of the surface of a dough. */
const WATER_ACTIVITY = 0.97;
/** g/m² that a surface has lost, beyond what came up from within, when it is a skin. Chosen for Jovet. */
const SKIN = 50;
/** Minutes in which water comes up from within: as a rule, and in the cold. Chosen for Jovet. */
const FED = { usual: 30, cold: 180 } as const;
/** Under so many °C a dough is in the cold. */
const COLD = 12;
/** What lies over a dough lets so much less through. Chosen for Jovet. */
const UNDER = { open: 1, cloth: 10, lid: 30 } as const;

/** W/m²K: still air, a draught over it, a fan that blows on it. Chosen for Jovet. */
export const AIR_MOVES = { still: 8, draught: 15, fan: 12 } as const;

/** A surface and the air over it. */
export interface Surface {
  /** °C of the dough and of the air. */
  readonly dough: number;
  readonly air: number;
  /** Percent RH. */
  readonly humidity: number;
  /** W/m²K */
  readonly h: number;
  readonly cover: keyof typeof UNDER;
}

/**
 * Minutes until an uncovered surface has a skin: what it loses less what comes up from within, dB/dt = flux − B/30 min.
 *
 * @returns Infinity where it never has one
 * @source dough-way, section 2: case K1
 *
 * @example
 * const air = { dough: 24, air: 24, h: 8, cover: 'open' } as const;
 * assert.equal(skinMinutes({ ...air, humidity: 50 }).toFixed(1), '13.8');
 * assert.equal(skinMinutes({ ...air, humidity: 80 }), Infinity);
 * assert.equal(skinMinutes({ ...air, humidity: 50, cover: 'cloth' }), Infinity);
 */
export function skinMinutes({ dough, air, humidity, h, cover }: Surface): number {
  const dries = WATER_ACTIVITY * saturation(dough) - (humidity / 100) * saturation(air);
  const flux = ((h / LEWIS) * dries * 60) / UNDER[cover];
  const fed = air < COLD ? FED.cold : FED.usual;
  const inTheEnd = flux * fed;
  return inTheEnd <= SKIN ? Infinity : -fed * Math.log(1 - SKIN / inTheEnd);
}
