import type { Character, Condition, Handling, HistoryFlag, Likeness, When, Where } from '../diagnosis';
import { own } from '../error';
import { capital, list } from '../text';
import type { AskedAbout } from './answer';
import { lot } from './lot';
import type { Said } from './truth';

type Word = Character | Where | When | Handling | Condition | Exclude<HistoryFlag, 'corrosion'>;

/** Each thing in a customer's words: whoever listens finds the shop's word for it. None stands within another of its sort. Common practice, no source. */
export const CUSTOMER_WORDS: Readonly<Record<Word, string>> = {
  'dull clunk': 'a dull clunk',
  'sharp knock': 'a hard, sharp knock',
  rattle: 'a rattle',
  'metallic rattle': 'something of metal that rattles',
  click: 'a click',
  squeak: 'a squeak',
  groan: 'a groan, like an old door',
  hum: 'a low humming',
  vibration: 'a shaking that I feel more than I hear',
  front: 'from the front',
  'front floor': 'from under my feet',
  dashboard: 'from behind the dashboard',
  rear: 'from the back',
  'rear floor': 'from under the back seat',
  'luggage area': 'from where the luggage is',
  left: 'on the left',
  right: 'on the right',
  'both sides': 'on both sides',
  unsure: 'from somewhere, I cannot tell',
  'one wheel over a bump': 'when one wheel goes over a bump',
  'patched surface, slowly': 'on patched roads, going slowly',
  pothole: 'in potholes',
  'both wheels over a hump': 'when both wheels go over a hump',
  'quieter when both rise': 'less when both wheels rise together',
  cornering: 'in bends',
  braking: 'when I brake',
  'pulling away': 'when I pull away',
  'steering lock, standing': 'when I turn the steering wheel standing still',
  'steady speed': 'at a steady speed',
  idling: 'with the engine idling',
  'loose steering': 'the steering feels loose',
  'stiff steering': 'the steering is heavy',
  'leans more in bends': 'it leans over more than it did',
  'pulls to a side': 'it pulls to one side',
  'sits low at a corner': 'one corner sits low',
  'cold only': 'only when it is cold',
  wet: 'in the wet',
  'after rain': 'the day after rain',
  loaded: 'with people or luggage in it',
  'links changed lately': 'the links were changed not long ago',
  'bushings changed lately': 'the bushings were changed not long ago',
  'dampers changed lately': 'the dampers were changed not long ago',
  'lowered or raised': 'somebody lowered or raised it',
  'other wheels': 'it has other wheels than it came with',
  'wheels swapped round': 'the wheels were swapped round',
  'impact or off-road': 'it hit something, or left the road',
};

/** How each sort of answer begins. */
const BEGINS: Readonly<Record<Exclude<AskedAbout, 'like'>, string>> = {
  character: 'It is',
  where: 'It comes',
  when: 'I hear it',
  handling: 'I would say',
  conditions: 'It does it',
  history: 'As far as I know',
};
/** How often a customer is sure, and how often they think so; else they can hardly say (invented: it decides the words alone). */
const SURE = 0.6;
const THINKS = 0.85;

/**
 * What the customer says to one question, in a sentence of their own; as sure of it as they are, the same however often
 * they are asked. They may be wrong about the axle: what they know was drawn with the vehicle.
 */
export function sayCustomer(said: Said, about: AskedAbout, seed: number): string {
  const words: readonly string[] = said[about];
  if (about === 'like')
    return words.length
      ? `They listen, and point at: ${list(words as readonly Likeness[])}.`
      : 'They listen, and shake their head.';
  const known = words.flatMap((w) => own(CUSTOMER_WORDS, w) ?? []);
  const rust = about === 'history' ? (words.includes('corrosion') ? ' You see rust.' : ' You see no rust.') : '';
  if (known.length === 0) return `${about === 'history' ? '“Not that I know of.”' : '“I could not say.”'}${rust}`;
  const how = lot(seed, 'customer', about).next();
  const all = `${BEGINS[about]}${about === 'history' || about === 'handling' ? ',' : ''} ${list(known)}`;
  const sentence =
    how < SURE ? `${all}.` : how < THINKS ? `${all}, I think.` : `${capital(list(known))}, perhaps. I do not listen for it.`;
  return `“${sentence}”${rust}`;
}
