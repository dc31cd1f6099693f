/** `npm run bench -- big`: a big shop of ten years, and how the server answers on it. */
import { readFileSync } from 'node:fs';
import { startPostgres } from './postgres.mjs';
import { end, say } from './say.mjs';
import { startServer } from './server.mjs';
import { BIG, makeBig } from './big-shop.mjs';

const RATE = 100;
const SECONDS = 15;
const row = (name, ...cells) => say(`${name.padEnd(52)} ${cells.join('   ')}`);
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

export async function benchBig() {
  const postgres = await startPostgres('test');
  let server;
  try {
    const there = await postgres.has('bigshop');
    const databaseUrl = await postgres.createDatabase('bigshop');
    if (!there || process.argv.includes('anew')) {
      if (there) {
        await postgres.dropDatabase('bigshop');
        await postgres.createDatabase('bigshop');
      }
      server = await startServer({ databaseUrl, env });
      await stop(server);
      say(`\nMaking a shop of ${BIG.jobs} jobs and ${BIG.entries} entries (kept for the next time; -- big anew makes another)`);
      await makeBig(databaseUrl);
    }
    const t = performance.now();
    server = await startServer({ databaseUrl, env });
    row('\nfrom nothing to the first answer', `${(performance.now() - t).toFixed(0)} ms`);
    await measure(server, databaseUrl);
    await stop(server);
    server = undefined;
  } finally {
    if (server) await stop(server);
    await postgres.stop();
  }
}

async function stop(server) {
  server.child.removeAllListeners('exit');
  await end(server.child.pid);
}

async function measure(server, databaseUrl) {
  const { default: pg } = await import('pg');
  const { address } = server;
  const cookie = await signIn(address, 'ruan');
  const db = new pg.Client({ connectionString: databaseUrl });
  await db.connect();
  const ids = async (sql) => (await db.query(sql)).rows.map((r) => r.id);
  const open = await ids('SELECT id FROM job WHERE closed_at IS NULL');
  const closed = await ids('SELECT id FROM job WHERE closed_at IS NOT NULL ORDER BY md5(id::text) LIMIT 40');
  const vehicles = await ids('SELECT id FROM vehicle ORDER BY md5(id::text) LIMIT 60');
  const floor = await (await fetch(`${address}/api/floor`, { headers: { cookie } })).json();
  say(`${open.length} jobs on the floor, the server holds ${rssMb(server.child.pid)} MB`);

  await steady(
    'the sheet of an open job',
    address,
    cookie,
    open.map((id) => `/jobs/${id}`),
  );
  await steady(
    'the sheet of a closed job',
    address,
    cookie,
    closed.map((id) => `/jobs/${id}`),
  );
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
  await steady('the floor, what changed', address, cookie, [`/floor?since=${encodeURIComponent(floor.cursor)}`]);
  await steady('the floor, all of it', address, cookie, ['/floor'], 5);
  await steady('the session', address, cookie, ['/session']);
  await median('what closed jobs have taught', 15, () =>
    fetch(`${address}/api/learning`, { headers: { cookie } }).then((r) => r.text()),
  );

  const json = { cookie, 'content-type': 'application/json' };
  await median('an entry written', 40, (i) =>
    fetch(`${address}/api/jobs/${open[i % open.length]}/entries`, {
      method: 'POST',
      headers: json,
      body: JSON.stringify({
        entries: [
          {
            id: crypto.randomUUID().replace(/^(.{14})4/, '$17'),
            job: open[i % open.length],
            kind: 'note',
            version: 1,
            body: { text: `bench ${i}` },
            by: 'ruan',
            at: new Date().toISOString(),
          },
        ],
      }),
    }).then((r) => r.text()),
  );
  await handBacks(db, address, cookie);
  row('the server holds after it', `${rssMb(server.child.pid)} MB`);
  await db.end();
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
        entries: [
          {
            id: crypto.randomUUID().replace(/^(.{14})4/, '$17'),
            job,
            kind,
            version,
            body,
            by: 'ruan',
            at: new Date().toISOString(),
          },
        ],
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
