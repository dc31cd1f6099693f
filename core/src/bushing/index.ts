export * from './material';
export * from './rubber';
export * from './frame';
export * from './stack';
export * from './stack-pieces';
