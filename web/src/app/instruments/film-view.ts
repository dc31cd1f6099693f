import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { fixed, type FilmFrom, type FilmResult, type GaugeSpec } from '@ash-knot/core';
import type { PrintedSheet, TakenFilm } from '@ash-knot/core/image';
import { More } from '../kit/more';
import { saveFile } from '../kit/save-file';
import { SelectField } from '../kit/select-field';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { draft } from '../state/draft';
import { Filmer } from '../workers/filmer';
import type { WorkedFilm } from '../workers/film-work';
import { HOLDS, type Prompt } from './film-prompts';
import { openCamera, openFilmFile, openSimulated } from './film-source';
import { FilmTaker, type FilmTerms } from './film-taker';

/** A film that gave an answer. */
export interface Filmed {
  readonly film: TakenFilm;
  readonly sheet: PrintedSheet;
  readonly worked: WorkedFilm & { readonly result: FilmResult };
  readonly from: FilmFrom;
  /** Pushed and pulled, where they were seen. */
  readonly photos: readonly Blob[];
}

/** The live picture of a camera, what is recognised in it, and what the hand is to do: a film of two cards. */
@Component({
  selector: 'ak-film-view',
  imports: [More, RouterLink, SelectField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block', '(document:visibilitychange)': 'hidden()' },
  templateUrl: './film-view.html',
  styleUrl: './film-view.css',
})
export class FilmView {
  readonly gauge = input.required<GaugeSpec>();
  readonly limitMm = input<number>();
  /** What there is on the way to a film, on top: where it is kept it is asked for once. */
  readonly filmed = output<Filmed>();
  /** It begins anew: what was shown of the one before is over. */
  readonly begun = output();
  private readonly filmer = inject(Filmer);
  private readonly session = inject(Session);
  private readonly units = inject(Units);
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  protected readonly fixed = fixed;
  protected readonly aloud = draft('film.aloud', true);
  /** The film itself is kept only where somebody asks for it: on this device, as a file. */
  protected readonly saving = signal(false);
  private recorder: MediaRecorder | undefined;
  protected readonly simulated = computed(() => this.gauge().kind === 'simulated camera');
  protected readonly films = signal<readonly string[]>([]);
  protected readonly film = draft('film.simulated', '2');
  protected readonly holds = Array.from({ length: HOLDS }, (_, i) => i);
  /** What is in the way, said where the key was tapped too soon. */
  protected readonly notYet = signal(false);
  protected readonly taker = new FilmTaker(
    this.filmer,
    (p) => this.show(p),
    (p) => this.say(p),
  );
  protected readonly running = computed(() => ['looking', 'filming'].includes(this.taker.state()));
  protected readonly ready = computed(() => this.taker.ready());
  protected readonly cards = computed(() =>
    (this.taker.looked()?.cards ?? []).map((c) => {
      const [x, y] = c.corners.reduce(([sx, sy], [px, py]) => [sx + px / 4, sy + py / 4], [0, 0]);
      return { card: c.card, points: c.corners.map((p) => p.join()).join(' '), x, y };
    }),
  );
  protected readonly size = computed(() => {
    const l = this.taker.looked();
    return l ? { width: l.width, height: l.height } : { width: 1280, height: 720 };
  });
  protected readonly sheetSaid = computed(() => {
    const n = this.taker.looked()?.used?.sheet;
    if (n === undefined) return undefined;
    const known = this.session.shop()?.sheets.find((s) => s.number === n);
    const cards = this.taker.looked()!.used!.cards;
    const which = `Cards ${cards[0]} and ${cards[1]} of sheet ${n}`;
    if (known?.ruler) return { text: `${which}, ruler ${fixed(known.ruler.mm, 2)} mm.`, owed: false };
    return { text: `${which}. Nobody measured its ruler: sizes are good to 1 %.`, owed: true };
  });
  protected readonly live = computed(() => this.taker.worked()?.result);

  constructor() {
    inject(DestroyRef).onDestroy(() => this.shut());
    void this.filmer.ask('simulated films', null).then((names) => this.films.set(names));
  }
  protected readonly choices = computed(() => this.films().map((name, i) => ({ value: String(i), name })));

  private terms(): FilmTerms {
    const limitMm = this.limitMm();
    return {
      sheet: (number) => ({ number, ruler: this.session.shop()?.sheets.find((s) => s.number === number)?.ruler ?? null }),
      known: this.gauge().known,
      unit: this.units.length(),
      ...(limitMm === undefined ? {} : { limitMm }),
    };
  }
  /** The camera, or its stand-in. */
  async open(): Promise<void> {
    this.begun.emit();
    this.notYet.set(false);
    const source = this.simulated() ? openSimulated(this.filmer, Number(this.film()), this.simulatedSheet()) : openCamera();
    await this.taker.open(source, this.terms());
    await this.over();
  }
  /** The stand-in's cards are of a sheet whose ruler is known, where there is one. */
  private simulatedSheet(): number {
    const all = this.session.shop()?.sheets ?? [];
    return (all.find((s) => s.ruler) ?? all[0])?.number ?? 1;
  }
  protected start(): void {
    if (!this.ready()) return this.notYet.set(true);
    this.notYet.set(false);
    this.record();
    this.taker.start();
  }
  protected async enough(): Promise<void> {
    await this.taker.enough();
    await this.over();
  }
  /** A film that came to its end: handed on where it gave an answer. */
  private async over(): Promise<void> {
    if (this.recorder?.state === 'recording') this.recorder.stop();
    const [film, worked] = [this.taker.film(), this.taker.worked()];
    if (this.taker.state() !== 'done' || !film || !worked?.result) return;
    this.filmed.emit({
      film,
      sheet: this.terms().sheet(film.sheet),
      worked: { ...worked, result: worked.result },
      from: this.taker.from(),
      photos: this.taker.photos(),
    });
  }
  protected async fromFile(box: HTMLInputElement): Promise<void> {
    const file = box.files?.[0];
    box.value = '';
    if (!file) return;
    this.begun.emit();
    if (/\.(csv|json)$/i.test(file.name)) return this.positions(file);
    await this.taker.open(openFilmFile(file), this.terms());
    await this.over();
  }
  /** The positions of a film that was taken before, worked out anew. */
  private async positions(file: File): Promise<void> {
    try {
      const film = await this.filmer.ask('from rows', { name: file.name, text: await file.text() });
      await this.taker.again(film, this.terms());
      await this.over();
    } catch (e) {
      this.taker.stop();
      this.taker.error.set(`${(e as Error).message} Nothing was stored.`);
    }
  }
  shut(): void {
    if (this.recorder?.state === 'recording') this.recorder.stop();
    this.taker.stop();
  }
  /** A camera is not left on behind other pages. */
  protected hidden(): void {
    if (document.hidden && this.running() && this.taker.from() === 'camera') this.shut();
  }

  private show(p: ImageBitmap): HTMLCanvasElement {
    const canvas = this.canvas().nativeElement;
    if (canvas.width !== p.width || canvas.height !== p.height) {
      canvas.width = p.width;
      canvas.height = p.height;
    }
    canvas.getContext('2d')!.drawImage(p, 0, 0);
    return canvas;
  }
  private say(p: Prompt): void {
    if (!this.aloud() || !('speechSynthesis' in window)) return;
    speechSynthesis.cancel();
    speechSynthesis.speak(new SpeechSynthesisUtterance(p.says));
  }
  private record(): void {
    if (!this.saving() || typeof MediaRecorder === 'undefined') return;
    const stream = this.taker.stream ?? this.canvas().nativeElement.captureStream();
    const recorder = new MediaRecorder(stream);
    const parts: Blob[] = [];
    recorder.ondataavailable = (e) => parts.push(e.data);
    recorder.onstop = () => {
      const type = recorder.mimeType || 'video/webm';
      saveFile(`film.${type.includes('mp4') ? 'mp4' : 'webm'}`, new Blob(parts, { type }), type);
    };
    recorder.start();
    this.recorder = recorder;
  }
}
