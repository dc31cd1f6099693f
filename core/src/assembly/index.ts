export { asFitted, changesAxle, sayFitted, withFitted, type FittedBefore, type Fitting } from './as-fitted';
export { withMeasured, type MeasuredSize } from './as-measured';
