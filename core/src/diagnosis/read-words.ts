import { otherSide, type Side } from '../vehicle';
import type { Character, Condition, Handling, HistoryFlag, When, Where } from './words';

/** What can be ticked of what a customer said. */
export interface WordsRead {
  readonly character: readonly Character[];
  readonly where: readonly Where[];
  readonly when: readonly When[];
  readonly handling: readonly Handling[];
  readonly conditions: readonly Condition[];
  readonly history: readonly HistoryFlag[];
}
type Field = keyof WordsRead;

/** The small vocabulary of complaints, both sides of the ocean (common practice, no source): what is ticked where it is said. */
const VOCABULARY: readonly (readonly [RegExp, Field, WordsRead[Field][number]])[] = [
  [/\b(clunk|clonk|thud|thump|dull knock)\w*/g, 'character', 'dull clunk'],
  [/\b(sharp|hard) knock\w*/g, 'character', 'sharp knock'],
  [/\b(metallic|tinny) (rattle|buzz)\w*|\bbuzz\w*/g, 'character', 'metallic rattle'],
  [/(?<!metallic |tinny )\brattl\w*/g, 'character', 'rattle'],
  [/\bclick\w*/g, 'character', 'click'],
  [/\b(squeak|squeal|chirp)\w*/g, 'character', 'squeak'],
  [/\b(groan|creak|moan)\w*/g, 'character', 'groan'],
  [/\b(hum|humming|drone|droning)\b/g, 'character', 'hum'],
  [/\b(vibrat|shudder|judder)\w*/g, 'character', 'vibration'],
  [/\bfront\b/g, 'where', 'front'],
  [/\b(rear|back|behind)\b/g, 'where', 'rear'],
  [/\b(dash|dashboard|fascia)\b/g, 'where', 'dashboard'],
  [/\b(trunk|boot|luggage|load space)\b/g, 'where', 'luggage area'],
  [/\bleft\b/g, 'where', 'left'],
  [/\bright\b(?! (away|after|now|height))/g, 'where', 'right'],
  [/\bboth sides\b/g, 'where', 'both sides'],
  [
    /\b(rough|bad|broken|patched|bumpy|uneven|poor) (road|surface|street|lane|ground|tarmac|track)s?\b|\b(cobble|sett|washboard|gravel)\w*/g,
    'when',
    'patched surface, slowly',
  ],
  [/\b(pot ?holes?)\b/g, 'when', 'pothole'],
  [/\b(speed (bump|hump)s?|humps?|sleeping policem[ae]n|ramps?)\b/g, 'when', 'both wheels over a hump'],
  [/\bone wheel\b|\b(kerb|curb)s?\b|(?<!speed )\bbumps?\b/g, 'when', 'one wheel over a bump'],
  [/\b(corner|bend|roundabout)(s|ing)?\b|\bturns\b/g, 'when', 'cornering'],
  [/\b(brak)(e|es|ing)\b/g, 'when', 'braking'],
  [/\b(pull(s|ing)? (away|off|out)|setting off|starting off|from a stop)\b/g, 'when', 'pulling away'],
  [/\b(full lock|lock to lock|parking|turning the (steering )?wheel)\b/g, 'when', 'steering lock, standing'],
  [/\b(steady speed|motorway|highway|cruising)\b/g, 'when', 'steady speed'],
  [/\b(idl(e|es|ing)|at the lights|standing still)\b/g, 'when', 'idling'],
  [
    /\b(loose|vague|wandering|sloppy)\b.{0,12}\bsteering\b|\bsteering\b.{0,12}\b(loose|vague|wanders|sloppy)\b/g,
    'handling',
    'loose steering',
  ],
  [/\b(stiff|heavy)\b.{0,12}\bsteering\b|\bsteering\b.{0,12}\b(stiff|heavy)\b/g, 'handling', 'stiff steering'],
  [/\b(leans?|rolls?)\b/g, 'handling', 'leans more in bends'],
  [/\bpulls? (to|left|right)\b/g, 'handling', 'pulls to a side'],
  [/\b(sits|hangs) low\b/g, 'handling', 'sits low at a corner'],
  [/\b(cold|frost|freezing|mornings?)\b/g, 'conditions', 'cold only'],
  [/\b(wet|rain(ing)?)\b(?<!after rain)/g, 'conditions', 'wet'],
  [/\bafter (the )?rain\b/g, 'conditions', 'after rain'],
  [/\b(loaded|full load|towing|trailer|with passengers)\b/g, 'conditions', 'loaded'],
  [/\bnew (drop ?|stabili[sz]er |sway bar |anti-?roll bar )?links?\b/g, 'history', 'links changed lately'],
  [/\bnew (bush(es|ings?)|rubbers)\b/g, 'history', 'bushings changed lately'],
  [/\bnew (shocks?|dampers?|struts?)\b/g, 'history', 'dampers changed lately'],
  [/\b(lowered|raised|lift kit)\b/g, 'history', 'lowered or raised'],
  [/\b(new|other|winter|summer) (wheels|tyres|tires)\b/g, 'history', 'other wheels'],
  [/\b(rusty|rust|corro\w*)\b/g, 'history', 'corrosion'],
  [/\b(hit (a|the) (kerb|curb)|off-?road|accident)\b/g, 'history', 'impact or off-road'],
];

/** What takes a word back: "no rattle", "not when braking". */
const DENIED = /\b(no|not|never|without|isn['’]?t|doesn['’]?t|don['’]?t)\b( \w+){0,2} $/;

/**
 * What a customer's sentence says that can be ticked, by a small vocabulary of both dialects. It guesses nothing: a word that is
 * not in the list ticks nothing, and one that is denied does not either.
 * @param driverSide the driver's side here: what near side, off side, driver's and passenger's side mean
 */
export function readWords(text: string, driverSide: Side): WordsRead {
  const t = ` ${text
    .toLowerCase()
    .replace(/[’‘]/g, "'")
    .replace(/[^a-z0-9' -]+/g, ' , ')} `.replace(/\s+/g, ' ');
  const out: { [K in Field]: Set<WordsRead[K][number]> } = {
    character: new Set(),
    where: new Set(),
    when: new Set(),
    handling: new Set(),
    conditions: new Set(),
    history: new Set(),
  };
  const add = (field: Field, word: WordsRead[Field][number]) => (out[field] as Set<typeof word>).add(word);
  const said = (at: RegExp, then: () => void) => {
    for (const m of t.matchAll(at)) if (!DENIED.test(t.slice(0, m.index))) then();
  };
  for (const [at, field, word] of VOCABULARY) said(at, () => add(field, word));
  const kerb = otherSide(driverSide);
  said(/\b(driver'?s?|off) ?-?side\b/g, () => add('where', driverSide));
  said(/\b(passenger'?s?|near|kerb|curb) ?-?side\b/g, () => add('where', kerb));
  return {
    character: [...out.character],
    where: [...out.where],
    when: [...out.when],
    handling: [...out.handling],
    conditions: [...out.conditions],
    history: [...out.history],
  };
}
