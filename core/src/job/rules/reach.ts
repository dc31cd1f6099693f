import type { Role } from '../../ledger';

/** Who puts things to a customer, and so needs to reach them. */
export const REACH_CUSTOMERS: readonly Role[] = ['writer', 'technician', 'lead'];
/** How somebody wants to be told. */
export const TELLS = ['by phone', 'by message', 'by e-mail', 'in person'] as const;
export type Tell = (typeof TELLS)[number];
