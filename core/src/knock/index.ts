export * from './half-car';
export * from './run';
export * from './strike';
export { struck } from './bar-end';
