import { computed, signal } from '@angular/core';
import {
  attempt,
  capital,
  cornersOf,
  fixed,
  layoutOf,
  limitsMet,
  linkAt,
  rigOf,
  rulingLimits,
  spoken,
  type AxleSpec,
  type Dialect,
  type LinkStudied,
  own,
} from '@ash-knot/core';
import type { Units } from '../session/units';

/** How far a wheel is lifted and let down on the drawing, mm: about what springs allow (common practice, no source). */
export const MOST_TRAVEL_MM = 90;

/** A number of the corner, and what on the drawing it is about. */
export interface Figure {
  readonly name: string;
  readonly about: 'wheel' | 'arm' | 'link' | 'upper' | 'lower' | 'eye' | 'nearest';
  readonly value: string;
  readonly of: string;
  readonly broken?: boolean;
}

/** The plate as far as a corner's motion hangs on it. */
interface Plate {
  readonly axle: () => AxleSpec;
  readonly link: () => LinkStudied | null;
  readonly dialect: () => Dialect;
  readonly turned: () => boolean;
  readonly units: Units;
}

/** The turned corner in motion: its wheel lifted and let down, the points that move with it, the link's limits and numbers. */
export class CornerMotion {
  constructor(private readonly plate: Plate) {}
  /** How far the wheel of the turned corner is lifted, mm: only drawn, nothing is recorded. */
  readonly travel = signal(0);
  /** What the other wheel does: the same, or the opposite. */
  readonly apart = signal(false);
  private readonly moved = computed(() => {
    if (!this.plate.turned()) return undefined;
    return attempt(() => this.corners()(this.travel(), this.other()));
  });
  private readonly corners = computed(() => cornersOf(this.plate.axle()));
  private readonly other = computed(() => (this.apart() ? 2 * this.stoodMm() - this.travel() : this.travel()));
  /** Where the wheel stands now against where it stood when the points were taken, mm. */
  private readonly stoodMm = computed(() => this.plate.link()?.loweredMm ?? 0);
  /** The link at its wheel's position, and the limits it breaks there. */
  private readonly rig = computed(() => {
    if (!this.plate.turned()) return undefined;
    const link = this.plate.link();
    const made = attempt(() => {
      const was = rigOf(this.plate.axle(), { loweredMm: 0, steps: 8 });
      const rig = link?.loweredMm ? rigOf(this.plate.axle(), { loweredMm: link.loweredMm, steps: 8 }) : was;
      return { rig, rules: rulingLimits(rig, link?.limits, was), lengthMm: link?.lengthMm ?? rig.lengthMm };
    });
    return made.ok ? made.value : undefined;
  });
  private readonly met = computed((): string[] => {
    const r = this.rig();
    if (!r) return [];
    const met = attempt(() => limitsMet(r.rig, r.rules, r.lengthMm, r.rig.at(this.travel(), this.other())));
    return met.ok ? met.value : [];
  });
  /** The axle as it is drawn now: its points moved with the wheel, where they can be. */
  readonly shown = computed((): AxleSpec => {
    const m = this.moved();
    const r = this.rig();
    if (!m?.ok || (this.travel() === 0 && !this.plate.link())) return this.plate.axle();
    const eye =
      this.plate.link() && r
        ? attempt(() => linkAt(r.rig, r.lengthMm, r.rig.at(this.travel(), this.other()), false).eye)
        : undefined;
    const points = Object.fromEntries(
      Object.entries(this.plate.axle().points).map(([name, p]) => [name, p && { ...p, at: own(m.value.points, name) ?? p.at }]),
    );
    const drawn = points as AxleSpec['points'];
    return { ...this.plate.axle(), points: eye?.ok ? { ...drawn, barEye: { ...drawn.barEye!, at: eye.value } } : drawn };
  });
  /** Both wheels do not matter to each other where each hangs by itself. */
  readonly joined = computed(() => ['beam', 'axle'].includes(layoutOf(this.plate.axle()).moves));
  readonly limit = computed(() => {
    const m = this.moved();
    if (!m) return '';
    if (!m.ok) return m.error.message;
    return (!this.plate.link() && m.value.locked) || spoken(capital(this.met().join('; ')), this.plate.dialect());
  });
  /** The studied link's numbers at this position of the wheel, keyed to the drawing. */
  readonly figures = computed((): readonly Figure[] | null => {
    const [r, link] = [this.rig(), this.plate.link()];
    if (!r || !link) return null;
    const found = attempt(() => linkAt(r.rig, r.lengthMm, r.rig.at(this.travel(), this.other())));
    if (!found.ok) return null;
    const { armDeg, leanDeg, swingDeg, lever, overCentreDeg, nearest } = found.value;
    const { swing, overCentre, air } = r.rules;
    const deg = (v: number) => `${fixed(v, 1)}°`.replace('-', '−');
    const up = Math.round(this.travel() - this.stoodMm());
    const stud = (end: 'mount' | 'eye', name: string, about: 'upper' | 'lower'): Figure => ({
      name,
      about,
      value: deg(swingDeg[end]),
      of: `to ${swing[end].words}`,
      broken: swingDeg[end] > swing[end].mostDeg,
    });
    const [upper, lower] = r.rig.mountIs === 'upper' ? (['mount', 'eye'] as const) : (['eye', 'mount'] as const);
    return [
      {
        name: 'wheel',
        about: 'wheel',
        value: `${up > 0 ? '+' : ''}${this.plate.units.sayLength(up, 0)}`.replace('-', '−'),
        of: 'drag it, or its slider',
      },
      { name: 'arm turned', about: 'arm', value: deg(armDeg), of: 'from where it stood' },
      { name: 'link leans', about: 'link', value: deg(leanDeg), of: 'from upright' },
      stud(upper, 'upper stud swings', 'upper'),
      stud(lower, 'lower stud swings', 'lower'),
      {
        name: 'lever',
        about: 'eye',
        value: fixed(lever, 2),
        of: `${deg(overCentreDeg)} to over-centre`,
        broken: overCentreDeg < overCentre.leastDeg,
      },
      ...(nearest
        ? [
            {
              name: 'nearest thing',
              about: 'nearest' as const,
              value:
                nearest.airMm > 0
                  ? this.plate.units.sayLength(nearest.airMm, 0)
                  : nearest.airMm < air.leastMm
                    ? 'touches'
                    : 'as it was',
              of: spoken(nearest.name, this.plate.dialect()),
              broken: nearest.airMm < air.leastMm,
            },
          ]
        : []),
    ];
  });
  readonly words = computed(() => {
    // The numbers say it.
    if (this.figures()) return this.usual() ? 'from usual points, not measured' : '';
    const r = this.rig();
    const at = r && attempt(() => linkAt(r.rig, r.lengthMm, r.rig.at(this.travel(), this.other()), false));
    const up = this.travel() - Math.round(this.stoodMm());
    const wheel = `Wheel ${up > 0 ? '+' : ''}${this.plate.units.sayLength(up, 0)}`;
    const turn = at?.ok ? ` · bar’s arm ${fixed(at.value.armDeg, 1)}° · link’s lever ${fixed(at.value.lever, 2)}` : '';
    const usual = this.usual() ? ' · from usual points, not measured' : '';
    return `${wheel}${turn}${usual}`.replaceAll('-', '−');
  });
  /** Where nobody has measured it, this is how such an axle usually moves, and no more. */
  private readonly usual = computed(() => Object.values(this.plate.axle().points).some((p) => p?.from === 'usual'));
  /** Lifts the wheel. @param mm from where it stood when the points were taken */
  lift(mm: number): void {
    this.travel.set(Math.round(Math.max(-MOST_TRAVEL_MM, Math.min(MOST_TRAVEL_MM, mm))));
  }
}
