import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { once } from 'node:events';
import { SIMULATED_FILMS, simulatedCamera } from '../core/src/image';

/** Pictures a second, and how many of each rest and on the way between two. */
const [FPS, REST, WAY] = [10, 12, 2] as const;

/**
 * A film as a browser's stand-in for a camera plays it, over and over: cards of a sheet pushed and pulled, raw (YUV4MPEG2, 4:2:0).
 * @returns its path, and how to be rid of it
 */
export async function filmFile(name: string, sheet: number): Promise<{ readonly path: string; remove(): Promise<void> }> {
  const camera = simulatedCamera(
    SIMULATED_FILMS.find((f) => f.name === name)!,
    sheet,
    11,
  );
  const dir = await mkdtemp(path.join(os.tmpdir(), 'film-'));
  const file = path.join(dir, 'film.y4m');
  const out = createWriteStream(file);
  const put = async (bytes: string | Buffer) => {
    if (!out.write(bytes)) await once(out, 'drain');
  };
  let n = 0;
  for (const [from, to] of [
    [0, 1],
    [1, 0],
    [0, 1],
    [1, 0],
  ] as const)
    for (let i = 0; i < REST + WAY; i++) {
      const p = camera.picture(n++ / FPS, i < REST ? from : from + ((to - from) * (i - REST + 1)) / (WAY + 1));
      if (n === 1) await put(`YUV4MPEG2 W${p.width} H${p.height} F${FPS}:1 Ip A1:1 C420jpeg\n`);
      const pixels = p.width * p.height;
      const yuv = Buffer.alloc((pixels * 3) / 2, 128);
      for (let k = 0; k < pixels; k++) yuv[k] = p.data[4 * k]!;
      await put('FRAME\n');
      await put(yuv);
    }
  out.end();
  await once(out, 'finish');
  return { path: file, remove: () => rm(dir, { recursive: true, force: true }) };
}
