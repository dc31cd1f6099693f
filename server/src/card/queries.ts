import type { CardSheetView } from '@ash-knot/contract';
import type { Queryable } from '../db/pool';

const ISO = `'YYYY-MM-DD"T"HH24:MI:SS"Z"'`;

/** The sheets of cards that are in use, by their numbers. */
export async function cardSheets(db: Queryable): Promise<CardSheetView[]> {
  const { rows } = await db.query<CardSheetView>(
    `SELECT s.id, s.number, s.paper, m.name AS "madeBy", to_char(s.made_at AT TIME ZONE 'UTC', ${ISO}) AS "madeAt",
            CASE WHEN s.ruler_mm IS NOT NULL THEN json_build_object('mm', s.ruler_mm, 'uMm', s.ruler_u_mm, 'gauge', s.ruler_gauge,
              'by', r.name, 'at', to_char(s.ruler_at AT TIME ZONE 'UTC', ${ISO})) END AS ruler
       FROM card_sheet s JOIN person m ON m.id = s.made_by LEFT JOIN person r ON r.id = s.ruler_by
      WHERE s.gone_at IS NULL ORDER BY s.number`,
  );
  return rows;
}
