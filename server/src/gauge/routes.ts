import { Router } from 'express';
import * as z from 'zod';
import { gaugeHere, gaugeSays, gaugeSpec, newStudy, pullRequest, text, type GaugeSaid, type StudyView } from '@ash-knot/contract';
import { attempt, readGauge } from '@ash-knot/core';
import { gaugeStudy } from '@ash-knot/core/study';
import { actorOf, audit } from '../audit/queries';
import { keepAttachment } from '../attachment/queries';
import { rawBody } from '../attachment/routes';
import { inTransaction, type Db } from '../db/pool';
import { confirmedRole, worker } from '../session/guard';
import { HttpProblem, notFound, param, parse } from '../http/problem';
import { announce } from '../live/channel';
import type { Live } from '../live/live';
import { gauges, putGauge } from './queries';

const uuid = z.uuid();
const gaugeId = text(40).min(1);

/** The register, what gauges say to the open sheet, and studies of gauges. */
export function gaugeRoutes(db: Db, live: Live): Router {
  const r = Router();
  registerRoutes(r, db);
  sayingRoutes(r, db, live);
  studyRoutes(r, db);
  return r;
}

async function known(db: Db, id: string) {
  const g = (await gauges(db)).find((x) => x.id === id);
  if (!g) throw notFound('gauge');
  return g;
}
const refuse = (field: string, message: string) =>
  new HttpProblem(422, 'bad-input', `${message} Nothing was stored.`, { fields: [{ field, message }] });

function registerRoutes(r: Router, db: Db): void {
  r.put('/gauges/:id', async (req, res) => {
    await confirmedRole(db, res, ['lead']);
    const body = parse(gaugeSpec, { ...(req.body as object), id: req.params['id'] });
    if (body.resolution >= body.rangeMax) throw refuse('resolution', 'The resolution must be smaller than the range.');
    await inTransaction(db, async (tx) => {
      await putGauge(tx, body);
      await audit(tx, 'gauge', actorOf(req, res), { gauge: body });
    });
    res.json(body);
  });

  // Readings name their gauge for ever: it is retired, never deleted.
  r.delete('/gauges/:id', async (req, res) => {
    await confirmedRole(db, res, ['lead']);
    const id = param(gaugeId, req, 'id');
    await inTransaction(db, async (tx) => {
      const { rowCount } = await tx.query('UPDATE gauge SET retired = true WHERE id = $1', [id]);
      if (!rowCount) throw notFound('gauge');
      await audit(tx, 'gauge retired', actorOf(req, res), { gauge: id });
    });
    res.json({});
  });
}

function sayingRoutes(r: Router, db: Db, live: Live): void {
  // What a gauge shows goes to every open sheet of this device's bay.
  r.post('/gauges/:id/say', async (req, res) => {
    const by = worker(res);
    const g = await known(db, param(gaugeId, req, 'id'));
    const said = parse(gaugeSays, req.body);
    const read = attempt(() => readGauge(said.text, g));
    if (!read.ok) throw refuse('text', read.error.message);
    await announce(db, { about: 'gauge', bay: res.locals.session!.bay, said: { gauge: g.id, text: said.text } });
    res.json({ by });
  });
  // A simulated gauge stands in this bay: said again every few seconds by whoever has it open, and forgotten after.
  r.post('/gauges/:id/here', async (req, res) => {
    worker(res);
    const g = await known(db, param(gaugeId, req, 'id'));
    const { here } = parse(gaugeHere, req.body);
    await announce(db, { about: 'gauge', bay: res.locals.session!.bay, said: { gauge: g.id, text: '', here } });
    res.json({});
  });
  r.post('/gauges/:id/pull', async (req, res) => {
    worker(res);
    const g = await known(db, param(gaugeId, req, 'id'));
    const { nm } = parse(pullRequest, req.body);
    await announce(db, { about: 'gauge', bay: res.locals.session!.bay, said: { gauge: g.id, text: '', pullNm: nm } });
    res.json({});
  });
  // A force gauge with an indicator sends a whole push and pull at once.
  r.put('/gauges/:id/loops/:loop', rawBody, async (req, res) => {
    const by = worker(res);
    const g = await known(db, param(gaugeId, req, 'id'));
    const id = param(uuid, req, 'loop');
    await keepAttachment(db, { id, job: null, kind: 'loop', bytes: req.body, by });
    await announce(db, { about: 'gauge', bay: res.locals.session!.bay, said: { gauge: g.id, text: '', loop: id } });
    res.status(201).json({ id });
  });
  r.get('/gauges/stream', (_req, res) => {
    const { device, bay } = res.locals.session!;
    const s = live.streams.start(res, device);
    s.onClose(live.news.hearGauges(bay, (said: GaugeSaid) => s.send('said', said)));
  });
}

function studyRoutes(r: Router, db: Db): void {
  r.get('/gauges/:id/studies', async (req, res) => {
    const { rows } = await db.query<StudyView>(
      `SELECT s.id, p.name AS by, to_char(s.made_at AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') AS at, s.limit_mm AS "limitMm", s.readings, s.result
         FROM gauge_study s JOIN person p ON p.id = s.made_by WHERE s.gauge_id = $1 ORDER BY s.made_at DESC LIMIT 20`,
      [param(gaugeId, req, 'id')],
    );
    res.json(rows);
  });
  // What it finds is what later readings with this gauge take as known from the first one on.
  r.post('/gauges/:id/studies', async (req, res) => {
    const by = await confirmedRole(db, res, ['lead', 'technician']);
    const id = param(gaugeId, req, 'id');
    await known(db, id);
    const body = parse(newStudy, req.body);
    const study = attempt(() => gaugeStudy(body.readings, body.limitMm, undefined, body.truths));
    if (!study.ok) throw refuse(study.error.field, study.error.message);
    const { known: scatter } = study.value;
    await inTransaction(db, async (tx) => {
      const { rowCount } = await tx.query(
        'INSERT INTO gauge_study (id, gauge_id, made_by, limit_mm, readings, result) VALUES ($1,$2,$3,$4,$5,$6) ON CONFLICT DO NOTHING',
        [body.id, id, by, body.limitMm, JSON.stringify(body.readings), JSON.stringify(study.value)],
      );
      if (rowCount)
        await tx.query('UPDATE gauge SET scatter_mm = $2, degrees = $3 WHERE id = $1', [
          id,
          scatter.sdMm,
          Math.max(1, scatter.degrees),
        ]);
      await audit(tx, 'gauge study', actorOf(req, res), { gauge: id, study: body.id });
    });
    res.status(201).json(study.value);
  });
}
