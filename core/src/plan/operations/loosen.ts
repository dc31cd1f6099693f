import type { JointId } from '../../joint';
import type { PlainStep } from '../step';
import { sideStep } from '../step-id';
import { SOAK_MINUTES } from '../times';
import { step, type Work } from './operation';

/** Penetrant on both sides before either is undone, and the load off the bar. @param first the joint a side's step hangs on */
export function loosen(w: Work, first: (side: Work['sides'][number]) => JointId): PlainStep[] {
  return [
    ...w.sides.map((side) =>
      step({
        id: sideStep('soak', side),
        phase: 'undo',
        ...w.takes('soak'),
        soakMinutes: SOAK_MINUTES,
        needs: w.open,
        joint: first(side),
        title: `Brush the ${side} threads, penetrant on`,
        together: 'Brush the threads of both sides, penetrant on',
        tools: ['wire brush', 'penetrant'],
        detail: 'Then a quarter of an hour: the other side, a look round, the new parts unpacked.',
        caution: 'Eyes. Penetrant off discs and pads.',
      }),
    ),
    step({
      id: 'unload',
      phase: 'undo',
      ...w.takes('unload'),
      needs: w.open,
      title: 'Take the load off the bar',
      tools: ['lever', 'strap or second jack'],
      detail: 'Both wheels at the same height. If a link still pulls: lever the bar, a second jack under the arm, or strap it.',
      caution: 'A wound-up bar springs up or down when its link lets go: hands and face out of its path.',
    }),
  ];
}
