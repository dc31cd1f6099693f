/// <reference lib="webworker" />
import { analyseLoop, attempt, loopFromRows } from '@ash-knot/core';
import { rowsOf } from './read-file';
import type { FromLoopWorker, ToLoopWorker } from './loop-protocol';

/** Points of the picture: enough for a screen, whatever the loop has. */
const DRAWN = 1200;

self.onmessage = ({ data }: MessageEvent<ToLoopWorker>) => {
  const said = attempt((): Omit<Extract<FromLoopWorker, { ok: true }>, 'id' | 'ok'> => {
    const { x, f } = loopFromRows(rowsOf(data.name, data.text));
    const result = analyseLoop(x, f, data.options);
    const every = Math.max(1, Math.ceil(x.length / DRAWN));
    const drawn: { x: number; y: number }[] = [];
    for (let i = 0; i < x.length; i += every) drawn.push({ x: x[i]!, y: f[i]! });
    const csv = ['displacement [mm],force [N]', ...Array.from(x, (v, i) => `${v},${f[i]}`)].join('\n');
    return { result, csv, drawn, span: [Math.min(...drawn.map((p) => p.x)), Math.max(...drawn.map((p) => p.x))] };
  });
  const answer: FromLoopWorker = said.ok
    ? { id: data.id, ok: true, ...said.value }
    : { id: data.id, ok: false, message: said.error.message };
  self.postMessage(answer);
};
