export * from './start';
export * from './fields';
export * from './check';
export * from './variants';
export * from './torque-page';
