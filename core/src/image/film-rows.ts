import { BadInput, own, within } from '../error';
import { fixed } from '../text';
import { CARD_NUMBERS, MOST_SHEETS, type CardNumber } from './card';
import { FILM_FAULTS } from './film-look';
import { MOST_FILM_PICTURES, type TakenFilm, type TakenPicture } from './film-taken';
import type { Point } from './homography';

const CORNERS = ['top left', 'top right', 'bottom right', 'bottom left'] as const;
const HEAD = [
  'time [s]',
  ...['first', 'second'].flatMap((card) => CORNERS.flatMap((c) => [`${card} card ${c} x [px]`, `${card} card ${c} y [px]`])),
];
const SAID = ['width', 'height', 'sheet', 'first card', 'second card'] as const;
/** Columns of what was worked out, for whoever draws it: read in again they are worked out anew. */
const WORKED = ['x [mm]', 'y [mm]'] as const;

/**
 * A film as rows of a CSV file: what it is of, each a name and a number behind “#”, then a line a picture with where the corners
 * of both cards were seen, and where the second stood in the plane of the first.
 * @param at where it stood, mm, picture by picture
 */
export function rowsOfFilm(f: TakenFilm, at: readonly Point[] = []): string[][] {
  const said: Record<(typeof SAID)[number], number> = {
    width: f.width,
    height: f.height,
    sheet: f.sheet,
    'first card': f.cards[0],
    'second card': f.cards[1],
  };
  return [
    ...SAID.map((name) => ['#', name, String(said[name])]),
    ...FILM_FAULTS.flatMap((name) => (f.faults[name] ? [['#', `no use: ${name}`, String(f.faults[name])]] : [])),
    [...HEAD, ...WORKED],
    ...f.pictures.map((p, i) => [
      fixed(p.atS, 3),
      ...[...p.a, ...p.b].flatMap(([x, y]) => [fixed(x, 3), fixed(y, 3)]),
      ...(at[i] ?? []).map((v) => fixed(v, 4)),
    ]),
  ];
}

/** A film from the rows of a file. @throws BadInput naming the row, or what the file does not say */
export function filmFromRows(rows: readonly (readonly string[])[]): TakenFilm {
  const said: Record<string, number> = {};
  for (const r of rows) if (r[0] === '#' && r[1]) said[r[1]] = Number(r[2]);
  const of = (name: (typeof SAID)[number], most: number) => {
    const v = own(said, name);
    if (v === undefined) throw new BadInput('file', `must say “${name}” in a line of its own, behind a #`);
    if (!Number.isInteger(v)) throw new BadInput(name, 'must be a whole number', v);
    return within(name, v, 1, most);
  };
  const card = (name: 'first card' | 'second card') => of(name, CARD_NUMBERS.length) as CardNumber;
  const lines = rows.filter((r) => r[0] !== '#' && r.some((c) => c.trim() !== ''));
  if (lines[0]?.slice(0, HEAD.length).join() !== HEAD.join())
    throw new BadInput('file', 'has not the columns of a film: a time, and eight corners');
  within('pictures', lines.length - 1, 0, MOST_FILM_PICTURES);
  let before = -Infinity;
  const pictures = lines.slice(1).map((r, i): TakenPicture => {
    const numbers = HEAD.map((name, k) => {
      const text = r[k]?.trim() ?? '';
      const v = text === '' ? NaN : Number(text);
      return within(`${name} of picture ${i + 1}`, v, k === 0 ? 0 : -20_000, 20_000);
    });
    if (!(numbers[0]! > before)) throw new BadInput(`time of picture ${i + 1}`, 'must be later than the one before', numbers[0]!);
    before = numbers[0]!;
    const points = Array.from({ length: 8 }, (_, k): Point => [numbers[1 + 2 * k]!, numbers[2 + 2 * k]!]);
    return { atS: before, a: points.slice(0, 4), b: points.slice(4) };
  });
  const faults = Object.fromEntries(
    FILM_FAULTS.flatMap((f) => {
      const n = own(said, `no use: ${f}`);
      return n === undefined ? [] : [[f, within(`pictures of no use, ${f}`, n, 0, 1e6)]];
    }),
  );
  return {
    width: of('width', 8192),
    height: of('height', 8192),
    sheet: of('sheet', MOST_SHEETS),
    cards: [card('first card'), card('second card')],
    pictures,
    faults,
  };
}
