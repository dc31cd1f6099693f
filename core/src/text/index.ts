export * from './words';
export * from './dialect';
export * from './numbers';
export * from './zone';
export * from './reach';
