import type { ZodType } from 'zod';
import { isFaultId, splitFault } from '../../diagnosis/faults';
import { isFastenerId, type FastenerId } from '../../joint/fasteners';
import { isJointId, type JointId } from '../../joint/id';
import { partSchema } from '../../parts/part';
import { LIMIT_OWNERS } from '../../play/conformance';
import type { Given, Held, SchemaKit } from '../../schema';
import { splitStep } from '../../plan/step-id';
import { bookValueSchema } from '../../torque/book';
import { AXLES, SIDES } from '../../vehicle/words';
import { variantName } from '../../vehicle/type';
import type { Cause } from '../words';

/** What the bodies of entries are described with: the words every stored thing uses, and the trade's own. */
export function bodyKit(kit: SchemaKit) {
  const { z, text } = kit;
  const gaugeId = text(60).min(1);
  return {
    ...kit,
    side: z.enum(SIDES),
    axleEnd: z.enum(AXLES),
    stepId: text(80).refine((id) => splitStep(id) !== undefined, { error: 'must be a step such as link-off-left' }),
    /** Where a caution was read: at a step, or at what is tried there (“link-off-left pliers”). */
    readAt: text(120).refine((id) => splitStep(id.split(' ')[0]!) !== undefined, {
      error: 'must be a step such as link-off-left',
    }),
    pieceId: text(80).min(1),
    gaugeId,
    /** A torque a wrench of this trade can have, N·m. */
    nm: z.number().positive().max(1000),
    speakingWrench: z.object({ id: gaugeId, name: text(60), simulated: z.boolean() }),
    jointId: z.custom<JointId>((v) => typeof v === 'string' && isJointId(v), {
      error: 'must be a joint such as front.left.link-lower',
    }),
    fastenerId: z.custom<FastenerId>((v) => typeof v === 'string' && isFastenerId(v), {
      error: 'must be a fastener such as front.left.link-lower-nut',
    }),
    /** A fault, or a joint whose faults were not told apart. */
    cause: z.custom<Cause>((v) => typeof v === 'string' && (isFaultId(v) || splitFault(v) !== undefined), {
      error: 'must be a fault or a joint this program knows',
    }),
    limitOwner: z.enum(LIMIT_OWNERS),
    variantName: variantName(kit),
    bookValue: bookValueSchema(kit),
    part: partSchema(kit),
  };
}
export type BodyKit = ReturnType<typeof bodyKit>;

/** The schema of an entry's body; what it gives is the body's type. */
export const bodyOf = <S extends ZodType>(schema: (kit: BodyKit) => S): ((kit: BodyKit) => S) => schema;
export type Body<F extends (kit: BodyKit) => ZodType> = Held<Given<F>>;
