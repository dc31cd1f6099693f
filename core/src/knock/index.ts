export * from './half-car';
export * from './run';
