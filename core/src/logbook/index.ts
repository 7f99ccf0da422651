export { BAND, latestEstimate, type Estimate, type Prior } from './estimate.ts';
