import { CHARACTERS, CONDITIONS, HANDLING, HISTORY, LIKENESSES, WHENS, WHERES } from '../../diagnosis/words';
import { sayWhen } from '../../text/numbers';
import { type Body, bodyOf } from './body';
import { entryKind, EVERYBODY } from './entry-kind';

const body = bodyOf(({ z, moment, note, text, unique }) =>
  z.object({
    character: unique(z.enum(CHARACTERS), 9),
    where: unique(z.enum(WHERES), 10),
    when: unique(z.enum(WHENS), 11),
    /** How it drives and steers. */
    handling: unique(z.enum(HANDLING), 5),
    /** Cold, wet, loaded: only then. */
    conditions: unique(z.enum(CONDITIONS), 4),
    /** Sounds that were played and that it is like. */
    like: unique(z.enum(LIKENESSES), 7),
    history: unique(z.enum(HISTORY), 8),
    words: note,
    /** When it was told, where that was before the vehicle came. */
    booked: moment.optional(),
    /** It was booked by this other program: nobody here heard it. */
    through: text(60).optional(),
  }),
);
/** What the customer hears, picked, with their own words. */
export type ComplaintBody = Body<typeof body>;
/** Before anybody has said anything. */
export const NOTHING_TOLD: ComplaintBody = {
  character: [],
  like: [],
  where: [],
  when: [],
  handling: [],
  conditions: [],
  history: [],
  words: '',
};

export const complaint = entryKind(body)({
  example: {
    character: ['dull clunk'],
    where: ['front', 'left'],
    when: ['pothole'],
    handling: ['loose steering'],
    conditions: ['cold only'],
    like: ['hard knock'],
    history: ['corrosion'],
    words: 'knocks on the cobbles',
  },
  version: 4,
  // The first version called it "drives", which now is the shop's own drive.
  upcasts: {
    1: ({ drives, ...body }) => ({ ...body, handling: drives ?? [] }),
    // The second did not ask in what weather, and with what in it.
    2: (body) => ({ ...body, conditions: [] }),
    // The third had no sounds to point at.
    3: (body) => ({ ...body, like: [] }),
  },
  who: EVERYBODY,
  searched: true,
  kept: { as: 'latest' },
  say: (b, w) =>
    `Complaint${b.booked ? `, as it was booked ${sayWhen(b.booked, w.zone)}${b.through ? ` through “${b.through}”` : ''}` : ''}: ${b.words ? `“${b.words}” ` : ''}${[...b.character, ...b.like.map((l) => `like the ${l}`), ...b.where, ...b.when, ...b.conditions, ...b.handling].join(', ')}`,
});
