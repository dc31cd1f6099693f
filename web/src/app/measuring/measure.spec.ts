import { TestBed } from '@angular/core/testing';
import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { analyseLoop, loopFromRows, simulatedLoop } from '@ash-knot/core';
import { DIAL } from '@ash-knot/core/test';
import { rowsOf } from '@ash-knot/contract';
import type { LoopWork } from '../workers/loop-work';
import { bench, FakeEventSource, SESSION, SHOP, stored, tid, until } from '../../test';
import { LineChart } from '../kit/line-chart';
import { LOOP_WORKER } from '../workers/looper';
import { GaugeInbox } from '../instruments/gauge-inbox';
import { FrameFitCard } from './frame-fit';
import { MeasureLoop } from './measure-loop';
import { MeasurePlay } from './measure-play';

const inputs = { joint: 'front.left.frame-bushing', phase: 'before' };
const says = (said: object) => FakeEventSource.last!.push('said', said);
const type = (text: string, target: EventTarget = document.body) => {
  for (const key of [...text, 'Enter'])
    target.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
};
const read = (playMm: number, joint = 'front.left.frame-bushing') =>
  stored('reading', {
    joint: joint as 'front.left.frame-bushing',
    phase: 'before',
    gauge: 'dial',
    first: 1,
    second: 1 + playMm,
    unit: 'mm',
    playMm,
  });
const chosen = (name: string, text: string) => ({ name, text: () => Promise.resolve(text) });
const give = async (b: Awaited<ReturnType<typeof bench>>, id: string, file: unknown) => {
  const box = b.el.querySelector<HTMLInputElement>(tid(id))!;
  Object.defineProperty(box, 'files', { value: [file], configurable: true });
  box.dispatchEvent(new Event('change'));
  await b.settle();
};

describe('a reading from any gauge', () => {
  test('one of the bay: first pushed, then pulled, and the pair is taken', async () => {
    const b = await bench(MeasurePlay, [], { inputs });
    says({ gauge: 'dial', text: '1.00' });
    await b.settle();
    expect(b.el.querySelector<HTMLInputElement>(tid('reading-first'))!.value).toBe('1.00');
    says({ gauge: 'dial', text: '1,44' });
    await b.settle();
    expect(b.written()).toEqual([['reading', expect.objectContaining({ gauge: 'dial', playMm: 0.44 })]]);
  });
  test('another gauge that speaks is the gauge from then on; one that measures no length is refused', async () => {
    const b = await bench(MeasurePlay, [], { inputs });
    says({ gauge: 'caliper', text: '1.00' });
    await b.settle();
    expect(b.el.querySelector('select')!.value).toBe('caliper');
    says({ gauge: 'wrench-1', text: '54' });
    await b.settle();
    expect(b.text(tid('reading-error'))).toMatch(/does not measure a length/);
  });
  test('one that types, wherever the focus is, and its digits switch no station', async () => {
    const b = await bench(MeasurePlay, [], { inputs });
    const elsewhere: string[] = [];
    const listen = (e: KeyboardEvent) => elsewhere.push(e.key);
    document.addEventListener('keydown', listen);
    type('-0,10 mm');
    await b.settle();
    type('+0.35');
    await b.settle();
    document.removeEventListener('keydown', listen);
    expect(b.written()[0]![1]).toMatchObject({ first: -0.1, second: 0.35, playMm: 0.45 });
    expect(elsewhere).toEqual([]);
  });
  test('inside a field the keys are the field’s', async () => {
    const b = await bench(MeasurePlay, [], { inputs });
    type('0.5', b.el.querySelector(tid('reading-first'))!);
    await b.settle();
    expect(b.written()).toEqual([]);
  });
  test('a serial line, in whatever pieces it comes, with what the register says stands before the number', async () => {
    const dial = { ...SHOP.gauges[1]!, line: { baud: 4800, before: '01A', after: '' } };
    const b = await bench(MeasurePlay, [], {
      inputs,
      api: (a) => a.answers.set('GET /session', () => ({ ...SESSION, shop: { ...SHOP, gauges: [dial] } })),
    });
    const bytes = (t: string) => new TextEncoder().encode(t);
    const pieces = [bytes('01A+0'), bytes('.10\r\n01A'), bytes('+0.52\r')];
    const port = {
      open: jest.fn(() => Promise.resolve()),
      close: () => Promise.resolve(),
      readable: {
        getReader: () => ({
          read: () => Promise.resolve(pieces.length ? { value: pieces.shift(), done: false } : { done: true }),
          releaseLock: () => undefined,
        }),
      },
    };
    Object.assign(navigator, { serial: { requestPort: () => Promise.resolve(port), addEventListener: () => undefined } });
    await TestBed.inject(GaugeInbox).connect(dial);
    await b.settle();
    expect(port.open).toHaveBeenCalledWith({ baudRate: 4800, dataBits: 8, parity: 'none', stopBits: 1 });
    expect(b.written()).toEqual([['reading', expect.objectContaining({ playMm: 0.42 })]]);
    delete (navigator as unknown as { serial?: unknown }).serial;
  });
  test('one that speaks when it is asked has a key for that, as long as its line is open', async () => {
    const dial = { ...SHOP.gauges[1]!, line: { baud: 9600, ask: 'R', before: '', after: '' } };
    const b = await bench(MeasurePlay, [], {
      inputs,
      api: (a) => a.answers.set('GET /session', () => ({ ...SESSION, shop: { ...SHOP, gauges: [dial] } })),
    });
    expect(b.el.querySelector(tid('ask-gauge'))).toBeNull();
    const written: string[] = [];
    let end: (r: { done: true }) => void = () => undefined;
    const port = {
      open: () => Promise.resolve(),
      close: () => Promise.resolve(),
      readable: { getReader: () => ({ read: () => new Promise((r) => (end = r)), releaseLock: () => undefined }) },
      writable: {
        getWriter: () => ({
          write: (x: Uint8Array) => Promise.resolve(written.push(new TextDecoder().decode(x))),
          releaseLock: () => undefined,
        }),
      },
    };
    Object.assign(navigator, { serial: { requestPort: () => Promise.resolve(port), addEventListener: () => undefined } });
    await TestBed.inject(GaugeInbox).connect(dial);
    await b.settle();
    await b.click(tid('ask-gauge'));
    expect(written).toEqual(['R\r']);
    end({ done: true });
    await b.settle();
    expect(b.el.querySelector(tid('ask-gauge'))).toBeNull();
    delete (navigator as unknown as { serial?: unknown }).serial;
  });
  test('a file: every row or none, mixed units named', async () => {
    const b = await bench(MeasurePlay, [], { inputs });
    await give(b, 'pairs-file', chosen('a.csv', 'pushed;pulled\n1,00;1,44\n1,00;1,46'));
    expect(b.written().map(([, x]) => (x as { playMm: number }).playMm)).toEqual([0.44, 0.46]);
    await give(b, 'pairs-file', chosen('b.csv', '1.0 mm,1.2 mm\n0.1 in,0.2 in'));
    expect(b.text(tid('reading-error'))).toMatch(/row 2 mixes units: in where the file began with mm.*Nothing was stored/);
    await give(b, 'pairs-file', chosen('c.json', '[{"pushed": 1, "pulled": 1.4}]'));
    expect(b.written()).toHaveLength(3);
    await give(b, 'pairs-file', chosen('d.json', '{'));
    expect(b.text(tid('reading-error'))).toMatch(/file is not JSON/);
  });
});

describe('what is told of a series', () => {
  test('a number is asked for only where it decides', async () => {
    expect((await bench(MeasurePlay, [], { inputs })).text(tid('decides'))).toBe('A number decides here: 0.50 mm (shop rule).');
    TestBed.resetTestingModule();
    const b = await bench(MeasurePlay, [], { inputs: { ...inputs, joint: 'front.left.link-lower' } });
    expect(b.text(tid('decides'))).toMatch(/The hand’s verdict is enough here/);
  });
  test('what stands out is pointed out and counts; struck it stays to be seen and does not', async () => {
    const b = await bench(MeasurePlay, [read(0.42), read(0.45), read(0.43), read(0.62)], { inputs });
    expect(b.text(tid('outlier'))).toMatch(/^0\.62 mm stands out/);
    const mean = b.text(tid('play-mean'));
    await b.click('.reading.out');
    expect(b.written()).toEqual([['strike', expect.objectContaining({ why: 'misread' })]]);
    expect(b.text('.reading.struck')).toBe('0.62');
    expect(b.text(tid('play-mean'))).not.toBe(mean);
    expect(b.el.querySelector(tid('outlier'))).toBeNull();
  });
  test('the zero before and after: what it moved enters the doubt', async () => {
    const b = await bench(MeasurePlay, [], { inputs });
    await b.click(tid('zero-start'));
    says({ gauge: 'dial', text: '0.00' });
    await b.settle();
    for (const t of ['1.00', '1.44', '1.00', '1.46']) {
      says({ gauge: 'dial', text: t });
      await b.settle();
    }
    const before = b.store.state()!.joints.get('front.left.frame-bushing')!.before!.doubt.uMm;
    // The zero is checked a moment after the last reading.
    const last = Date.now();
    await until(() => Date.now() > last);
    await b.click(tid('zero-end'));
    says({ gauge: 'dial', text: '0.05' });
    await b.settle();
    expect(b.written().map(([k]) => k)).toEqual(['zero', 'reading', 'reading', 'zero']);
    const after = b.store.state()!.joints.get('front.left.frame-bushing')!.before!;
    expect(after.driftMm).toBeCloseTo(0.05, 12);
    expect(after.doubt.uMm).toBeGreaterThan(before);
    expect(b.text()).toContain('zero moved 0.050 mm');
  });
  test('left against right, and against the visit before', async () => {
    const b = await bench(MeasurePlay, [read(0.44), read(0.46), read(0.2, 'front.right.frame-bushing')], {
      inputs,
      api: (a) => {
        const job = a.answers.get('GET /jobs/0193c000-0000-7000-8000-000000000001')!;
        a.answers.set('GET /jobs/0193c000-0000-7000-8000-000000000001', (x) => ({
          ...(job(x) as object),
          lastPlay: [{ joint: 'front.left.frame-bushing', gauge: 'dial', at: '2025-06-01', playMm: [0.3, 0.31] }],
        }));
      },
    });
    const said = [...b.el.querySelectorAll(tid('comparison'))].map((x) => x.textContent!.trim());
    expect(said[0]).toMatch(/^0\.25 mm more than the right, ± 0\.\d\d, beyond doubt\.$/);
    expect(said[1]).toMatch(/^0\.1\d mm more than on 1 Jun 2025, ± 0\.\d\d/);
  });
  test('a gauge whose calibration ran out is flagged, on every reading too', async () => {
    const b = await bench(MeasurePlay, [], {
      inputs,
      api: (a) =>
        a.answers.set('GET /session', () => ({
          ...SESSION,
          shop: { ...SHOP, gauges: [{ ...SHOP.gauges[1]!, calibratedUntil: '2020-01-31' }] },
        })),
    });
    expect(b.text(tid('expired'))).toContain('calibration ran out on 2020-01-31');
    says({ gauge: 'dial', text: '1.00' });
    says({ gauge: 'dial', text: '1.44' });
    await b.settle();
    expect(b.written()[0]![1]).toMatchObject({ calibration: 'calibration ran out on 2020-01-31' });
    expect(b.el.querySelector('.reading')!.getAttribute('aria-label')).toContain('calibration ran out');
  });
  test('done: the result goes on the tape with its readings and method, once', async () => {
    const first = read(0.3);
    const b = await bench(MeasurePlay, [first], { inputs });
    await b.click(tid('measure-done'));
    await b.click(tid('measure-done'));
    expect(b.written()).toEqual([
      [
        'result',
        expect.objectContaining({
          what: 'play',
          method: 'play 2',
          gauge: 'dial',
          given: expect.objectContaining({ readings: [first.id] }),
          found: expect.objectContaining({ verdict: 'within', limitMm: 0.5 }),
        }),
      ],
    ]);
  });
});

@Component({ selector: 'ak-line-chart', template: '', changeDetection: ChangeDetectionStrategy.OnPush })
class ChartStub {
  readonly label = input('');
  readonly series = input<unknown[]>([]);
  readonly xTitle = input('');
  readonly yTitle = input('');
  readonly fromZero = input(true);
}
/** The worker's own work, without a thread. */
const worker: LoopWork = {
  async ask(_id, q, answer) {
    const { x, f } = loopFromRows(rowsOf(q.name, q.text));
    answer({ result: analyseLoop(x, f, q.options), drawn: [{ x: 0, y: 0 }], span: [0, 1], csv: q.text });
  },
  callOff: () => undefined,
};
const csvOf = (play: number) => {
  const { x, f } = simulatedLoop(
    { a: -play / 2, b: play / 2, minus: 1500, plus: 2000, middle: 0, friction: 15, contact: 6000 },
    { points: 600 },
  );
  return ['displacement [mm],force [N]', ...[...x].map((v, i) => `${v},${f[i]}`)].join('\n');
};
const FORCE = {
  ...DIAL,
  id: 'force-1',
  name: 'Force',
  kind: 'force gauge' as const,
  unit: 'N' as const,
  resolution: 1,
  rangeMax: 2500,
};

describe('with force', () => {
  const open = () => {
    TestBed.overrideComponent(MeasureLoop, { remove: { imports: [LineChart] }, add: { imports: [ChartStub] } });
    return bench(MeasureLoop, [], {
      inputs,
      providers: [{ provide: LOOP_WORKER, useValue: () => worker }],
      api: (a) => {
        a.answers.set('GET /session', () => ({ ...SESSION, shop: { ...SHOP, gauges: [...SHOP.gauges, FORCE] } }));
        a.answers.set('GET /attachments/l1', () => csvOf(0.6));
      },
    });
  };
  test('a loop a gauge sent is worked out and kept by its file', async () => {
    const b = await open();
    says({ gauge: 'force-1', text: '', loop: 'l1' });
    await b.settle();
    await b.settle();
    expect(b.text(tid('loop-says'))).toMatch(/^Loose: 0\.60 mm of play/);
    await b.click(tid('loop-keep'));
    expect(b.written()).toEqual([
      [
        'loop',
        expect.objectContaining({
          file: 'l1',
          gauge: 'force-1',
          result: expect.objectContaining({ kind: 'loose', method: 'loop 1' }),
        }),
      ],
    ]);
    expect(b.store.state()!.joints.get('front.left.frame-bushing')!.state).toBe('loose');
  });
  test('a file that never reverses, or has too few points, is named and nothing is stored', async () => {
    const b = await open();
    await give(b, 'loop-file', chosen('a.csv', Array.from({ length: 60 }, (_, i) => `${i / 30},${i}`).join('\n')));
    await b.settle();
    expect(b.text(tid('loop-error'))).toMatch(/loop never reverses.*Nothing was stored/);
    await give(b, 'loop-file', chosen('b.csv', '0,1\n1,2'));
    await b.settle();
    expect(b.text(tid('loop-error'))).toMatch(/number of points of the loop must be between 40/);
    expect(b.written()).toEqual([]);
  });
});

describe('the bar and its bushing', () => {
  test('what the caliper says fills the field that was touched; the fit is told and kept', async () => {
    const b = await bench(FrameFitCard, [], { inputs: { joint: inputs.joint } });
    b.el.querySelector(tid('fit-clean'))!.dispatchEvent(new Event('focusin', { bubbles: true }));
    for (const text of ['22.00', '22.05']) {
      says({ gauge: 'caliper', text });
      await b.settle();
    }
    expect(b.el.querySelector<HTMLInputElement>(tid('fit-clean'))!.value).toBe('22 22.05');
    await b.type(tid('fit-seat'), '21.9 21.85');
    await b.type(tid('fit-oldBore'), '22,6');
    await b.type(tid('fit-hardness'), '50 60');
    expect(b.text(tid('fit-says'))).toMatch(/stands off the bar by 0\.75 mm: it knocks/);
    expect(b.text(tid('fit-says'))).toMatch(/From 50 to 60 Shore A: 1\.47 times as stiff/);
    await b.click(tid('fit-keep'));
    expect(b.written()[0]).toEqual([
      'result',
      expect.objectContaining({ what: 'frame fit', method: 'bushing fit 1', joint: inputs.joint, gauge: 'caliper' }),
    ]);
    // A bushing that stands off its bar is evidence like play.
    expect(b.store.state()!.joints.get('front.left.frame-bushing')!.clearance!.meanMm).toBeCloseTo(0.75, 9);
    expect(b.store.state()!.joints.get('front.left.frame-bushing')).toMatchObject({
      state: 'loose',
      why: 'It stands off the bar by 0.75 mm.',
    });
  });
  test('what cannot be is named in the field’s own words', async () => {
    const b = await bench(FrameFitCard, [], { inputs: { joint: inputs.joint } });
    await b.type(tid('fit-clean'), '22');
    await b.type(tid('fit-seat'), 'x');
    expect(b.text(tid('fit-error'))).toMatch(/bar, at the seat must be a number/);
    await b.type(tid('fit-seat'), '24');
    expect(b.text(tid('fit-error'))).toMatch(/seat must not be larger than the clean bar/);
  });
});
