export * from './series';
export * from './conformance';
