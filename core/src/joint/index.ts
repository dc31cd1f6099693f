export * from './check';
export * from './defects';
export * from './kinds';
export * from './id';
export * from './state';
export * from './checks-of';
export * from './fasteners';
