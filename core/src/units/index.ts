export * from './measures';
export * from './quantity';
