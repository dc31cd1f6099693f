export * from './gauge';
export * from './rows';
