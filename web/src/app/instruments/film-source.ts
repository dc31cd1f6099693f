import { own } from '@ash-knot/core';
import { pulledAt } from './film-prompts';
import type { Filmer } from '../workers/filmer';

/** One picture of a film. Whoever takes it closes it. */
export interface FilmPicture {
  readonly bitmap: ImageBitmap;
  /** When, by the film's own clock, s. */
  readonly atS: number;
}
/** Where pictures come from, one at a time: the next is taken when the one before was looked at. */
export interface FilmSource {
  readonly from: 'camera' | 'file' | 'simulated';
  /** None where the film is over. */
  next(): Promise<FilmPicture | undefined>;
  /** The hand begins to push now: a simulated one does as it is told. */
  begin(atS: number): void;
  stop(): void;
  /** What can be recorded as it is. */
  readonly stream?: MediaStream;
}

/** Why there is no camera, in words. */
const REFUSED: Readonly<Record<string, string>> = {
  NotAllowedError: 'Nobody gave leave to use the camera. Allow it for this page in the browser, and open it again.',
  NotFoundError: 'No camera was found on this device. Take a film from a file, or another device.',
  NotReadableError: 'Another program has the camera. Shut that one, and open it again.',
  OverconstrainedError: 'This device’s camera gives no picture of this size. Take a film from a file.',
};
export const NOT_SECURE =
  'This browser gives no camera to a page that is not secure. Open the program through https, or on the machine it runs on (localhost); how is in docs/operations.md. A film from a file works here too.';

type Video = HTMLVideoElement & { requestVideoFrameCallback?: (done: () => void) => number };

/** The next picture a video shows, whenever that is; none where it ended. */
function shown(video: Video): Promise<boolean> {
  return new Promise((resolve) => {
    if (video.ended) return resolve(false);
    const end = () => resolve(false);
    video.addEventListener('ended', end, { once: true });
    const done = () => {
      video.removeEventListener('ended', end);
      resolve(true);
    };
    if (video.requestVideoFrameCallback) video.requestVideoFrameCallback(done);
    else setTimeout(done, 66);
  });
}

async function playing(video: Video): Promise<void> {
  video.muted = true;
  video.playsInline = true;
  await video.play();
}

/**
 * This device's camera, the one that looks away from the face where there are two.
 * @throws Error with a sentence that can be shown
 */
export async function openCamera(): Promise<FilmSource> {
  if (!isSecureContext) throw new Error(NOT_SECURE);
  if (!navigator.mediaDevices?.getUserMedia || typeof OffscreenCanvas === 'undefined')
    throw new Error('This browser cannot film. Take a newer one, or a film from a file.');
  let stream: MediaStream;
  try {
    stream = await navigator.mediaDevices.getUserMedia({
      audio: false,
      video: { facingMode: 'environment', width: { ideal: 1280 }, height: { ideal: 720 }, frameRate: { ideal: 30 } },
    });
  } catch (e) {
    throw new Error(own(REFUSED, (e as DOMException).name) ?? `The camera could not be opened: ${(e as Error).message}`, {
      cause: e,
    });
  }
  const video = document.createElement('video');
  video.srcObject = stream;
  await playing(video);
  let over = false;
  for (const t of stream.getTracks()) t.addEventListener('ended', () => (over = true));
  return {
    from: 'camera',
    stream,
    async next() {
      if (over || !(await shown(video))) return undefined;
      return over ? undefined : { bitmap: await createImageBitmap(video), atS: performance.now() / 1000 };
    },
    begin: () => undefined,
    stop() {
      over = true;
      for (const t of stream.getTracks()) t.stop();
      video.srcObject = null;
    },
  };
}

/** A film that was made elsewhere. @throws Error with a sentence where the browser cannot play it */
export async function openFilmFile(file: File): Promise<FilmSource> {
  const video = document.createElement('video');
  const url = URL.createObjectURL(file);
  video.src = url;
  try {
    await playing(video);
  } catch (e) {
    URL.revokeObjectURL(url);
    throw new Error(`“${file.name}” is no film this browser can play. MP4 and WebM are.`, { cause: e });
  }
  let over = false;
  return {
    from: 'file',
    async next() {
      if (over || !(await shown(video))) return undefined;
      return { bitmap: await createImageBitmap(video), atS: video.currentTime };
    },
    begin: () => undefined,
    stop() {
      over = true;
      video.pause();
      URL.revokeObjectURL(url);
    },
  };
}

/** The stand-in: a film that is drawn, of known play, by a hand that does as it is told. @param pictures a second */
export function openSimulated(filmer: Filmer, film: number, sheet: number): FilmSource {
  const seed = Math.floor(Math.random() * 1e6);
  const perSecond = 10;
  let [n, begun] = [0, Infinity];
  let over = false;
  return {
    from: 'simulated',
    async next() {
      if (over) return undefined;
      const atS = n++ / perSecond;
      const bitmap = await filmer.ask('simulated picture', { film, sheet, seed, atS, pulled: pulledAt(atS - begun) });
      return { bitmap, atS };
    },
    begin: (atS) => (begun = atS),
    stop: () => (over = true),
  };
}
