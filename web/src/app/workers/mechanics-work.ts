import type {
  AxleSpec,
  BarQuestion,
  BarStudy,
  LengthQuestion,
  LengthStudy,
  Reach,
  WayUp,
  WheelFit,
  Wheels,
} from '@ash-knot/core';
import type { Work } from './work';

/** What the page asks of the mechanics worker, and what it answers. */
export interface MechanicsAsks {
  length: { readonly q: LengthQuestion; readonly a: LengthStudy };
  bar: { readonly q: BarQuestion; readonly a: BarStudy };
  wheels: {
    readonly q: { readonly axle: AxleSpec; readonly wheels: Wheels; readonly loweredMm: number; readonly reach?: Reach };
    readonly a: WheelFit;
  };
  'way up': { readonly q: { readonly axle: AxleSpec; readonly dropMm: number; readonly loweredMm: number }; readonly a: WayUp };
}
export type MechanicsQuestion = {
  [K in keyof MechanicsAsks]: { readonly ask: K; readonly q: MechanicsAsks[K]['q'] };
}[keyof MechanicsAsks];
export type MechanicsAnswer = MechanicsAsks[keyof MechanicsAsks]['a'];
export type MechanicsWork = Work<MechanicsQuestion, MechanicsAnswer>;
