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
import { SelectField } from '../kit/select-field';

type Read = NonNullable<Reading['read']>;
/** Where a microphone sits, where that is known without asking. */
const SITS: Readonly<Partial<Record<RecordedFrom, readonly MicrophonePlace[]>>> = {
  microphone: ['in the cabin', 'in the cabin'],
  simulated: ['left front', 'right front'],
};

/** Drives that were recorded: read here, drawn with their impacts, played, kept with the job, compared before and after. */
@Component({
  selector: 'ak-recordings',
  imports: [ImpactKeys, LineChart, Picks, SelectField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  templateUrl: './recordings.html',
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
    const marked = (ring: boolean) =>
      r.marks.filter((m) => (m.ring === 'ring') === ring).map((m) => ({ x: m.atS, y: m.levelDb }));
    return [
      { label: 'loudness', points, thin: true, tone: 'bark' },
      { label: 'thuds', points: marked(false), loose: true, marker: 'circle', tone: 'ink' },
      { label: 'rings', points: marked(true), loose: true, marker: 'triangle', tone: 'ink' },
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
    const drive = ({ body: { recorded, km } }: typeof before) => ({ ...recorded, km });
    return sayDrives(compareDrives(drive(before), drive(after)), this.units.distance());
  });
}
