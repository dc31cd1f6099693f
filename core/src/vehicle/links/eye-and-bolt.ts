import type { LinkKindSpec } from './link-kind';

/** An eye with a bonded bushing at each end, a bolt through each. */
export const eyeAndBolt: LinkKindSpec = {
  name: 'eyes and bolts',
  ends: { upper: 'eye and bolt', lower: 'eye and bolt' },
  oneBolt: false,
  lockNuts: 0,
  pieces: [
    {
      id: 'link.bolts',
      name: 'Bolts and nuts, {side}',
      usual: 'moved over',
      why: 'Each bolt back with its nut; renewed when rusty or necked.',
    },
  ],
  orientation: {
    orientation: 'link studs',
    right: 'Bolt heads on the side they were, sleeves flat in their mounts.',
    wrong: 'A bolt turned round: its end reaches what moves past it.',
  },
  undo: {
    title: 'Undo both bolts of the {side} link',
    detail: 'Hold the head, turn the nut. A bolt rusted into its sleeve turns with it: penetrant into the sleeve.',
    troubles: ['bolt seized', 'head spins', 'bolt broke', 'cannot reach'],
  },
  drawn: 'rod',
};
