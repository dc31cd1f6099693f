import { BadInput, within, own } from '../../error';
import { partsOf, type JointId } from '../../joint';
import type { EntryBodies } from '../../ledger';
import { plainStep } from '../../plan';
import { isAdjustable, isLink, LENGTH_SAME_MM } from '../../parts';
import { readMm } from '../../units';
import type { AxleEnd } from '../../vehicle';
import type { JobState } from '../fold';
import { lengthFor } from './wanted';
import { isApproved } from './planned';

/** How links were set: to a length, or by the turns their own sheet allows. */
type LinkSet = Extract<EntryBodies['result'], { what: 'link setting' | 'link turns' }>;

/** Adjustable links that go on in this job: how long they are to be and by whose word, and what they were set to. */
export interface LinkSettingOwed {
  readonly targetMm: number;
  /** "by the sheet in the box, step 4", "by what was worked out", "as the old one". */
  readonly by: string;
  readonly joint: JointId;
  /** Set and said so; undefined while nobody has. */
  readonly set: LinkSet | undefined;
}

/** Lengths nearer than this are the same, mm. */
const SAME_MM = 0.05;
const isSet = (b: EntryBodies['result']): b is LinkSet => b.what === 'link setting' || b.what === 'link turns';

/** Undefined where nothing adjustable was said yes to, or no length is known for it. The part's own sheet comes before what was worked out. */
export function linkSetting(s: JobState): LinkSettingOwed | undefined {
  const c = s.choices.find((x) => isAdjustable(x.body.part.kind) && isApproved(s, x.id));
  const joint = c?.body.joints.find((id) => partsOf(id).axle === s.axle);
  const own = s.targets.get(s.axle)?.body;
  const worked = lengthFor(s, s.axle)?.found.lengthMm;
  const targetMm = own?.lengthMm ?? worked ?? s.axles[s.axle].link?.lengthMm;
  if (!joint || targetMm === undefined) return undefined;
  const last = s.results
    .flatMap((e) => (isSet(e.body) && e.body.joint && partsOf(e.body.joint).axle === s.axle ? [e.body] : []))
    .at(-1);
  // Set to another length than its sheet says now, it is set again.
  const other = own && last?.what === 'link setting' && Math.abs(last.given.targetMm - own.lengthMm) > SAME_MM;
  const set = other ? undefined : last;
  return {
    targetMm,
    by: own ? `by ${own.source}` : worked === undefined ? 'as long as the old ones are by the file' : 'as it was worked out',
    joint,
    set,
  };
}

/**
 * What a part's own sheet says of setting it, as it was typed.
 * @throws BadInput naming the field: a length needs its unit or is in mm, and both need where they are written
 */
export function readTarget(axle: AxleEnd, text: string, source: string): EntryBodies['target'] {
  return {
    axle,
    lengthMm: readMm('length by its sheet', text, 20, 2000),
    text: text.trim(),
    source: readSource(source),
  };
}

/** @throws BadInput naming the turns, or where they are written. */
export function readLinkTurns(joint: JointId, most: string, out: string, source: string): LinkSet {
  const mostTurnsOut = turnsIn('most turns out', most, MOST_OUT);
  const turnsOut = turnsIn('turns out now', out, mostTurnsOut);
  const by = readSource(source);
  return {
    what: 'link turns',
    joint,
    method: 'turns by its sheet 1',
    given: { mostTurnsOut, source: by },
    found: { turnsOut },
    words: `both in all the way and ${turnsOut === 0 ? 'not turned out' : `${quarters(turnsOut)} out`}; at most ${quarters(mostTurnsOut)} by ${by}`,
  };
}

const MOST_OUT = 50;
const QUARTER = { '¼': 0.25, '½': 0.5, '¾': 0.75 } as const;
/** "¼ turn", "1½ turns"; what is no quarter in decimals. */
function quarters(n: number): string {
  const mark = Object.entries(QUARTER).find(([, x]) => x === n % 1)?.[0];
  const said = mark ? `${Math.floor(n) || ''}${mark}` : String(n);
  return `${said} ${n > 1 ? 'turns' : 'turn'}`;
}

/** "¼", "1 ½", "0.25". */
function turnsIn(field: string, text: string, most: number): number {
  const m = /^(\d+(?:[.,]\d+)?)?\s*([¼½¾])?$/.exec(text.trim());
  if (!m || (!m[1] && !m[2])) throw new BadInput(field, 'must be a number of turns, as in ¼ or 0.25', text);
  const fraction = own(QUARTER, m[2]) ?? 0;
  return within(field, Number((m[1] ?? '0').replace(',', '.')) + fraction, 0, most);
}

function readSource(text: string): string {
  if (!text.trim()) throw new BadInput('where it is written', 'is empty: the sheet in the box, its page or step', text);
  return text.trim();
}

/** Whether the links that go on are to be of another length than they had, measured or by the file: then they are looked at over the travel. */
export function otherLength(s: JobState): boolean {
  const was = s.context.type.axles[s.axle].link?.lengthMm;
  if (was === undefined) return false;
  const to = [
    linkSetting(s)?.targetMm,
    ...s.choices.flatMap((c) =>
      isApproved(s, c.id) && c.body.joints.some((id) => partsOf(id).axle === s.axle) && isLink(c.body.part.kind)
        ? [c.body.part.lengthMm]
        : [],
    ),
  ];
  return to.some((mm) => mm !== undefined && Math.abs(mm - was) > LENGTH_SAME_MM);
}

/** Steps at which they are set, at the latest. */
export const setsLink = (step: string): boolean => /^(compare|fit)-link/.test(plainStep(step));
