/// <reference lib="webworker" />
import { attempt, filmResult } from '@ash-knot/core';
import { rowsOf } from '@ash-knot/contract';
import {
  CARD_AT_MM,
  CARD_MARGIN_MM,
  CARD_NUMBERS,
  CARD_SIDES_MM,
  cardsIn,
  cellsOf,
  filmFromRows,
  filmLook,
  readFilm,
  rowsOfFilm,
  sayLook,
  simulatedCamera,
  SIMULATED_FILMS,
  tooFewServe,
  type Rgba,
  type Simulated,
} from '@ash-knot/core/image';
import { heightIn, sizeInPhoto, takePhoto } from './answer-photo';
import type { FilmAnswer, FilmAsk, FilmQuestion, Looked, WorkedFilm } from './film-work';

let canvas: OffscreenCanvas | undefined;
/** A canvas as large as a picture, the same one as long as they are as large. */
function canvasOf(width: number, height: number): OffscreenCanvasRenderingContext2D {
  if (canvas?.width !== width || canvas.height !== height) canvas = new OffscreenCanvas(width, height);
  return canvas.getContext('2d', { willReadFrequently: true })!;
}
let camera: { readonly of: string; readonly camera: Simulated } | undefined;

function pixelsOf(picture: ImageBitmap): Rgba {
  const { width, height } = picture;
  const on = canvasOf(width, height);
  on.drawImage(picture, 0, 0);
  picture.close();
  return on.getImageData(0, 0, width, height);
}

/** What there is to be asked of a film: each in one step, for they are short. */
export function* answerFilm(x: FilmAsk): Generator<undefined, FilmAnswer> {
  yield undefined;
  switch (x.ask) {
    case 'look':
      return look(pixelsOf(x.q));
    case 'photo':
      return takePhoto(pixelsOf(x.q.picture), x.q.sheets);
    case 'photo size':
      return sizeInPhoto(x.q);
    case 'ride height':
      return heightIn(pixelsOf(x.q.picture), x.q.sheets);
    case 'read':
      return read(x.q);
    case 'none serves':
      return { refused: tooFewServe(0, x.q)!, along: [], rests: [], rows: [] };
    case 'from rows':
      return filmFromRows(rowsOf(x.q.name, x.q.text));
    case 'cells':
      return CARD_NUMBERS.map((card) => ({
        card,
        sideMm: CARD_SIDES_MM[card],
        marginMm: CARD_MARGIN_MM,
        at: CARD_AT_MM[card],
        cells: cellsOf({ sheet: x.q, card }),
      }));
    case 'simulated films':
      return SIMULATED_FILMS.map((f) => f.name);
    case 'simulated picture': {
      const { film, sheet, seed, atS, pulled } = x.q;
      const of = `${film} ${sheet} ${seed}`;
      if (camera?.of !== of) camera = { of, camera: simulatedCamera(SIMULATED_FILMS[film]!, sheet, seed) };
      const p = camera.camera.picture(atS, pulled);
      const on = canvasOf(p.width, p.height);
      on.putImageData(new ImageData(p.data as Uint8ClampedArray<ArrayBuffer>, p.width, p.height), 0, 0);
      return canvas!.transferToImageBitmap();
    }
  }
}

/** One picture: its cards, whether it serves, and what to do where it does not. */
export function look(picture: Rgba): Looked {
  const l = filmLook(cardsIn(picture, 'quick'));
  const [a, b] = [l.cards[0], l.cards[1]];
  return {
    width: picture.width,
    height: picture.height,
    cards: l.cards.map(({ card, corners }) => ({ card, corners })),
    ...(l.frame && a && b ? { used: { sheet: a.sheet, cards: [a.card, b.card], ...l.frame } } : {}),
    ...(l.fault ? { fault: l.fault } : {}),
    says: sayLook(l),
  };
}

function read({ film, sheet, known, limitMm, unit }: FilmQuestion): WorkedFilm {
  const tried = attempt(() =>
    readFilm(film, sheet, { ...(known ? { known } : {}), ...(limitMm === undefined ? {} : { limitMm }) }),
  );
  if (!tried.ok) return { refused: tried.error.message, along: [], rests: [], rows: rowsOfFilm(film) };
  const { play, motion } = tried.value;
  const rows = rowsOfFilm(film, motion?.at);
  if (play.kind === 'refused') return { refused: play.why, along: [], rests: [], rows };
  const result = attempt(() => filmResult(film, tried.value, unit));
  if (!result.ok) return { refused: result.error.message, along: [], rests: [], rows };
  if (play.kind === 'none') return { result: result.value, along: [], rests: [], rows };
  const along = motion!.at.map(([px, py]) => px * play.along[0] + py * play.along[1]);
  return { result: result.value, along, rests: play.rests, rows };
}
