export * from './steps';
export * from './ladder';
export * from './pieces';
