import { Router, type Response } from 'express';
import type { Logger } from 'pino';
import * as z from 'zod';
import { answerOf, attachmentOf, attempt, type PracticeReview } from '@ash-knot/core';
import {
  askPractice,
  commentPractice,
  exerciseOfJob as exerciseOfJobRequest,
  setExercise,
  silencePractice,
  startPractice,
  type PracticeHome,
  type PracticeResults,
  type PracticeReviewed,
} from '@ash-knot/contract';
import { inTransaction, type Db, type Queryable } from '../db/pool';
import { heavy } from '../heavy';
import { badInput, conflict, forbidden, notFound, param, parse } from '../http/problem';
import { entriesOfRequest, followTape, takeEntries } from '../ledger/routes';
import { announce } from '../live/channel';
import type { Live } from '../live/live';
import { confirmedRole, worker } from '../session/guard';
import { personRole } from '../session/queries';
import { drawExercise, exerciseOfJob } from './exercises';
import {
  askedOf,
  askedView,
  benchOf,
  contextOfBench,
  courseOfLines,
  exercisesSet,
  linesOf,
  offeredTo,
  plainLine,
  practiceRow,
  practiceView,
  practisers,
  type PracticeRow,
} from './queries';
import { PRACTICE_TAPE } from './tape';

const uuid = z.uuid();
/** More is no search any more, and the table has an end, asks a vehicle. */
const MOST_ASKS = 2000;
/** Open at once, a person. */
const MOST_OPEN = 20;

/** Whether every one of these lines is on its tape already. */
async function allThere(db: Queryable, ids: readonly string[], id: string): Promise<boolean> {
  const { rows } = await db.query<{ n: number }>(
    'SELECT count(*)::int AS n FROM practice_entry WHERE id = ANY($1) AND job_id = $2',
    [ids, id],
  );
  return rows[0]!.n === new Set(ids).size;
}

/** A practice vehicle of whoever is at this device. */
async function own(db: Db, res: Response, id: string): Promise<PracticeRow> {
  const person = worker(res);
  const p = await practiceRow(db, id);
  // Whose it is is nobody else's business: to others it is not there.
  if (!p || p.person !== person) throw notFound('practice vehicle');
  return p;
}
/** One's own, or any of them for a lead who has shown who they are. */
async function readable(db: Db, res: Response, id: string): Promise<PracticeRow> {
  const person = worker(res);
  const p = await practiceRow(db, id);
  if (!p) throw notFound('practice vehicle');
  if (p.person !== person) {
    if ((await personRole(db, person)) !== 'lead') throw notFound('practice vehicle');
    await confirmedRole(db, res, ['lead']);
  }
  return p;
}

/** Worked out once, when it is done with; kept. */
async function review(db: Db, id: string): Promise<PracticeReview | undefined> {
  const p = await practiceRow(db, id);
  if (!p?.closedAt || p.review) return p?.review ?? undefined;
  const bench = await benchOf(db, p);
  if (!bench) return undefined;
  const made = await heavy('practiceReview', bench);
  await db.query('UPDATE practice SET review = $2 WHERE id = $1 AND review IS NULL', [id, JSON.stringify(made)]);
  return made;
}

/** What somebody has practised and may take; what all have, for a lead; a new vehicle. */
function homeRoutes(r: Router, db: Db, seed: number | undefined): void {
  r.get('/practice', async (_req, res) => {
    const person = worker(res);
    const lines = await linesOf(db, person);
    res.json({
      mine: lines.map(plainLine),
      offered: await offeredTo(db, person),
      course: courseOfLines(lines),
    } satisfies PracticeHome);
  });

  r.get('/practice/results', async (_req, res) => {
    await confirmedRole(db, res, ['lead']);
    const people = [];
    for (const person of await practisers(db)) {
      const lines = await linesOf(db, person);
      people.push({ person, course: courseOfLines(lines), done: lines.map(plainLine) });
    }
    res.json({ people, exercises: await exercisesSet(db) } satisfies PracticeResults);
  });

  r.post('/practice', async (req, res) => {
    const person = worker(res);
    const body = parse(startPractice, req.body);
    if (await practiceRow(db, body.id)) return void res.status(201).json({ id: body.id });
    const lines = await linesOf(db, person);
    if (lines.filter((l) => !l.closedAt).length >= MOST_OPEN)
      throw conflict(`There are ${MOST_OPEN} practice vehicles open already. Finish one, or give it up.`);
    const { next } = courseOfLines(lines);
    const { silent, diagnosisOnly, typeId } = body;
    let exercise = body.exercise;
    if (exercise) {
      if (!(await offeredTo(db, person)).some((e) => e.id === exercise)) throw notFound('exercise');
    } else
      exercise = await drawExercise(
        db,
        { by: person, person, silent, diagnosisOnly },
        { typeId, grade: body.grade ?? next.grade, focus: next.focus, seed },
      );
    await db.query(
      'INSERT INTO practice (id, exercise_id, person_id, silent) SELECT $1, e.id, $3, e.silent OR $4 FROM exercise e WHERE e.id = $2 ON CONFLICT DO NOTHING',
      [body.id, exercise, person, silent],
    );
    res.status(201).json({ id: body.id });
  });
}

/** Exercises: set by a lead, taken back, made of a closed job. */
function exerciseRoutes(r: Router, db: Db, seed: number | undefined): void {
  r.post('/exercises', async (req, res) => {
    const by = await confirmedRole(db, res, ['lead']);
    const { id, person, typeId, grade, silent, diagnosisOnly, focus, dueOn } = parse(setExercise, req.body);
    if (person && !(await personRole(db, person))) throw badInput('person', 'does not work here');
    await drawExercise(db, { id, by, person, silent, diagnosisOnly, dueOn }, { typeId, grade, focus, seed });
    res.status(201).json({ id });
  });

  r.delete('/exercises/:id', async (req, res) => {
    await confirmedRole(db, res, ['lead']);
    const { rowCount } = await db.query('UPDATE exercise SET withdrawn_at = now() WHERE id = $1 AND withdrawn_at IS NULL', [
      param(uuid, req, 'id'),
    ]);
    if (!rowCount) throw notFound('exercise');
    res.json({});
  });

  r.post('/jobs/:id/exercise', async (req, res) => {
    const by = worker(res);
    const role = await personRole(db, by);
    if (role !== 'lead' && role !== 'technician') throw forbidden('A technician or the lead makes an exercise of a job.');
    const { id } = parse(exerciseOfJobRequest, req.body);
    await exerciseOfJob(db, { id, by, person: null, silent: false }, param(uuid, req, 'id'));
    res.status(201).json({ id });
  });
}

/** One vehicle and its tape. */
function tapeRoutes(r: Router, db: Db, live: Live, log: Logger): void {
  r.get('/practice/:id', async (req, res) => {
    res.json(await practiceView(db, await readable(db, res, param(uuid, req, 'id'))));
  });

  r.patch('/practice/:id', async (req, res) => {
    const p = await own(db, res, param(uuid, req, 'id'));
    const { silent } = parse(silencePractice, req.body);
    await db.query('UPDATE practice SET silent = $2 WHERE id = $1', [p.id, silent]);
    res.json({});
  });

  r.post('/practice/:id/entries', async (req, res) => {
    const id = param(uuid, req, 'id');
    worker(res);
    const { person } = (await practiceRow(db, id)) ?? {};
    if (!person) throw notFound('practice vehicle');
    const entries = entriesOfRequest(req, id);
    // What its learner wrote is taken whoever's name is tapped by the time there is a line; what anybody else wrote is not.
    if (entries.some((e) => e.by !== person)) throw notFound('practice vehicle');
    const hangs = entries.findIndex((e) => attachmentOf(e));
    if (hangs >= 0)
      throw badInput(`entries.${hangs}.body`, 'hangs on a picture or a recording: of a practice vehicle there are none');
    await inTransaction(db, async (tx) => {
      const standing = async (lock = false) => {
        const p = await practiceRow(tx, id, lock);
        if (!p) throw notFound('practice vehicle');
        return { openedAt: p.openedAt, closed: p.closedAt !== null };
      };
      const now = await standing(true);
      // What is reviewed stays as it was reviewed.
      if (
        now.closed &&
        !(await allThere(
          tx,
          entries.map((e) => e.id),
          id,
        ))
      )
        throw conflict('This practice vehicle is done with. Take another one.');
      if (await takeEntries(tx, PRACTICE_TAPE, { req, res, entries }, now, standing))
        await announce(tx, { about: 'practice', practice: id });
    });
    if (entries.some((e) => e.kind === 'hand-back' || e.kind === 'verdict'))
      void review(db, id).catch((err: unknown) => log.error({ err, practice: id }, 'a practice vehicle could not be reviewed'));
    res.status(201).json({ stored: entries.length });
  });
  r.get('/practice/:id/stream', async (req, res) => {
    const { id } = await readable(db, res, param(uuid, req, 'id'));
    followTape(req, res, live, live.practice, id);
  });
}

/** What is asked of it, and the end of it. */
function askRoutes(r: Router, db: Db): void {
  r.post('/practice/:id/asks', async (req, res) => {
    const { id } = await own(db, res, param(uuid, req, 'id'));
    const { id: askId, ask, led } = parse(askPractice, req.body);
    const answer = await inTransaction(db, async (tx) => {
      // Its row is the lock: what is asked stands in one order.
      const p = await practiceRow(tx, id, true);
      if (!p) throw notFound('practice vehicle');
      const asked = await askedOf(tx, id);
      const there = asked.find((a) => a.id === askId);
      if (there) return askedView(there);
      if (p.closedAt) throw conflict('This practice vehicle is done with. Take another one.');
      if (asked.length >= MOST_ASKS)
        throw conflict(`More than ${MOST_ASKS} things were asked of this vehicle. Give it up, and see what it was.`);
      const bench = await benchOf(tx, p);
      if (!bench) throw notFound('shop');
      const read = attempt(() => answerOf(contextOfBench(bench), ask));
      if (!read.ok) throw badInput(`ask.${read.error.field}`, read.error.bound);
      const { rows } = await tx.query<{ at: Date }>(
        'INSERT INTO practice_ask (id, practice_id, ask, answer, led) VALUES ($1,$2,$3,$4,$5) RETURNING at',
        [askId, id, JSON.stringify(ask), JSON.stringify(read.value), led],
      );
      return askedView({ id: askId, ask, led, answer: read.value, at: rows[0]!.at.toISOString() });
    });
    res.status(201).json(answer);
  });

  /** Given up: it is done with, and what it was may be said. */
  r.post('/practice/:id/give-up', async (req, res) => {
    const { id } = await own(db, res, param(uuid, req, 'id'));
    await db.query('UPDATE practice SET closed_at = now(), given_up = true WHERE id = $1 AND closed_at IS NULL', [id]);
    res.json({});
  });

  r.put('/practice/:id/comment', async (req, res) => {
    const by = await confirmedRole(db, res, ['lead']);
    const id = param(uuid, req, 'id');
    const { comment } = parse(commentPractice, req.body);
    const { rowCount } = await db.query(
      `UPDATE practice SET comment = $2, comment_by = CASE WHEN $2 <> '' THEN $3 END, comment_at = CASE WHEN $2 <> '' THEN now() END
        WHERE id = $1 AND closed_at IS NOT NULL`,
      [id, comment.trim(), by],
    );
    if (!rowCount) throw notFound('practice vehicle that is done with');
    res.json({});
  });

  r.get('/practice/:id/review', async (req, res) => {
    const p = await readable(db, res, param(uuid, req, 'id'));
    if (!p.closedAt) throw conflict('It is not handed back yet: what it was is said after that, or when it is given up.');
    const made = await review(db, p.id);
    if (!made) throw notFound('review');
    const lines = await linesOf(db, p.person);
    const line = lines.find((l) => l.id === p.id);
    if (!line) throw notFound('practice vehicle');
    res.json({ practice: plainLine(line), review: made, course: courseOfLines(lines) } satisfies PracticeReviewed);
  });
}

/** Practice vehicles: beside the jobs, in their shapes, and in nothing of theirs. */
export function practiceRoutes(db: Db, live: Live, log: Logger, seed?: number): Router {
  const r = Router();
  homeRoutes(r, db, seed);
  exerciseRoutes(r, db, seed);
  tapeRoutes(r, db, live, log);
  askRoutes(r, db);
  return r;
}
