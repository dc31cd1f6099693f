import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { once } from 'node:events';
import { SIMULATED_FILMS, simulatedCamera, type Rgba } from '../core/src/image';

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

/** A picture as a file a browser reads: rows of blue, green and red, from the top (BMP). */
export function bmpOf({ width, height, data }: Rgba): Buffer {
  const row = Math.ceil((3 * width) / 4) * 4;
  const out = Buffer.alloc(54 + row * height);
  out.write('BM', 0);
  out.writeUInt32LE(out.length, 2);
  out.writeUInt32LE(54, 10);
  out.writeUInt32LE(40, 14);
  out.writeInt32LE(width, 18);
  out.writeInt32LE(-height, 22);
  out.writeUInt16LE(1, 26);
  out.writeUInt16LE(24, 28);
  for (let j = 0; j < height; j++)
    for (let i = 0; i < width; i++) {
      const [from, to] = [4 * (j * width + i), 54 + j * row + 3 * i];
      out[to] = data[from + 2]!;
      out[to + 1] = data[from + 1]!;
      out[to + 2] = data[from]!;
    }
  return out;
}
