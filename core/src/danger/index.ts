export * from './danger';
export * from './debts';
