export * from './danger';
