import { BOLTS, type EndKindSpec } from './end-kind';

export const eyeAndBolt: EndKindSpec = {
  name: 'Eye and bolt',
  rubber: true,
  gripped: true,
  drawn: 'eye',
  held: 'bolt head',
  pieces: [BOLTS],
  orientation: {
    orientation: 'link studs',
    right: 'Bolt head on the side it was, sleeve flat in its mount.',
    wrong: 'A bolt turned round: its end reaches what moves past it.',
  },
  undo: {
    detail: 'Hold the head, turn the nut. A bolt rusted into its sleeve turns with it: penetrant into the sleeve.',
    troubles: ['bolt seized', 'head spins', 'bolt broke', 'cannot reach'],
  },
};
