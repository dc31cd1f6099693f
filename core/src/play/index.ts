export * from './series';
export * from './outlier';
export * from './conformance';
export * from './compare';
export * from './loop';
export { LEAST_LOOP_POINTS, MOST_LOOP_POINTS } from './loop-points';
export * from './film-result';
export * from './wear';
