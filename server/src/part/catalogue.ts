import { CATALOGUE_COLUMNS } from '@ash-knot/core';
import { csvOf } from '@ash-knot/contract';
import { inTransaction, type Db } from '../db/pool';
import { heavy } from '../heavy';
import { partsInSlices } from './queries';

/**
 * Writes the catalogue out, a slice at a time: the next one is fetched while the last is worded on a thread of its own.
 * @param write resolves when there is room for more
 */
export async function writeCatalogue(
  db: Db,
  as: 'csv' | 'json',
  currency: string,
  write: (text: string) => Promise<void>,
): Promise<void> {
  await inTransaction(db, async (tx) => {
    const { rows } = await tx.query<{ id: string; name: string }>('SELECT id, name FROM vehicle_type');
    const names = rows.map((t) => [t.id, t.name] as const);
    await write(as === 'csv' ? `\uFEFF${csvOf([CATALOGUE_COLUMNS])}` : '[');
    let [first, worded] = [true, Promise.resolve('')];
    const put = async (text: string) => {
      if (!text) return;
      await write(as === 'csv' ? `\r\n${text}` : `${first ? '' : ','}${text}`);
      first = false;
    };
    for await (const specs of partsInSlices(tx)) {
      const before = worded;
      worded = heavy('catalogue', specs, names, currency, as);
      await put(await before);
    }
    await put(await worded);
    if (as === 'json') await write(']');
  });
}
