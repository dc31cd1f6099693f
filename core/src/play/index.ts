export * from './series';
export * from './outlier';
export * from './conformance';
export * from './compare';
export * from './loop';
export * from './wear';
export * from './study';
