import { isDeepStrictEqual } from 'node:util';
import {
  checkChoice,
  checkLook,
  checkFilm,
  checkReading,
  fastenersOf,
  handBackBlockers,
  isSigned,
  mayWrite,
  NOT_HURRIED,
  notThere,
  notInJob,
  namesOfPlan,
  takenAfterHandBack,
  tooEarly,
  type AttachmentKind,
  type Entry,
  type EntryBodies,
  type EntryKind,
  list,
  sayJoint,
  sayWhen,
  type Part,
  readPart,
  type Role,
} from '@ash-knot/core';
import { claimAttachment } from '../attachment/queries';
import type { Queryable } from '../db/pool';
import { badInput, conflict, forbidden, HttpProblem, notFound } from '../http/problem';
import { HANDED_BACK } from '../job/queries';
import { iso } from './read';
import type { Tape } from './tape';
import { personRole } from '../session/queries';
import { shopView } from '../shop/queries';

/** How far back before its job was opened an entry may lie: a clock that is late, ms. */
const LATE_MS = 10 * 60_000;

/** Who writes: in what role, and with what proof. */
interface By {
  readonly role: Role;
  readonly device: string;
  /** The ledger it is for. */
  readonly tape: Tape;
  /** Throws unless this person has given their PIN lately. */
  confirm(person: string): void;
}

async function hangsOn(tx: Queryable, id: string, job: string, kind: AttachmentKind): Promise<boolean> {
  const { rowCount } = await tx.query('SELECT 1 FROM attachment WHERE id = $1 AND job_id = $2 AND kind = $3', [id, job, kind]);
  return rowCount === 1;
}

/** What the server itself looks at before it takes an entry of a kind; kinds that are not here need nothing more. */
const CHECKS: { readonly [K in EntryKind]?: (tx: Queryable, e: Entry<K>, by: By) => Promise<void> } = {
  check: async (_tx, e) => checkLook(e.body),
  reading: async (tx, e) => {
    checkReading(e.body);
    await knownGauge(tx, e.body.gauge);
  },
  zero: (tx, e) => knownGauge(tx, e.body.gauge),
  loop: async (tx, e) => {
    if (!(await claimAttachment(tx, e.body.file, e.job, 'loop'))) throw notFound('file of the loop');
    await knownGauge(tx, e.body.gauge);
  },
  film: async (tx, e) => {
    checkFilm(e.body);
    if (!(await hangsOn(tx, e.body.file, e.job, 'film')))
      throw badInput('body.file', 'is no film of this job: send its positions first');
    await knownGauge(tx, e.body.gauge);
  },
  photo: async (tx, e) => {
    if (!(await hangsOn(tx, e.body.photo, e.job, 'photo')))
      throw badInput('body.photo', 'is no photograph of this job: send the picture first');
  },
  recording: async (tx, e) => {
    if (!(await hangsOn(tx, e.body.sound, e.job, 'recording')))
      throw badInput('body.sound', 'is no recording of this job: send the sound first');
  },
  told: async (_tx, e) => {
    if (!e.body.joints?.length && !e.body.others?.length)
      throw badInput('body.joints', 'must name what the owner was told of: what is not named, nobody was told of');
  },
  choose: async (tx, e, by) => {
    const shop = await shopView(tx);
    if (shop) checkChoice(e.body, shop.rules.currency);
    // Of a vehicle that is none a part need not be in any list.
    if (!by.tape.alone) await checkPart(tx, e.body.part);
    await crossedChoice(tx, e, by);
  },
  step: async (tx, e, { tape }) => {
    // Nothing else waits for what cannot be hurried: a state is read only where it decides.
    if (e.body.state !== 'done' || !NOT_HURRIED.includes(e.body.step)) return;
    const state = await tape.state(tx, e.job);
    const early = state && tooEarly(state, e.body.step, Date.parse(e.at));
    if (early) throw badInput('body.step', early, 'too early');
  },
  crew: async (tx, e) => {
    const ids = e.body.people.map((p) => p.id);
    const { rows } = await tx.query<{ id: string }>('SELECT id FROM person WHERE id = ANY($1)', [ids]);
    const unknown = e.body.people.find((p) => !rows.some((r) => r.id === p.id));
    if (unknown) throw badInput('body.people', `name ${unknown.name}, who does not work here`);
  },
  torque: notUndone,
  clicks: notUndone,
  mark: notUndone,
  lock: notUndone,
  coat: notUndone,
  rechecked: async (tx, e) => {
    const { rowCount } = await tx.query('SELECT 1 FROM recheck WHERE entry_id = $1 AND job_id = $2', [e.body.recheck, e.job]);
    if (!rowCount) throw notFound('recheck');
  },
  strike: (tx, e, by) => checkStrike(tx, e, by),
  'hand-back': async (tx, e, { tape }) => {
    const state = await tape.state(tx, e.job);
    const blockers = state ? handBackBlockers(state).map((b) => b.sentence) : ['The job cannot be read.'];
    if (blockers.length)
      throw new HttpProblem(409, 'blocked', `Not yet: ${blockers[0]}`, {
        fields: blockers.map((message) => ({ field: 'hand-back', message })),
      });
  },
};

/** A fastener that nobody undoes in this job has nothing to be tightened. */
async function notUndone(tx: Queryable, e: Entry<'torque' | 'clicks' | 'mark' | 'lock' | 'coat'>, { tape }: By): Promise<void> {
  const state = await tape.state(tx, e.job);
  if (state && !fastenersOf(state).some((f) => f.fastener.id === e.body.fastener))
    throw badInput('body.fastener', 'is not undone in this job: choose its part, or say that it was undone besides');
}

/** The device an entry comes from, and the job it is for. */
interface From {
  readonly tape: Tape;
  /** Throws unless that person has given their PIN lately. */
  confirm(person: string): void;
  /** Whether that person's name was tapped on this device. */
  speaksFor(person: string): Promise<boolean>;
  readonly device: string;
  readonly openedAt: Date;
  /** How far ahead of the server's its times may lie, ms. */
  readonly aheadMs: number;
  /** Whether the job was handed back. */
  readonly closed: boolean;
}

/** What was measured may be taken in from a file of another job: it keeps the moment it was measured. */
const MEASURED: ReadonlySet<EntryKind> = new Set(['reading', 'zero', 'loop', 'film', 'result']);

/** A time that cannot be: the device is told the server's, and may offer it. */
const wrongClock = (why: string, short: string) =>
  new HttpProblem(422, 'clock', `${why} Nothing was stored.`, {
    fields: [{ field: 'at', message: short }],
    now: new Date().toISOString(),
  });

/** Is this person allowed to write this entry, now, from this device? Throws the problem when not. */
export async function allow(
  tx: Queryable,
  e: Entry,
  { tape, confirm, speaksFor, device, openedAt, aheadMs, closed }: From,
): Promise<void> {
  const role = await personRole(tx, e.by);
  if (!role) throw forbidden('Nobody of that name works here.');
  if (!(await speaksFor(e.by))) throw forbidden('This device does not write for that name: tap it first. Nothing was stored.');
  if (!tape.alone && !mayWrite(role, e.kind)) throw forbidden(`A ${role} does not write this: ${e.kind}. Nothing was stored.`);
  if (Date.parse(e.at) > Date.now() + aheadMs)
    throw wrongClock('This device’s clock runs ahead: the entry is of a time that is yet to come.', 'is in the future');
  if (Date.parse(e.at) < openedAt.getTime() - LATE_MS && !MEASURED.has(e.kind))
    throw wrongClock('The entry is of a time before this job was opened. Is this device’s clock late?', 'is before the job');
  if (closed && !takenAfterHandBack(e.kind)) throw await handedBack(tx, e, tape);
  if (!tape.alone && isSigned(e.kind)) confirm(e.by);
  await onThisVehicle(tx, e, tape);
  const check = CHECKS[e.kind] as ((tx: Queryable, e: Entry, by: By) => Promise<void>) | undefined;
  await check?.(tx, e, { role, confirm, device, tape });
}

/** Kinds that say something of joints: of those this vehicle has. */
const OF_JOINTS: ReadonlySet<EntryKind> = new Set([
  ...(['check', 'defect', 'reading', 'loop', 'film', 'result', 'photo', 'orientation', 'lubricant'] as const),
  ...(['choose', 'confirm', 'proof', 'told', 'verdict', 'named'] as const),
]);

async function onThisVehicle(tx: Queryable, e: Entry, tape: Tape): Promise<void> {
  await ofThisJob(tx, e, tape);
  if (!OF_JOINTS.has(e.kind) && !namesOfPlan(e.kind)) return;
  const state = await tape.state(tx, e.job);
  const [missing] = state ? notInJob(state, e) : [];
  if (missing) throw badInput(`body.${missing.field}`, missing.why);
  if (!OF_JOINTS.has(e.kind)) return;
  const strange = state ? notThere(state, e) : [];
  if (state && strange.length)
    throw badInput(
      'body',
      `names the ${list(strange.map((id) => sayJoint(id, state.context.rules.dialect, true)))}: this vehicle has none there`,
    );
}

/** The choices and orders a line names; those of another job, or of none, are nothing here. */
const CHOSEN: { readonly [K in EntryKind]?: (b: EntryBodies[K]) => { choose?: readonly string[]; order?: readonly string[] } } = {
  apart: (b) => ({ choose: [b.choice] }),
  goods: (b) => ({ choose: [b.choice], ...(b.order ? { order: [b.order] } : {}) }),
  order: (b) => ({ choose: b.lines.map((l) => l.choice) }),
  answer: (b) => ({ choose: b.parts }),
  promise: (b) => ({ order: [b.order] }),
};
async function ofThisJob(tx: Queryable, e: Entry, { table }: Tape): Promise<void> {
  const named = (CHOSEN[e.kind] as ((b: unknown) => Partial<Record<'choose' | 'order', readonly string[]>>) | undefined)?.(
    e.body,
  );
  for (const kind of ['choose', 'order'] as const) {
    const ids = [...new Set(named?.[kind] ?? [])];
    if (ids.length === 0) continue;
    const { rows } = await tx.query<{ id: string }>(`SELECT id FROM ${table} WHERE job_id = $1 AND kind = $2 AND id = ANY($3)`, [
      e.job,
      kind,
      ids,
    ]);
    const strange = ids.find((id) => !rows.some((r) => r.id === id));
    if (strange)
      throw badInput(
        `body.${kind === 'order' ? 'order' : 'choice'}`,
        `is no ${kind === 'order' ? 'order' : 'choice'} of this job: ${strange}`,
      );
  }
}

/** One's own slip is struck freely; what somebody else wrote, and what was signed, needs a PIN. */
async function checkStrike(tx: Queryable, e: Entry<'strike'>, { role, confirm, tape }: By): Promise<void> {
  const { rows } = await tx.query<{ by_person: string; kind: EntryKind; job_id: string }>(
    `SELECT by_person, kind, job_id FROM ${tape.table} WHERE id = $1`,
    [e.body.entry],
  );
  const struck = rows[0];
  if (!struck || struck.job_id !== e.job) throw notFound('entry to strike');
  const already = await writtenBy(tx, tape, `kind = 'strike' AND job_id = $1 AND body->>'entry' = $2`, [e.job, e.body.entry]);
  if (already) throw crossed(`${already.who} has struck it already, at ${already.when}. Nothing more is to be done.`, 'struck');
  if (struck.kind === 'strike') throw conflict('A strike is not struck; write the entry again.');
  if (tape.alone) return;
  if (struck.kind === 'hand-back') await onlyOpenJob(tx, e.job);
  if (struck.by_person === e.by && !isSigned(struck.kind)) return;
  if (role === 'learner') throw forbidden('A learner strikes only their own entries.');
  confirm(e.by);
}

/** Two tablets wrote the same while they did not hear each other: a person decides. */
const crossed = (why: string, kind = 'crossed') => new HttpProblem(409, kind, `${why} Nothing was stored.`);

/** Who wrote the latest entry of a sort, and when, as the yard tells it. */
async function writtenBy(
  tx: Queryable,
  { table }: Tape,
  where: string,
  values: unknown[],
): Promise<{ who: string; when: string; body: unknown } | undefined> {
  const { rows } = await tx.query<{ who: string; at: string; zone: string | null; body: unknown }>(
    `SELECT p.name AS who, ${iso('e.at')} AS at, e.body, (SELECT rules->>'timeZone' FROM shop) AS zone
       FROM ${table} e JOIN person p ON p.id = e.by_person WHERE e.seq = (SELECT max(seq) FROM ${table} AS entry WHERE ${where})`,
    values,
  );
  return (
    rows[0] && {
      who: rows[0].who,
      when: rows[0].zone ? sayWhen(rows[0].at, rows[0].zone) : `${sayWhen(rows[0].at, 'UTC')} UTC`,
      body: rows[0].body,
    }
  );
}

/** Why nothing more is taken: who handed it back, and when; what came too late can be said on a job of its own. */
async function handedBack(tx: Queryable, e: Entry, tape: Tape): Promise<HttpProblem> {
  const handedBack = await writtenBy(tx, tape, `kind = 'hand-back' AND job_id = $1`, [e.job]);
  return handedBack
    ? conflict(`${handedBack.who} handed the vehicle back at ${handedBack.when}. Strike that hand-back first, or open a new job.`)
    : conflict(HANDED_BACK);
}

/** Somebody at another device put something for the same joints to the customer, and this one had not heard of it. */
async function crossedChoice(tx: Queryable, e: Entry<'choose'>, { device, tape }: By): Promise<void> {
  if (e.seen === undefined) return;
  const other = await writtenBy(
    tx,
    tape,
    `job_id = $1 AND kind = 'choose' AND seq > $2 AND device IS DISTINCT FROM $3::uuid AND body->'joints' ?| $4::text[]
       AND NOT EXISTS (SELECT 1 FROM ${tape.table} s WHERE s.job_id = $1 AND s.kind = 'strike' AND s.body->>'entry' = entry.id::text)`,
    [e.job, e.seen, device, e.body.joints],
  );
  if (other)
    throw crossed(
      `${other.who} chose ${(other.body as EntryBodies['choose']).part.name} for the same joints at ${other.when}, before this tablet heard of it. Look at that first: yours can stand beside it as another way, or be thrown away.`,
    );
}

/** A hand-back is not taken back while its vehicle has a newer job open: one vehicle has one sheet. */
async function onlyOpenJob(tx: Queryable, job: string): Promise<void> {
  const { rows } = await tx.query<{ plate: string }>(
    `SELECT v.plate FROM job j JOIN job other ON other.vehicle_id = j.vehicle_id AND other.id <> j.id AND other.closed_at IS NULL
       JOIN vehicle v ON v.id = j.vehicle_id WHERE j.id = $1`,
    [job],
  );
  if (rows[0])
    throw conflict(`${rows[0].plate} has a newer job open. Hand that one back first; then this hand-back can be struck.`);
}

async function knownGauge(tx: Queryable, gauge: string): Promise<void> {
  const { rowCount } = await tx.query('SELECT 1 FROM gauge WHERE id = $1', [gauge]);
  if (!rowCount) throw badInput('body.gauge', 'is not in the register');
}

/** A part's torques, sizes and price come from the catalogue, never from whoever chose it; those of a part of one's own from its maker's sheet, with where it is written. */
async function checkPart(tx: Queryable, part: Part): Promise<void> {
  if (part.kind === 'refit') {
    if (part.priceMinor || part.torque.length)
      throw badInput('body.part', 'is what is there already: it has no price and no torque');
    return;
  }
  if (part.kind === 'other part') {
    if (part.torque.some((v) => v.publisher !== 'part maker' || !v.source.trim()))
      throw badInput('body.part', 'has torques that are not its maker’s, or have no source');
    return;
  }
  const { rows } = await tx.query<{ spec: Part }>('SELECT spec FROM part WHERE id = $1', [part.id]);
  if (!rows[0]) throw badInput('body.part', 'is not in the catalogue');
  const now = readPart(rows[0].spec);
  // How many are on the shelf changes by the hour; everything else is the catalogue's.
  const differs = (Object.keys({ ...now, ...part }) as (keyof Part)[]).filter(
    (k) => k !== 'stock' && !isDeepStrictEqual(plain(now[k]), plain(part[k])),
  );
  if (differs.length === 0) return;
  const { rowCount: was } = await tx.query("SELECT 1 FROM list_row WHERE of = 'part' AND ref = $1 AND before IS NOT NULL", [
    part.id,
  ]);
  throw was
    ? new HttpProblem(
        409,
        'catalogue',
        `The list has changed since this tablet read ${now.name} (${differs.join(', ')}). Choose it again. Nothing was stored.`,
      )
    : badInput('body.part', `has another ${differs[0]} than the catalogue`);
}

/** As it comes through JSON: what is undefined is not there. */
const plain = (v: unknown): unknown => (v === undefined ? undefined : JSON.parse(JSON.stringify(v)));
