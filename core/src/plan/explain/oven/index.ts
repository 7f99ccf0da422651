export {
  deckName,
  type OvenDay,
  ovenDay,
  type OvenHere,
  ovenOfDeck,
  ovenOfLoad,
  ovensHere,
} from './oven-day.ts';
export type { Chamber } from './chambers.ts';
export { stoneWorkings } from './oven-heat.ts';
export type { OvenItem, OvenLoad } from './oven-load.ts';
