export * from './context';
export * from './new-shop';
export * from './fold';
export type { JointView, Rock } from './state/looks';
export { filmDoubt, PLAY_METHOD, playLimit, type PlayReading, type PlayView } from './state/measuring';
export * from './say';
export * from './ledger-words';
export * from './case';
export { onceAState } from './once';
export * from './derive';
export * from './readable';
export * from './rules/clearance';
export { dangerousJoints, leftAt, leftDangers, openDangers, unrepaired, wasTold } from './rules/danger';
export { leftBefore, openDebts, owedJoints, sayLeftBefore, uncleared } from './rules/debts';
export * from './rules/there';
export * from './rules/look';
export * from './rules/rounds';
export { searching } from './rules/wishes';
export * from './rules/verdict';
export * from './rules/measuring';
export * from './rules/filming';
export * from './rules/photo-size';
export * from './rules/choosing';
export * from './rules/wanted';
export * from './rules/known';
export { invoiceLines, type InvoiceLine } from './rules/invoice';
export { foundSound } from './rules/sound';
export * from './rules/reach';
export { unseenChanges } from './rules/changed';
export * from './rules/fitted';
export * from './rules/planned';
export { burntAt, isRusty, mayBeUndone, planOf } from './rules/plan-of';
export * from './rules/work';
export * from './rules/trouble';
export * from './rules/arranged';
export * from './rules/aim';
export * from './rules/room';
export * from './rules/crew';
export * from './rules/hand-back';
export * from './rules/recheck';
export * from './rules/distance';
export * from './rules/findings';
export * from './rules/paper';
export * from './rules/inspection';
export * from './rules/height';
export * from './rules/points';
export * from './rules/load';
export * from './rules/setting';
export * from './rules/pull';
export * from './rules/quote';
export {
  notPutYet,
  quotedBody,
  sayPutSince,
  stands,
  totalOf,
  type Put,
  type QuotedLine,
  type QuotedOption,
  type QuoteTotal,
} from './rules/quoted';
export * from './rules/upkeep';
export * from './rules/goods';
export { optionName, type ChoiceLine, type ChoiceOption, type Standing } from './state/choices';
export * from './next';
export * from './brief';
export * from './lesson';
export * from './step-times';
export * from './measurement-file';
