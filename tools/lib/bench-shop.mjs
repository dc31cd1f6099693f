/** What a big shop is measured on: long tapes in it, and an older revision of the server beside this one. */
import { execFileSync } from 'node:child_process';
import { existsSync, symlinkSync } from 'node:fs';
import path from 'node:path';
import { LOCAL, ROOT } from './say.mjs';

/** An older revision beside this one, its server bundled. */
export function older(rev) {
  const root = path.join(LOCAL, 'before', rev);
  if (!existsSync(root)) {
    execFileSync('git', ['worktree', 'add', '--detach', root, rev], { cwd: ROOT, stdio: 'ignore' });
    symlinkSync(path.join(ROOT, 'node_modules'), path.join(root, 'node_modules'));
  }
  execFileSync(process.execPath, ['tools/lib/bundle.mjs'], { cwd: root, stdio: 'inherit' });
  return root;
}

/** How long the tapes of two jobs outside are. */
export const LONG = [2_000, 8_000];

/** Two open jobs beside the others, their model's lines over and over. */
export async function longJobs(databaseUrl) {
  const { default: pg } = await import('pg');
  const db = new pg.Client({ connectionString: databaseUrl });
  await db.connect();
  for (const [i, length] of LONG.entries())
    await db.query(
      `INSERT INTO entry (id, job_id, kind, version, body, by_person, at)
       SELECT gen_random_uuid(), j.id, e.kind, e.version, e.body, e.by_person, e.at + make_interval(secs => k)
         FROM (SELECT id FROM job WHERE closed_at IS NULL ORDER BY opened_at DESC OFFSET $1::int LIMIT 1) AS j,
              generate_series(1, $2::int) AS k,
              LATERAL (SELECT * FROM entry o WHERE o.job_id = j.id AND o.kind IN ('check', 'reading', 'note', 'photo', 'size')
                        ORDER BY o.seq OFFSET k % greatest(1, (SELECT count(*) FROM entry c WHERE c.job_id = j.id AND c.kind IN ('check', 'reading', 'note', 'photo', 'size'))) LIMIT 1) AS e
        WHERE k > (SELECT count(*) FROM entry WHERE job_id = j.id)`,
      [i, length],
    );
  await db.end();
}
