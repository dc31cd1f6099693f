import { STRUT_TYPE } from '../test';
import {
  askedOfPieces,
  END_KINDS,
  END_SPECS,
  endHeld,
  facingsOfPieces,
  linkAssembly,
  linkFasteners,
  linkUndo,
  type LinkSpec,
} from '.';

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
      const ids = askedOfPieces(linkAssembly(l)).map((p) => p.id);
      const facings = facingsOfPieces(linkAssembly(l));
      expect(new Set(facings.map((f) => f.orientation)).size).toBe(facings.length);
      expect(new Set(ids).size).toBe(ids.length);
      for (const end of [a, b]) {
        for (const p of END_SPECS[end].pieces) expect(ids).toContain(p.id);
        for (const f of END_SPECS[end].facings)
          expect(facings.find((x) => x.orientation === f.orientation)!.right).toContain(f.right);
        expect(linkUndo(l).detail).toContain(END_SPECS[end].undo.detail);
      }
      for (const end of ['upper', 'lower'] as const)
        if (END_SPECS[end === 'upper' ? a : b].held === 'bolt head') expect(endHeld(l, end)).not.toMatch(/hex/);
    }
});

test('a ball stud above and grommets below: washers face and come off, and are asked for', () => {
  const l = mixed('ball stud', 'headless stud');
  const asked = (link: LinkSpec, meets?: Parameters<typeof linkAssembly>[1]) =>
    askedOfPieces(linkAssembly(link, meets)).map((p) => p.id);
  expect(asked(l)).toEqual(['link', 'link.nuts', 'link.washers']);
  expect(facingsOfPieces(linkAssembly(l)).map((f) => f.orientation)).toEqual(['dished washers', 'link studs']);
  // Washers that are welded to what carries it stay on it, and are asked nothing; those of another end are.
  const welded = { ...l, weldedWashers: true };
  expect(asked(welded, { end: 'lower', mount: 'control arm' })).toEqual(['link', 'link.nuts']);
  expect(asked(welded, { end: 'upper', mount: 'control arm' })).toContain('link.washers');
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

test('one bolt through all of it comes off from its nut to its head, each piece in its place', () => {
  const stack = linkAssembly({ ...link, kind: 'bolt-through' }, { end: 'lower', mount: 'control arm' });
  expect(stack.map((p) => p.role)).toEqual([
    'nut',
    'dished washer',
    'grommet',
    'eye',
    'grommet',
    'dished washer',
    'sleeve',
    'dished washer',
    'grommet',
    'tab',
    'grommet',
    'dished washer',
    'bolt',
  ]);
  expect(new Set(stack.map((p) => p.axis))).toEqual(new Set(['through']));
  expect(stack.find((p) => p.role === 'tab')!.name).toBe('control arm');
  expect(linkFasteners({ ...link, kind: 'bolt-through' }).map((f) => f.kind)).toEqual(['link-bolt-nut']);
});
