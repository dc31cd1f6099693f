export * from './hard-point';
