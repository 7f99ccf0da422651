export { BAND, type Estimate, latestEstimate } from './estimate.ts';
