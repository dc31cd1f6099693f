import { BOLTS, linkEndKind, MOUNT } from './end-kind';

export const eyeAndBolt = linkEndKind({
  name: 'Eye and bolt',
  stack: [
    { role: 'nut', of: 'fixing', asked: BOLTS, turns: 'end' },
    MOUNT,
    { role: 'bushing', name: ['eye, its bushing and sleeve', 'eye, its bush and sleeve'], of: 'part' },
    {
      role: 'bolt',
      of: 'fixing',
      asked: BOLTS,
      held: true,
      faces: {
        orientation: 'link studs',
        right: 'Bolt head on the side it was, sleeve flat in its mount.',
        wrong: 'A bolt turned round: its end reaches what moves past it.',
      },
    },
  ],
  undo: {
    detail: 'Hold the head, turn the nut. A bolt rusted into its sleeve turns with it: penetrant into the sleeve.',
    troubles: ['bolt seized', 'head spins', 'bolt broke', 'cannot reach'],
  },
});
