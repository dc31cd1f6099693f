import { eyeAndBolt } from './eye-and-bolt';
import type { EndKindSpec } from './end-kind';

/** Rubber pressed into the link's own eye, a bolt through its sleeve. */
export const pressedBushing: EndKindSpec = { ...eyeAndBolt, name: ['Pressed bushing', 'Pressed bush'] };
