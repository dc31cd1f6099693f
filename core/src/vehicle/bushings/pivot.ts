import { BRACKET_PIECES, type BushingKindSpec } from './bushing-kind';

/** The bar turns in an eye with an inner sleeve, on one bolt: its rubber is gripped between sleeve and eye. */
export const pivot: BushingKindSpec = {
  name: ['pivot with an inner sleeve', 'pivot bush with an inner sleeve'],
  bored: false,
  chosenBy: 'A pivot has no bore for the bar: chosen by its sleeve’s bolt and the width between its cheeks.',
  bolts: 1,
  backNuts: true,
  pieces: BRACKET_PIECES.filter((p) => p.id === 'bracket.bolts'),
  orientation: {
    orientation: 'pivot sleeve',
    right: 'Sleeve as long as the cheeks are apart, its ends bare, the rubber clear of them.',
    wrong: 'Sleeve pushed in: the cheeks close on rubber and the bolt never comes tight.',
  },
  drawn: 'pivot',
};
