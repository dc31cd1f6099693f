export * from './gauge';
export * from './rows';
export * from './simulate';
