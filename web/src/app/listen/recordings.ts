import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, signal, untracked } from '@angular/core';
import type { Subscription } from 'rxjs';
import { v7 as uuid } from 'uuid';
import {
  attempt,
  compareDrives,
  fixed,
  MEASURED_PHASES,
  MICROPHONES,
  MOST_DRIVEN_KM,
  parseQuantity,
  sayDrives,
  sayPerDistance,
  within,
  recordedOf,
  sayHeard,
  sayRecorded,
  type Entry,
  type MeasuredPhase,
  type Microphone as MicrophonePlace,
  type RecordedFrom,
  type RecordingBody,
} from '@ash-knot/core';
import { Microphone, openMicrophone } from '../instruments/microphone';
import { JobStore } from '../job/job-store';
import { LineChart, type Series } from '../kit/line-chart';
import { Picks } from '../kit/picks';
import { Player } from '../kit/player';
import { ImpactKeys } from '../attachment/impact-keys';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { TextField } from '../kit/text-field';
import { draft } from '../state/draft';
import { Outbox } from '../offline/outbox';
import { clock } from '../words/format';
import { Sounder } from '../workers/sounder';
import type { Reading } from '../workers/sound-work';

type Read = NonNullable<Reading['read']>;
/** Where a microphone sits, where that is known without asking. */
const SITS: Readonly<Partial<Record<RecordedFrom, readonly MicrophonePlace[]>>> = {
  microphone: ['in the cabin', 'in the cabin'],
  simulated: ['left front', 'right front'],
};

/** Drives that were recorded: read here, drawn with their impacts, played, kept with the job, compared before and after. */
@Component({
  selector: 'ak-recordings',
  imports: [ImpactKeys, LineChart, Picks, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <h3 class="heading">A recording of the drive</h3>
    <p class="soft text-[15px]">
      A WAV file of up to four microphones and 20 minutes. What strikes in it is found here; its loudest moments are kept with the
      job, the file itself stays where it is.
    </p>
    @if (reading(); as r) {
      <div class="mt-3 flex items-center gap-4" role="status">
        <progress class="h-3 flex-1 accent-ink" max="1" [value]="r.part" aria-label="How far it is read"></progress>
        <span class="mono w-14 text-right">{{ fixed(r.part * 100, 0) }} %</span>
        <button type="button" class="btn" (click)="stop()" data-testid="recording-stop">Stop</button>
      </div>
    } @else if (read(); as r) {
      <div class="mt-3" data-testid="recording-read">
        <p class="font-semibold">{{ name() }}</p>
        @for (line of said(); track line; let first = $first) {
          <p [class.text-lg]="first" [class.font-bold]="first" class="mt-1">{{ line }}</p>
        }
        @for (n of r.notes; track n) {
          <p class="caution mt-2 !py-1">{{ n }}</p>
        }
        <ak-line-chart class="mt-3 h-40" [label]="chartLabel()" [series]="series()" [fromZero]="false" xTitle="s" yTitle="dB" />
        <ak-impact-keys class="mt-2 block" [sound]="r.wav" [hz]="r.hz" [channels]="r.channels" [impacts]="r.impacts" />
        @if (r.channels > 1) {
          <div class="mt-3 flex flex-wrap gap-x-4 gap-y-2">
            @for (p of places(); track $index; let c = $index) {
              <label class="block">
                <span class="block text-sm font-semibold">Microphone {{ c + 1 }}</span>
                <select class="field mt-1 !w-auto" #at (change)="place(c, at.value)" [attr.data-testid]="'microphone-' + (c + 1)">
                  @for (m of microphones; track m) {
                    <option [value]="m" [selected]="m === p">{{ m }}</option>
                  }
                </select>
              </label>
            }
          </div>
        }
        <ak-picks
          class="mt-3 block"
          label="Recorded"
          [options]="phases"
          [picked]="[phase()]"
          [names]="{ before: 'before the work', after: 'after the work' }"
          [single]="true"
          (pickedChange)="phase.set($event[0]!)"
        />
        <ak-text-field
          class="mt-3 block max-w-64"
          [label]="'How far it was driven, ' + units.distance()"
          [(value)]="way"
          [mono]="true"
          [max]="12"
          [error]="wayWrong()"
          hint="where you know it: drives at another speed are compared by it"
          testId="recording-way"
        />
        <div class="mt-3 flex gap-3">
          <button type="button" class="btn btn-go" (click)="keep()" data-testid="recording-keep">Keep it with the job</button>
          <button type="button" class="btn" (click)="drop()">Leave it</button>
        </div>
      </div>
    } @else {
      @if (microphone(); as m) {
        <div class="mt-3 flex flex-wrap items-center gap-4" role="status">
          <span class="mono text-2xl" data-testid="microphone-heard">{{ fixed(m.seconds(), 0) }} s</span>
          <meter
            class="h-3 min-w-32 flex-1"
            min="-60"
            max="0"
            high="-3"
            [value]="m.levelDb()"
            aria-label="How loud it is"
          ></meter>
          <button type="button" class="btn btn-go" (click)="listened()" data-testid="microphone-stop">That was it</button>
        </div>
        @if (m.levelDb() > -3) {
          <p class="caution mt-2 !py-1">Too loud: further from what knocks, or a softer setting.</p>
        }
      } @else {
        <div class="mt-3 flex flex-wrap gap-3">
          <button type="button" class="btn" (click)="box.click()" data-testid="recording-open">Open a recording</button>
          <button type="button" class="btn" (click)="listen()" data-testid="microphone-open">Record with this device</button>
          <button type="button" class="btn" (click)="standIn()" data-testid="recording-simulated">Simulated microphones</button>
        </div>
        <p class="soft mt-1 text-sm">A passenger records, never the driver. The simulated ones drive a vehicle that is none.</p>
      }
    }
    <input
      #box
      type="file"
      accept=".wav,audio/wav,audio/x-wav"
      class="sr-only"
      tabindex="-1"
      aria-hidden="true"
      (change)="take(box)"
      data-testid="recording-input"
    />
    @if (error()) {
      <p class="wrong mt-2" role="alert" data-testid="recording-error">{{ error() }}</p>
    }
    @for (r of kept(); track r.id) {
      <div class="rule mt-3 pt-2" data-testid="recording-kept">
        <p>
          <b>{{ r.body.name }}</b> <span class="soft">{{ r.body.phase }} the work · {{ r.body.from }}</span>
        </p>
        <p class="text-[15px]">{{ sayHeard(r.body.recorded, r.body.places).join(' ') }}</p>
        @for (e of tells(r); track e) {
          <p class="soft text-sm">{{ session.say(e) }}</p>
        }
        @if (r.body.impacts.length) {
          <details class="mt-1">
            <summary class="link cursor-pointer text-sm">Hear its loudest</summary>
            <ak-impact-keys
              class="mt-1 block"
              [sound]="r.body.sound"
              [hz]="r.body.hz"
              [channels]="r.body.places.length"
              [impacts]="r.body.impacts"
            />
          </details>
        }
      </div>
    }
    @if (compared(); as lines) {
      <div class="rule mt-3 pt-2" data-testid="recordings-compared">
        <p class="heading">Before against after</p>
        @for (line of lines; track line) {
          <p class="mt-1">{{ line }}</p>
        }
      </div>
    }
  `,
})
export class Recordings {
  private readonly store = inject(JobStore);
  private readonly outbox = inject(Outbox);
  private readonly sounder = inject(Sounder);
  private readonly player = inject(Player);
  protected readonly fixed = fixed;
  protected readonly sayHeard = sayHeard;
  protected readonly phases = MEASURED_PHASES;
  protected readonly microphones = MICROPHONES;

  protected readonly name = signal('');
  protected readonly reading = signal<{ readonly part: number } | null>(null);
  protected readonly read = signal<Read | null>(null);
  protected readonly error = signal('');
  protected readonly places = signal<readonly MicrophonePlace[]>([]);
  protected readonly microphone = signal<Microphone | null>(null);
  private readonly from = signal<RecordedFrom>('file');
  protected readonly phase = signal<MeasuredPhase>('before');
  private asked: Subscription | undefined;

  constructor() {
    inject(DestroyRef).onDestroy(() => {
      this.asked?.unsubscribe();
      this.player.stop();
      void this.microphone()?.stop();
    });
    // It came to its end by itself.
    effect(() => {
      if (this.microphone()?.ended()) untracked(() => void this.listened());
    });
  }

  protected take(box: HTMLInputElement): void {
    const file = box.files?.[0];
    box.value = '';
    if (file) this.open(file, file.name, 'file');
  }
  protected async listen(): Promise<void> {
    this.drop();
    try {
      this.microphone.set(await openMicrophone());
    } catch (e) {
      this.error.set((e as Error).message);
    }
  }
  protected async listened(): Promise<void> {
    const m = this.microphone();
    if (!m) return;
    this.microphone.set(null);
    this.open(await m.stop(), `this device, ${clock(new Date().toISOString())}`, 'microphone');
  }
  /** The stand-in drives once over its lane; each time another one. */
  protected standIn(): void {
    this.drop();
    this.asked = this.sounder.ask('simulated drive', Math.floor(Math.random() * 1e6)).subscribe({
      next: (wav) => this.open(new Blob([wav]), 'simulated drive', 'simulated'),
      error: (e: Error) => this.error.set(e.message),
    });
  }
  private open(file: Blob, name: string, from: RecordedFrom): void {
    this.drop();
    this.name.set(name.slice(0, 120));
    this.from.set(from);
    this.reading.set({ part: 0 });
    this.asked = this.sounder.ask('recording', file).subscribe({
      next: (r) => {
        if (!r.read) return this.reading.set({ part: r.part });
        this.reading.set(null);
        this.read.set(r.read);
        this.places.set(
          SITS[from]?.slice(0, r.read.channels) ?? Array.from({ length: r.read.channels }, () => 'not said' as const),
        );
        this.phase.set(this.store.state()!.kept['road-test'] ? 'after' : 'before');
      },
      error: (e: Error) => {
        this.reading.set(null);
        this.error.set(`${e.message} Nothing was stored.`);
      },
    });
  }
  protected stop(): void {
    this.asked?.unsubscribe();
    this.reading.set(null);
  }
  protected drop(): void {
    this.stop();
    this.player.stop();
    this.read.set(null);
    this.error.set('');
  }
  protected place(channel: number, at: string): void {
    const place = MICROPHONES.find((m) => m === at);
    if (place) this.places.update((all) => all.map((p, c) => (c === channel ? place : p)));
  }
  protected readonly said = computed(() => {
    const r = this.read();
    return r ? sayHeard(r.recorded, this.places()) : [];
  });
  protected readonly chartLabel = computed(() => `Loudness over time with ${this.read()?.marks.length ?? 0} impacts marked`);
  protected readonly series = computed((): Series[] => {
    const r = this.read();
    if (!r) return [];
    const every = Math.max(1, Math.ceil(r.levels.length / 900));
    const points: { x: number; y: number }[] = [];
    for (let i = 0; i < r.levels.length; i += every) {
      let most = -Infinity;
      for (let k = i; k < Math.min(i + every, r.levels.length); k++) most = Math.max(most, r.levels[k]!);
      points.push({ x: i * r.levelEveryS, y: Math.max(-90, most) });
    }
    const of = (ring: boolean) => r.marks.filter((m) => (m.ring === 'ring') === ring).map((m) => ({ x: m.atS, y: m.levelDb }));
    return [
      { label: 'loudness', points, thin: true, tone: 'bark' },
      { label: 'thuds', points: of(false), loose: true, marker: 'circle', tone: 'ink' },
      { label: 'rings', points: of(true), loose: true, marker: 'triangle', tone: 'ink' },
    ];
  });

  protected readonly way = draft('recording.way', '');
  protected readonly wayWrong = signal('');
  /** km; nothing where nobody said. @throws BadInput naming the bound */
  private driven(): number | undefined {
    this.wayWrong.set('');
    if (!this.way().trim()) return undefined;
    const field = 'way driven';
    const { si } = parseQuantity(this.way(), 'distance', { field, unit: this.units.distance() });
    return within(field, si, 0.05, MOST_DRIVEN_KM, 'km');
  }
  protected async keep(): Promise<void> {
    const r = this.read();
    if (!r) return;
    const way = attempt(() => this.driven());
    if (!way.ok) return this.wayWrong.set(way.error.message);
    const sound = uuid();
    // It goes with its entry: kept here until the line is there.
    await this.outbox.attach({
      id: sound,
      job: this.store.view()!.id,
      kind: 'recording',
      bytes: new Blob([r.wav], { type: 'audio/wav' }),
    });
    const body: RecordingBody = {
      sound,
      name: this.name(),
      from: this.from(),
      phase: this.phase(),
      hz: r.hz,
      places: [...this.places()],
      recorded: r.recorded,
      impacts: [...r.impacts],
      ...(way.value === undefined ? {} : { km: way.value }),
      notes: [...r.notes],
    };
    if (!(await this.store.write('recording', body))) return;
    this.way.clear();
    this.drop();
  }

  protected readonly session = inject(Session);
  protected readonly units = inject(Units);
  /** What of it counts for the ranking, and how surely. */
  protected tells(e: Entry<'recording'>): string[] {
    return recordedOf([e]).map((f) => sayRecorded(f));
  }
  protected readonly kept = computed(() => this.store.state()?.kept.recording ?? []);
  protected readonly compared = computed(() => {
    const all = this.kept();
    const last = (phase: MeasuredPhase) => all.filter((r) => r.body.phase === phase).at(-1);
    const [before, after] = [last('before'), last('after')];
    if (!before || !after) return null;
    const [a, b] = [before.body, after.body];
    const said = sayDrives(compareDrives(a.recorded, b.recorded));
    if (a.km === undefined || b.km === undefined) return said;
    const of = (x: RecordingBody) => ({ impacts: x.recorded.impacts, km: x.km! });
    return [...said, sayPerDistance(of(a), of(b), this.units.distance())];
  });
}
