export * from './linkage';
export * from './wheel';
export * from './corner';
