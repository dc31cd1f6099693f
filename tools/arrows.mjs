/**
 * Whether every import points down and none goes in a circle. With texts on stdin ([{ path, text }]) what each would break
 * where it stands, as JSON: the test of this test asks that.
 */
import { text } from 'node:stream/consumers';
import { graphWith, importGraph, wrongArrows } from './lib/imports.mjs';
import { say } from './lib/say.mjs';

if (process.argv.includes('--stdin')) {
  const out = [];
  const graph = await importGraph();
  for (const { path, text: code } of JSON.parse(await text(process.stdin)))
    out.push(wrongArrows(await graphWith(graph, path, code)).map((w) => w.rule));
  process.stdout.write(JSON.stringify(out));
} else {
  const wrong = wrongArrows(await importGraph());
  for (const { file, message } of wrong) say(`${file} ${message}`);
  process.exitCode = wrong.length ? 1 : 0;
}
