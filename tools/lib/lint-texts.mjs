/** Lints texts as if they stood at given paths: [{ path, text }] in on stdin, the rules each breaks out on stdout. */
import { text } from 'node:stream/consumers';
import { ESLint } from 'eslint';
import { ROOT } from './say.mjs';

const eslint = new ESLint({ cwd: ROOT });
const out = [];
for (const { path, text: code } of JSON.parse(await text(process.stdin))) {
  const [result] = await eslint.lintText(code, { filePath: path });
  out.push(result.messages.map((m) => m.ruleId ?? m.message));
}
process.stdout.write(JSON.stringify(out));
