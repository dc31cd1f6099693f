import { longDay } from '../words/format';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  alignmentOwed,
  jointName,
  sayBan,
  sayJoints,
  unrepaired,
  showRange,
  type TorqueRange,
  workJoints,
  type JointView,
  capital,
  fixed,
} from '@ash-knot/core';
import { JobStore } from '../job/job-store';
import { Session } from '../session/session';

/** The customer's sheet: plain words, black on white, A4 or Letter. */
@Component({
  selector: 'ak-hand-back-sheet',
  imports: [RouterLink],
  providers: [JobStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="no-print flex items-center gap-4 border-b px-6 py-2">
      <a class="link" [routerLink]="['/job', id(), 'prove']">Back to the sheet</a>
      <button type="button" class="btn btn-go ml-auto" (click)="print()">Print</button>
    </div>
    @if (store.state(); as s) {
      @if (store.view(); as v) {
        <main class="page">
          <header class="flex items-end justify-between border-b-2 border-black pb-3">
            <div>
              <p class="text-lg font-bold">{{ session.shop()?.name }}</p>
              <h1 class="mt-1 text-3xl font-bold">{{ v.vehicle.plate }}</h1>
              <p>{{ v.vehicle.typeName }}, {{ v.vehicle.year }} · {{ s.handBack?.body?.distanceKm ?? v.distanceKm }} km</p>
            </div>
            <p class="text-right">{{ day(s.handBack?.at ?? v.openedAt) }}<br />{{ v.vehicle.owner }}</p>
          </header>
          @if (danger().length) {
            <p class="my-4 border-4 border-black p-3 text-xl font-bold">
              {{ ban() }}
            </p>
          }
          @if (s.complaint?.words; as w) {
            <h2>You told us</h2>
            <p>“{{ w }}”</p>
          }
          <h2>We found</h2>
          @if (s.verdict; as f) {
            <p>
              {{ f.body.causes.length ? capital(say(f.body.causes)) + ' worn.' : 'The noise did not come back on our drive.' }}
            </p>
          }
          <ul>
            @for (j of found(); track j.id) {
              <li>{{ name(j) }}: {{ j.state }}. {{ j.why }}</li>
            } @empty {
              @if (!s.verdict) {
                <li>Nothing beyond the work below.</li>
              }
            }
          </ul>
          @if (work().length) {
            <h2>We fitted</h2>
            <ul>
              @for (c of s.choices; track c.id) {
                @if (isDone(c.body.joints)) {
                  <li>
                    {{ c.body.quantity }} × {{ c.body.part.name }} ({{ c.body.part.supplier }}), {{ say(c.body.joints)
                    }}{{ c.body.part.warrantyMonths ? '; ' + c.body.part.warrantyMonths + ' months warranty' : '' }}
                  </li>
                }
              }
            </ul>
            <h2>Every fastener we undid</h2>
            <table>
              <tbody>
                @for (f of store.fasteners(); track f.fastener.id) {
                  <tr>
                    <td>{{ f.label }}</td>
                    <td>{{ f.target === null ? 'no published value' : both(f.target) }}</td>
                    <td>{{ f.record || 'no record yet' }}</td>
                  </tr>
                }
              </tbody>
            </table>
          }
          <h2>On the same road</h2>
          <p>
            {{
              s.roadTest
                ? capital(s.roadTest.body.result) + (s.roadTest.body.note ? ', ' + s.roadTest.body.note : '') + '.'
                : 'Not driven yet.'
            }}
          </p>
          <table>
            <tbody>
              @for (j of measured(); track j.id) {
                <tr>
                  <td>Play, {{ name(j) }}</td>
                  <td>before {{ fixed(j.before!.doubt.meanMm, 2) }} mm</td>
                  <td>{{ j.after ? 'after ' + fixed(j.after.doubt.meanMm, 2) + ' mm' : '' }}</td>
                </tr>
              }
            </tbody>
          </table>
          @if (declined().length) {
            <h2>You did not want</h2>
            <ul>
              @for (d of declined(); track d.id) {
                <li>{{ d.body.what }}. {{ d.body.warning ? 'We warned: ' + d.body.warning : '' }}</li>
              }
            </ul>
          }
          <h2>Come back for</h2>
          <ul>
            @for (r of s.rechecks; track r.id) {
              <li>{{ r.body.what }}, at {{ r.body.atKm }} km, about {{ day(r.body.onDate) }}</li>
            } @empty {
              @if (!work().length && !alignment()) {
                <li>Nothing is due.</li>
              }
            }
            @if (work().length) {
              <li>Wheel nuts again after 50 to 100 km</li>
            }
            @if (alignment()) {
              <li>Wheel alignment{{ s.alignment ? ': ' + s.alignment.body.state : ' is owed' }}</li>
            }
          </ul>
          <footer class="mt-8 flex justify-between border-t border-black pt-3 text-sm">
            <p>{{ s.handBack ? 'Handed back by ' + session.name(s.handBack.by) : 'Not handed back yet' }}</p>
            <p>The maker’s information and local inspection rules come first.</p>
          </footer>
        </main>
      }
    } @else if (store.failed()) {
      <p class="wrong p-8">{{ store.failed() }}</p>
    }
  `,
  styles: `
    .page {
      max-width: 190mm;
      margin: 0 auto;
      padding: 12mm 0;
      background: #fff;
      color: #000;
      font-size: 15px;
      min-height: 100dvh;
    }
    @media screen {
      .page {
        padding: 12mm 10mm;
      }
    }
    h2 {
      margin-top: 16px;
      font-weight: 700;
      font-size: 16px;
      break-after: avoid;
    }
    li {
      padding: 1px 0;
    }
    table {
      width: 100%;
      margin-top: 4px;
    }
    td {
      padding: 2px 8px 2px 0;
      border-top: 1px solid #999;
    }
    tr {
      break-inside: avoid;
    }
    @page {
      margin: 14mm;
    }
  `,
})
export class HandBackSheet {
  protected readonly fixed = fixed;
  readonly id = input.required<string>();
  protected readonly store = inject(JobStore);
  protected readonly session = inject(Session);
  protected readonly danger = computed(() => unrepaired(this.store.state()!));
  protected readonly ban = computed(() => sayBan(this.store.state()!, this.danger()));
  protected readonly work = computed(() => workJoints(this.store.state()!));
  protected readonly alignment = computed(() => alignmentOwed(this.store.state()!));
  protected readonly declined = computed(() => this.store.state()!.answers.filter((a) => a.body.answer === 'declined'));
  protected readonly found = computed((): JointView[] =>
    [...this.store.state()!.joints.values()].filter((j) => ['watch', 'loose', 'dangerous'].includes(j.state)),
  );
  protected readonly measured = computed((): JointView[] => [...this.store.state()!.joints.values()].filter((j) => j.before));

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => void this.store.load(id));
    });
  }
  protected say(ids: Parameters<typeof sayJoints>[1]): string {
    return sayJoints(this.store.state()!, ids);
  }
  protected isDone(joints: readonly string[]): boolean {
    return joints.some((id) => (this.work() as string[]).includes(id));
  }
  protected name(j: JointView): string {
    return `${jointName(j.kind, this.session.dialect()).toLowerCase()}, ${j.side}`;
  }
  protected both({ minNm, maxNm }: TorqueRange): string {
    return `${showRange(minNm, maxNm, 'torque')} (${showRange(minNm, maxNm, 'torque', 'lbf·ft')})`;
  }
  protected readonly capital = capital;
  protected day(iso: string): string {
    return longDay(iso);
  }
  protected print(): void {
    window.print();
  }
}
