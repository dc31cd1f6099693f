export * from './fasteners';
export * from './adapter';
export * from './preload';
export * from './star';
export * from './wrench';
export * from './book';
export * from './audit';
