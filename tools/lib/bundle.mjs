/** Bundles the server, and what runs beside it, into server/dist. */
import { cpSync, rmSync } from 'node:fs';
import path from 'node:path';
import { bundle } from './ours.mjs';
import { ROOT } from './say.mjs';

const out = path.join(ROOT, 'server/dist');
rmSync(out, { recursive: true, force: true });
await bundle(
  {
    main: 'server/src/main.ts',
    rebuild: 'server/src/rebuild.ts',
    heavy: 'server/src/heavy/worker.ts',
    archive: 'server/src/archive/cli.ts',
  },
  out,
);
cpSync(path.join(ROOT, 'server/src/db/migrations'), path.join(out, 'migrations'), { recursive: true });
