import { gaugeSchema } from '@ash-knot/core';
import { kit } from './words';

export const gaugeSpec = gaugeSchema(kit);
