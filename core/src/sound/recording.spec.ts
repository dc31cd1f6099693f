import fc from 'fast-check';
import { chanceFrom } from '../numeric';
import {
  centroidOf,
  compareDrives,
  decayOf,
  heardIn,
  ImpactFinder,
  noise,
  RecordingReader,
  ringChance,
  ringOf,
  sayDrives,
  sayHeard,
  simulatedDrive,
  spectrumOf,
  stretches,
  WavReader,
  writeWav,
  type FoundImpacts,
} from '.';

const HZ = 48_000;

describe('the transform', () => {
  test('is the direct one, and comes back', () => {
    const n = 64;
    const x = Float64Array.from(noise(5, n));
    const s = spectrumOf(n).transform(x);
    for (let k = 0; k < n; k++) {
      let [re, im] = [0, 0];
      for (let i = 0; i < n; i++) {
        re += x[i]! * Math.cos((2 * Math.PI * k * i) / n);
        im -= x[i]! * Math.sin((2 * Math.PI * k * i) / n);
      }
      expect(s[2 * k]!).toBeCloseTo(re, 9);
      expect(s[2 * k + 1]!).toBeCloseTo(im, 9);
    }
    const back = spectrumOf(n).inverse([...s]);
    for (let i = 0; i < n; i++) expect(back[i]!).toBeCloseTo(x[i]!, 9);
  });
});

/** A blow as it is known: a damped sine from its onset on. */
const blow = (t: number, hz: number, decay20S: number): number =>
  t < 0 ? 0 : Math.exp((-Math.LN10 * t) / decay20S) * Math.sin(2 * Math.PI * hz * t);

describe('decay and centroid', () => {
  test.each([0.02, 0.05, 0.12, 0.25])('an exponential that falls by 20 dB in %f s is told so', (d) => {
    const c = chanceFrom(3);
    const x = Float32Array.from({ length: HZ * 0.4 }, (_, i) => Math.exp((-Math.LN10 * i) / HZ / d) * c.bell());
    expect(Math.abs(decayOf(x, HZ) / d - 1)).toBeLessThan(0.12);
    const tone = Float32Array.from({ length: HZ * 0.4 }, (_, i) => blow(i / HZ, 700, d));
    expect(Math.abs(decayOf(tone, HZ) / d - 1)).toBeLessThan(0.03);
  });
  test('in noise 20 dB below its top, still within a fifth', () => {
    for (const d of [0.03, 0.08]) {
      const c = chanceFrom(8);
      const power = 0.005;
      const x = Float32Array.from({ length: HZ * 0.4 }, (_, i) => blow(i / HZ, 500, d) + Math.sqrt(power) * c.bell());
      expect(Math.abs(decayOf(x, HZ, power) / d - 1)).toBeLessThan(0.2);
    }
  });
  test.each([120, 800, 3000])('a short tone at %i Hz has its energy there', (hz) => {
    const x = Float32Array.from({ length: HZ * 0.4 }, (_, i) => blow(i / HZ, hz, 0.08));
    expect(Math.abs(centroidOf(x, HZ) / hz - 1)).toBeLessThan(0.12);
  });
});

interface Known {
  readonly atS: number;
  readonly hz: number;
  readonly decayS: number;
  /** Of each channel: how much later, s, and how loud. */
  readonly later: readonly number[];
  readonly loud: readonly number[];
}
/** A recording of which everything is known: blows in noise so many dB below them. */
function recorded(blows: readonly Known[], seconds: number, snrDb: number, channels = 2, seed = 1): Float32Array[] {
  const level = 10 ** (-snrDb / 20) * 0.5 * Math.SQRT1_2;
  return Array.from({ length: channels }, (_, ch) => {
    const c = chanceFrom(seed + ch);
    const x = Float32Array.from({ length: Math.round(seconds * HZ) }, () => level * c.bell());
    for (const b of blows) {
      const from = Math.floor((b.atS + b.later[ch]!) * HZ);
      for (let i = from; i < Math.min(x.length, from + HZ * 0.5); i++) {
        const t = i / HZ - b.atS - b.later[ch]!;
        // A few tones, as anything that is struck has; all begin at once.
        x[i]! +=
          0.5 *
          b.loud[ch]! *
          (0.6 * blow(t, b.hz, b.decayS) + 0.3 * blow(t, b.hz * 1.73, b.decayS) + 0.2 * blow(t, b.hz * 2.9, b.decayS));
      }
    }
    return x;
  });
}
function find(x: readonly Float32Array[], block = 4096): FoundImpacts {
  const f = new ImpactFinder(HZ, x.length);
  for (let i = 0; i < x[0]!.length; i += block) f.push(x.map((c) => c.subarray(i, i + block)));
  return f.end();
}

describe('impacts', () => {
  const c = chanceFrom(21);
  const blows: Known[] = Array.from({ length: 24 }, (_, i) => ({
    atS: 0.6 + i * 0.5 + c.between(0, 0.1),
    hz: i % 2 ? c.between(900, 1600) : c.between(140, 260),
    decayS: i % 2 ? c.between(0.06, 0.12) : c.between(0.03, 0.05),
    later: i % 3 ? [0, c.between(0.0005, 0.004)] : [c.between(0.0005, 0.004), 0],
    loud: i % 3 ? [1, 0.5] : [0.5, 1],
  }));
  const found = find(recorded(blows, 13, 20));

  test('at 20 dB over the noise all are found, and nothing else; onsets within 2 ms', () => {
    expect(found.impacts.length).toBe(blows.length);
    found.impacts.forEach((x, i) => {
      const b = blows[i]!;
      const first = b.atS + Math.min(...b.later);
      const loudest = b.atS + b.later[b.loud.indexOf(1)]!;
      expect(Math.min(Math.abs(x.atS - first), Math.abs(x.atS - loudest))).toBeLessThan(0.002);
    });
  });
  test('a blow 15 ms after another belongs to it; 60 ms after it is one of its own', () => {
    const two = (gapS: number) => [0.6, 0.6 + gapS].map((atS) => ({ atS, hz: 1200, decayS: 0.02, later: [0, 0], loud: [1, 1] }));
    expect(find(recorded(two(0.015), 1.5, 30)).impacts).toHaveLength(1);
    expect(find(recorded(two(0.06), 1.5, 30)).impacts).toHaveLength(2);
  });
  test('which channel hears it first, and by how much, within a tenth of a millisecond', () => {
    const off = found.impacts.map((x, i) => {
      const b = blows[i]!;
      return Math.abs(x.channels[1]!.laterMs - x.channels[0]!.laterMs - (b.later[1]! - b.later[0]!) * 1000);
    });
    expect(Math.max(...off)).toBeLessThan(0.1);
  });
  test('decays and centroids tell thud from ring', () => {
    found.impacts.forEach((x, i) => {
      const b = blows[i]!;
      expect(Math.abs(x.decayS / b.decayS - 1)).toBeLessThan(0.35);
      if (i % 2) expect(x.centroidHz).toBeGreaterThan(800);
      else expect(x.centroidHz).toBeLessThan(700);
    });
  });
  test('the same whatever pieces it comes in', () => {
    const x = recorded(blows.slice(0, 4), 3, 20);
    expect(find(x, 777).impacts).toEqual(find(x, 48_000).impacts);
  });
  test('noise alone has none; rising noise has none', () => {
    expect(find(recorded([], 6, 20)).impacts).toEqual([]);
    const r = chanceFrom(4);
    const rising = Float32Array.from({ length: 6 * HZ }, (_, i) => 0.02 * (1 + (3 * i) / (6 * HZ)) * r.bell());
    expect(find([rising]).impacts).toEqual([]);
  });
  test('silence, a scrap and clipping are said', () => {
    expect(() => find([new Float32Array(HZ)])).toThrow('The recording is silent: nothing was heard on any channel.');
    expect(() => find([noise(1, 1000)])).toThrow('shorter than half a second');
    const loud = recorded(blows.slice(0, 2), 2, 30, 1).map((x) => x.map((v) => Math.max(-1, Math.min(1, v * 6))));
    const f = find(loud);
    expect(f.clipped).toBeGreaterThan(0);
    expect(f.impacts.every((i) => i.clipped)).toBe(true);
  });
});

describe('WAV files', () => {
  const read = (bytes: Uint8Array, piece = 1000) => {
    const r = new WavReader();
    const parts: Float32Array[][] = [];
    for (let i = 0; i < bytes.length; i += piece) {
      const b = r.push(bytes.subarray(i, i + piece));
      b.forEach((x, c) => (parts[c] ??= []).push(x));
    }
    const notes = r.end();
    return { format: r.format!, notes, frames: r.frames, x: parts.map((p) => p.flatMap((b) => [...b])) };
  };
  /** A file as the standard has it, of any kind of samples. */
  function file(o: {
    bits: number;
    code?: number;
    channels?: number;
    hz?: number;
    data: number[];
    said?: number;
    before?: Uint8Array;
  }) {
    const channels = o.channels ?? 1;
    const size = o.bits / 8;
    const before = o.before ?? new Uint8Array(0);
    const out = new Uint8Array(44 + before.length + o.data.length * size);
    const v = new DataView(out.buffer);
    const text = (at: number, s: string) => [...s].forEach((ch, i) => v.setUint8(at + i, ch.charCodeAt(0)));
    text(0, 'RIFF');
    v.setUint32(4, out.length - 8, true);
    text(8, 'WAVE');
    out.set(before, 12);
    let at = 12 + before.length;
    text(at, 'fmt ');
    v.setUint32(at + 4, 16, true);
    v.setUint16(at + 8, o.code ?? 1, true);
    v.setUint16(at + 10, channels, true);
    v.setUint32(at + 12, o.hz ?? HZ, true);
    v.setUint32(at + 16, (o.hz ?? HZ) * channels * size, true);
    v.setUint16(at + 20, channels * size, true);
    v.setUint16(at + 22, o.bits, true);
    text(at + 24, 'data');
    v.setUint32(at + 28, o.said ?? o.data.length * size, true);
    at += 32;
    o.data.forEach((x, i) => {
      const p = at + i * size;
      if (o.code === 3) {
        if (o.bits === 32) v.setFloat32(p, x, true);
        else v.setFloat64(p, x, true);
      } else if (o.bits === 8) v.setUint8(p, Math.round(x * 127) + 128);
      else if (o.bits === 16) v.setInt16(p, Math.round(x * 32_767), true);
      else if (o.bits === 24) {
        const n = Math.round(x * 8_388_607);
        v.setUint16(p, n & 0xffff, true);
        v.setInt8(p + 2, n >> 16);
      } else v.setInt32(p, Math.round(x * 2_147_483_647), true);
    });
    return out;
  }
  const wave = Array.from({ length: 300 }, (_, i) => Math.sin(i / 7) * 0.8);
  test.each([
    [8, 1, 0.01],
    [16, 1, 1e-4],
    [24, 1, 1e-6],
    [32, 1, 1e-7],
    [32, 3, 1e-7],
    [64, 3, 1e-7],
  ])('%i bits, code %i: every sample, whatever pieces it comes in', (bits, code, within) => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 200 }), (piece) => {
        const { x, frames, notes } = read(file({ bits, code, data: wave }), piece);
        expect([frames, notes]).toEqual([300, []]);
        x[0]!.forEach((v, i) => expect(Math.abs(v - wave[i]!)).toBeLessThan(within));
      }),
      { numRuns: 12 },
    );
  });
  test('what this program writes, it reads: four channels side by side', () => {
    const all = [1, 2, 3, 4].map((s) => noise(s, 500).map((v) => Math.max(-1, Math.min(1, v / 4))));
    const { x, format } = read(writeWav(all, 48_000));
    expect(format).toEqual({ channels: 4, hz: 48_000, bits: 16, float: false });
    all.forEach((c, i) => c.forEach((v, k) => expect(Math.abs(x[i]![k]! - v)).toBeLessThan(1e-4)));
  });
  test('chunks before the samples are passed over', () => {
    const list = new Uint8Array(8 + 7 + 1);
    list.set([...'LIST'].map((ch) => ch.charCodeAt(0)));
    list[4] = 7;
    expect(read(file({ bits: 16, data: wave, before: list }), 13).frames).toBe(300);
  });
  test('a header that lies about its length: what is there is read, and it is said', () => {
    const long = read(file({ bits: 16, data: wave, said: 48_000 * 2 * 60 }));
    expect([long.frames, long.notes[0]]).toEqual([300, expect.stringContaining('Its header says 60.0 s, it holds 0.0 s')]);
    const open = read(file({ bits: 16, data: wave, said: 0xffffffff }));
    expect([open.frames, open.notes]).toEqual([300, []]);
    const many = Array.from({ length: 60_000 }, () => 0.1);
    const short = read(file({ bits: 16, data: many, said: 480 * 2 }), 50_000);
    expect([short.frames, short.notes[0]]).toEqual([480, expect.stringContaining('more follows than that')]);
  });
  test.each([
    ['no WAV at all', () => new TextEncoder().encode('<html>this is a page, and no sound</html>'), 'is no WAV file'],
    ['nothing', () => new Uint8Array(0), 'is no WAV file'],
    ['packed samples', () => file({ bits: 16, code: 85, data: wave }), 'is packed (code 85)'],
    ['twelve bits', () => file({ bits: 12, data: [] }), 'has 12 bits a sample'],
    ['five channels', () => file({ bits: 16, channels: 5, data: wave }), 'has 5 channels; one to four can be read'],
    ['a slow one', () => file({ bits: 16, hz: 4000, data: wave }), 'has 4000 samples a second'],
    ['no samples', () => file({ bits: 16, data: [] }), 'has no samples'],
    ['a sample that is none', () => file({ bits: 32, code: 3, data: [0, Number.NaN] }), 'holds a sample that is no number'],
  ])('%s is refused in words', (_, make, words) => {
    expect(() => read(make())).toThrow(words);
  });
});

describe('what a recording tells', () => {
  const c = chanceFrom(5);
  const blows = (n: number, ring: boolean, loud = 1, every = 0.5): Known[] =>
    Array.from({ length: n }, (_, i) => ({
      atS: 0.5 + i * every,
      hz: ring ? c.between(1100, 1700) : c.between(130, 220),
      decayS: ring ? c.between(0.07, 0.12) : c.between(0.03, 0.05),
      later: [0, 0.0015],
      loud: [loud, 0.6 * loud],
    }));
  test('thuds are thuds, rings are rings, and the microphone that leads is named with its place', () => {
    const thuds = heardIn(find(recorded(blows(12, false), 7, 26)));
    expect(thuds.kinds.thud).toBeGreaterThanOrEqual(10);
    expect(thuds.kinds.ring).toBe(0);
    const rings = heardIn(find(recorded(blows(12, true), 7, 26)));
    expect(rings.kinds.ring).toBeGreaterThanOrEqual(10);
    expect(rings.first).toEqual([12, 0]);
    expect(rings.leadMs).toBeCloseTo(1.5, 1);
    const said = sayHeard(rings, ['left front', 'right front']);
    expect(said[0]).toMatch(/^12 impacts in 7 s: 1\d rings/);
    expect(said[1]).toBe('12 of 12 are heard first at microphone 1, left front, by some 1.5 ms.');
    expect(sayHeard(rings, ['not said', 'not said'])[1]).toContain('at microphone 1, by some');
    expect(sayHeard({ ...rings, impacts: 0 }, [])).toEqual(['Nothing strikes in 7 s.']);
    const one = heardIn(find(recorded(blows(4, true), 3, 26, 1)));
    expect([one.first, one.leadMs]).toEqual([[0], null]);
  });
  test('before and after: how often by counts, how loud by ranks, and only what can be told', () => {
    const drive = (n: number, level: number, seconds = 60, km?: number) => ({
      seconds,
      impacts: n,
      km,
      levelsDb: Array.from({ length: n }, () => level + c.between(-2, 2)),
    });
    expect(sayDrives(compareDrives(drive(60, -15), drive(6, -27)))).toEqual([
      'Fewer impacts: 60 ± 8 a minute before, 6.0 ± 2.4 after. By luck alone that is less than once in a million.',
      expect.stringMatching(/^What still strikes is 1[12] dB quieter/),
    ]);
    expect(sayDrives(compareDrives(drive(30, -15), drive(30, -15)))).toEqual([
      expect.stringContaining('cannot be told apart: 30 ± 5.5 a minute before, 30 ± 5.5 after.'),
      'What strikes is as loud as before, as far as can be told.',
    ]);
    // Half a minute is enough for what is plain.
    expect(sayDrives(compareDrives(drive(24, -15, 30), drive(2, -15, 30)))[0]).toMatch(/^Fewer impacts: 48 ± 10 a minute before/);
    const short = compareDrives(drive(3, -15, 20), drive(0, -15, 10));
    expect(short.loud).toBeNull();
    expect(sayDrives(short)[0]).toMatch(/Too short: only \d\d s without a blow would tell that it is gone\.$/);
    expect(sayDrives(compareDrives(drive(0, 0), drive(4, -15)))[0]).toContain('there is nothing to be gone');
    expect(sayDrives(compareDrives(drive(0, 0), drive(0, 0)))).toEqual(['Nothing strikes in either drive.']);
    expect(stretches([1, 9, 11, 25, 99], 30)).toEqual([2, 1, 1]);
  });
  test('where both ways were said they count, not the minutes: a faster drive is no louder one', () => {
    const drive = (impacts: number, km: number, seconds: number) => ({ impacts, km, seconds, levelsDb: [] });
    // A hundred blows on two kilometres: fifty each, give or take five (Poisson: the root of what was counted).
    const fewer = compareDrives(drive(100, 2, 240), drive(4, 2, 120));
    expect(fewer.often.by).toBe('km');
    expect(sayDrives(fewer)[0]).toMatch(/^Fewer impacts: 50 ± 5\.0 a kilometre before, 2\.0 ± 1\.0 after\./);
    expect(sayDrives(compareDrives(drive(100, 1.609344, 240), drive(4, 1.609344, 120)), 'mi')[0]).toContain('100 ± 10 a mile');
    // Twice as fast over the same road: as many blows.
    expect(compareDrives(drive(40, 2, 240), drive(40, 2, 120)).often.p).toBeGreaterThan(0.9);
    expect(sayDrives(compareDrives(drive(2, 1, 60), drive(0, 0.2, 60)))[0]).toMatch(/only \d\.\d km without a blow/);
  });
  test('a ring is told from a thud by pitch and by how long it lasts', () => {
    expect(ringOf(ringChance({ centroidHz: 180, decayS: 0.04 }))).toBe('thud');
    expect(ringOf(ringChance({ centroidHz: 1500, decayS: 0.1 }))).toBe('ring');
    expect(ringOf(ringChance({ centroidHz: 500, decayS: 0.05 }))).toBe('either');
    expect(ringChance({ centroidHz: 500, decayS: 0.05 })).toBeCloseTo(0.5, 9);
  });
});

describe('a whole recording', () => {
  const c = chanceFrom(9);
  const blows: Known[] = Array.from({ length: 8 }, (_, i) => ({
    atS: 0.6 + i * 0.5,
    hz: c.between(900, 1500),
    decayS: 0.08,
    later: [0, 0.002],
    loud: [1, 0.5],
  }));
  const through = (bytes: Uint8Array, piece = 4096) => {
    const r = new RecordingReader();
    for (let i = 0; i < bytes.length; i += piece) r.push(bytes.subarray(i, i + piece));
    return r.end();
  };
  const good = recorded(blows, 5, 26);
  test('from the file to what was heard; the moments that are kept are the recording’s own', () => {
    const r = through(writeWav(good, HZ));
    expect([r.recorded.impacts, r.marks.length, r.impacts.length, r.notes]).toEqual([8, 8, 8, []]);
    const k = r.impacts[3]!;
    expect(Math.abs(k.atS - blows[3]!.atS)).toBeLessThan(0.001);
    // Its onset stands 30 ms into its moment.
    const from = Math.round(k.atS * HZ) - Math.round(0.03 * HZ);
    const at = Math.round(k.clipAtS * HZ);
    for (let i = 0; i < 10_000; i += 101) expect(Math.abs(r.sound[0]![at + i]! - good[0]![from + i]!)).toBeLessThan(2e-3);
    expect(r.levels.length).toBeGreaterThan(95);
  });
  test('only the loudest are kept where there are many', () => {
    const f = new ImpactFinder(HZ, 2, 3);
    f.push(good.map((x, ch) => x.map((v, i) => v * (ch === 0 && i > 2 * HZ && i < 3.4 * HZ ? 1.6 : 1))));
    const found = f.end();
    const loudest = found.impacts
      .map((x, i) => [x.levelDb, i] as const)
      .sort((a, b) => b[0] - a[0])
      .slice(0, 3)
      .map((x) => x[1]);
    expect(found.excerpts.map((e) => e.of)).toEqual(loudest.sort((a, b) => a - b));
  });
  test('too loud, silent, no WAV: said, and nothing comes of it', () => {
    const loud = good.map((x) => x.map((v) => Math.max(-1, Math.min(1, v * 8))));
    expect(() => through(writeWav(loud, HZ))).toThrow(/is cut off at its loudest \(\d of 8 impacts\): turn the microphones down/);
    expect(() => through(writeWav([new Float32Array(HZ)], HZ))).toThrow('is silent');
    expect(() => through(new TextEncoder().encode('no sound at all, only words'))).toThrow('is no WAV file');
    expect(() => through(new Uint8Array(0))).toThrow('is no WAV file');
  });
});

describe('the stand-in’s microphones', () => {
  const through = (seed: number, o: Parameters<typeof simulatedDrive>[1]) => {
    const d = simulatedDrive(seed, o);
    const r = new RecordingReader();
    r.push(writeWav(d.channels, d.hz));
    return { d, r: r.end() };
  };
  test('the side that was hidden is the side that is heard first, metal rings and rubber thuds', () => {
    for (const [seed, side, rings] of [
      [3, 'left', true],
      [8, 'right', false],
    ] as const) {
      const { d, r } = through(seed, { seconds: 12, side, lashMm: 1.2, rings });
      expect(r.recorded.impacts).toBeGreaterThan(8);
      const near = side === 'left' ? 0 : 1;
      expect(r.recorded.first[near]!).toBeGreaterThan(0.85 * (r.recorded.first[0]! + r.recorded.first[1]!));
      expect(r.recorded.kinds[rings ? 'ring' : 'thud']).toBeGreaterThan(0.6 * r.recorded.impacts);
      expect(d.places).toEqual(['left front', 'right front']);
    }
  });
  test('no play, no impacts: only the road; softer after the work is told by ranks', () => {
    expect(through(5, { seconds: 10, side: 'left', lashMm: 0, rings: true }).r.recorded.impacts).toBe(0);
    const [before, after] = [1, 0.2].map(
      (loud) => through(5, { seconds: 20, side: 'left', lashMm: 1, rings: true, loud }).r.recorded,
    );
    expect(sayDrives(compareDrives(before!, after!)).join(' ')).toContain('quieter');
  });
});
