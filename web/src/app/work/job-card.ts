import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  barChanges,
  capital,
  crewOf,
  fastenersOf,
  mins,
  piecesOf,
  planOf,
  sayBan,
  sayHex,
  sayParts,
  showRange,
  leftAt,
  workJoints,
  FATES,
  type PlannedStep,
  plainStep,
  workedAxles,
  type AxleEnd,
} from '@ash-knot/core';
import { Fetched } from '../kit/fetched';
import { AxleDrawing } from '../plate/axle-drawing';
import { apartJoints, apartView } from '@ash-knot/core/apart';
import { ApartPicture } from '../apart/apart';
import { JobStore } from '../job/job-store';
import { sheetPath } from '../job/sheet-path';
import type { LedgerName } from '../offline/outbox';
import { PaperHead } from '../kit/paper-head';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { clock, longDay } from '../words/format';

/** The plan of work on paper, for when the tablet is flat: steps, sizes, numbers, boxes to tick. A4 or Letter, black only. */
@Component({
  selector: 'ak-job-card',
  imports: [Fetched, AxleDrawing, ApartPicture, PaperHead, RouterLink],
  providers: [JobStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="no-print flex items-center gap-4 border-b px-6 py-2">
      <a class="link" [routerLink]="sheetPath(ledger(), id(), 'work')">Back to the sheet</a>
      <button type="button" class="btn btn-go ml-auto" (click)="print()">Print</button>
    </div>
    @if (store.state(); as s) {
      @if (store.view(); as v) {
        <main class="page" data-testid="job-card">
          <ak-paper-head
            [shop]="session.letterhead()"
            [title]="v.vehicle.plate + ': job card'"
            [under]="v.vehicle.typeName + ', ' + v.vehicle.year + ' · ' + units.sayDistance(s.distanceKm)"
            >{{ v.bay }}<br />{{ who() }}</ak-paper-head
          >
          @if (danger()) {
            <p class="my-4 border-4 border-black p-3 text-xl font-bold">{{ danger() }}</p>
          }
          <p class="mt-3 text-lg font-semibold">{{ head() }}</p>
          <table class="card">
            <thead>
              <tr>
                <th class="w-8"></th>
                <th class="text-left">Step</th>
                <th class="w-40 text-left">Tools, sizes</th>
                <th class="w-32 text-right">Number</th>
              </tr>
            </thead>
            <tbody>
              @for (r of rows(); track r.step.id) {
                <tr>
                  <td><span class="tick" [class.full]="r.done"></span></td>
                  <td>
                    <b>{{ r.step.title }}</b>
                    @if (r.step.caution) {
                      <span class="block"><b>!</b> {{ r.step.caution }}</span>
                    }
                    @if (r.source) {
                      <span class="block small">{{ r.source }}</span>
                    }
                    @if (r.order) {
                      <span class="block small">{{ r.order }}</span>
                    }
                  </td>
                  <td>{{ r.tools }}</td>
                  <td class="text-right font-bold">{{ r.number }}</td>
                </tr>
              }
            </tbody>
          </table>
          @for (a of apart(); track a.view.joint) {
            <section class="apart">
              <h2>{{ session.say(a.view.title) }}, taken apart{{ a.alike ? '; the other side alike' : '' }}</h2>
              <ak-apart [view]="a.view" [width]="700" [height]="420" [touched]="false" />
            </section>
          }
          @for (end of axles(); track end) {
            <section class="apart">
              <h2>{{ capital(end) }} axle, its measures</h2>
              <ak-axle-drawing [end]="end" [axle]="store.state()!.axles[end]" [title]="title(end)" />
            </section>
          }
          @if (pieces().length) {
            <h2>What came off</h2>
            <table class="card">
              <tbody>
                @for (p of pieces(); track p.id) {
                  <tr>
                    <td>{{ session.say(p.name) }}</td>
                    @for (f of fates; track f) {
                      <td class="w-28"><span class="tick" [class.full]="p.fate === f"></span> {{ f }}</td>
                    }
                  </tr>
                }
              </tbody>
            </table>
          }
          @if (workedOut().length) {
            <h2>Worked out</h2>
            <ul>
              @for (w of workedOut(); track w) {
                <li>{{ w }}</li>
              }
            </ul>
          }
          <p class="mt-4">
            Signed, with the time: ______________________________________ What is written here goes on the tape by whoever did it.
          </p>
          <p class="small mt-2">As it stood {{ stand() }}. The maker’s information comes first.</p>
        </main>
      }
    } @else {
      <ak-fetched class="p-8" what="the sheet" [failed]="store.failed() ?? ''" [here]="false" (again)="store.again()" />
    }
  `,
  styles: `
    .card td,
    .card th {
      vertical-align: top;
      padding: 3px 6px;
    }
    .card tr {
      break-inside: avoid;
    }
    .apart {
      break-inside: avoid;
    }
    .tick {
      display: inline-block;
      width: 14px;
      height: 14px;
      border: 1.5px solid #000;
      vertical-align: -2px;
    }
    .tick.full {
      background: #000;
    }
    .small {
      font-size: 13px;
    }
  `,
  styleUrl: '../kit/paper.css',
})
export class JobCard {
  readonly id = input.required<string>();
  readonly ledger = input<LedgerName>('jobs');
  protected readonly sheetPath = sheetPath;
  protected readonly store = inject(JobStore);
  protected readonly session = inject(Session);
  protected readonly units = inject(Units);
  protected readonly fates = FATES;

  /** The last length, setting, bar and wheels that were worked out, in their own words. */
  protected readonly workedOut = computed((): string[] => [
    ...barChanges(this.store.state()!),
    ...(['link length', 'link setting', 'link turns', 'bar', 'wheel fit'] as const).flatMap((what) => {
      const last = this.store
        .state()
        ?.results.filter((e) => e.body.what === what)
        .at(-1);
      return last ? [`${capital(what)}: ${this.session.say(last.body.words)}`] : [];
    }),
  ]);
  protected readonly who = computed(() =>
    crewOf(this.store.state()!)
      .map((p) => p.name)
      .filter(Boolean)
      .join(', '),
  );
  protected readonly danger = computed(() => {
    const s = this.store.state()!;
    const ids = leftAt(s);
    return ids.length ? sayBan(s, ids) : '';
  });
  protected readonly head = computed(() => {
    const s = this.store.state()!;
    const plan = planOf(s);
    const minutes = plan.reduce((sum, p) => sum + p.minutes, 0);
    return plan.length
      ? `${capital(sayParts(this.session.dialect(), workJoints(s))) || 'The work'}: ${mins(minutes)} of hands${s.setup ? `, on ${s.setup.equipment}` : ''}.`
      : 'Nothing is to be undone yet.';
  });
  protected readonly rows = computed(() => {
    const s = this.store.state()!;
    const fastenerById = new Map(fastenersOf(s).map((f) => [f.fastener.id, f]));
    return planOf(s).map((step: PlannedStep) => {
      const f = step.fastener ? fastenerById.get(step.fastener) : undefined;
      const done = f ? f.state === 'done' : s.steps.get(step.id)?.body.state === 'done';
      const tools = f
        ? [
            f.fastener.hexMm ? sayHex(f.fastener.hexMm) : '',
            f.fastener.hold ? `hold ${f.fastener.hold}` : '',
            f.fastener.rideHeight ? 'at ride height' : '',
          ]
        : [...step.tools];
      return {
        step,
        done,
        tools: tools.filter(Boolean).join(', '),
        number: f
          ? f.target
            ? showRange(f.target.minNm, f.target.maxNm, 'torque', this.units.torque())
            : f.state === 'must be published'
              ? 'find the maker’s value'
              : 'no value: firm, marked'
          : plainStep(step.id) === 'height'
            ? 'L ______ R ______'
            : '',
        source: f?.ruling.kind === 'value' ? f.ruling.value.source : '',
        order: f?.order ? `${f.order.join(' · ')}, at 30, 70, 100 %, the first again` : '',
      };
    });
  });
  /** What is worked on, as it will be once it is together again; each kind once. */
  protected readonly apart = computed(() => {
    const s = this.store.state()!;
    return apartJoints(s).flatMap(({ joint, alike }) => {
      const view = apartView(s, joint, 'as it will be');
      return view ? [{ view, alike }] : [];
    });
  });
  /** The axles something is worked on at. */
  protected readonly axles = computed(() => workedAxles(this.store.state()!));
  protected readonly capital = capital;
  protected title(end: AxleEnd): string {
    const v = this.store.view()!.vehicle;
    return `${v.plate}, ${v.typeName}, ${end} axle`;
  }
  protected readonly pieces = computed(() => {
    const s = this.store.state()!;
    return piecesOf(s).map((p) => ({ ...p, fate: s.pieces.get(p.id)?.body.fate }));
  });
  protected readonly stand = computed(() => {
    const at = this.store.state()!.entries.at(-1)?.at ?? this.store.view()!.openedAt;
    return `${longDay(at)}, ${clock(at)}`;
  });

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => void this.store.load(id, this.ledger()));
    });
  }
  protected print(): void {
    window.print();
  }
}
