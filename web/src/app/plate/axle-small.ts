import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { JOINT_SPECS, type AxleSpec, type JointKind, type JointState, type Side } from '@ash-knot/core';
import { layoutBehind } from './corner-views';
import { axleSolids } from './scene/axle';
import type { Solid } from './scene/solid';
import type { View } from './scene/view';
import { n } from './shapes';

const WIDE = 150;
const HIGH = 78;

/** What is said of an axle in small: each joint that is worth a mark. */
export interface SmallMark {
  readonly kind: JointKind;
  readonly side: Side;
  readonly state: JointState;
}

/** An axle’s strokes in small: its tyres, and one line for everything else. Worked out once an axle: a floor shows many. */
const KNOWN = new WeakMap<
  AxleSpec,
  { readonly tyres: string; readonly lines: string; readonly bar: string; readonly view: View }
>();
function smallOf(axle: AxleSpec) {
  const had = KNOWN.get(axle);
  if (had) return had;
  const view = layoutBehind(axle, WIDE, HIGH, 4);
  const solids = axleSolids(axle);
  const line = (s: Solid): string => {
    if (s.shape !== 'rod' && s.shape !== 'drum' && s.shape !== 'coil') return '';
    const points = s.shape === 'rod' ? s.line : [s.from, s.to];
    return 'M' + points.map((p) => view.to(p).map(n).join(' ')).join('L');
  };
  // Nuts and bushings are smaller than a stroke here.
  const large = (s: Solid) => s.member !== undefined && s.member !== 'wheel' && s.paint !== 'bonded' && s.paint !== 'rubber';
  const tyres = solids
    .flatMap((s) => {
      if (s.shape !== 'tyre') return [];
      const [x, y] = view.to(s.at);
      const [w, h] = [s.widthMm * view.pxPerMm, 2 * s.radiusMm * view.pxPerMm];
      return [`M${n(x - w / 2)} ${n(y - h / 2)}h${n(w)}v${n(h)}h${n(-w)}Z`];
    })
    .join('');
  const made = {
    tyres,
    lines: solids
      .filter((s) => large(s) && s.member !== 'bar')
      .map(line)
      .join(''),
    bar: solids
      .filter((s) => s.member === 'bar' && s.shape === 'rod')
      .map(line)
      .join(''),
    view,
  };
  KNOWN.set(axle, made);
  return made;
}

/** The axle from behind, small, with a mark where something was found: for a band of the floor, or a file. */
@Component({
  selector: 'ak-axle-small',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <svg [attr.viewBox]="'0 0 ' + wide + ' ' + high" class="block w-full" role="img" [attr.aria-label]="label()">
      <path [attr.d]="small().tyres" fill="var(--color-ash-300)" stroke="var(--color-ash-500)" stroke-width="0.8" />
      <path [attr.d]="small().lines" fill="none" stroke="var(--color-bark-soft)" stroke-width="1.2" />
      <path [attr.d]="small().bar" fill="none" stroke="var(--color-bark)" stroke-width="2.2" stroke-linejoin="round" />
      @for (m of placed(); track m.kind + m.side) {
        <circle
          [attr.cx]="m.at[0]"
          [attr.cy]="m.at[1]"
          [attr.r]="m.state === 'dangerous' ? 6.5 : 5"
          fill="var(--color-ash-100)"
          [attr.stroke]="m.state === 'dangerous' ? 'var(--color-oxide)' : 'var(--color-bark)'"
          stroke-width="1.6"
        />
        <path
          [attr.d]="m.blocks"
          [attr.fill]="
            m.state === 'dangerous' ? 'var(--color-oxide)' : m.state === 'not looked at' ? 'none' : 'var(--color-bark)'
          "
          [attr.stroke]="m.state === 'not looked at' ? 'var(--color-bark-soft)' : 'none'"
          stroke-width="0.7"
        />
      }
    </svg>
  `,
})
export class AxleSmall {
  readonly axle = input.required<AxleSpec>();
  readonly marks = input<readonly SmallMark[]>([]);
  readonly label = input.required<string>();
  protected readonly wide = WIDE;
  protected readonly high = HIGH;
  protected readonly small = computed(() => smallOf(this.axle()));
  protected readonly placed = computed(() =>
    this.marks().map((m) => {
      const [x, y, z] = JOINT_SPECS[m.kind].place(this.axle());
      const at = this.small().view.to([x, m.side === 'left' ? y : -y, z]);
      // The two blocks, further apart the worse it is.
      const half = { sound: 0.3, watch: 0.8, loose: 1.4, dangerous: 1.6, 'not looked at': 0.4, 'can’t tell yet': 1 }[m.state];
      const block = (left: number, down: number) => `M${n(at[0] + left)} ${n(at[1] - 2.6 + down)}h2.1v5.2h-2.1Z`;
      const down = m.state === 'dangerous' ? 0.8 : 0;
      return { ...m, at, blocks: block(-half - 2.1, down) + block(half, -down) };
    }),
  );
}
