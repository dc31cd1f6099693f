export * from './student';
export * from './series';
export * from './conformance';
