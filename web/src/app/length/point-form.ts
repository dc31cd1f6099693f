import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { attempt, linkPoints, readPoint, type AxleEnd, type PointName } from '@ash-knot/core';
import { JobStore } from '../job/job-store';
import { PointFields } from '../kit/point-fields';
import { FieldErrors } from '../kit/field-errors';
import { Wrong } from '../kit/wrong';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { draft } from '../state/draft';

/** The points a link's length hangs on, each with where it comes from, and a form to measure one on this vehicle. */
@Component({
  selector: 'ak-point-form',
  imports: [PointFields, Wrong],
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <p class="soft text-sm">
      Beside the left wheel, on its tyres, before springs are changed. Out from the middle is half of what lies between left and
      right.
    </p>
    <ul class="mt-2">
      @for (p of points(); track p.point) {
        <li class="rule py-1">
          <div class="flex flex-wrap items-center gap-x-4">
            <span class="font-semibold first-letter:uppercase">{{ session.say(p.words) }}</span>
            <span class="soft mono text-sm">{{ p.at }}</span>
            <span class="text-sm" [class.soft]="p.from !== 'measured'">{{ p.from }}</span>
            <button
              type="button"
              class="link ml-auto text-sm"
              [attr.aria-expanded]="open() === p.point"
              (click)="open.set(open() === p.point ? null : p.point)"
              [attr.data-testid]="'point-' + p.point"
            >
              {{ p.from === 'measured' ? 'Measure again' : 'Measure' }}
            </button>
          </div>
          @if (open() === p.point) {
            <form class="mt-1 grid grid-cols-3 items-end gap-3 pb-3" (submit)="keep($event, p.point)">
              <ak-point-fields class="col-span-3" [(ahead)]="ahead" [(out)]="out" [(up)]="up" />
              <button class="btn col-span-3 justify-self-start" data-testid="point-keep">Keep it for this vehicle</button>
              <ak-wrong class="col-span-3" [error]="wrong()" safe="Nothing was changed." />
            </form>
          }
        </li>
      }
    </ul>
  `,
})
export class PointForm {
  readonly end = input.required<AxleEnd>();
  private readonly store = inject(JobStore);
  private readonly units = inject(Units);
  protected readonly session = inject(Session);
  private readonly job = this.store.view()!.id;
  protected readonly open = signal<PointName | null>(null);
  protected readonly wrong = signal<Error | null>(null);
  protected readonly ahead = draft(`point.ahead.${this.job}`, '');
  protected readonly out = draft(`point.out.${this.job}`, '');
  protected readonly up = draft(`point.up.${this.job}`, '');
  protected readonly points = computed(() => {
    const s = this.store.state()!;
    const hub = s.axles[this.end()].points.hub.at[0];
    return linkPoints(s, this.end()).map((p) => {
      const [x, y, z] = s.axles[this.end()].points[p.point]!.at;
      const say = (mm: number) => this.units.lengthDigits(mm, 0).replace('-', '−');
      return { ...p, at: `${say(x - hub)} · ${say(y)} · ${this.units.sayLength(z, 0)}` };
    });
  });

  protected async keep(e: Event, point: PointName): Promise<void> {
    e.preventDefault();
    const read = attempt(() =>
      readPoint(this.store.state()!, this.end(), point, { ahead: this.ahead(), out: this.out(), up: this.up() }),
    );
    this.wrong.set(read.ok ? null : read.error);
    if (read.ok && (await this.store.write('point', read.value))) {
      this.ahead.clear();
      this.out.clear();
      this.up.clear();
      this.open.set(null);
    }
  }
}
