import { DISHES, WASHERS, type EndKindSpec } from './end-kind';

export const boltThroughGrommets: EndKindSpec = {
  name: 'Bolt through grommets',
  rubber: true,
  gripped: false,
  drawn: 'grommets',
  held: 'bolt head',
  pieces: [
    {
      id: 'link.bolt',
      name: 'Bolt and sleeve, {side}',
      usual: 'renewed',
      why: 'A rusty or necked bolt and a mushroomed sleeve are not used again.',
    },
    WASHERS,
  ],
  orientation: DISHES,
  undo: {
    detail: 'Note the order and the facing of every washer and grommet before they fall.',
    troubles: ['bolt seized', 'head spins', 'bolt broke', 'cannot reach'],
  },
};
