import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import {
  AXLES,
  axlesNow,
  list,
  partsOf,
  sayJoint,
  type AxleEnd,
  type AxleSpec,
  type Dialect,
  type JobState,
  type JointState,
} from '@ash-knot/core';
import { AxleSmall, type SmallMark } from '../plate/axle-small';
import { Session } from '../session/session';

/** What of a job stands on its band, small: the axle that matters most, with what was found on it. */
export interface Found {
  readonly end: AxleEnd;
  readonly axle: AxleSpec;
  readonly marks: readonly SmallMark[];
  readonly words: string;
}

/** Worth a mark; what is sound or was not looked at is not. */
const WORTH: Readonly<Partial<Record<JointState, number>>> = { dangerous: 4, loose: 3, watch: 2, 'can’t tell yet': 1 };

/** The axle with the worst finding; where nothing was found, the front one, without a mark. */
export function foundOf(s: JobState, dialect: Dialect): Found {
  const found = [...s.joints.values()].filter((j) => WORTH[j.state] !== undefined);
  const worst = (end: AxleEnd) => Math.max(0, ...found.filter((j) => partsOf(j.id).axle === end).map((j) => WORTH[j.state]!));
  const end = AXLES.reduce((a, b) => (worst(b) > worst(a) ? b : a));
  const here = found.filter((j) => partsOf(j.id).axle === end);
  return {
    end,
    axle: axlesNow(s)[end],
    marks: here.map((j) => ({ kind: j.kind, side: j.side, state: j.state })),
    words: `${end === 'front' ? 'Front' : 'Rear'} axle: ${here.length ? list(here.map((j) => `${sayJoint(j.id, dialect)} ${j.state}`)) : 'nothing found yet'}.`,
  };
}

/** The axle of a band: it comes after the words, for they are what is read first. */
@Component({
  selector: 'ak-found-small',
  imports: [AxleSmall],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `<ak-axle-small [axle]="found().axle" [marks]="found().marks" [label]="found().words" />`,
})
export class FoundSmall {
  readonly state = input.required<JobState>();
  private readonly session = inject(Session);
  protected readonly found = computed(() => foundOf(this.state(), this.session.dialect()));
}
