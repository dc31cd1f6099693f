import { sayFault, type OtherFault } from '../diagnosis';
import { isJointId, partsOf, type Defect, type JointId, type JointKind } from '../joint';
import type { GoodsCheck } from '../ledger';
import type { TroubleId } from '../plan';
import { capital, type Dialect } from '../text';
import type { Felt } from './practice-vehicle';

/** What a hand or an eye has of each, still and moving: never the word that is to be written down. Common practice, no source. */
const HAND: Readonly<Record<JointKind | OtherFault, readonly [still: string, moving: string]>> = {
  'top-mount': ['the spring turns with the steering, evenly', 'the spring jumps under the hand, and the mount lifts with a thud'],
  spring: ['the coils run whole to both ends', 'the finger finds an edge: the end of a coil is missing'],
  damper: [
    'the corner comes back and stays; its mounts sit firmly',
    'the corner swings on, and a mount knocks when it is rocked by hand',
  ],
  'link-upper': [
    'the stud turns stiffly, and the bar goes with it',
    'a click in the hand: the stud gives before the bar follows',
  ],
  'link-lower': [
    'the stud turns stiffly, and the bar goes with it',
    'a click in the hand: the stud gives before the bar follows',
  ],
  'frame-bushing': ['rubber and bar stay together', 'a gap opens between bar and rubber, and shuts when you let go'],
  bar: ['the bar bends with the lever as one piece', 'the end of the bar gives by itself'],
  'ball-joint': ['arm and knuckle stay together', 'the gap between arm and knuckle opens and shuts'],
  'upper-ball-joint': ['arm and knuckle stay together', 'the gap between arm and knuckle opens and shuts'],
  'wheel-bearing': ['the hub stays with the knuckle', 'the whole wheel tips on its hub; with the brake pressed it does not'],
  'tie-rod-outer': ['the rod end goes with the wheel at once', 'the wheel goes first, and the rod end after it'],
  'tie-rod-inner': ['nothing under the boot', 'through the boot you feel the rod slide before the rack goes'],
  'arm-bushings': ['the rubber twists and comes back', 'the arm walks in its mount, further than rubber gives'],
  'upper-arm-bushings': ['the rubber twists and comes back', 'the arm walks in its mount, further than rubber gives'],
  'beam-bushing': ['the rubber twists and comes back', 'the beam walks in its mount, further than rubber gives'],
  'leaf-bushings': ['eye and shackle stay together', 'the eye walks on its bolt'],
  'wheel-nuts': ['no nut turns', 'a nut turns under the wrench'],
  'left drive shaft': ['the left shaft takes the wheel with it', 'the left shaft clicks before the wheel follows'],
  'right drive shaft': ['the right shaft takes the wheel with it', 'the right shaft clicks before the wheel follows'],
  'engine mount': ['the engine leans a little and comes back', 'the engine lifts and drops with a thud'],
  'subframe bolt': ['no bolt turns, no clean metal', 'a bolt turns, and there is clean metal round its head'],
  'recent work': ['no fastener turns', 'one fastener turns; its mark does not line up'],
  'exhaust shield': ['it rings short and dull', 'it buzzes until a hand is laid on it'],
  'brake hardware': ['pads and caliper sit firmly', 'a pad knocks in its carrier'],
  'load or jack loose': ['everything is held down', 'the jack lies loose, with shiny marks where it has knocked'],
};
const TRACE = 'there may be something, at the edge of what a hand can tell';

/** "Ball joint: the gap between arm and knuckle opens and shuts." */
export function sayFelt(of: JointId | OtherFault, felt: Felt, dialect: Dialect): string {
  const name = capital(sayFault(of, dialect, true));
  const [still, moving] = HAND[isJointId(of) ? partsOf(of).kind : of];
  return `${name}: ${felt === 'tight' ? still : felt === 'slight' ? TRACE : moving}.`;
}

/** The same with the part in the hand: nothing hides it there. */
export const sayInHand = (loose: boolean): string =>
  loose ? 'In the hand it gives and clicks where it should not.' : 'In the hand it is as stiff as a new one.';

/** "You see: boot torn." */
export const saySeen = (defects: readonly Defect[]): string => (defects.length ? `You see: ${defects.join(', ')}.` : '');

const CALLED: Readonly<Record<TroubleId, string>> = {
  'stud spins': 'The nut turns, and the stud turns with it.',
  'stud rounds': 'The key slips: the hex in the stud is round.',
  'hex rounds': 'The socket slips: the corners of the nut are gone.',
  'head spins': 'The nut turns, and the head of the bolt turns with it.',
  'bolt seized': 'The bolt does not move, with all your weight on the bar.',
  'bolt broke': 'A crack, and the wrench is light: the head of the bolt is in the socket.',
  'cannot reach': 'There is no straight way to it with a wrench.',
  'taper stuck': 'The nut is off, and the taper sits as if it were welded.',
  'thread short': 'The nut takes hold of half a turn and no more.',
  'part broke': 'It came apart in the hand.',
  'part wrong': 'It does not go on: it is another part.',
};
export const sayTrouble = (t: TroubleId): string => CALLED[t];

const BOX: Readonly<Record<GoodsCheck, readonly [yes: string, no: string]>> = {
  'right part': [
    'The number on the box is the one on the order.',
    'The number on the box differs from the order in its last place.',
  ],
  'right side': ['The label names the side it goes on.', 'The label names the other side.'],
  undamaged: ['Nothing is bent, the boots are whole.', 'A boot has a cut in it.'],
  nuts: ['Its nuts are in the bag.', 'There is no bag with nuts.'],
  caps: ['The transport caps are off, or come off.', 'A transport cap will not come off its stud.'],
  papers: ['Its maker’s sheet lies in the box.', 'There is no sheet in the box.'],
  'grease fitting': ['Its grease fitting is in.', 'Where its grease fitting should be is a hole.'],
};
export const sayBox = (c: GoodsCheck, yes: boolean): string => BOX[c][yes ? 0 : 1];
