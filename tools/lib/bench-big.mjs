/**
 * `npm run bench -- big`: a big shop of ten years, and how the server answers on it.
 *  - `jobs=20000`: how many jobs it has; - `anew`: makes it again
 *  - `before=REV`: what that revision answered on the same shop, in the same run
 */
import { readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { benchHeavy } from './bench-heavy.mjs';
import { row } from './bench-row.mjs';
import { startPostgres } from './postgres.mjs';
import { LONG, longJobs, older } from './bench-shop.mjs';
import { end, ROOT, say, sleep } from './say.mjs';
import { startServer } from './server.mjs';
import { BIG, makeBig } from './big-shop.mjs';

const RATE = 100;
const SECONDS = 15;
const rssMb = (pid) => Math.round(Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))[1]) / 1024);
const env = { REQUESTS_PER_MINUTE: '10000000', SUPPLIER_MOODS: 'off' };

export async function signIn(address, person) {
  const r = await fetch(`${address}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ person, pin: '2468', bay: 'Bay 2' }),
  });
  return r.headers.getSetCookie()[0].split(';')[0];
}

/** Requests at a steady rate, whatever answers: each address in turn. */
async function steady(name, address, cookie, urls, rate = RATE) {
  const { default: autocannon } = await import('autocannon');
  const r = await autocannon({
    url: address,
    connections: 4,
    overallRate: rate,
    duration: SECONDS,
    headers: { cookie },
    requests: urls.map((path) => ({ path: `/api${path}` })),
  });
  row(
    `${name}, ${rate}/s`,
    `p50 ${r.latency.p50} ms`,
    `p97.5 ${r.latency.p97_5} ms`,
    `p99 ${r.latency.p99} ms`,
    `${r.requests.total} requests`,
    `${r.non2xx + r.errors} bad`,
  );
}

async function median(name, n, ask) {
  const times = [];
  for (let i = 0; i < n; i++) {
    const t = performance.now();
    await ask(i);
    times.push(performance.now() - t);
  }
  times.sort((a, b) => a - b);
  row(name, `median ${times[Math.floor(n / 2)].toFixed(1)} ms`, `slowest ${times.at(-1).toFixed(1)} ms`);
}

const option = (name) => process.argv.find((a) => a.startsWith(`${name}=`))?.slice(name.length + 1);

export async function benchBig() {
  const jobs = Number(option('jobs') ?? BIG.jobs);
  const big = {
    ...BIG,
    jobs,
    entries: Math.round((BIG.entries * jobs) / BIG.jobs),
    readings: Math.round((BIG.readings * jobs) / BIG.jobs),
  };
  const name = jobs === BIG.jobs ? 'bigshop' : `bigshop${jobs}`;
  const before = option('before');
  const roots = [...(before ? [[before, older(before)]] : []), ['now', ROOT]];
  const postgres = await startPostgres('test');
  let server;
  try {
    const there = await postgres.has(name);
    const databaseUrl = await postgres.createDatabase(name);
    if (!there || process.argv.includes('anew')) {
      if (there) {
        await postgres.dropDatabase(name);
        await postgres.createDatabase(name);
      }
      server = await startServer({ databaseUrl, env });
      say(`\nMaking a shop of ${big.jobs} jobs and ${big.entries} entries (kept for the next time; -- big anew makes another)`);
      await makeBig(databaseUrl, big);
      await stop(server);
    }
    await longJobs(databaseUrl);
    for (const [which, root] of roots) {
      const t = performance.now();
      server = await startServer({ databaseUrl, env, root });
      row(`\n${which}: from nothing to the first answer`, `${(performance.now() - t).toFixed(0)} ms`);
      await measure(server, databaseUrl);
      await stop(server);
      server = undefined;
    }
  } finally {
    if (server) await stop(server);
    await postgres.stop();
  }
}

async function stop(server) {
  server.child.removeAllListeners('exit');
  await end(server.child.pid);
}

/** What an answer weighs: on the line, and opened. */
async function size(address, cookie, at) {
  const { default: http } = await import('node:http');
  const sent = await new Promise((resolve, reject) =>
    http
      .get(`${address}/api${at}`, { headers: { cookie, 'accept-encoding': 'gzip' } }, (res) => {
        const parts = [];
        res
          .on('data', (d) => parts.push(d))
          .on('end', () => resolve(Buffer.concat(parts)))
          .on('error', reject);
      })
      .on('error', reject),
  );
  const open = sent[0] === 0x1f ? gunzipSync(sent) : sent;
  row(
    `  ${at.replace(/[0-9a-f-]{36}/, ':id').replace(/=.*/, '=…')} weighs`,
    `${(sent.length / 1000).toFixed(0)} kB sent`,
    `${(open.length / 1000).toFixed(0)} kB opened`,
  );
}

async function measure(server, databaseUrl) {
  const { default: pg } = await import('pg');
  const { address } = server;
  const cookie = await signIn(address, 'ruan');
  const db = new pg.Client({ connectionString: databaseUrl });
  await db.connect();
  const ids = async (sql) => (await db.query(sql)).rows.map((r) => r.id);
  const open = await ids('SELECT id FROM job WHERE closed_at IS NULL ORDER BY opened_at DESC');
  const [long2, long8] = open;
  const others = open.slice(LONG.length);
  const closed = await ids('SELECT id FROM job WHERE closed_at IS NOT NULL ORDER BY md5(id::text) LIMIT 40');
  const vehicles = await ids('SELECT id FROM vehicle ORDER BY md5(id::text) LIMIT 60');
  const get = (url) => fetch(`${address}/api${url}`, { headers: { cookie } }).then((r) => r.arrayBuffer());
  await median('the floor, the first time', 1, () => get('/floor'));
  // What is weighed behind the first floor is done with.
  await sleep(5000);
  say(`${open.length} jobs on the floor, the server holds ${rssMb(server.child.pid)} MB`);
  await size(address, cookie, '/floor');
  await size(address, cookie, `/jobs/${long8}`);

  const paths = (jobs) => jobs.map((id) => `/jobs/${id}`);
  await steady('the sheet of an open job', address, cookie, paths(others));
  await steady('the sheet of a closed job', address, cookie, paths(closed));
  await median(`the sheet of ${LONG[0]} lines`, 15, () => get(`/jobs/${long2}`));
  await median(`the sheet of ${LONG[1]} lines`, 15, () => get(`/jobs/${long8}`));
  await steady(
    'the file of a vehicle',
    address,
    cookie,
    vehicles.map((id) => `/vehicles/${id}`),
  );
  await steady('find: a plate, an owner, a part', address, cookie, [
    '/find?q=XB%201234',
    '/find?q=XB777',
    '/find?q=nurses%20412',
    '/find?q=link',
    '/find?q=harbour',
  ]);
  await steady('find, mistyped', address, cookie, ['/find?q=harbuor', '/find?q=bushng', '/find?q=XC1234'], 20);
  await steady('parts', address, cookie, ['/parts?q=link&limit=50', '/parts?q=bushing&limit=50', '/parts?limit=50']);
  await steady('the floor, all of it', address, cookie, ['/floor'], 5);
  await steady('the session', address, cookie, ['/session']);
  await median('what closed jobs have taught', 15, () => get('/learning'));
  await written(address, cookie, { others, long8 });
  await benchHeavy(address, cookie, others[0]);
  await handBacks(db, address, cookie);
  row('the server holds after it', `${rssMb(server.child.pid)} MB`);
  await db.end();
}

/** A line of a tape, as a tablet sends it. */
const entry = (job, kind, version, body) => ({
  id: crypto.randomUUID().replace(/^(.{14})4/, '$17'),
  job,
  kind,
  version,
  body,
  by: 'ruan',
  at: new Date().toISOString(),
});

/** Lines written, and what a floor that is looked at is told of them. */
async function written(address, cookie, { others, long8 }) {
  const post = (job, ...lines) =>
    fetch(`${address}/api/jobs/${job}/entries`, {
      method: 'POST',
      headers: { cookie, 'content-type': 'application/json' },
      body: JSON.stringify({ entries: lines.map((l) => entry(job, ...l)) }),
    }).then((r) => r.text());
  const get = (url) => fetch(`${address}/api${url}`, { headers: { cookie } }).then((r) => r.arrayBuffer());
  const note = ['note', 1, { text: 'bench' }];
  // Refused, by what its state says: the whole of it is judged.
  const judged = [
    'torque',
    1,
    {
      fastener: 'rear.left.link-lower-nut',
      targetNm: 45,
      targetText: '45 N·m',
      source: 'bench',
      achievedNm: 45,
      value: 45,
      unit: 'N·m',
      method: 'wrench',
    },
  ];
  await median('a line written', 40, (i) => post(others[i % others.length], note));
  await median(`a line written to the job of ${LONG[1]}`, 20, () => post(long8, note));
  await median('a torque of it, judged and refused', 20, () => post(long8, judged));
  await median(`the floor, after a line of the job of ${LONG[1]}`, 15, async () => {
    const since = new Date(Date.now() - 20_000).toISOString();
    await post(long8, note);
    await get(`/floor?since=${since}`);
  });
  await size(address, cookie, `/floor?since=${new Date(Date.now() - 5_000).toISOString()}`);
}

/** Hand-backs of jobs that are ready for it: the latest closed ones of the demo's own vehicles, opened again by striking theirs. */
export async function handBacks(db, address, cookie) {
  const json = { cookie, 'content-type': 'application/json' };
  await fetch(`${address}/api/session/confirm`, {
    method: 'POST',
    headers: json,
    body: JSON.stringify({ person: 'ruan', pin: '2468' }),
  });
  const { rows } = await db.query(
    `SELECT j.id, e.id AS hand_back, e.body, e.version FROM job j JOIN vehicle v ON v.id = j.vehicle_id JOIN entry e ON e.job_id = j.id AND e.kind = 'hand-back'
      WHERE v.plate_key NOT LIKE 'XB%' AND j.closed_at IS NOT NULL AND NOT EXISTS (SELECT 1 FROM job o WHERE o.vehicle_id = j.vehicle_id AND o.id <> j.id AND (o.closed_at IS NULL OR o.opened_at > j.opened_at))
        AND NOT EXISTS (SELECT 1 FROM entry s WHERE s.job_id = j.id AND s.kind = 'strike' AND s.body->>'entry' = e.id::text)
      ORDER BY j.closed_at DESC LIMIT 12`,
  );
  const write = (job, kind, version, body) =>
    fetch(`${address}/api/jobs/${job}/entries`, {
      method: 'POST',
      headers: json,
      body: JSON.stringify({
        entries: [entry(job, kind, version, body)],
      }),
    });
  let taken = 0;
  const times = [];
  for (const j of rows) {
    await write(j.id, 'strike', 1, { entry: j.hand_back, why: 'bench' });
    const t = performance.now();
    const r = await write(j.id, 'hand-back', j.version, j.body);
    const took = performance.now() - t;
    if (r.status === 201) {
      taken++;
      times.push(took);
    }
  }
  times.sort((a, b) => a - b);
  if (times.length)
    row(
      'a hand-back',
      `median ${times[Math.floor(times.length / 2)].toFixed(1)} ms`,
      `slowest ${times.at(-1).toFixed(1)} ms`,
      `${taken} of ${rows.length}`,
    );
}
