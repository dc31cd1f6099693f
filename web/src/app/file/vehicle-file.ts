import { Fetched } from '../kit/fetched';
import { day } from '../words/format';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import { v7 as uuid } from 'uuid';
import type { FileView } from '@ash-knot/contract';
import {
  AXLES,
  fastenerName,
  jointName,
  sayFault,
  show,
  SIDES,
  splitJoint,
  trimmed,
  wearBand,
  convert,
  sayGrowth,
  wearOver,
  type Side,
  capital,
  fixed,
  own,
} from '@ash-knot/core';
import { LineChart, type Series } from '../kit/line-chart';
import { AxleSmall } from '../plate/axle-small';
import { TopBar } from '../shell/top-bar';
import { Api } from '../state/api';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { chartedAxle } from './charted-axle';
import { FileApart } from './file-apart';

/** A vehicle's file: play over distance, past jobs, the torque book and the tips of its type. */
@Component({
  selector: 'ak-vehicle-file',
  imports: [Fetched, AxleSmall, FileApart, LineChart, RouterLink, TopBar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ak-top-bar />
    <main class="px-5 py-6 plate:px-8">
      <ak-fetched what="its file" [failed]="error()" [here]="!!file()" (again)="load()" />
      @if (file(); as f) {
        <header class="flex flex-wrap items-center gap-x-5 gap-y-2">
          <h1 class="tag !text-2xl">{{ f.vehicle.plate }}</h1>
          <p class="text-lg">
            {{ f.vehicle.typeName }}, {{ f.vehicle.year }}
            <span class="soft"
              >· {{ f.vehicle.owner }} · <span class="mono">{{ units.sayDistance(f.vehicle.distanceKm) }}</span>{{
                f.vehicle.kmPerDay ? ' · about ' + units.sayDistance(f.vehicle.kmPerDay) + ' a day' : ''
              }}</span
            >
          </p>
          @if (f.vehicle.openJob; as j) {
            <a class="btn ml-auto" [routerLink]="['/job', j]">Its open sheet</a>
          }
        </header>
        @if (f.left; as l) {
          <p class="caution mt-3" role="status" data-testid="left-before">
            It left here on {{ day(l.on) }} not for the road:
            <a class="underline" [routerLink]="['/job', l.job, 'prove']">{{ causes(l.at) }}</a>.
          </p>
        }
        <p class="mono soft mt-1 text-sm">VIN {{ f.vehicle.vin ?? 'not known' }}</p>
        <div class="mt-6 grid gap-x-12 gap-y-8 plate:grid-cols-[1.25fr_1fr]">
          <section>
            <h2 class="text-xl font-bold">Play over distance</h2>
            <div class="mt-2 flex flex-wrap gap-2" role="group" aria-label="Joint">
              @for (k of kinds(); track k.kind) {
                <button type="button" class="pick" [attr.aria-pressed]="k.kind === kind()" (click)="picked.set(k.kind)">
                  {{ k.name }}
                </button>
              } @empty {
                <p class="nothing">No readings yet. Measure a joint under Find and it is charted here.</p>
              }
            </div>
            @if (small(); as m) {
              <ak-axle-small class="mt-2 max-w-72" [axle]="m.axle" [marks]="m.marks" [label]="m.words" data-testid="file-axle" />
            }
            @if (series().length) {
              @for (w of wear(); track w.side) {
                <p class="mt-2 text-[15px]" data-testid="wear">
                  <b>{{ w.side }}.</b> {{ w.sentence }}
                </p>
              }
              <ak-line-chart
                class="mt-3 h-80"
                [label]="'Play over distance'"
                [series]="series()"
                [xTitle]="units.distance()"
                [yTitle]="'play, ' + units.length()"
                [yMax]="yTop()"
              />
              <p class="soft mt-1 text-sm">
                left: round marks · right: square marks · dashed: its line, with the band the next reading falls into (95 %),
                thick where it passes the limit{{
                  limit() ? ' · limit ' + units.sayLength(limit()!.limitMm) + ' (' + limit()!.owner + '), red' : ''
                }}. After a renewed part the line begins anew.
              </p>
            }
            <h2 class="mt-7 text-xl font-bold">Past jobs</h2>
            <ul class="mt-1">
              @for (j of f.jobs; track j.id) {
                <li class="rule flex flex-wrap items-center gap-x-3">
                  <a
                    class="grid min-h-12 flex-1 grid-cols-[110px_100px_1fr] items-center gap-3 py-1 hover:bg-ash-200"
                    [routerLink]="['/job', j.id, 'prove']"
                  >
                    <span>{{ day(j.openedAt) }}</span><span class="mono soft text-right">{{
                      units.sayDistance(j.distanceKm)
                    }}</span>
                    <span class="min-w-0 truncate"
                      >{{ j.words ? '“' + j.words + '”' : j.kind }}
                      <span class="soft">{{ causes(j.causes) }}{{ j.handedBack ? '' : ' · still here' }}</span></span
                    >
                  </a>
                  @if (j.handedBack && j.kind === 'noise' && maySet()) {
                    @if (made()[j.id]; as m) {
                      <span class="text-sm" role="status">{{ m }}</span>
                    } @else {
                      <button type="button" class="link text-sm" (click)="exercise(j.id)" data-testid="make-exercise">
                        Make it an exercise
                      </button>
                    }
                  }
                </li>
              } @empty {
                <li class="nothing">Nothing yet.</li>
              }
            </ul>
          </section>
          <section>
            <h2 class="text-xl font-bold">Traps and tips</h2>
            <ul class="mt-1">
              @for (t of f.type.tips; track t) {
                <li class="rule py-2">{{ t }}</li>
              } @empty {
                <li class="nothing">None written down for this type yet.</li>
              }
            </ul>
            <h2 class="mt-6 text-xl font-bold">Taken apart</h2>
            <ak-file-apart [file]="f" />
            <h2 class="mt-6 text-xl font-bold">Torque book</h2>
            @for (end of ends; track end) {
              <h3 class="heading mt-2 capitalize">{{ end }}</h3>
              <table class="w-full table-fixed">
                <tbody>
                  @for (v of f.type.torqueBook[end]; track $index) {
                    <tr class="rule">
                      <td class="w-2/5 py-1.5">{{ fastener(v.fastener) }}</td>
                      <td class="mono soft text-sm">{{ v.thread }}</td>
                      <td class="mono text-right font-semibold">
                        {{ v.maxNm > v.minNm ? trim(v.minNm) + '–' + show(v.maxNm, 'torque') : show(v.minNm, 'torque') }}
                      </td>
                      <td class="mono soft text-right text-sm">
                        {{ show((v.minNm + v.maxNm) / 2, 'torque', 'lbf·ft') }}
                      </td>
                    </tr>
                  } @empty {
                    <tr>
                      <td class="nothing">No published value. None is invented.</td>
                    </tr>
                  }
                </tbody>
              </table>
            }
            <p class="soft mt-2 text-sm">{{ f.type.torqueBook.front[0]?.source }}</p>
          </section>
        </div>
      }
    </main>
  `,
})
export class VehicleFile {
  protected readonly fixed = fixed;
  readonly id = input.required<string>();
  private readonly api = inject(Api);
  protected readonly units = inject(Units);
  private readonly session = inject(Session);
  protected readonly file = signal<FileView | null>(null);
  protected readonly error = signal('');
  protected readonly ends = AXLES;
  protected readonly show = show;
  protected readonly picked = signal<string | null>(null);
  protected readonly kinds = computed(() => {
    const seen = new Map<string, string>();
    for (const p of this.file()?.play ?? []) {
      const j = splitJoint(p.joint);
      if (j) seen.set(`${j.axle}|${j.kind}`, `${jointName(j.kind, this.session.dialect())}, ${j.axle}`);
    }
    return [...seen].map(([kind, name]) => ({ kind, name }));
  });
  protected readonly kind = computed(() => this.picked() ?? this.kinds()[0]?.kind ?? '');
  protected readonly limit = computed(() => own(this.session.shop()?.rules.playLimits, this.kind().split('|')[1]));
  /** The chart in the units of the screen. */
  protected readonly series = computed((): Series[] => {
    const { length, distance } = this.units.measures();
    const x = (km: number) => convert(km, 'km', distance, 'distance');
    const y = (mm: number) => convert(mm, 'mm', length, 'length');
    return this.lines().map((s) => ({ ...s, points: s.points.map((p) => ({ x: x(p.x), y: y(p.y) })) }));
  });
  private readonly lines = computed((): Series[] => {
    const [axle, kind] = this.kind().split('|');
    const all = (this.file()?.play ?? []).filter((p) => {
      const j = splitJoint(p.joint);
      return j?.axle === axle && j?.kind === kind;
    });
    if (all.length === 0) return [];
    const l = this.limit();
    const out: Series[] = [];
    const to = Math.max(...all.map((p) => p.distanceKm), ...this.wear().map((w) => w.toKm));
    for (const side of SIDES) {
      const points = this.visits(side).map((p) => ({ x: p.km, y: p.playMm }));
      const w = this.wear().find((x) => x.side === capital(side));
      if (w?.line) {
        const band = wearBand(w.line, w.fromKm, to);
        const tone = side === 'left' ? ('ink' as const) : ('bark' as const);
        out.push(
          { label: `${side}, highest`, points: band.map((p) => ({ x: p.km, y: p.high })), band: true, tone },
          { label: `${side}, lowest`, points: band.map((p) => ({ x: p.km, y: p.low })), loose: true, thin: true },
          { label: `${side}, line`, points: band.map((p) => ({ x: p.km, y: p.mm })), thin: true, dash: [6, 4], tone },
        );
        if (l && w.range) {
          // Left above the limit's line, right below it.
          const y = l.limitMm + (side === 'left' ? 0.012 : -0.012) * this.top();
          out.push({ label: `${side}, passes here`, points: w.range.map((x) => ({ x, y })), stretch: true, tone });
        }
      }
      if (points.length)
        out.push({
          label: side,
          points,
          marker: side === 'left' ? 'circle' : 'rect',
          loose: true,
          tone: side === 'left' ? 'ink' : 'bark',
        });
    }
    const xs = all.map((p) => p.distanceKm);
    if (l)
      out.push({
        label: 'limit',
        points: [
          { x: Math.min(...xs), y: l.limitMm },
          { x: Math.max(to, Math.min(...xs) + 1), y: l.limitMm },
        ],
        marker: false,
      });
    return out;
  });

  /** Mean play of a side at each visit; after the work it counts for the part that was fitted. */
  private visits(side: Side): { km: number; playMm: number; after: boolean }[] {
    const [axle, kind] = this.kind().split('|');
    return (this.file()?.play ?? [])
      .filter((p) => {
        const j = splitJoint(p.joint);
        return j !== undefined && j.axle === axle && j.kind === kind && j.side === side;
      })
      .map((p) => ({ km: p.distanceKm, playMm: p.playMm, after: p.phase === 'after' }))
      .sort((x, y) => x.km - y.km || Number(x.after) - Number(y.after));
  }
  protected readonly small = computed(() => {
    const f = this.file();
    if (!f || !this.kind()) return null;
    const last = { left: this.visits('left').at(-1)?.playMm, right: this.visits('right').at(-1)?.playMm };
    return chartedAxle(f, this.kind(), last, this.limit()?.limitMm, this.session.dialect());
  });
  /** The trend of each side since it was last renewed, in words. */
  protected readonly wear = computed(() => {
    const l = this.limit();
    const kind = this.kind().split('|')[1];
    return SIDES.flatMap((side) => {
      const renewed = Math.max(
        -1,
        ...(this.file()?.renewed ?? [])
          .filter((r) => r.joint === `${this.kind().split('|')[0]}.${side}.${kind}`)
          .map((r) => r.atKm),
      );
      const visits = this.visits(side);
      const since = visits.filter((v) => v.km > renewed || (v.km === renewed && v.after));
      if (visits.length === 0) return [];
      const w = wearOver(since, l?.limitMm ?? 1e3, this.units.measures());
      const from = renewed >= 0 ? ` Since it was renewed at ${this.units.sayDistance(renewed)}.` : '';
      // Without a limit there is nothing to cross.
      const sentence =
        w.kind === 'fit' && !l ? `${sayGrowth(w.line.slope, this.units.measures())}; no limit is set for it.` : w.sentence;
      return [
        {
          side: capital(side),
          sentence: sentence + from,
          line: w.kind === 'fit' ? w.line : undefined,
          range:
            w.kind === 'fit' ? [Math.max(0, w.nextReading.low), Math.min(w.nextReading.high, since.at(-1)!.km * 1.7)] : undefined,
          fromKm: since[0]?.km ?? 0,
          toKm:
            w.kind === 'fit' && l && Number.isFinite(w.nextReading.high)
              ? Math.min(w.nextReading.high, since.at(-1)!.km * 1.7)
              : 0,
        },
      ];
    });
  });

  protected readonly yTop = computed(() => convert(this.top(), 'mm', this.units.length(), 'length'));
  /** A band that opens wide is cut: the limit and the readings are what is looked at. */
  protected readonly top = computed(() => {
    const most = Math.max(...SIDES.flatMap((s) => this.visits(s).map((v) => v.playMm)), this.limit()?.limitMm ?? 0, 0.1);
    return Math.ceil(most * 15) / 10;
  });

  /** A closed job as an exercise: for whoever does not know it. */
  protected readonly maySet = computed(() => ['lead', 'technician'].includes(this.session.person()?.role ?? ''));
  protected readonly made = signal<Readonly<Record<string, string>>>({});
  protected async exercise(job: string): Promise<void> {
    const say = (words: string) => this.made.update((m) => ({ ...m, [job]: words }));
    try {
      await this.api.post(`/jobs/${job}/exercise`, { id: uuid() });
      say('An exercise now, its names taken out.');
    } catch (e) {
      say((e as Error).message);
    }
  }

  constructor() {
    effect(() => {
      this.id();
      untracked(() => this.load());
    });
  }
  protected load(): void {
    this.error.set('');
    this.api.get<FileView>(`/vehicles/${this.id()}`).then(
      (f) => this.file.set(f),
      (e: Error) => this.error.set(e.message),
    );
  }
  protected fastener(k: Parameters<typeof fastenerName>[0]): string {
    return fastenerName(k, this.session.dialect());
  }
  protected causes(ids: readonly string[]): string {
    return ids.map((id) => sayFault(id, this.session.dialect())).join(', ');
  }
  protected day(iso: string): string {
    return day(iso);
  }
  protected trim(v: number): string {
    return trimmed(v, 1);
  }
}
