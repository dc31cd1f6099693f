import { BadInput } from '../error';

/** What a WAV file says of its samples. */
export interface WavFormat {
  readonly channels: number;
  readonly hz: number;
  readonly bits: 8 | 16 | 24 | 32 | 64;
  readonly float: boolean;
}
/** Samples of each channel, −1 to 1, all as long. */
export type Block = readonly Float32Array[];

export const MOST_CHANNELS = 4;
export const MOST_RECORDED_S = 20 * 60;
/** Samples a second a recording may have. */
export const RECORDED_HZ = [8000, 96_000] as const;

const PCM = 1;
const FLOAT = 3;
const EXTENSIBLE = 0xfffe;
/** A size that was never filled in, as streams write it. */
const OPEN = 0xffffffff;

/**
 * A WAV file read as it comes, never all of it at once (RIFF: Microsoft & IBM, Multimedia Programming Interface 1.0, 1991;
 * WAVE_FORMAT_EXTENSIBLE: Microsoft, Multiple Channel Audio Data and WAVE Files, 2007). Samples of 8, 16, 24 and 32 bits,
 * and of 32 and 64 in floating point. What its header says of its length is believed only as far as there are samples.
 * @throws BadInput from `push` and `end`, in words
 */
export class WavReader {
  format: WavFormat | undefined;
  /** Samples of one channel so far. */
  frames = 0;
  private held = new Uint8Array(0);
  private state: 'riff' | 'chunks' | 'data' | 'after' = 'riff';
  private left = 0;
  private skip = 0;
  private said: number | undefined;
  /** Bytes after the samples. */
  private beyond = 0;

  /** @returns the samples that are whole by now; none while the header is read */
  push(bytes: Uint8Array): Block {
    let b = bytes;
    if (this.held.length) {
      b = new Uint8Array(this.held.length + bytes.length);
      b.set(this.held);
      b.set(bytes, this.held.length);
    }
    let at = 0;
    const keep = (): Block => {
      this.held = b.slice(at);
      return [];
    };
    const v = new DataView(b.buffer, b.byteOffset, b.byteLength);
    const name = (from: number): string => String.fromCharCode(b[from]!, b[from + 1]!, b[from + 2]!, b[from + 3]!);
    if (this.state === 'riff') {
      if (b.length < 12) return keep();
      if (!['RIFF', 'RF64'].includes(name(0)) || name(8) !== 'WAVE') throw new BadInput('recording', 'is no WAV file');
      at = 12;
      this.state = 'chunks';
    }
    while (this.state === 'chunks') {
      const over = Math.min(this.skip, b.length - at);
      at += over;
      this.skip -= over;
      if (this.skip > 0 || b.length - at < 8) return keep();
      const [id, size] = [name(at), v.getUint32(at + 4, true)];
      if (id === 'data') {
        if (!this.format) throw new BadInput('recording', 'has samples before it says what they are');
        at += 8;
        const open = size === OPEN || size === 0;
        this.left = open ? Infinity : size;
        this.said = open ? undefined : size;
        this.state = 'data';
        break;
      }
      if (id === 'fmt ') {
        if (size < 16 || size > 1000) throw new BadInput('recording', 'has a header that is none');
        if (b.length - at < 8 + size) return keep();
        this.format = readFormat(v, at + 8, size);
      }
      // Chunks begin at even places.
      this.skip = 8 + size + (size % 2);
    }
    if (this.state === 'after' || !this.format) {
      // What follows the samples (a list of names, a picture) is not for us.
      this.beyond += b.length;
      this.held = new Uint8Array(0);
      return [];
    }
    const frame = (this.format.channels * this.format.bits) / 8;
    const n = Math.floor(Math.min(b.length - at, this.left) / frame);
    const block = decode(v, at, n, this.format);
    at += n * frame;
    this.left -= n * frame;
    this.frames += n;
    if (this.frames > MOST_RECORDED_S * this.format.hz) throw new BadInput('recording', 'is longer than 20 minutes');
    if (this.left < frame) this.state = 'after';
    if (this.state === 'after') this.beyond += b.length - at;
    this.held = this.state === 'after' ? new Uint8Array(0) : b.slice(at);
    return block;
  }

  /** Nothing more comes. @returns what is odd about it, in sentences; nothing where all is in order */
  end(): string[] {
    if (this.state === 'riff') throw new BadInput('recording', 'is no WAV file');
    if (!this.format || this.state === 'chunks') throw new BadInput('recording', 'has no samples');
    if (this.frames === 0) throw new BadInput('recording', 'has no samples');
    const { channels, bits, hz } = this.format;
    const frame = (channels * bits) / 8;
    if (this.said !== undefined && this.state === 'data' && this.left >= frame)
      return [
        `Its header says ${seconds(this.said / frame / hz)}, it holds ${seconds(this.frames / hz)}: it was cut off, and what is there was read.`,
      ];
    // Names and pictures are small beside the sound.
    if (this.said !== undefined && this.beyond > Math.max(this.said, 65_536))
      return [`Its header says ${seconds(this.said / frame / hz)}, and more follows than that: what its header says was read.`];
    return [];
  }
}

const seconds = (s: number): string => `${s.toFixed(1)} s`;

function readFormat(v: DataView, at: number, size: number): WavFormat {
  let kind = v.getUint16(at, true);
  const [channels, hz, bits] = [v.getUint16(at + 2, true), v.getUint32(at + 4, true), v.getUint16(at + 14, true)];
  // The first two bytes of its sub-format are the plain code.
  if (kind === EXTENSIBLE && size >= 40) kind = v.getUint16(at + 24, true);
  if (kind !== PCM && kind !== FLOAT)
    throw new BadInput('recording', `is packed (code ${kind}); only plain samples can be read: save it as PCM`);
  const float = kind === FLOAT;
  if (!(float ? [32, 64] : [8, 16, 24, 32]).includes(bits))
    throw new BadInput('recording', `has ${bits} bits a sample; 8, 16, 24 or 32 can be read, 32 or 64 in floating point`);
  if (channels < 1 || channels > MOST_CHANNELS)
    throw new BadInput('recording', `has ${channels} channels; one to four can be read`);
  if (hz < RECORDED_HZ[0] || hz > RECORDED_HZ[1])
    throw new BadInput('recording', `has ${hz} samples a second; 8000 to 96 000 can be read`);
  return { channels, hz, bits: bits as WavFormat['bits'], float };
}

function decode(v: DataView, from: number, n: number, f: WavFormat): Block {
  const out = Array.from({ length: f.channels }, () => new Float32Array(n));
  const bytes = f.bits / 8;
  const read: (at: number) => number = f.float
    ? f.bits === 32
      ? (at) => v.getFloat32(at, true)
      : (at) => v.getFloat64(at, true)
    : f.bits === 8
      ? (at) => (v.getUint8(at) - 128) / 128
      : f.bits === 16
        ? (at) => v.getInt16(at, true) / 32_768
        : f.bits === 24
          ? (at) => (v.getUint16(at, true) + (v.getInt8(at + 2) << 16)) / 8_388_608
          : (at) => v.getInt32(at, true) / 2_147_483_648;
  let at = from;
  for (let i = 0; i < n; i++)
    for (let c = 0; c < f.channels; c++) {
      const x = read(at);
      if (f.float && !Number.isFinite(x)) throw new BadInput('recording', 'holds a sample that is no number');
      out[c]![i] = x;
      at += bytes;
    }
  return out;
}
