import { BadInput, within } from '../error';

/** The header of a WAV file of sixteen bits, for so many bytes of samples (RIFF: see `writeWav`). */
export function wavHeader(channels: number, hz: number, bytes: number): Uint8Array<ArrayBuffer> {
  within('number of channels', channels, 1, 4);
  within('samples a second', hz, 8000, 192_000);
  within('bytes of samples', bytes, 0, 0xffffffff - 36);
  const out = new Uint8Array(44);
  const v = new DataView(out.buffer);
  const text = (at: number, s: string) => [...s].forEach((c, i) => v.setUint8(at + i, c.charCodeAt(0)));
  text(0, 'RIFF');
  v.setUint32(4, 36 + bytes, true);
  text(8, 'WAVEfmt ');
  v.setUint32(16, 16, true);
  v.setUint16(20, 1, true);
  v.setUint16(22, channels, true);
  v.setUint32(24, hz, true);
  v.setUint32(28, hz * channels * 2, true);
  v.setUint16(32, channels * 2, true);
  v.setUint16(34, 16, true);
  text(36, 'data');
  v.setUint32(40, bytes, true);
  return out;
}

/**
 * Samples as a WAV file: RIFF, PCM, sixteen bits (Microsoft & IBM, Multimedia Programming Interface 1.0, 1991).
 * @param channels one list of samples each, −1 to 1, all as long; beyond it they are clipped
 */
export function writeWav(channels: readonly Float32Array[], hz: number): Uint8Array<ArrayBuffer> {
  const n = channels[0]?.length ?? 0;
  if (channels.some((c) => c.length !== n)) throw new BadInput('channels', 'must be as long as each other');
  const bytes = n * channels.length * 2;
  const head = wavHeader(channels.length, hz, bytes);
  const out = new Uint8Array(44 + bytes);
  out.set(head);
  const v = new DataView(out.buffer);
  let at = 44;
  for (let i = 0; i < n; i++)
    for (const c of channels) {
      v.setInt16(at, Math.round(Math.min(1, Math.max(-1, c[i]!)) * 32_767), true);
      at += 2;
    }
  return out;
}
