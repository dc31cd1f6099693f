import * as z from 'zod';
import { text } from '../words';

const parts = z
  .array(z.object({ part: text(60).min(1), quantity: z.int().min(1).max(20) }))
  .min(1)
  .max(40);
export const supplierAsk = z.object({ parts });
export const supplierOrder = z.object({ supplier: text(80).min(1), parts });
