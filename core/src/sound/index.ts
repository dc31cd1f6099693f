export * from './modes';
export * from './like';
export * from './wav';
