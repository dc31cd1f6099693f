import { BOLTS, bushingKind, OLD_BUSHING } from './bushing-kind';

/** The bar turns in an eye with an inner sleeve, on one bolt: its rubber is gripped between sleeve and eye. */
export const pivot = bushingKind({
  name: ['pivot with an inner sleeve', 'pivot bush with an inner sleeve'],
  bored: false,
  chosenBy: 'A pivot has no bore for the bar: chosen by its sleeve’s bolt and the width between its cheeks.',
  bolts: 1,
  stack: [
    { ...BOLTS, name: 'pivot bolt', on: 'bolts' },
    { role: 'tab', name: 'cheek', of: 'vehicle', on: 'bolts' },
    {
      role: 'bushing',
      of: 'part',
      on: 'bolts',
      asked: OLD_BUSHING,
      faces: {
        orientation: 'pivot sleeve',
        right: 'Sleeve as long as the cheeks are apart, its ends bare, the rubber clear of them.',
        wrong: 'Sleeve pushed in: the cheeks close on rubber and the bolt never comes tight.',
      },
    },
    { role: 'sleeve', of: 'part', on: 'bolts' },
    { role: 'eye', name: 'eye of the bar', of: 'vehicle', on: 'bolts' },
    { role: 'tab', name: 'cheek', of: 'vehicle', on: 'bolts' },
    { role: 'nut', of: 'fixing', on: 'bolts', held: true, asked: BOLTS.asked! },
  ],
  undo: {
    title: '{side} pivot bolt out, bushing pressed out of its eye',
    detail:
      'The bar’s eye out of its cheeks. Mark how far the sleeve stands out at each end, then press the bushing out: supported, never hammered.',
    tools: ['press or threaded rod', 'sleeves to push on'],
  },
  fit: {
    title: 'bushing pressed in, pivot bolt by hand',
    detail:
      'Eye clean and bright, pressed in square until the sleeve stands out as before at both ends. Bolt by hand only: it is tightened at ride height.',
  },
  drawn: 'sleeve in an eye',
});
