import type { GaugeSpec, Strengths } from '@ash-knot/core';
import { yardRules, type ShopView } from '@ash-knot/contract';
import type { Queryable } from '../db/pool';
import { learnedCounts } from '../learning/queries';

export async function gauges(db: Queryable): Promise<GaugeSpec[]> {
  const { rows } = await db.query<{
    id: string;
    name: string;
    resolution_mm: number;
    scatter_mm: number;
    degrees: number;
  }>('SELECT * FROM gauge ORDER BY name');
  return rows.map((g) => ({
    id: g.id,
    name: g.name,
    resolutionMm: g.resolution_mm,
    known: { sdMm: g.scatter_mm, degrees: g.degrees },
  }));
}

export async function shopView(db: Queryable): Promise<ShopView | null> {
  const { rows } = await db.query<{ name: string; notice: string; bays: string[]; rules: unknown; strengths: Strengths | null }>(
    'SELECT name, notice, bays, rules, strengths FROM shop',
  );
  const row = rows[0];
  if (!row) return null;
  return {
    name: row.name,
    notice: row.notice,
    bays: row.bays,
    rules: yardRules.parse(row.rules),
    gauges: await gauges(db),
    strengths: row.strengths,
    learned: await learnedCounts(db),
  };
}
