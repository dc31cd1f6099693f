/** What is heavy, and how long others wait meanwhile: a sheet's question asked every few milliseconds, beside it and alone. */
import { row } from './bench-row.mjs';
import { sleep } from './say.mjs';

/** Lines of the list that is tried. */
const TRIED = 10_000;

/** @param job the id of an ordinary one: whoever asks beside it asks for its sheet */
export async function benchHeavy(address, cookie, job) {
  const get = (url, more = {}) => fetch(`${address}/api${url}`, { headers: { cookie }, ...more });
  const whole = (r) => r.arrayBuffer();
  const others = async (until) => {
    const waits = [];
    let over = false;
    void until.finally(() => (over = true)).catch(() => undefined);
    while (!over) {
      const t = performance.now();
      await get(`/jobs/${job}`).then(whole);
      waits.push(performance.now() - t);
      await sleep(5);
    }
    waits.sort((a, b) => a - b);
    return { p50: waits[Math.floor(waits.length / 2)], p99: waits[Math.floor(waits.length * 0.99)] };
  };
  await others(sleep(1000));
  const alone = await others(sleep(4000));
  row('nothing, for comparison', `p50 ${alone.p50.toFixed(1)} ms`, `p99 ${alone.p99.toFixed(1)} ms`);
  const csv = (await (await get('/parts/catalogue?as=csv')).text()).split('\r\n');
  const list = csv.slice(0, TRIED).join('\r\n');
  const sent = { method: 'POST', body: list, headers: { cookie, 'content-type': 'application/octet-stream' } };
  const tried = async () => {
    const { id } = await (await get('/lists/parts?name=list.csv', sent)).json();
    return await get(`/lists/imports/${id}`);
  };
  for (const [name, ask] of [
    [`${csv.length - 2} parts exported as CSV`, () => get('/parts/catalogue?as=csv')],
    ['the same as JSON', () => get('/parts/catalogue?as=json')],
    [`a list of ${Math.min(TRIED, csv.length) - 1} tried`, tried],
  ]) {
    const began = performance.now();
    const work = ask().then(whole);
    const w = await others(work);
    const { byteLength } = await work;
    row(
      name,
      `${((performance.now() - began) / 1000).toFixed(1)} s, ${(byteLength / 1e6).toFixed(1)} MB`,
      `others p50 ${w.p50.toFixed(1)} ms p99 ${w.p99.toFixed(1)} ms, ${(w.p99 / alone.p99).toFixed(1)} times`,
    );
  }
}
