export * from './hard-point';
export * from './projection';
