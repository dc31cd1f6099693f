export * from './step';
export * from './step-id';
export * from './times';
export { fittedBy } from './operations';
export * from './steps';
export * from './schedule';
export * from './crew';
export * from './pieces';
export * from './ladder';
