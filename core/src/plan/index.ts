export * from './step';
export * from './step-id';
export * from './arrange';
export * from './room';
export * from './times';
export { fittedBy } from './operations';
export * from './steps';
export * from './schedule';
export * from './both';
export * from './crew';
export * from './pieces';
export * from './ladder';
export {
  FIRE_WATCH_MIN,
  TOOL_SIGNS,
  TROUBLE_SIGNS,
  type Grip,
  type Rung,
  type ToolSign,
  type Trouble,
  type TroubleSign,
} from './rungs';
export * from './ladder-at';
