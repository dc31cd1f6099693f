import { BAR, BOLTS, BRACKET, bushingKind, FRAME, SPLIT_BUSHING } from './bushing-kind';

export const hookStrap = bushingKind({
  name: 'strap with a hook and one bolt',
  bored: true,
  chosenBy: '',
  bolts: 1,
  stack: [BOLTS, { ...BRACKET, role: 'strap' }, SPLIT_BUSHING, BAR, FRAME],
  undo: {
    title: '{side} strap off, bushing out',
    detail: 'Bolt out, then the strap swings off its hook. Mark which way the split faces. Brush the seat and the hook bright.',
    tools: [],
  },
  fit: {
    title: 'strap hooked in, bolt by hand',
    detail: 'Hook fully home before the bolt takes hold: half in, it tears out later.',
  },
  drawn: 'strap',
});
