import { bench, goodsIn, JOB_ID, LINK, stored, tid } from '../../test';
import { JobCard } from './job-card';

test('the job card: every step with its box, sizes and number, what came off, and who is at it', async () => {
  const c = stored('choose', { joints: ['front.left.link-lower', 'front.right.link-lower'], part: LINK, quantity: 2 });
  const b = await bench(
    JobCard,
    [
      c,
      stored('answer', { answer: 'approved', what: 'links', parts: [c.id], who: 'owner', how: 'by phone', warning: '' }),
      ...goodsIn(c),
      stored('crew', { people: [{ id: 'ruan', name: 'Ruan Teague' }] }),
      stored('step', { step: 'chock', state: 'done' }),
      stored('piece', { piece: 'front.left.link.nuts', joint: 'front.left.link-lower', fate: 'renewed' }),
    ],
    { inputs: { id: JOB_ID }, kind: 'age replacement' },
  );
  const card = b.text(tid('job-card'));
  expect(card).toContain('Ruan Teague');
  expect(card).toMatch(/Both links: \d+ min of hands/);
  expect(card).toMatch(/Link, lower nut, left.*48 N·m/);
  expect(card).toContain('1 · 3 · 5 · 2 · 4, at 30, 70, 100 %, the first again');
  expect(card).toContain('Check the pads again');
  const full = [...b.el.querySelectorAll('.tick.full')];
  // The chocks, and the nuts that were renewed.
  expect(full).toHaveLength(2);
  expect(b.el.querySelectorAll('tbody tr').length).toBeGreaterThan(20);
});
