/**
 * Heat constants, all defaults that the logbook corrects. Specific heats in kJ/kg·K: engineering tables for flour,
 * water, ice, salt and steel. Heat of wetting, friction and loss to the room: chosen for Jovet from practice.
 */
export const SPECIFIC_HEAT = {
  flour: 1.8,
  water: 4.18,
  ice: 2.05,
  salt: 0.88,
  steel: 0.5,
  other: 1.7,
} as const;

/** Heat that ice takes up while it melts, kJ/kg. Engineering tables. */
export const LATENT_HEAT_OF_ICE = 334;

/** Heat set free when flour is wetted for the first time, kJ/kg. */
export const HEAT_OF_WETTING = 15;

/** Only this share of a bowl takes part in a mix. */
export const BOWL_SHARE = 0.5;

/** An open bowl comes to the temperature of the room with this time constant, min. */
export const MIX_TIME_CONSTANT = 120;

/** Water hotter than this harms the leaven where it touches it, °C. */
export const HOTTEST_WATER = 40;

/** Above this share of ice in the water the last of it may not melt before the mix ends. */
export const MOST_ICE = 0.35;

/** A thermometer in flour or dough is right to within this, K (one standard deviation). */
export const READING_SPREAD = 0.5;
