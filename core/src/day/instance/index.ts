export * from './certificate.ts';
export * from './model.ts';
export * from './instance.ts';
export { costOf, idleSlots, levelsOf, openingsOf, overlap, type Cost } from './cost.ts';
export { awayBy, followDecks, hotterBy, nearest, tooHot, type DecksFrom } from './stones.ts';
export { atLevel, endOf, windowAt, type WaitWindow } from './lookup.ts';
