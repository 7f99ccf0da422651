export { bakeMinutes } from './bake.ts';
export { BREAD_DENSITY, coolingHours, coolingTimeConstant, CORE_AT_UNLOADING } from './cooling.ts';
