/** A word that is an id of the program, not of the trade: "front.left.link-upper", "fit-link-left", "tieRod". */
const RAW = [
  /\b(front|rear)\.(left|right)\b/,
  /\b(?!left-right)[a-z]+-(left|right|upper|lower|front|rear)\b(?! side)/,
  /\b[a-z]{2,}[a-z]*[A-Z][a-z]+[A-Za-z]*\b/,
  /\b[0-9a-f]{8}-[0-9a-f]{4}-/,
  /\b(undefined|null|NaN|Infinity)\b|\[object /,
];
/** Words that stand twice in good English, and names that look like one. */
const TWICE = /\b(that that|had had|dash dash)\b/i;
const DOUBLED = /\b([\p{L}]{2,})\s+\1\b/iu;
/** "1 sizes", "1 times": one of a thing that has an s. */
const ONE_OF =
  /(?<![\d.,–:/-])1 (?!(?:less|across|process|cross|is|was|has|class|glass|as|mass|axis|gas|minus|plus|this|its)\b)[a-z]{2,}s\b(?! ?[·:])/;

/** What it finds, each kind once, and what only looks like it: held against it before any screen is read. */
export const SLIPS = {
  wrong: [
    'fit link-left arm',
    '1 sizes measured',
    'here 1 times, 4 min',
    'what is written is is empty',
    'front.left.link-upper',
    'play of null',
  ],
  right: ['21 sizes', '1 less', '0.1 mm', 'left-right', 'a 1:1 scale', 'that that is', 'AK-post-f1be-104', 'M10×1.25'],
};

/** What a sentence never says: an id, a word twice, one of several, a value that is none. @returns why, nothing where it is right */
export function slip(text: string): string | undefined {
  if (RAW.some((r) => r.test(text))) return `an id: ${text}`;
  const twice = DOUBLED.exec(text);
  if (twice && !TWICE.test(text)) return `a word twice: ${text}`;
  if (ONE_OF.test(text)) return `one of several: ${text}`;
  return undefined;
}
