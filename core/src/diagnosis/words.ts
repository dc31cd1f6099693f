/** What the customer says, in the words of the shop. contract/ builds its schema from these. */
export const CHARACTERS = [
  'dull clunk',
  'sharp knock',
  'rattle',
  'metallic rattle',
  'click',
  'squeak',
  'groan',
  'hum',
  'vibration',
] as const;
export type Character = (typeof CHARACTERS)[number];

/** Sounds that are played, for somebody to say "like that": what it sounds like, never what it would be. */
export const LIKENESSES = [
  'soft thud',
  'hard knock',
  'double clack',
  'tinny buzz',
  'dry squeak',
  'rolling hum',
  'bang and ring',
] as const;
export type Likeness = (typeof LIKENESSES)[number];

/** Where along the vehicle it is heard. */
export const PLACES = ['front', 'front floor', 'dashboard', 'rear', 'rear floor', 'luggage area'] as const;
export type Place = (typeof PLACES)[number];
export const WHERES = [...PLACES, 'left', 'right', 'both sides', 'unsure'] as const;
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
  'idling',
] as const;
export type When = (typeof WHENS)[number];

export const HANDLING = [
  'loose steering',
  'stiff steering',
  'leans more in bends',
  'pulls to a side',
  'sits low at a corner',
] as const;
export type Handling = (typeof HANDLING)[number];

/** In what weather, and with what in it. */
export const CONDITIONS = ['cold only', 'wet', 'after rain', 'loaded'] as const;
export type Condition = (typeof CONDITIONS)[number];

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

/** What is noticed of the noise or the drive, and can be explained by a fault. */
export const SIGNS = [
  ...CHARACTERS,
  ...LIKENESSES,
  ...WHENS.filter((w) => w !== 'quieter when both rise'),
  ...CONDITIONS,
  ...HANDLING,
] as const;
export type Sign = Character | Likeness | Exclude<When, 'quieter when both rise'> | Condition | Handling;

/** What is asked of a customer, one sort of thing at a time: of a sort nobody asked about nothing is known. */
export const SORTS = ['character', 'likeness', 'when', 'place', 'side', 'handling', 'condition'] as const;
export type Sort = (typeof SORTS)[number];

/** What is tried on the shop's own drive, one thing at a time. */
export const MANOEUVRES = [
  'left wheel over a bump',
  'right wheel over a bump',
  'both wheels over a hump',
  'patched surface, slowly',
  'lock to lock, standing',
  'braking',
  'pulling away',
  'bend to the left',
  'bend to the right',
  'steady speed',
  'idling',
  'links off, both sides',
] as const;
export type Manoeuvre = (typeof MANOEUVRES)[number];

export const HEARD = ['knocks', 'quiet'] as const;
export type Heard = (typeof HEARD)[number];
