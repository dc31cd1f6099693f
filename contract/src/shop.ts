import { yardRulesSchema } from '@ash-knot/core';
import { kit } from './words';

export const yardRules = yardRulesSchema(kit);
