/** Two poles each way (Bristow-Johnson, Cookbook formulae for audio EQ biquad filter coefficients), Butterworth. */
export class Biquad {
  private z1 = 0;
  private z2 = 0;
  private readonly b0: number;
  private readonly b1: number;
  private readonly b2: number;
  private readonly a1: number;
  private readonly a2: number;
  constructor(kind: 'low' | 'high', hz: number, rate: number) {
    const w = (2 * Math.PI * Math.min(hz, rate * 0.45)) / rate;
    const [cos, alpha] = [Math.cos(w), Math.sin(w) / Math.SQRT2];
    const a0 = 1 + alpha;
    const edge = kind === 'low' ? 1 - cos : 1 + cos;
    this.b0 = edge / 2 / a0;
    this.b1 = (kind === 'low' ? edge : -edge) / a0;
    this.b2 = this.b0;
    this.a1 = (-2 * cos) / a0;
    this.a2 = (1 - alpha) / a0;
  }
  step(x: number): number {
    const y = this.b0 * x + this.z1;
    this.z1 = this.b1 * x - this.a1 * y + this.z2;
    this.z2 = this.b2 * x - this.a2 * y;
    return y;
  }
}
