export type { Certificate, ChainCertificate, EnergyCertificate, Scarce } from './certificate.ts';
export { type Cost, costOf, idleSlots, levelsOf, openingsOf, overlap } from './cost.ts';
export {
  type Arc,
  type Batch,
  type Instance,
  levelOf,
  LEVELS,
  type Load,
  type Mode,
  type Person,
  type Placed,
  type Resource,
  type Schedule,
  SLOT,
  SLOT_MINUTES,
  type Stones,
  type Table,
  tableAt,
  type Task,
  type Use,
  type Way,
} from './instance.ts';
export { atLevel, endOf, windowAt } from './lookup.ts';
export { awayBy, type DecksFrom, followDecks, hotterBy, nearest } from './stones.ts';
