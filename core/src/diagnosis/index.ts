export * from './network';
export * from './strengths';
export * from './suspects';
