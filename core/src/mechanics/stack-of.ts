import type { StackVariant } from '../bushing';
import { parseThread } from '../thread';
import { LINKS, type AxleSpec } from '../vehicle';

/** What is known of a vehicle's own stack before anybody has measured it. */
export interface StackOnFile {
  readonly boltMm: number;
  readonly pitchMm: number;
  /** Length of the link from eye to eye. */
  readonly linkMm: number;
  readonly variant: StackVariant;
}

/**
 * What the file says of links that are a stack of grommets and dished washers.
 * @returns nothing where the axle has no links, or links of another kind
 */
export function stackOnFile({ link }: Pick<AxleSpec, 'link'>): StackOnFile | undefined {
  if (!link || LINKS[link.kind].drawn !== 'stack') return undefined;
  const { majorMm, pitchMm } = parseThread(link.lower.thread);
  return { boltMm: majorMm, pitchMm, linkMm: link.lengthMm, variant: LINKS[link.kind].oneBolt ? {} : { headless: true } };
}
