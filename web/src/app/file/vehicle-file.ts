import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import { format } from 'date-fns';
import type { FileView } from '@ash-knot/contract';
import { AXLES, fastenerName, jointName, sayFault, show, splitJoint, trimmed } from '@ash-knot/core';
import { LineChart, type Series } from '../kit/line-chart';
import { TopBar } from '../kit/top-bar';
import { Api } from '../state/api';
import { Session } from '../state/session';

/** A vehicle's file: play over distance, past jobs, the torque book and the tips of its type. */
@Component({
  selector: 'ak-vehicle-file',
  imports: [LineChart, RouterLink, TopBar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ak-top-bar />
    <main class="px-5 py-6 plate:px-8">
      @if (error()) {
        <p class="caution" role="alert">{{ error() }}</p>
      }
      @if (file(); as f) {
        <header class="flex flex-wrap items-center gap-x-5 gap-y-2">
          <h1 class="tag !text-2xl">{{ f.vehicle.plate }}</h1>
          <p class="text-lg">
            {{ f.vehicle.typeName }}, {{ f.vehicle.year }}
            <span class="soft"
              >· {{ f.vehicle.owner }} · <span class="mono">{{ km(f.vehicle.distanceKm) }}</span> km · about
              {{ f.vehicle.kmPerDay }} km a day</span
            >
          </p>
          @if (f.vehicle.openJob; as j) {
            <a class="btn ml-auto" [routerLink]="['/job', j]">Its open sheet</a>
          }
        </header>
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
                <p class="soft">No readings yet. Measure a joint under Find and it is charted here.</p>
              }
            </div>
            @if (series().length) {
              <ak-line-chart class="mt-3 h-80" [label]="'Play over distance'" [series]="series()" xTitle="km" yTitle="play, mm" />
              <p class="soft mt-1 text-sm">
                left: round marks, full line · right: square marks, dashed{{
                  limit() ? ' · limit ' + limit()!.limitMm.toFixed(2) + ' mm (' + limit()!.owner + '), red' : ''
                }}. A drop is a renewed part.
              </p>
            }
            <h2 class="mt-7 text-xl font-bold">Past jobs</h2>
            <ul class="mt-1">
              @for (j of f.jobs; track j.id) {
                <li>
                  <a
                    class="rule grid min-h-12 grid-cols-[110px_100px_1fr] items-center gap-3 py-1 hover:bg-ash-200"
                    [routerLink]="['/job', j.id, 'prove']"
                  >
                    <span>{{ day(j.openedAt) }}</span><span class="mono soft text-right">{{ km(j.distanceKm) }}</span>
                    <span class="min-w-0 truncate"
                      >{{ j.words ? '“' + j.words + '”' : j.kind }}
                      <span class="soft">{{ causes(j.causes) }}{{ j.handedBack ? '' : ' · still here' }}</span></span
                    >
                  </a>
                </li>
              } @empty {
                <li class="soft py-3">Nothing yet.</li>
              }
            </ul>
          </section>
          <section>
            <h2 class="text-xl font-bold">Traps and tips</h2>
            <ul class="mt-1">
              @for (t of f.type.tips; track t) {
                <li class="rule py-2">{{ t }}</li>
              } @empty {
                <li class="soft py-2">None written down for this type yet.</li>
              }
            </ul>
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
                      <td class="soft py-2">No published value. None is invented.</td>
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
  readonly id = input.required<string>();
  private readonly api = inject(Api);
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
  protected readonly limit = computed(() => this.session.shop()?.rules.playLimits[this.kind().split('|')[1] as 'frame-bushing']);
  protected readonly series = computed((): Series[] => {
    const [axle, kind] = this.kind().split('|');
    const all = (this.file()?.play ?? []).filter((p) => {
      const j = splitJoint(p.joint);
      return j?.axle === axle && j?.kind === kind;
    });
    if (all.length === 0) return [];
    const of = (side: string) => all.filter((p) => p.joint.includes(`.${side}.`)).map((p) => ({ x: p.distanceKm, y: p.playMm }));
    const xs = all.map((p) => p.distanceKm);
    const l = this.limit();
    return [
      { label: 'left', points: of('left'), marker: 'circle' },
      { label: 'right', points: of('right'), marker: 'rect', dash: [6, 4] },
      ...(l
        ? [
            {
              label: 'limit',
              points: [
                { x: Math.min(...xs), y: l.limitMm },
                { x: Math.max(...xs, Math.min(...xs) + 1), y: l.limitMm },
              ],
              marker: false as const,
            },
          ]
        : []),
    ];
  });

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(
        () =>
          void this.api.get<FileView>(`/vehicles/${id}`).then(
            (f) => this.file.set(f),
            (e: Error) => this.error.set(e.message),
          ),
      );
    });
  }
  protected fastener(k: Parameters<typeof fastenerName>[0]): string {
    return fastenerName(k, this.session.dialect());
  }
  protected causes(ids: readonly string[]): string {
    return ids.map((id) => sayFault(id, this.session.dialect())).join(', ');
  }
  protected day(iso: string): string {
    return format(new Date(iso), 'd MMM yyyy');
  }
  protected km(v: number): string {
    return Math.round(v).toLocaleString('en-GB').replaceAll(',', ' ');
  }
  protected trim(v: number): string {
    return trimmed(v, 1);
  }
}
