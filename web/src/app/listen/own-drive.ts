import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import {
  HEARD,
  LINKS_OFF_CAUTION,
  MANOEUVRES,
  sayFault,
  sayManoeuvre,
  toReproduce,
  type Heard,
  type Manoeuvre,
} from '@ash-knot/core';
import { pct } from '../words/format';
import { JobStore } from '../job/job-store';
import { Session } from '../session/session';
import { Recordings } from './recordings';
import { RoadDrawing } from './road-drawing';
import { PlaceMark } from '../job/places';

/** The shop's own drive: what to try, best first, and what was heard in one tap. */
@Component({
  selector: 'ak-own-drive',
  imports: [Recordings, RoadDrawing, PlaceMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="soft">One thing at a time. A passenger taps, or tap it after: never the driver while driving.</p>
    <ol class="mt-2" akPlace="drive">
      @for (r of rows(); track r.manoeuvre; let i = $index) {
        <li
          class="rule grid grid-cols-[84px_1fr_auto] items-center gap-x-3 py-2 max-sm:grid-cols-[64px_1fr]"
          [attr.data-manoeuvre]="r.manoeuvre"
        >
          <ak-road-drawing
            class="h-11"
            [class.text-ink]="r.heard === 'knocks'"
            [class.soft]="r.heard === 'quiet'"
            [of]="r.manoeuvre"
          />
          <div class="min-w-0">
            <p [class.font-bold]="i === 0 && !r.heard" class="leading-tight">{{ r.title }}</p>
            @if (r.heard) {
              <p class="soft text-[14px]">{{ r.heard === 'knocks' ? 'It knocked.' : 'It was quiet.' }}</p>
            } @else {
              <p class="soft text-[14px] leading-snug">
                @for (t of r.tells; track $index) {
                  <span class="block truncate">{{ t }}</span>
                }
              </p>
            }
            @if (r.caution) {
              <p class="caution mt-1 !py-1 text-[14px]">{{ r.caution }}</p>
            }
          </div>
          <div class="flex gap-2 max-sm:col-span-2 max-sm:mt-1 max-sm:justify-end">
            @for (h of heard; track h) {
              <button
                type="button"
                class="btn !min-h-[52px] !px-4"
                [class.btn-on]="r.heard === h"
                [attr.aria-pressed]="r.heard === h"
                [attr.aria-label]="r.title + ': ' + h"
                (click)="record(r.manoeuvre, h)"
              >
                {{ h === 'knocks' ? 'Knocks' : 'Quiet' }}
              </button>
            }
          </div>
        </li>
      }
    </ol>
    @if (quiet()) {
      <section class="rule mt-3 pt-3" data-testid="reproduce">
        <h3 class="heading">It does not come: what else to try</h3>
        <ul class="mt-1">
          @for (t of tries(); track t.title) {
            <li class="py-1">
              {{ t.title }}.
              @if (t.caution) {
                <span class="caution mt-1 block !py-1 text-[14px]">{{ t.caution }}</span>
              }
            </li>
          }
        </ul>
      </section>
    }
    @if (!store.practice()) {
      <ak-recordings class="rule mt-5 pt-4" />
    }
  `,
})
export class OwnDrive {
  protected readonly store = inject(JobStore);
  private readonly session = inject(Session);
  protected readonly heard = HEARD;

  private readonly road = computed(() => this.store.diagnosis()?.road ?? []);
  protected readonly rows = computed(() => {
    const s = this.store.state()!;
    const dialect = this.session.dialect();
    const planned = new Map(this.road().map((r) => [r.manoeuvre, r]));
    // Best first; what was driven keeps its place below.
    const order: Manoeuvre[] = [
      ...this.road().map((r) => r.manoeuvre),
      ...MANOEUVRES.filter((m) => !planned.has(m) && (s.drive.has(m) || (m !== 'links off, both sides' && planned.size === 0))),
    ];
    return order.map((manoeuvre) => {
      const p = planned.get(manoeuvre);
      return {
        manoeuvre,
        title: sayManoeuvre(manoeuvre),
        heard: s.drive.get(manoeuvre),
        tells:
          p && p.bits >= 0.02
            ? [
                `If it knocks: ${sayFault(p.ifKnocks.fault, dialect, true)} ${pct(p.ifKnocks.p)} %`,
                `If quiet: ${sayFault(p.ifQuiet.fault, dialect, true)} ${pct(p.ifQuiet.p)} %`,
              ]
            : p
              ? ['Tells little now.']
              : [],
        caution: manoeuvre === 'links off, both sides' ? LINKS_OFF_CAUTION : '',
      };
    });
  });
  /** Three quiet tries and no knock, or a verdict that it was not reproduced. */
  protected readonly quiet = computed(() => {
    const s = this.store.state()!;
    const heard = [...s.drive.values()];
    return s.verdict?.body.reproduced === false || (heard.length >= 3 && heard.every((h) => h === 'quiet'));
  });
  protected readonly tries = computed(() =>
    toReproduce(this.road(), this.store.state()!.context.rules.linksOffDrive).filter((t) => !t.manoeuvre || t.caution),
  );

  protected record(manoeuvre: Manoeuvre, heard: Heard): void {
    void this.store.write('drive', { manoeuvre, heard });
  }
}
