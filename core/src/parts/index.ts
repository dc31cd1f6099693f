export * from './part';
export * from './match';
