import type { LinkKindSpec } from './link-kind';

/** One bolt through grommets, dished washers and a sleeve. */
export const boltThrough: LinkKindSpec = {
  name: 'bolt through grommets',
  ends: { upper: 'bolt through grommets', lower: 'bolt through grommets' },
  oneBolt: true,
  lockNuts: 0,
  pieces: [
    {
      id: 'link.bolt',
      name: 'Bolt and sleeve, {side}',
      usual: 'renewed',
      why: 'A rusty or necked bolt and a mushroomed sleeve are not used again.',
    },
    {
      id: 'link.washers',
      name: 'Dished washers, {side}',
      usual: 'moved over',
      why: 'Kept when flat rims and clean, dish as before.',
    },
  ],
  orientation: {
    orientation: 'dished washers',
    right: 'Dish cups the grommet, rim towards the rubber.',
    wrong: 'Dish turned away: the rim cuts the rubber.',
  },
  undo: {
    title: 'Undo the {side} link bolt',
    detail: 'Note the order and the facing of every washer and grommet before they fall.',
    troubles: ['bolt seized', 'head spins', 'bolt broke', 'cannot reach'],
  },
  drawn: 'stack',
};
