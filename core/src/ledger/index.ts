export * from './words';
export * from './kinds';
export * from './entry';
export * from './ledger';
export { CONFIRM_OUTCOMES, DOUBTED_OUTCOMES, NEUTRAL_OUTCOMES, type ConfirmOutcome } from './kinds/confirm';
export { PROOFS } from './kinds/proof';
export { RECHECK_RESULTS } from './kinds/rechecked';
export { RESULTS, type FoundSize, type ResultBody, type ResultKind, type ResultKinds } from './kinds/result';
export { ROAD_RESULTS } from './kinds/road-test';
