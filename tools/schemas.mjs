/** `npm run schemas`: writes the JSON Schemas of the open formats from the program's own, into docs/formats. */
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { format, resolveConfig } from 'prettier';
import { load } from './lib/ours.mjs';
import { ROOT, say, sayAndExit } from './lib/say.mjs';

async function main() {
  const { publishedSchemas } = await load('contract/src/formats.ts');
  for (const [name, schema] of Object.entries(publishedSchemas())) {
    const file = path.join(ROOT, 'docs/formats', name);
    const options = { ...(await resolveConfig(file)), filepath: file };
    writeFileSync(file, await format(JSON.stringify(schema), options));
    say(`docs/formats/${name}`);
  }
}

main().catch(sayAndExit);
