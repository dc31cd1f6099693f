export { asFitted, type Fitting } from './as-fitted';
