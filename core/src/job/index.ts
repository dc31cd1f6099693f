export * from './entry';
export * from './fold';
export * from './judge';
export * from './next';
export * from './lesson';
export * from './measurements';
