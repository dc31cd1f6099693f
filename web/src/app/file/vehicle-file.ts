import { Fetched } from '../kit/fetched';
import { day } from '../words/format';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { v7 as uuid } from 'uuid';
import type { FileView, VehicleTypeView, VehicleView } from '@ash-knot/contract';
import { AXLES, fastenerName, sayFault, show, trimmed, fixed, sayLasting, type KnownHere } from '@ash-knot/core';
import { TopBar } from '../shell/top-bar';
import { Api } from '../state/api';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { ChangeList } from './change-list';
import { CustomerCard } from './customer-card';
import { FileApart } from './file-apart';
import { FileWear } from './file-wear';
import { PutAway } from './put-away';
import { VehicleForm } from './vehicle-form';

/** A vehicle's file: play over distance, past jobs, the torque book and the tips of its type. */
@Component({
  selector: 'ak-vehicle-file',
  imports: [ChangeList, CustomerCard, Fetched, FileApart, FileWear, PutAway, RouterLink, TopBar, VehicleForm],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ak-top-bar />
    <main class="px-5 py-6 plate:px-8">
      <ak-fetched what="its file" [failed]="error()" [here]="!!file()" (again)="load()" />
      @if (file(); as f) {
        <header class="flex flex-wrap items-center gap-x-5 gap-y-2">
          <h1 class="tag !text-2xl">{{ f.vehicle.plate }}</h1>
          <p class="text-lg">
            <a class="link" [routerLink]="['/types', f.vehicle.typeId]" data-testid="its-type">{{ f.vehicle.typeName }}</a>{{
              f.vehicle.variant ? ', ' + f.vehicle.variant : ''
            }}, {{ f.vehicle.year }}
            <span class="soft"
              >· {{ f.vehicle.owner }} · <span class="mono">{{ units.sayDistance(f.vehicle.distanceKm) }}</span>{{
                f.vehicle.kmPerDay ? ' · about ' + units.sayDistance(f.vehicle.kmPerDay) + ' a day' : ''
              }}</span
            >
          </p>
          <span class="ml-auto flex flex-wrap gap-3">
            @if (!f.into && !righting()) {
              <button type="button" class="btn" (click)="putRight()" data-testid="put-right">Put it right</button>
            }
            @if (f.vehicle.openJob; as j) {
              <a class="btn" [routerLink]="['/job', j]">Its open sheet</a>
            }
          </span>
        </header>
        @if (f.into; as other) {
          <p class="caution mt-3">
            It is the same vehicle as <a class="underline" [routerLink]="['/file', other]">another one</a>: its jobs are there.
          </p>
        } @else if (f.away) {
          <p class="caution mt-3">It was put away: it stands in no list any more.</p>
        }
        @if (righting()) {
          <ak-vehicle-form [file]="f" [types]="types()" (done)="righted($event)" />
        }
        @if (f.left; as l) {
          <p class="caution mt-3" role="status" data-testid="left-before">
            It left here on {{ day(l.on) }} not for the road:
            <a class="underline" [routerLink]="['/job', l.job, 'prove']">{{ causes(l.at) }}</a>.
          </p>
        }
        <p class="mono soft mt-1 text-sm">VIN {{ f.vehicle.vin ?? 'not known' }}</p>
        <div class="mt-6 grid gap-x-12 gap-y-8 plate:grid-cols-[1.25fr_1fr]">
          <section>
            <ak-file-wear [file]="f" />
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
            <ak-customer-card class="mb-6" [vehicle]="f.vehicle.id" [owner]="f.vehicle.owner" (forgotten)="load()" />
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
                      <td class="w-2/5 py-1.5">
                        {{ fastener(v.fastener) }}{{ v.wheel ? ', ' + v.wheel + ' wheels' : '' }}
                        @if (v.source !== book()) {
                          <span class="soft block text-sm">{{ v.source }}</span>
                        }
                      </td>
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
            @if (book()) {
              <p class="soft mt-2 text-sm">{{ book() }}, where nothing else stands</p>
            }
            @if (f.vehicle.known.length) {
              <h2 class="mt-6 text-xl font-bold">Known of this one</h2>
              <ul class="mt-1" data-testid="known">
                @for (k of f.vehicle.known; track k.entry) {
                  <li class="rule py-2">
                    {{ known(k) }} <span class="soft text-sm">{{ k.by }}, {{ day(k.on) }}</span>
                  </li>
                }
              </ul>
            }
            <h2 class="mt-6 text-xl font-bold">Put right so far</h2>
            <ak-change-list class="mt-1" [changes]="f.changes" />
            @if (!f.into) {
              <ak-put-away
                class="mt-4"
                of="vehicle"
                [id]="f.vehicle.id"
                [away]="f.away"
                [others]="others()"
                goes="Its jobs and what was measured go to that one; it stands in no list any more."
                (done)="gone($event)"
              />
            }
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
  private readonly router = inject(Router);
  protected readonly units = inject(Units);
  private readonly session = inject(Session);
  protected readonly file = signal<FileView | null>(null);
  protected readonly error = signal('');
  protected readonly ends = AXLES;
  protected readonly show = show;
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
    this.righting.set(false);
    this.api.get<VehicleView[]>('/vehicles').then(
      (v) => this.vehicles.set(v),
      // Only what it may be one with is missing then.
      () => undefined,
    );
    this.api.get<FileView>(`/vehicles/${this.id()}`).then(
      (f) => this.file.set(f),
      (e: Error) => this.error.set(e.message),
    );
  }
  /** Where most of its torques are written: said once. */
  protected readonly book = computed(() => {
    const sources = AXLES.flatMap((end) => this.file()?.type.torqueBook[end].map((v) => v.source) ?? []);
    const of = (s: string) => sources.filter((x) => x === s).length;
    return [...new Set(sources)].sort((a, b) => of(b) - of(a))[0] ?? '';
  });
  protected readonly righting = signal(false);
  protected readonly types = signal<readonly VehicleTypeView[]>([]);
  private readonly vehicles = signal<readonly VehicleView[]>([]);
  protected readonly others = computed(() =>
    this.vehicles()
      .filter((v) => v.id !== this.id())
      .map((v) => ({ value: v.id, name: `${v.plate}, ${v.typeName}, ${v.year}` })),
  );
  protected putRight(): void {
    this.api.get<VehicleTypeView[]>('/types').then(
      (t) => (this.types.set(t), this.righting.set(true)),
      (e: Error) => this.error.set(e.message),
    );
  }
  protected righted(changed: boolean): void {
    this.righting.set(false);
    if (changed) this.load();
  }
  protected gone(into: string | null): void {
    if (into) void this.router.navigate(['/file', into]);
    else this.load();
  }
  protected known(k: KnownHere): string {
    return sayLasting(k, this.session.dialect());
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
