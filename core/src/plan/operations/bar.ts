import { barEnd, type JointId } from '../../joint';
import { sayBarChange } from '../../mechanics';
import { sayHex } from '../../thread';
import { linkUndo } from '../../vehicle';
import { facingsAt } from '../pieces';
import type { PlainStep } from '../step';
import type { StepId } from '../step-id';
import { frameBushing } from './frame-bushing';
import { link } from './link';
import { step, type PartOperation, type Work } from './operation';

/** How stiff the new bar is against the old one, where their sizes say it. */
const changed = (w: Work, joint: JointId): string => {
  const [was, now] = [w.axle.bar, w.after(joint).bar];
  return was && now ? sayBarChange(was, now) : '';
};

/** The old bar against the new one. */
const beside = (w: Work, joint: JointId): PlainStep =>
  step({
    id: 'bar-beside',
    phase: 'fit',
    ...w.takes('bar compared'),
    needs: ['bar-hand'],
    joint,
    tools: ['caliper', 'rule'],
    title: 'Old bar beside the new: diameter, eyes, bends, marks',
    detail: ['Laid on each other on the floor. A mark or a label says which way is up, and which end is left.', changed(w, joint)]
      .filter(Boolean)
      .join(' '),
  });

/** The bar out and another one in: a step for two, loose on both sides before anything of it is tightened. */
export const bar: PartOperation = {
  renews: (kind, axle) =>
    kind === 'bar' && axle.bar !== null && axle.bar.joins === 'links' && (axle.bar.control ?? 'passive') === 'passive',
  fittedBy: () => 'bar-in',
  undo(w, _side, joint): PlainStep[] {
    const both = ['left', 'right'] as const;
    const { bushing } = w.axle;
    const linksOff = both.every((s) => w.on(s, link).length > 0);
    const bushingsOff = both.every((s) => w.on(s, frameBushing).length > 0);
    const soaks = w.sides.map((s): StepId => `soak-${s}`);
    const offs = both.flatMap((s): StepId[] => [
      ...(w.on(s, link).length ? ([`link-off-${s}`] as const) : []),
      ...(w.on(s, frameBushing).length ? ([`bushing-off-${s}`] as const) : []),
    ]);
    const out: PlainStep[] = [];
    if (!linksOff)
      out.push(
        step({
          id: 'bar-links',
          phase: 'undo',
          ...w.takes('bar loose'),
          needs: [...soaks, 'unload'],
          joint,
          at: ['upper', 'lower', 'through'],
          title: 'Links off the bar’s ends, both sides',
          tools: w.axle.link ? [sayHex(w.axle.link[barEnd(w.axle)].nutHexMm), 'breaker bar'] : ['breaker bar'],
          detail: 'They may stay on the other end, tied clear of hoses.',
          // What the link's ends are says what may go wrong with them.
          troubles: w.axle.link ? linkUndo(w.axle.link).troubles : ['cannot reach'],
        }),
      );
    if (!bushingsOff)
      out.push(
        step({
          id: 'bar-brackets',
          phase: 'undo',
          ...w.takes('bar loose'),
          needs: linksOff ? offs : ['bar-links'],
          joint,
          at: ['bolts', 'cross bolts'],
          title: 'Both brackets off, somebody holds the bar',
          tools: bushing ? [`${sayHex(bushing.hexMm)} socket`] : [],
          detail: 'Mark which way each bracket and each split faces; every bolt back with its own hole.',
          caution: 'The bar comes down when the second bracket lets go: a strap under it first, heads out from under.',
          troubles: ['bolt broke', 'head spins', 'cannot reach'],
        }),
      );
    out.push(
      step({
        id: 'bar-out',
        phase: 'undo',
        ...w.takes('bar out'),
        hands: 2,
        needs: [...offs, ...(linksOff ? [] : (['bar-links'] as const)), ...(bushingsOff ? [] : (['bar-brackets'] as const))],
        joint,
        at: ['middle'],
        title: 'Bar out, one at each end',
        tools: ['strap', 'second pair of hands'],
        detail:
          'Photograph how it lies before it moves, and which way it came out: it goes in the same way. Full lock or the exhaust hanger off where it does not clear.',
        caution: 'Photograph it before it comes off.',
      }),
      step({
        id: 'bar-hand',
        phase: 'part off',
        ...w.takes('bar in the hand'),
        needs: ['bar-out'],
        joint,
        confirmJoint: joint,
        title: 'Bar in the hand',
        detail:
          'Both ends, both seats, every bend: rust that comes off in flakes, cracks beside the eyes, a seat worn to a waist.',
      }),
    );
    if (!w.refit.includes(joint)) out.push(beside(w, joint));
    return out;
  },
  fit(w, _side, joint, after): PlainStep[] {
    // Links and bushings that are renewed too go on by steps of their own, and are looked at there.
    const others = w.sides.flatMap((s) => [...w.on(s, link), ...w.on(s, frameBushing)]);
    const own = others.length > 0;
    const there = new Set(others.flatMap((id) => facingsAt(w.after(id), id)));
    return [
      step({
        id: 'bar-in',
        phase: 'fit',
        ...w.takes('bar in'),
        hands: 2,
        joint,
        facings: facingsAt(w.after(joint), joint).filter((f) => !there.has(f)),
        needs: after,
        title: w.refit.includes(joint) ? 'The bar in again, loose on both sides' : 'New bar in, loose on both sides',
        tools: ['strap', 'second pair of hands'],
        detail: `The way it came out. Seats brushed bright. ${own ? 'Straps hold it until brackets and links are on.' : 'Brackets and links on by hand on both sides, the bar in the middle, before anything is tightened.'}`,
        troubles: ['thread short', 'part wrong', ...(w.refit.includes(joint) ? (['part broke'] as const) : [])],
      }),
    ];
  },
};

/** After it is tight: the bar clears everything at both ends of the travel. */
export const barClear = (w: Work, tightened: readonly PlainStep[]): PlainStep =>
  step({
    id: 'bar-clear',
    phase: 'tighten',
    ...w.takes('bar clear'),
    needs: tightened.map((s) => s.id),
    title: `${w.otherLength ? 'Links and bar' : 'Bar'} clear at both stops, lock to lock`,
    tools: ['jack'],
    detail:
      'One wheel up to its stop, the other hanging, then the other way; steering from lock to lock. A finger’s width everywhere.',
    caution: 'A jack under an arm can lift the body off its stand: watch the stand, stop if it moves.',
  });
