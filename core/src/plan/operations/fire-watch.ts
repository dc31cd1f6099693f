import { FIRE_WATCH_MIN } from '../rungs';
import type { PlainStep } from '../step';
import { step, type Work } from './operation';

/** After sparks or a flame: a watch that nobody cuts short, and a last look. */
export const fireWatch = (w: Work): PlainStep[] => [
  step({
    id: 'fire-watch',
    phase: 'undo',
    ...w.takes('fire watch'),
    soakMinutes: FIRE_WATCH_MIN,
    fixed: true,
    needs: w.burnt,
    title: 'Fire watch begins: look behind it, feel for heat, extinguisher stays',
    tools: ['extinguisher', 'wet cloth'],
    detail: 'Carpets, sound deadening and rubber go on smouldering where nobody sees it.',
  }),
  step({
    id: 'fire-over',
    phase: 'undo',
    ...w.takes('fire watch'),
    needs: ['fire-watch'],
    title: 'Half an hour later: nothing smoulders, nothing is warm',
    detail: 'Behind the shield and inside above it as well.',
  }),
];
