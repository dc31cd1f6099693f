/** Seeded chance (mulberry32): the same seed makes the same shop. Invented data only. */
export class Chance {
  constructor(private seed: number) {}

  next(): number {
    this.seed = (this.seed + 0x6d2b79f5) | 0;
    let t = Math.imul(this.seed ^ (this.seed >>> 15), 1 | this.seed);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  }
  between(lo: number, hi: number): number {
    return lo + (hi - lo) * this.next();
  }
  whole(lo: number, hi: number): number {
    return Math.floor(this.between(lo, hi + 1));
  }
  pick<T>(list: readonly T[]): T {
    return list[Math.floor(this.next() * list.length)]!;
  }
  chance(p: number): boolean {
    return this.next() < p;
  }
  /** Roughly normal, mean 0, deviation 1. */
  bell(): number {
    return (
      this.next() +
      this.next() +
      this.next() +
      this.next() +
      this.next() +
      this.next() +
      this.next() +
      this.next() +
      this.next() +
      this.next() +
      this.next() +
      this.next() -
      6
    );
  }
  /** UUIDv7 for a moment. */
  uuid(atMs: number): string {
    const hex = (n: number, len: number) => Math.floor(n).toString(16).padStart(len, '0').slice(-len);
    const t = hex(atMs, 12);
    const r = Array.from({ length: 5 }, () => hex(this.next() * 0x10000, 4));
    return `${t.slice(0, 8)}-${t.slice(8)}-7${r[0]!.slice(1)}-${(8 + Math.floor(this.next() * 4)).toString(16)}${r[1]!.slice(1)}-${r[2]}${r[3]}${r[4]}`;
  }
}
