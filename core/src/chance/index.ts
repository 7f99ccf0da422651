export { chanceFrom, shuffled } from './chance.ts';
