import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import Ajv2020 from 'ajv/dist/2020';
import { API, openApi } from '@ash-knot/contract';
import { startApp, type Running } from './test';

let app: Running;
beforeAll(async () => {
  app = await startApp();
});
afterAll(async () => app.stop());

const ROUTES = Object.values(API).flat();
/** Every route of the server, as its files have it. */
const served = (dir: string): string[] =>
  readdirSync(dir, { withFileTypes: true }).flatMap((f) => {
    const at = path.join(dir, f.name);
    if (f.isDirectory()) return served(at);
    if (!/^(routes|app)\.ts$/.test(f.name)) return [];
    return [...readFileSync(at, 'utf8').matchAll(/\b(?:r|api)\.(get|post|put|patch|delete)\(\s*'([^']+)'/g)].map(
      (m) => `${m[1]} ${m[2]}`,
    );
  });

test('every route of the server is described, and nothing else is', () => {
  const described = ROUTES.map((r) => `${r.method} ${r.path}`);
  expect([...described].sort()).toEqual([...new Set(served(__dirname))].sort());
  expect(new Set(described).size).toBe(described.length);
});

test('it is valid OpenAPI 3.1 (the specification’s own schema), and served as it stands', async () => {
  const got = (await (await fetch(`${app.address}/api/openapi.json`)).json()) as object;
  expect(got).toEqual(JSON.parse(JSON.stringify(openApi())));
  // The schema the OpenAPI Initiative publishes for 3.1, as a validator ships it.
  const at = require.resolve('@seriousme/openapi-schema-validator/schemas/v3.1/schema.json');
  const holds = new Ajv2020({ strict: false, validateFormats: false }).compile(JSON.parse(readFileSync(at, 'utf8')) as object);
  expect([holds(got), holds.errors]).toEqual([true, null]);
  expect(holds({ ...got, openapi: '3.0.0' })).toBe(false);
  expect(holds({ ...got, paths: { '/x': { get: { responses: 4 } } } })).toBe(false);
});

test.each(ROUTES.filter((r) => r.example !== undefined).map((r) => [`${r.method} ${r.path}`, r] as const))(
  'the example of %s is one',
  (_, r) => expect(r.body!.safeParse(r.example).error?.issues).toBeUndefined(),
);

test('what is said to need nothing is answered to a stranger; all else is not', async () => {
  const stranger = app.tablet();
  for (const r of ROUTES.filter((x) => x.needs !== 'nothing')) {
    const at = r.path.replace(/:[a-z]+/g, '0193b000-0000-7000-8000-000000000000');
    expect([r.path, (await stranger.ask(r.method.toUpperCase(), at, r.method === 'get' ? undefined : {})).status]).toEqual([
      r.path,
      401,
    ]);
  }
});
