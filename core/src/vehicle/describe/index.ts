export * from './start';
export * from './fields';
export * from './check';
export * from './variants';
export * from './points';
export * from './torque-page';
export * from './describe';
export type { Pick, Subject, TypeField } from './end-fields';
export * from './changes';
