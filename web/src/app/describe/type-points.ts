import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import {
  attempt,
  MORE_POINTS,
  POINTS,
  sayPoint,
  withPoint,
  type AxleEnd,
  type PointName,
  type PointSource,
  type VehicleTypeSpec,
} from '@ash-knot/core';
import { Picks } from '../kit/picks';
import { PointFields } from '../kit/point-fields';
import { FieldErrors } from '../kit/field-errors';
import { Wrong } from '../kit/wrong';
import { draft } from '../state/draft';
import { Session } from '../session/session';
import { Units } from '../session/units';

const FROM = { maker: 'from the maker’s book', measured: 'measured on one' } as const;
const SAID: Readonly<Record<PointSource, string>> = { ...FROM, usual: 'usual, nobody looked' };

/** The points of a type's axle: what nobody has measured or read stands as it usually does, and is marked so. */
@Component({
  selector: 'ak-type-points',
  imports: [Picks, PointFields, Wrong],
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <ul data-testid="type-points">
      @for (p of points(); track p.point) {
        <li class="rule py-1">
          <div class="flex min-h-11 flex-wrap items-center gap-x-4">
            <span class="font-semibold first-letter:uppercase">{{ session.say(p.words) }}</span>
            <span class="soft mono text-sm">{{ p.at }}</span>
            <span class="text-sm" [class.soft]="p.usual">{{ p.from }}</span>
            <button
              type="button"
              class="link ml-auto text-sm"
              [attr.aria-expanded]="open() === p.point"
              (click)="open.set(open() === p.point ? null : p.point)"
              [attr.data-testid]="'type-point-' + p.point"
            >
              Say where
            </button>
          </div>
          @if (open() === p.point) {
            <div class="pb-3">
              <ak-point-fields [(ahead)]="ahead" [(out)]="out" [(up)]="up" />
              <ak-picks
                class="mt-2 block"
                label="Where that comes from"
                [options]="sources"
                [names]="from"
                [picked]="source() ? [source()!] : []"
                [single]="true"
                (pickedChange)="source.set($event[0]!)"
              />
              <button type="button" class="btn mt-2" (click)="keep(p.point)" data-testid="type-point-keep">It lies there</button>
              <ak-wrong [error]="wrong()" safe="Nothing was changed." testId="type-point-error" />
            </div>
          }
        </li>
      }
    </ul>
  `,
})
export class TypePoints {
  readonly type = input.required<VehicleTypeSpec>();
  readonly end = input.required<AxleEnd>();
  readonly changed = output<VehicleTypeSpec>();
  protected readonly session = inject(Session);
  private readonly units = inject(Units);
  protected readonly sources = ['maker', 'measured'] as const;
  protected readonly from = FROM;
  protected readonly open = signal<PointName | null>(null);
  protected readonly source = signal<'maker' | 'measured' | null>(null);
  protected readonly wrong = signal<Error | string | null>(null);
  protected readonly ahead = draft('new.type.point.ahead', '');
  protected readonly out = draft('new.type.point.out', '');
  protected readonly up = draft('new.type.point.up', '');
  protected readonly points = computed(() => {
    const { points } = this.type().axles[this.end()];
    const say = (mm: number) => this.units.lengthDigits(mm, 0).replace('-', '−');
    return [...POINTS, ...MORE_POINTS].flatMap((point) => {
      const p = points[point];
      if (!p) return [];
      const [x, y, z] = p.at;
      const at = `${say(x - points.hub.at[0])} · ${say(y)} · ${this.units.sayLength(z, 0)}`;
      return [{ point, words: sayPoint(point), at, from: SAID[p.from], usual: p.from === 'usual' }];
    });
  });

  protected keep(point: PointName): void {
    const source = this.source();
    if (!source) return this.wrong.set('Where that comes from is not said: the maker’s book, or measured.');
    const text = { ahead: this.ahead(), out: this.out(), up: this.up() };
    const next = attempt(() => withPoint(this.type(), this.end(), point, text, source));
    this.wrong.set(next.ok ? null : next.error);
    if (!next.ok) return;
    this.changed.emit(next.value);
    for (const d of [this.ahead, this.out, this.up]) d.clear();
    this.open.set(null);
  }
}
