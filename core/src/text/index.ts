export * from './words';
export * from './dialect';
export * from './numbers';
