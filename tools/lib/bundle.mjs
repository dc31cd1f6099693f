/** Bundles our TypeScript for Node; packages from the registry stay outside. */
import { cpSync, rmSync } from 'node:fs';
import path from 'node:path';
import { build } from 'esbuild';

const ROOT = path.resolve(import.meta.dirname, '../..');
const out = path.join(ROOT, 'server/dist');
rmSync(out, { recursive: true, force: true });

/** Our own packages are bundled from their sources; everything else is left to Node. */
const ours = {
  name: 'ours',
  setup(b) {
    b.onResolve({ filter: /^[^./]/ }, (args) => {
      if (args.kind === 'entry-point') return undefined;
      const own = /^@ash-knot\/([a-z]+)$/.exec(args.path);
      return own ? { path: path.join(ROOT, own[1], 'src/index.ts') } : { path: args.path, external: true };
    });
  },
};

await build({
  entryPoints: [path.join(ROOT, 'server/src/main.ts')],
  outfile: path.join(out, 'main.mjs'),
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  sourcemap: true,
  plugins: [ours],
  logLevel: 'warning',
});
cpSync(path.join(ROOT, 'server/src/db/migrations'), path.join(out, 'migrations'), { recursive: true });
