export * from './shop';
export * from './types';
export * from './catalogue';
export * from './vehicles';
export * from './scenarios';
export type { DemoJob } from './job-maker';
