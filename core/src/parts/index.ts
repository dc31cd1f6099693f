export * from './part';
export * from './match';
export * from './offers';
export * from './upkeep';
export * from './compare';
export * from './catalogue';
export * from './form';
