#!/usr/bin/env node
/**
 * A small client: books a vehicle, then follows what happens in the yard and says it, a line each. It needs nothing but
 * Node.js, and a key a lead has made at Shop rules, People, devices, programs (floor, jobs, papers, booking).
 *
 *   ASH_KNOT=http://localhost:4620 ASH_KNOT_KEY=aks_… node docs/examples/follow.mjs cursor.txt [PLATE]
 *
 * Where it is stands in the file: it is stopped and started again as one likes, and misses nothing.
 */
import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';

const { ASH_KNOT: address = 'http://localhost:4620', ASH_KNOT_KEY: key } = process.env;
const [file, plate] = process.argv.slice(2);
if (!key || !file) {
  console.error('Say ASH_KNOT_KEY, and a file for where it is.');
  process.exit(2);
}

/** Asks; what is wrong comes back as a problem document (RFC 9457), whose detail is a sentence. */
async function ask(method, path, body) {
  const res = await fetch(`${address}/api${path}`, {
    method,
    headers: { authorization: `Bearer ${key}`, ...(body ? { 'content-type': 'application/json' } : {}) },
    body: body && JSON.stringify(body),
  });
  const answer = await res.json();
  if (!res.ok) throw Object.assign(new Error(answer.detail), { status: res.status });
  return answer;
}

/** Tomorrow at eight, in this machine's own time. */
function tomorrow() {
  const at = new Date();
  at.setDate(at.getDate() + 1);
  at.setHours(8, 0, 0, 0);
  return at.toISOString();
}

async function book() {
  const [known] = await ask('GET', `/vehicles?q=${encodeURIComponent(plate)}`);
  const booking = await ask('POST', '/bookings', {
    vehicleId: known?.id ?? null,
    plate: known ? '' : plate,
    who: 'by the form',
    comesAt: tomorrow(),
    minutes: 60,
    kind: 'noise',
    bay: null,
    person: null,
    complaint: { character: [], where: [], when: [], handling: [], conditions: [], like: [], history: [], words: 'It knocks over bumps.' },
  });
  console.log(`booked ${booking.plate}, by ${booking.through}`);
}

/** What an event means is asked of the thing itself. */
async function say(e) {
  if (e.of === 'booking') return console.log(`booking ${e.what}`);
  const { vehicle } = await ask('GET', `/jobs/${e.id}`);
  console.log(`${vehicle.plate} ${e.what}${e.lines.length ? `: ${e.lines.map((l) => l.kind).join(', ')}` : ''}`);
  if (e.what !== 'handed back') return;
  const { papers } = await ask('GET', `/jobs/${e.id}/papers`);
  console.log(papers.total ? `agreed: ${papers.total.minor / 100} ${papers.currency}` : 'nothing to be paid');
}

async function begin() {
  // The floor as it stands is read first: from the cursor on every change of it is told.
  const { cursor } = await ask('GET', '/events');
  const floor = await ask('GET', '/floor');
  console.log(`${floor.open.length} vehicles on the floor`);
  return cursor;
}

let cursor = existsSync(file) ? readFileSync(file, 'utf8') : await begin();
if (plate) await book();
const everyMs = Number(process.env['EVERY_MS'] ?? 2000);
for (;;) {
  try {
    const page = await ask('GET', `/events?after=${cursor}`);
    for (const e of page.events) await say(e);
    // Only what was said is behind us.
    cursor = page.cursor;
    // Whole or not at all, whenever we are stopped.
    writeFileSync(`${file}.new`, cursor);
    renameSync(`${file}.new`, file);
    if (page.more) continue;
  } catch (e) {
    // The database was set back, or we were away for a month: everything is read anew.
    if (e.status === 410) cursor = await begin();
    else if (e.status === 401) throw e;
    else console.error(`${e.message}; tried again`);
  }
  await new Promise((r) => setTimeout(r, everyMs));
}
