/// <reference lib="webworker" />
import { analyseLoop, loopFromRows } from '@ash-knot/core';
import type { LoopQuestion, WorkedLoop } from './loop-work';
import { rowsOf } from '@ash-knot/contract';
import { serve } from './serve';

/** Points of the picture: enough for a screen, whatever the loop has. */
const DRAWN = 1200;

serve(function* (q: LoopQuestion): Generator<undefined, WorkedLoop> {
  const { x, f } = loopFromRows(rowsOf(q.name, q.text));
  yield undefined;
  const result = analyseLoop(x, f, q.options);
  const every = Math.max(1, Math.ceil(x.length / DRAWN));
  const drawn: { x: number; y: number }[] = [];
  for (let i = 0; i < x.length; i += every) drawn.push({ x: x[i]!, y: f[i]! });
  const csv = ['displacement [mm],force [N]', ...Array.from(x, (v, i) => `${v},${f[i]}`)].join('\n');
  return { result, csv, drawn, span: [Math.min(...drawn.map((p) => p.x)), Math.max(...drawn.map((p) => p.x))] };
});
