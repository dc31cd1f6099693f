export * from './vehicle';
export * from './part';
export * from './entry';
export * from './api';
export * from './problem';
