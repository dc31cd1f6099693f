import { randomUUID } from 'node:crypto';
import type { EntryBodies, EntryKind, JobKind, JointId, LinkEnd, Part } from '@ash-knot/core';
import type { Page } from '@playwright/test';
import { expect, PIN, settled } from './yard';

/** A part of which nothing is known but what it is called. */
export const bare = (more: Pick<Part, 'id' | 'kind' | 'name' | 'priceMinor'>): Part => ({
  version: 3,
  grade: 'plain',
  supplier: '',
  sided: 'either',
  stock: 0,
  torque: [],
  fits: [],
  source: 'nobody said',
  currency: 'EUR',
  ...more,
});
export const REFIT = bare({ id: 'refit', kind: 'refit', name: 'The part that is there, off and on again', priceMinor: 0 });

type Line = { [K in EntryKind]: { kind: K; body: EntryBodies[K] } }[EntryKind];

/** A job of a vehicle nobody else in these tests works on, said yes to, its parts looked at: work may begin. */
export async function begun(
  page: Page,
  plate: string,
  chosen: readonly { joints: JointId[]; part: Part; end?: LinkEnd }[],
  kind: JobKind = 'age replacement',
): Promise<string> {
  const api = page.request;
  const [vehicle] = (await (await api.get(`/api/vehicles?q=${encodeURIComponent(plate)}`)).json()) as {
    id: string;
    distanceKm: number;
  }[];
  const job = randomUUID();
  const made = await api.post('/api/jobs', {
    data: { id: job, vehicleId: vehicle!.id, kind, bay: 'Bay 2', distanceKm: vehicle!.distanceKm + 3 },
  });
  expect(made.status()).toBe(201);
  await api.post('/api/session/confirm', { data: { person: 'ruan', pin: PIN } });
  const line = (l: Line) => ({
    id: randomUUID(),
    job,
    kind: l.kind,
    version: l.kind === 'choose' ? 2 : 1,
    body: l.body,
    by: 'ruan',
    at: new Date().toISOString(),
  });
  const choices = chosen.map((c) => line({ kind: 'choose', body: { ...c, quantity: c.joints.length } }));
  const write = async (entries: unknown[]) => {
    const r = await api.post(`/api/jobs/${job}/entries`, { data: { entries } });
    expect([r.status(), await r.text()]).toEqual([201, expect.anything()]);
  };
  await write([line({ kind: 'purpose', body: { what: 'twelve years old', rule: '' } }), ...choices]);
  await write([
    line({
      kind: 'answer',
      body: { answer: 'approved', what: 'it', parts: choices.map((c) => c.id), who: 'owner', how: 'by phone', warning: '' },
    }),
    line({ kind: 'setup', body: { equipment: 'lift', corroded: true } }),
  ]);
  const goods = choices
    .filter((c) => (c.body as EntryBodies['choose']).part.kind !== 'refit')
    .map((c) => {
      const { part, quantity } = c.body as EntryBodies['choose'];
      return line({
        kind: 'goods',
        body: {
          choice: c.id,
          part: part.id,
          name: part.name,
          quantity,
          from: 'shelf',
          checks: [{ check: 'right part', result: 'yes' }],
          measured: [],
          outcome: 'taken',
          why: '',
        },
      });
    });
  if (goods.length) await write(goods);
  await page.goto(`/job/${job}/work`);
  await settled(page);
  return job;
}

/** While it soaks, something is done. */
export const SOAKS = { say: { 'While it soaks': 1 } };

export const both = (kind: string, axle = 'front') => ['left', 'right'].map((s) => `${axle}.${s}.${kind}` as JointId);
export const partOf = async (page: Page, kind: string, plate: string, axle = 'front') => {
  const [v] = (await (await page.request.get(`/api/vehicles?q=${encodeURIComponent(plate)}`)).json()) as { typeId: string }[];
  const { parts } = (await (
    await page.request.get(`/api/parts?kind=${encodeURIComponent(kind)}&typeId=${v!.typeId}&axle=${axle}`)
  ).json()) as { parts: Part[] };
  return parts.find((p) => p.stock >= 2 && p.sided === 'either') ?? parts[0]!;
};
