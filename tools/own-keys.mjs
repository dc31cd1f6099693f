/**
 * Whether every table that is read by a word from outside is read through `own`: a key that is any string, or was one before
 * it was called something narrower, also finds what every object has ("valueOf"). Written by the compiler, as what a word may
 * be is a matter of types. Prints each place, and fails where there is one.
 */
import path from 'node:path';
import ts from 'typescript';
import { ROOT, say } from './lib/say.mjs';

/** The demo's words are its own, and a test's tables are made beside it. */
const LEFT = /\.spec\.ts$|\/test\/|\/demo\//;
/** Where one of them is meant to be. */
const MEANT = ['core/src/error/own.ts'];

/** @param {ts.Type} t @returns {boolean} whether it may be any text */
const anyText = (t) =>
  t.isUnion() ? t.types.some(anyText) : (t.flags & (ts.TypeFlags.String | ts.TypeFlags.Any | ts.TypeFlags.TemplateLiteral)) !== 0;

const places = new Set();
for (const [config, packages] of [
  ['tsconfig.json', ['core', 'contract', 'server']],
  ['web/tsconfig.app.json', ['web']],
]) {
  const host = { ...ts.sys, onUnRecoverableConfigFileDiagnostic: (d) => say(d) };
  const read = ts.getParsedCommandLineOfConfigFile(path.join(ROOT, config), {}, host);
  const program = ts.createProgram(read.fileNames, read.options);
  const types = program.getTypeChecker();
  for (const file of program.getSourceFiles()) {
    const at = path.relative(ROOT, file.fileName);
    if (!packages.some((p) => at.startsWith(`${p}/src/`)) || LEFT.test(`/${at}`) || MEANT.includes(at)) continue;
    const visit = (n) => {
      if (ts.isElementAccessExpression(n) && open(types, n)) {
        const { line } = file.getLineAndCharacterOfPosition(n.getStart());
        places.add(`${at}:${line + 1}: ${n.getText().replace(/\s+/g, ' ')}`);
      }
      ts.forEachChild(n, visit);
    };
    visit(file);
  }
}
for (const p of [...places].sort()) say(`${p} is read by a word that may be any: own(table, word)`);
process.exitCode = places.size ? 1 : 0;

/** Read, not written; a table, not a list; by any text, or by what was any text before it was called narrower. */
function open(types, n) {
  const { parent, argumentExpression: key } = n;
  if (ts.isBinaryExpression(parent) && parent.left === n && parent.operatorToken.kind === ts.SyntaxKind.EqualsToken) return false;
  const table = types.getNonNullableType(types.getTypeAtLocation(n.expression));
  if (types.isArrayLikeType(table) || table.flags & ts.TypeFlags.StringLike || table.flags & ts.TypeFlags.Any) return false;
  const said = ts.isAsExpression(key) ? key.expression : key;
  return anyText(types.getTypeAtLocation(said));
}
