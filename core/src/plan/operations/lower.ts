import { capital } from '../../text';
import type { PlainStep } from '../step';
import { tightenStep, type StepId } from '../step-id';
import { step, wheelSocket, type Work } from './operation';

/** Shield and wheels on, down, wheel nuts in star order. @param after everything that is done with the wheels off */
export function lower(w: Work, after: readonly StepId[]): PlainStep[] {
  const out: PlainStep[] = [];
  const shield = w.fasteners.find((f) => f.kind === 'shield-bolt');
  if (shield)
    out.push(
      step({
        id: 'shield-on',
        phase: 'tighten',
        ...w.takes('shield on'),
        needs: after,
        fastener: shield.id,
        joint: shield.joint,
        title: `Undershield on, ${shield.count} fasteners`,
        tools: ['10 mm socket'],
      }),
    );
  out.push(
    step({
      id: 'finish',
      phase: 'tighten',
      ...w.takes('finish'),
      needs: after,
      title: `Grease over bare threads${w.fasteners.some((f) => f.hold?.endsWith('hex')) ? ' and into the hexes' : ''}; spanners counted`,
      tools: ['grease', 'rag'],
      detail:
        'After tightening it keeps rust out and does not touch the torque. Discs, pads and tyres stay dry; every tool is back, nothing lies on the arm.',
    }),
  );
  const closed: StepId[] = [...after, 'finish', ...(shield ? (['shield-on'] as const) : [])];
  if (w.off.includes('wheels'))
    out.push(
      step({
        id: 'wheels-on',
        phase: 'lower',
        ...w.takes('wheels on'),
        needs: closed,
        title: 'Wheels on, every nut by hand',
        detail: 'Hub faces clean. No anti-seize on the studs.',
      }),
    );
  out.push(
    step({
      id: 'lower',
      phase: 'lower',
      ...w.takes(w.equipment === 'lift' ? 'lower the lift' : 'lower the jack'),
      needs: w.off.includes('wheels') ? ['wheels-on'] : closed,
      title: 'Down on the ground',
      detail: 'Everything out from under it first.',
    }),
  );
  for (const f of w.fasteners.filter((x) => x.kind === 'wheel-nut'))
    out.push(
      step({
        id: tightenStep(f.id),
        phase: 'lower',
        ...w.takes('a group of fasteners'),
        needs: ['lower'],
        fastener: f.id,
        joint: f.joint,
        title: `${capital(f.axle === w.end ? f.side : `${f.side} ${f.axle}`)} wheel nuts, star order, three stages, first one again`,
        tools: [wheelSocket(w), 'torque wrench'],
        ...(w.wrenches > 1 ? {} : { sole: ['torque wrench'] }),
      }),
    );
  return out;
}
