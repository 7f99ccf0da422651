export { lastCorrections } from './corrections.ts';
