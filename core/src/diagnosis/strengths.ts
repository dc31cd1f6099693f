import type { JointKind } from '../joint';

/** What the customer says, in the words of the shop. contract/ builds its schema from these. */
export const CHARACTERS = [
  'dull clunk',
  'sharp knock',
  'rattle',
  'metallic rattle',
  'click',
  'squeak',
  'groan',
  'vibration',
] as const;
export type Character = (typeof CHARACTERS)[number];

export const WHERES = ['front', 'rear', 'left', 'right', 'both sides', 'unsure'] as const;
export type Where = (typeof WHERES)[number];

export const WHENS = [
  'one wheel over a bump',
  'patched surface, slowly',
  'pothole',
  'both wheels over a hump',
  'quieter when both rise',
  'cornering',
  'braking',
  'pulling away',
  'steering lock, standing',
  'steady speed',
] as const;
export type When = (typeof WHENS)[number];

export const DRIVES = [
  'loose steering',
  'stiff steering',
  'leans more in bends',
  'pulls to a side',
  'sits low at a corner',
] as const;
export type Drive = (typeof DRIVES)[number];

export const HISTORY = [
  'links changed lately',
  'bushings changed lately',
  'dampers changed lately',
  'lowered or raised',
  'other wheels',
  'wheels swapped round',
  'corrosion',
  'impact or off-road',
] as const;
export type HistoryFlag = (typeof HISTORY)[number];

/** Faults that are no joint of the plate. */
export const OTHER_FAULTS = ['exhaust shield', 'brake hardware', 'load or jack loose'] as const;
export type OtherFault = (typeof OTHER_FAULTS)[number];

export type FaultKind = JointKind | OtherFault;
export type Sign = Character | Exclude<When, 'quieter when both rise'> | Drive;

/**
 * Strengths of the first ranking: shop judgement (common practice, no source), none absolute.
 * `prior` is the chance that this joint of a vehicle that comes in with a noise is worn, at 100 000 km.
 * A sign's strength is the chance that the worn joint alone makes it noticed. Potholes excite links as
 * well as the rest, so a pothole never counts against them.
 */
export const STRENGTHS: Record<FaultKind, { prior: number; signs: Partial<Record<Sign, number>> }> = {
  'link-upper': {
    prior: 0.11,
    signs: {
      'dull clunk': 0.5,
      'sharp knock': 0.3,
      rattle: 0.35,
      'metallic rattle': 0.12,
      click: 0.12,
      'one wheel over a bump': 0.75,
      'patched surface, slowly': 0.8,
      pothole: 0.5,
      'both wheels over a hump': 0.1,
      cornering: 0.15,
      'leans more in bends': 0.1,
    },
  },
  'link-lower': {
    prior: 0.12,
    signs: {
      'dull clunk': 0.5,
      'sharp knock': 0.3,
      rattle: 0.35,
      'metallic rattle': 0.12,
      click: 0.12,
      'one wheel over a bump': 0.75,
      'patched surface, slowly': 0.8,
      pothole: 0.5,
      'both wheels over a hump': 0.1,
      cornering: 0.15,
      'leans more in bends': 0.1,
    },
  },
  'frame-bushing': {
    prior: 0.1,
    signs: {
      'dull clunk': 0.55,
      rattle: 0.2,
      squeak: 0.3,
      groan: 0.12,
      'one wheel over a bump': 0.65,
      'patched surface, slowly': 0.7,
      pothole: 0.4,
      'both wheels over a hump': 0.12,
      cornering: 0.15,
      'leans more in bends': 0.1,
    },
  },
  'top-mount': {
    prior: 0.05,
    signs: {
      'dull clunk': 0.4,
      'sharp knock': 0.2,
      groan: 0.25,
      click: 0.15,
      'both wheels over a hump': 0.45,
      'one wheel over a bump': 0.45,
      pothole: 0.4,
      'steering lock, standing': 0.65,
      'stiff steering': 0.2,
    },
  },
  damper: {
    prior: 0.05,
    signs: {
      'dull clunk': 0.35,
      rattle: 0.25,
      'one wheel over a bump': 0.5,
      'both wheels over a hump': 0.55,
      pothole: 0.45,
      'patched surface, slowly': 0.3,
      'leans more in bends': 0.15,
    },
  },
  spring: {
    prior: 0.02,
    signs: {
      'metallic rattle': 0.55,
      'sharp knock': 0.35,
      rattle: 0.3,
      click: 0.2,
      'one wheel over a bump': 0.5,
      'both wheels over a hump': 0.45,
      pothole: 0.5,
      'steering lock, standing': 0.35,
      'sits low at a corner': 0.7,
    },
  },
  'ball-joint': {
    prior: 0.035,
    signs: {
      'dull clunk': 0.4,
      'sharp knock': 0.3,
      squeak: 0.25,
      'one wheel over a bump': 0.5,
      pothole: 0.5,
      'patched surface, slowly': 0.35,
      braking: 0.25,
      'loose steering': 0.3,
      'stiff steering': 0.15,
    },
  },
  'upper-ball-joint': {
    prior: 0.03,
    signs: {
      'dull clunk': 0.35,
      'sharp knock': 0.3,
      squeak: 0.25,
      'one wheel over a bump': 0.45,
      pothole: 0.45,
      'loose steering': 0.25,
    },
  },
  'tie-rod-outer': {
    prior: 0.03,
    signs: {
      'sharp knock': 0.35,
      click: 0.2,
      'patched surface, slowly': 0.35,
      pothole: 0.35,
      'steering lock, standing': 0.3,
      'loose steering': 0.6,
    },
  },
  'tie-rod-inner': {
    prior: 0.025,
    signs: {
      'sharp knock': 0.3,
      'dull clunk': 0.25,
      'patched surface, slowly': 0.4,
      pothole: 0.35,
      'loose steering': 0.55,
    },
  },
  'wheel-bearing': {
    prior: 0.03,
    signs: { groan: 0.5, vibration: 0.35, cornering: 0.4, 'steady speed': 0.6, 'loose steering': 0.15 },
  },
  'arm-bushings': {
    prior: 0.06,
    signs: {
      'dull clunk': 0.45,
      groan: 0.2,
      squeak: 0.2,
      'one wheel over a bump': 0.35,
      pothole: 0.4,
      braking: 0.5,
      'pulling away': 0.45,
      'pulls to a side': 0.2,
    },
  },
  'upper-arm-bushings': {
    prior: 0.04,
    signs: { 'dull clunk': 0.35, squeak: 0.25, 'one wheel over a bump': 0.35, pothole: 0.35, braking: 0.35 },
  },
  'beam-bushing': {
    prior: 0.04,
    signs: {
      'dull clunk': 0.45,
      squeak: 0.15,
      'one wheel over a bump': 0.4,
      pothole: 0.4,
      braking: 0.3,
      cornering: 0.2,
    },
  },
  'wheel-nuts': {
    prior: 0.004,
    signs: {
      'sharp knock': 0.4,
      click: 0.35,
      vibration: 0.5,
      'steady speed': 0.4,
      'pulling away': 0.3,
      braking: 0.35,
      cornering: 0.3,
    },
  },
  'exhaust shield': {
    prior: 0.03,
    signs: {
      'metallic rattle': 0.6,
      rattle: 0.4,
      'steady speed': 0.35,
      'pulling away': 0.3,
      'patched surface, slowly': 0.3,
    },
  },
  'brake hardware': {
    prior: 0.02,
    signs: { rattle: 0.4, click: 0.3, 'metallic rattle': 0.25, 'patched surface, slowly': 0.5, braking: 0.3 },
  },
  'load or jack loose': {
    prior: 0.02,
    signs: {
      rattle: 0.45,
      'dull clunk': 0.25,
      'patched surface, slowly': 0.45,
      pothole: 0.4,
      'both wheels over a hump': 0.4,
    },
  },
};

/** How often each sign is noticed with no fault of this list at all. */
export const LEAKS: Record<Sign, number> = {
  'dull clunk': 0.04,
  'sharp knock': 0.03,
  rattle: 0.05,
  'metallic rattle': 0.03,
  click: 0.03,
  squeak: 0.04,
  groan: 0.03,
  vibration: 0.04,
  'one wheel over a bump': 0.04,
  'patched surface, slowly': 0.05,
  pothole: 0.05,
  'both wheels over a hump': 0.05,
  cornering: 0.03,
  braking: 0.03,
  'pulling away': 0.03,
  'steering lock, standing': 0.02,
  'steady speed': 0.03,
  'loose steering': 0.02,
  'stiff steering': 0.02,
  'leans more in bends': 0.02,
  'pulls to a side': 0.04,
  'sits low at a corner': 0.005,
};

/** What a valid hand check shows (shop judgement): felt when worn, felt when not. */
export const HAND = { felt: 0.93, feltWhenSound: 0.01 } as const;
/** A torn boot: seen on a worn joint, seen on a sound one (shop judgement). */
export const BOOT = { worn: 0.4, sound: 0.08 } as const;
/** How much a place named by the customer points at a joint there (shop judgement; character is weak, place better). */
export const PLACE = {
  axle: 0.9,
  axleLeak: 0.06,
  side: 0.7,
  sideLeak: 0.12,
  axleDoubt: 0.12,
  sideDoubt: 0.35,
} as const;
