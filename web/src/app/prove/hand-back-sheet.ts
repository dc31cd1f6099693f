import { longDay } from '../words/format';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  alignmentOwed,
  answered,
  findingsOf,
  upkeepDue,
  isApproved,
  piecesOf,
  sayJoint,
  sayParts,
  uncapital,
  sayBan,
  sayBoth,
  sayJoints,
  sayTroubles,
  leftAt,
  showRange,
  type TorqueRange,
  workJoints,
  type JointView,
  capital,
} from '@ash-knot/core';
import { JobStore, sheetPath } from '../job/job-store';
import type { LedgerName } from '../offline/outbox';
import { AxleDrawing } from '../plate/axle-drawing';
import { PaperHead } from '../kit/paper-head';
import { Session } from '../session/session';
import { Units } from '../session/units';

/** The customer's sheet: plain words, black on white, A4 or Letter. */
@Component({
  selector: 'ak-hand-back-sheet',
  imports: [AxleDrawing, PaperHead, RouterLink],
  providers: [JobStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="no-print flex items-center gap-4 border-b px-6 py-2">
      <a class="link" [routerLink]="sheetPath(ledger(), id(), 'prove')">Back to the sheet</a>
      <button type="button" class="btn btn-go ml-auto" (click)="print()">Print</button>
    </div>
    @if (store.state(); as s) {
      @if (store.view(); as v) {
        <main class="page">
          <ak-paper-head
            [shop]="session.shop()?.name ?? ''"
            [title]="v.vehicle.plate"
            [under]="
              v.vehicle.typeName + ', ' + v.vehicle.year + ' · ' + units.sayDistance(s.handBack?.body?.distanceKm ?? s.distanceKm)
            "
            >{{ day(s.handBack?.at ?? v.openedAt) }}<br />{{ v.vehicle.owner }}</ak-paper-head
          >
          @if (store.practice()) {
            <p class="my-2 font-bold">A practice vehicle: nothing on this sheet is real.</p>
          }
          @if (danger().length) {
            <p class="my-4 border-4 border-black p-3 text-xl font-bold">
              {{ ban() }}
            </p>
          }
          @for (t of s.told; track t.id) {
            <p>We told {{ t.body.who }} {{ t.body.how }}, {{ day(t.at) }}: {{ t.body.what }}</p>
          }
          @if (s.purpose; as p) {
            <h2>Why it was here</h2>
            <p>{{ capital(v.kind) }}: {{ p.what }}{{ p.rule ? ', by ' + p.rule : '' }}.</p>
          } @else if (s.complaint?.words; as w) {
            <h2>You told us</h2>
            <p>“{{ w }}”</p>
          }
          <h2>We found</h2>
          @if (s.verdict; as f) {
            <p>
              {{ f.body.causes.length ? 'The cause: ' + say(f.body.causes) + '.' : 'The noise did not come back on our drive.' }}
            </p>
          } @else if (s.goOn; as g) {
            <p>We went on without naming a cause: {{ g.body.why }}.</p>
          }
          <ul>
            @for (f of findings(); track f.joint) {
              <li>{{ f.sentence }}</li>
            } @empty {
              @if (!s.verdict?.body?.causes?.length) {
                <li>{{ nothing() }}</li>
              }
            }
          </ul>
          @if (done().length) {
            <h2>{{ bought() ? 'We fitted' : 'We took off and put back' }}</h2>
            <ul>
              @for (c of done(); track c.entry.id) {
                <li>
                  {{ c.what }}, {{ c.joints }}{{ c.terms }}
                  @if (c.yes; as a) {
                    <br /><span>Agreed by {{ a.body.who }} {{ a.body.how }}, {{ day(a.at) }}.</span>
                  }
                </li>
              }
            </ul>
          }
          @if (troubles().length) {
            <h2>What got in the way</h2>
            <ul>
              @for (t of troubles(); track t) {
                <li>{{ session.say(t) }}</li>
              }
            </ul>
          }
          @if (pieces().length) {
            <h2>What came off</h2>
            <ul>
              @for (p of pieces(); track p.fate) {
                <li>{{ capital(p.fate) }}: {{ p.names }}</li>
              }
            </ul>
          }
          @if (store.fasteners().length) {
            <h2>Every fastener we undid</h2>
            <table>
              <tbody>
                @for (f of store.fasteners(); track f.fastener.id) {
                  <tr>
                    <td>{{ f.label }}{{ f.fastener.count > 1 ? ' (' + f.fastener.count + ')' : '' }}</td>
                    <td>{{ f.target === null ? 'no published value' : both(f.target) }}</td>
                    <td>{{ f.record || 'no record yet' }}</td>
                  </tr>
                }
              </tbody>
            </table>
          }
          @if (s.roadTest; as r) {
            <h2>On the same road</h2>
            <p>{{ capital(r.body.result) + (r.body.note ? ', ' + r.body.note : '') + '.' }}</p>
          }
          @if (proved().length) {
            <h2>Play</h2>
            <table>
              <tbody>
                @for (j of proved(); track j.id) {
                  <tr>
                    <td>{{ capital(name(j)) }}</td>
                    <td>{{ j.before ? 'before ' + units.sayLength(j.before.doubt.meanMm) : '' }}</td>
                    <td>
                      {{ j.after ? 'after ' + units.sayLength(j.after.doubt.meanMm) : '' }}{{ j.after && j.proof ? ', ' : ''
                      }}{{ j.proof ? j.proof + ' by hand' : '' }}
                    </td>
                  </tr>
                }
              </tbody>
            </table>
          }
          @if (declined().length || putOff().length) {
            <h2>You did not want, or put off</h2>
            <ul>
              @for (d of declined(); track d.id) {
                <li>
                  {{ capital(d.body.what) }}{{ d.body.on ? ', until ' + day(d.body.on) : '' }}.
                  {{ d.body.warning ? 'We warned: ' + sentence(d.body.warning) : '' }}
                  <span>({{ d.body.who }}, {{ d.body.how }})</span>
                </li>
              }
              @for (t of putOff(); track t.id) {
                <li>
                  {{ t.what }} <span>({{ t.said }})</span>
                </li>
              }
            </ul>
          }
          <h2>Come back for</h2>
          <ul>
            @for (r of s.rechecks; track r.id) {
              <li>{{ r.body.what }}, at {{ units.sayDistance(r.body.atKm) }}, about {{ day(r.body.onDate) }}</li>
            } @empty {
              @if (!alignment() && !danger().length && !upkeep().length) {
                <li>Nothing is due.</li>
              }
            }
            @for (u of upkeep(); track u) {
              <li>{{ u }}</li>
            }
            @if (danger().length) {
              <li>Repair of {{ the(danger()) }}, before it is driven</li>
            }
            @if (alignment()) {
              <li>Wheel alignment{{ s.alignment ? ': ' + s.alignment.body.state : ' is owed' }}</li>
            }
          </ul>
          @if (workedOut().length) {
            <h2>Worked out</h2>
            <ul>
              @for (w of workedOut(); track w) {
                <li>{{ w }}</li>
              }
            </ul>
          }
          <section class="axle">
            <h2>The axle</h2>
            <ak-axle-drawing
              class="mt-2"
              [end]="s.axle"
              [axle]="s.axles[s.axle]"
              [title]="v.vehicle.plate + ', ' + v.vehicle.typeName + ', ' + s.axle + ' axle'"
            />
          </section>
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
  styleUrl: '../kit/paper.css',
})
export class HandBackSheet {
  protected readonly units = inject(Units);
  /** One full stop, whoever wrote it. */
  protected sentence(t: string): string {
    return t.replace(/[.\s]*$/, '.');
  }
  readonly id = input.required<string>();
  readonly ledger = input<LedgerName>('jobs');
  protected readonly sheetPath = sheetPath;
  protected readonly store = inject(JobStore);
  protected readonly session = inject(Session);
  /** The last length, setting, bar and wheels that were worked out, in their own words. */
  protected readonly workedOut = computed((): string[] =>
    (['link length', 'link setting', 'bar', 'wheel fit'] as const).flatMap((what) => {
      const last = this.store
        .state()
        ?.results.filter((e) => e.body.what === what)
        .at(-1);
      return last ? [`${capital(what)}: ${this.session.say(last.body.words)}`] : [];
    }),
  );
  protected readonly troubles = computed(() => sayTroubles(this.store.state()!));
  protected readonly danger = computed(() => leftAt(this.store.state()!));
  protected readonly ban = computed(() => sayBan(this.store.state()!, this.danger()));
  protected readonly alignment = computed(() => alignmentOwed(this.store.state()!));
  protected readonly declined = computed(() => {
    const s = this.store.state()!;
    // What was said yes to since is neither declined nor put off any more.
    return s.answers.filter(
      (a) => a.body.answer !== 'approved' && (a.body.parts.length === 0 || a.body.parts.some((c) => answered(s, c)?.id === a.id)),
    );
  });
  /** Told of what was not quoted, and said no or later to. */
  protected readonly putOff = computed(() =>
    this.store
      .state()!
      .told.filter((t) => t.body.answer)
      .map((t) => ({
        id: t.id,
        what: this.session.say(t.body.what),
        said: `${t.body.answer === 'later' ? `later${t.body.on ? `, by ${this.day(t.body.on)}` : ''}` : 'no'}, ${t.body.who}, ${t.body.how}`,
      })),
  );
  protected readonly upkeep = computed(() => {
    const s = this.store.state()!;
    return upkeepDue(s, s.handBack?.body.distanceKm ?? s.context.distanceKm);
  });
  protected readonly findings = computed(() => findingsOf(this.store.state()!));
  /** Only said where it is so. */
  protected readonly nothing = computed(() => {
    const s = this.store.state()!;
    if (s.kept.check.length === 0) return 'Nothing was looked at beyond what is written here.';
    return this.done().length ? 'Nothing beyond the work below.' : 'Nothing.';
  });
  protected readonly done = computed(() => {
    const s = this.store.state()!;
    return s.choices
      .filter((c) => c.body.joints.some((id) => workJoints(s).includes(id)))
      .map((entry) => {
        const { part, quantity, oneSideReason } = entry.body;
        const refit = part.kind === 'refit';
        return {
          entry,
          joints: sayParts(s.context.rules.dialect, entry.body.joints),
          what: refit ? 'The same part' : `${quantity} × ${part.name}${part.supplier ? ` (${part.supplier})` : ''}`,
          terms: `${part.warrantyMonths ? `; ${part.warrantyMonths} months warranty` : ''}${oneSideReason ? `; one side only: ${oneSideReason}` : ''}.`,
          yes: isApproved(s, entry.id) ? answered(s, entry.id) : undefined,
        };
      });
  });
  protected readonly bought = computed(() => this.done().some((c) => c.entry.body.part.kind !== 'refit'));
  /** Pieces by what became of them. */
  protected readonly pieces = computed(() => {
    const s = this.store.state()!;
    const names = new Map(piecesOf(s).map((p) => [p.id, uncapital(this.session.say(p.name))]));
    const said = [...s.pieces.values()].filter((e) => names.has(e.body.piece));
    return [...new Set(said.map((e) => e.body.fate))].map((fate) => ({
      fate,
      names: said
        .filter((e) => e.body.fate === fate)
        .map((e) => `${names.get(e.body.piece)!}${e.body.because ? ` (${e.body.because})` : ''}`)
        .join('; '),
    }));
  });
  protected readonly proved = computed((): JointView[] =>
    [...this.store.state()!.joints.values()].filter((j) => j.before || j.after || j.proof),
  );

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => void this.store.load(id, this.ledger()));
    });
  }
  /** "the left ball joint" */
  protected the(ids: Parameters<typeof sayBoth>[1]): string {
    return sayBoth(this.store.state()!, ids);
  }
  protected say(ids: Parameters<typeof sayJoints>[1]): string {
    return sayJoints(this.store.state()!, ids);
  }
  protected name(j: JointView): string {
    return sayJoint(j.id, this.session.dialect());
  }
  protected both({ minNm, maxNm }: TorqueRange): string {
    const say = (unit: string) => showRange(minNm, maxNm, 'torque', unit);
    return `${say(this.units.torque())} (${say(this.units.torqueOther())})`;
  }
  protected readonly capital = capital;
  protected day(iso: string): string {
    return longDay(iso);
  }
  protected print(): void {
    window.print();
  }
}
