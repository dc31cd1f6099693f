import { STRUT_TYPE } from '../test';
import { END_KINDS, END_SPECS, endHeld, linkFasteners, linkOrientation, linkPieces, linkUndo, type LinkSpec } from '.';

const link = STRUT_TYPE.axles.front.link!;
const mixed = (upper: LinkSpec['upper']['is'], lower: LinkSpec['upper']['is'], over: Partial<LinkSpec> = {}): LinkSpec => ({
  ...link,
  upper: { ...link.upper, is: upper },
  lower: { ...link.lower, is: lower },
  ...over,
});

test('any two ends: each piece once, a question for what faces, how it comes off, and no key for a bolt', () => {
  for (const a of END_KINDS)
    for (const b of END_KINDS) {
      const l = mixed(a, b);
      const ids = linkPieces(l).map((p) => p.id);
      expect(new Set(ids).size).toBe(ids.length);
      for (const end of [a, b]) {
        for (const p of END_SPECS[end].pieces) expect(ids).toContain(p.id);
        expect(linkOrientation(l).right).toContain(END_SPECS[end].orientation.right);
        expect(linkUndo(l).detail).toContain(END_SPECS[end].undo.detail);
      }
      for (const end of ['upper', 'lower'] as const)
        if (END_SPECS[end === 'upper' ? a : b].held === 'bolt head') expect(endHeld(l, end)).not.toMatch(/hex/);
    }
});

test('a ball stud above and grommets below: washers face and come off, and are asked for', () => {
  const l = mixed('ball stud', 'headless stud');
  expect(linkPieces(l).map((p) => p.id)).toEqual(['link.nuts', 'link.washers']);
  expect(linkOrientation(l)).toMatchObject({ orientation: 'dished washers' });
  expect(linkOrientation(l).right).toMatch(/boot free of the bar.*Dish cups the grommet/);
  expect(linkPieces({ ...l, weldedWashers: true }).map((p) => p.id)).toEqual(['link.nuts']);
});

test('an eye is held at its bolt’s head, a stud as it was described; what is undone is named end by end', () => {
  const l = mixed('eye and bolt', 'ball stud');
  expect([endHeld(l, 'upper'), endHeld(l, 'lower')]).toEqual(['bolt head', `${link.lower.holdMm} mm ${link.lower.hold}`]);
  expect(linkUndo(l).title).toBe('Undo the upper bolt and the lower nut of the {side} link');
  expect(linkUndo(mixed('eye and bolt', 'eye and bolt')).title).toBe('Undo both bolts of the {side} link');
  expect(linkUndo({ ...link, kind: 'bolt-through' }).title).toBe('Undo the {side} link bolt');
  // Gripped rubber at one end is tightened at ride height, the other end is not.
  expect(linkFasteners(l).map((f) => f.rideHeight)).toEqual([true, false]);
});
