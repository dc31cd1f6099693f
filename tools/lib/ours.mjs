/** How our TypeScript is bundled for Node: our own packages from their sources, everything else left to Node. */
import path from 'node:path';
import { build } from 'esbuild';
import { LOCAL, ROOT } from './say.mjs';

const ours = {
  name: 'ours',
  setup(b) {
    b.onResolve({ filter: /^[^./]/ }, (args) => {
      if (args.kind === 'entry-point') return undefined;
      const own = /^@ash-knot\/([a-z]+)(?:\/([a-z-]+))?$/.exec(args.path);
      return own ? { path: path.join(ROOT, own[1], 'src', own[2] ?? '', 'index.ts') } : { path: args.path, external: true };
    });
  },
};

/** Bundles entry points (out name → source) into a folder. */
export const bundle = (entryPoints, outdir) =>
  build({
    entryPoints: Object.fromEntries(Object.entries(entryPoints).map(([name, source]) => [name, path.join(ROOT, source)])),
    outdir,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    sourcemap: true,
    plugins: [ours],
    logLevel: 'warning',
  });

/** Bundles one source of ours and imports it. */
export async function load(source) {
  const name = source.replace(/\W+/g, '-');
  await bundle({ [name]: source }, path.join(LOCAL, 'tools'));
  return import(path.join(LOCAL, 'tools', `${name}.mjs`));
}
