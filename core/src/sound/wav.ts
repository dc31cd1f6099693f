import { BadInput, within } from '../error';

/**
 * Samples as a WAV file: RIFF, PCM, sixteen bits (Microsoft & IBM, Multimedia Programming Interface 1.0, 1991).
 * @param channels one list of samples each, −1 to 1, all as long; beyond it they are clipped
 */
export function writeWav(channels: readonly Float32Array[], hz: number): Uint8Array<ArrayBuffer> {
  within('number of channels', channels.length, 1, 4);
  within('samples a second', hz, 8000, 192_000);
  const n = channels[0]!.length;
  if (channels.some((c) => c.length !== n)) throw new BadInput('channels', 'must be as long as each other');
  const bytes = n * channels.length * 2;
  const out = new Uint8Array(44 + bytes);
  const v = new DataView(out.buffer);
  const text = (at: number, s: string) => [...s].forEach((c, i) => v.setUint8(at + i, c.charCodeAt(0)));
  text(0, 'RIFF');
  v.setUint32(4, 36 + bytes, true);
  text(8, 'WAVEfmt ');
  v.setUint32(16, 16, true);
  v.setUint16(20, 1, true);
  v.setUint16(22, channels.length, true);
  v.setUint32(24, hz, true);
  v.setUint32(28, hz * channels.length * 2, true);
  v.setUint16(32, channels.length * 2, true);
  v.setUint16(34, 16, true);
  text(36, 'data');
  v.setUint32(40, bytes, true);
  let at = 44;
  for (let i = 0; i < n; i++)
    for (const c of channels) {
      v.setInt16(at, Math.round(Math.min(1, Math.max(-1, c[i]!)) * 32_767), true);
      at += 2;
    }
  return out;
}
