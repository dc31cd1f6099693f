export * from './linkage';
export * from './wheel';
export * from './wheel-size';
export * from './corner';
export * from './bar';
export * from './distance';
export {
  linkAt,
  rigOf,
  USUAL_REACH,
  type LinkAt,
  type LinkRig,
  type Reach,
  type RigPosition,
  type StanceInput,
  type StudWay,
  type Wheels,
} from './rig';
export * from './nut-lean';
export * from './window';
export * from './length';
export * from './adjust';
export * from './preload';
export * from './fit';
export * from './study';
export * from './stack-of';
export * from './rig-over';
export * from './rig-floor';
export * from './bar-shapes';
export * from './bar-compare';
