export { arrange, type DeckFloor, extentOf, type Outline, type Spot } from './arrange.ts';
export { type DeckLot, decksFor, decksTogether, fillDecks, type OnDeck } from './fill.ts';
export { outlineOf, SPACING } from './footprint.ts';
export { type LaidPiece, placeNear, standWell } from './lay.ts';
