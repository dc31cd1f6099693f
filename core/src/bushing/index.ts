export * from './rubber';
export * from './frame';
export * from './stack';
