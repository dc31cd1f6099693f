import type { LedgerName } from '../offline/outbox';

/** The address of a page of a sheet, as the router takes it. */
export const sheetPath = (ledger: LedgerName, id: string, ...rest: string[]): string[] => [
  ledger === 'practice' ? '/practice' : '/job',
  id,
  ...rest,
];
