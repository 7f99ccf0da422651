export type { Certificate, ChainCertificate, EnergyCertificate, Scarce } from './certificate.ts';
export { type Cost, costOf, idleSlots, levelsOf, openingsOf, overlap } from './cost.ts';
export type {
  Arc,
  Batch,
  Instance,
  Load,
  Mode,
  Out,
  Oven,
  Person,
  Placed,
  Resource,
  Schedule,
  Stones,
  Task,
  Use,
  Way,
} from './instance.ts';
export { atLevel, deckKey, decksNeeded, decksTaken, endOf, loadOf, loads, windowAt } from './lookup.ts';
export { awayBy, type DecksFrom, followDecks, hotterBy, nearest } from './stones.ts';
