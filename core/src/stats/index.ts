export * from './student';
export * from './f';
export * from './line';
export * from './outlier';
export * from './rank';
export * from './counts';
