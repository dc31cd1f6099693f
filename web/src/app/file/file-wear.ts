import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import type { FileView } from '@ash-knot/contract';
import { capital, convert, jointName, own, sayGrowth, SIDES, splitJoint, wearBand, wearOver, type Side } from '@ash-knot/core';
import { LineChart, type Series } from '../kit/line-chart';
import { AxleSmall } from '../plate/axle-small';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { chartedAxle } from './charted-axle';

/** Play over distance of a vehicle’s joints: what was measured, its line, and where that passes the limit. */
@Component({
  selector: 'ak-file-wear',
  imports: [AxleSmall, LineChart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
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
        left: round marks · right: square marks · dashed: its line, with the band the next reading falls into (95 %), thick where
        it passes the limit{{
          limit() ? ' · limit ' + units.sayLength(limit()!.limitMm) + ' (' + limit()!.owner + '), red' : ''
        }}. After a renewed part the line begins anew.
      </p>
    }
  `,
})
export class FileWear {
  readonly file = input.required<FileView>();
  private readonly session = inject(Session);
  protected readonly units = inject(Units);
  protected readonly picked = signal<string | null>(null);
  protected readonly kinds = computed(() => {
    const seen = new Map<string, string>();
    for (const p of this.file().play ?? []) {
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
    const all = this.file().play.filter((p) => {
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
    return this.file()
      .play.filter((p) => {
        const j = splitJoint(p.joint);
        return j !== undefined && j.axle === axle && j.kind === kind && j.side === side;
      })
      .map((p) => ({ km: p.distanceKm, playMm: p.playMm, after: p.phase === 'after' }))
      .sort((x, y) => x.km - y.km || Number(x.after) - Number(y.after));
  }
  protected readonly small = computed(() => {
    const f = this.file();
    if (!this.kind()) return null;
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
        ...this.file()
          .renewed.filter((r) => r.joint === `${this.kind().split('|')[0]}.${side}.${kind}`)
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
}
