/** A sample held for so long, s, after something was there, is a microphone that starved: nothing in nature stands still. */
const HELD_S = 0.003;
/** Whoever hears less than this, of full scale, may well hear nothing for a while: eight steps of 16 bits. */
const THERE = 2.5e-4;
const LEVEL_S = 0.05;
/** So long after it comes back it is not listened to, s: it begins with a click, and what is measured comes up. */
export const COMES_BACK_S = 0.06;
const FULL = 0.999;

/** Gaps of one channel: runs of samples that do not change. */
export class Dropouts {
  private level = 0;
  private before = 0;
  private last = Number.NaN;
  private run = 0;
  private back = 0;
  /** How often it dropped out. */
  times = 0;
  private readonly held: number;
  private readonly pace: number;
  constructor(private readonly hz: number) {
    this.held = Math.max(8, Math.round(HELD_S * hz));
    this.pace = 1 / (LEVEL_S * hz);
  }
  /** @returns whether nothing is to be heard there: it stands still, or has just come back */
  step(x: number): boolean {
    if (x === this.last && Math.abs(x) < FULL) {
      if (++this.run === this.held && this.before > THERE) {
        this.times++;
        this.back = Math.round(COMES_BACK_S * this.hz);
      }
    } else {
      this.run = 1;
      this.before = this.level;
      this.last = x;
    }
    this.level += (Math.abs(x) - this.level) * this.pace;
    if (this.run >= this.held && this.before > THERE) return true;
    return this.back > 0 && this.back-- > 0;
  }
}
