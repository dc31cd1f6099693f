import { computed, signal } from '@angular/core';
import type { KnownScatter } from '@ash-knot/core';
import type { FilmFault, PrintedSheet, TakenFilm, TakenPicture } from '@ash-knot/core/image';
import type { Filmer } from '../workers/filmer';
import type { Looked, WorkedFilm } from '../workers/film-work';
import { FILM_S, promptAt, type Prompt } from './film-prompts';
import type { FilmSource } from './film-source';

/** What a film is worked out with. */
export interface FilmTerms {
  /** How its sheet was printed, by the number that is read in its cards. */
  readonly sheet: (number: number) => PrintedSheet;
  readonly known?: KnownScatter;
  readonly limitMm?: number;
  readonly unit: 'mm' | 'in';
}
type State = 'idle' | 'opening' | 'looking' | 'filming' | 'working' | 'done';

/** While it is filmed what it comes to is worked out so often, s. */
const AGAIN_S = 1;
/** Before that there is nothing to be said, pictures. */
const LEAST = 30;
/** So long after a picture that served the film may begin, s. */
const READY_S = 1.5;
/** A film from a file has no prompts: it ends by itself, or here, s. */
const MOST_S = 120;

/**
 * Takes a film: each picture is looked at before the next is taken, so that never more than one waits; what serves is kept as
 * the places of two cards. The pictures themselves are not, but for one of each end.
 */
export class FilmTaker {
  readonly state = signal<State>('idle');
  readonly looked = signal<Looked | undefined>(undefined);
  readonly worked = signal<WorkedFilm | undefined>(undefined);
  /** Both cards were seen well a moment ago: one picture that is blurred is no reason to refuse a finger. */
  readonly ready = signal(false);
  readonly error = signal('');
  /** Since it began, s. */
  readonly atS = signal(0);
  /** Pictures a second that were looked at. */
  readonly perSecond = signal(0);
  readonly from = signal<FilmSource['from']>('camera');
  readonly prompt = computed((): Prompt | undefined =>
    this.state() === 'filming' && this.from() !== 'file' ? promptAt(this.atS()) : undefined,
  );
  /** A picture of each end, pushed and pulled. */
  readonly photos = signal<readonly Blob[]>([]);
  private source: FilmSource | undefined;
  private terms: FilmTerms | undefined;
  private pictures: TakenPicture[] = [];
  private faults: Partial<Record<FilmFault, number>> = {};
  private of: Pick<TakenFilm, 'width' | 'height' | 'sheet' | 'cards'> | undefined;
  private begun = 0;
  private workedAt = 0;
  private servedAt = -Infinity;
  private readonly taken = new Map<number, Blob>();
  private readonly ticks: number[] = [];

  constructor(
    private readonly filmer: Filmer,
    /** Where each picture is shown before it is handed over. */
    private readonly show: (p: ImageBitmap) => HTMLCanvasElement | undefined,
    private readonly spoken: (p: Prompt) => void,
  ) {}

  /** The film as it was taken. */
  film(): TakenFilm | undefined {
    return this.of && { ...this.of, pictures: this.pictures, faults: this.faults };
  }
  get sheetNumber(): number | undefined {
    return this.looked()?.used?.sheet ?? this.of?.sheet;
  }
  get stream(): MediaStream | undefined {
    return this.source?.stream;
  }

  async open(source: Promise<FilmSource> | FilmSource, terms: FilmTerms): Promise<void> {
    this.stop();
    this.terms = terms;
    this.state.set('opening');
    try {
      const opened = await source;
      // Shut meanwhile.
      if (this.state() !== 'opening') return opened.stop();
      this.source = opened;
      this.from.set(opened.from);
      this.state.set('looking');
      if (opened.from === 'file') this.start(0);
      await this.run(opened);
    } catch (e) {
      this.stop();
      this.error.set((e as Error).message);
    }
  }

  /** The film begins. @param atS by the film's own clock; now, where it is left out */
  start(atS = this.atS()): void {
    this.reset();
    this.begun = atS;
    this.workedAt = atS;
    this.state.set('filming');
    this.source?.begin(atS);
  }
  private reset(): void {
    this.pictures = [];
    this.faults = {};
    this.of = undefined;
    this.taken.clear();
    this.photos.set([]);
    this.worked.set(undefined);
    this.error.set('');
  }
  stop(): void {
    this.source?.stop();
    this.source = undefined;
    this.state.set('idle');
    this.looked.set(undefined);
    this.servedAt = -Infinity;
    this.ready.set(false);
    this.reset();
  }
  /** No more of it: what there is is worked out. */
  async enough(): Promise<void> {
    if (this.state() !== 'filming') return;
    this.state.set('working');
    this.source?.stop();
    await this.work();
    this.source = undefined;
    this.photos.set([...this.taken].sort(([a], [b]) => a - b).map(([, blob]) => blob));
    this.state.set('done');
  }

  private async run(source: FilmSource): Promise<void> {
    let said: Prompt | undefined;
    while (this.source === source && (this.state() === 'looking' || this.state() === 'filming')) {
      const p = await source.next();
      if (!p || this.source !== source) {
        p?.bitmap.close();
        break;
      }
      const since = p.atS - this.begun;
      this.atS.set(this.state() === 'filming' ? since : p.atS);
      const prompt = this.prompt();
      if (prompt && prompt.hold !== said?.hold) this.spoken(prompt);
      said = prompt;
      const canvas = this.show(p.bitmap);
      if (prompt && canvas) this.photograph(prompt, canvas);
      const looked = await this.filmer.ask('look', p.bitmap);
      if (this.source !== source) return;
      this.tick();
      this.looked.set(looked);
      if (looked.used) this.servedAt = p.atS;
      this.ready.set(p.atS - this.servedAt < READY_S);
      if (this.state() !== 'filming') continue;
      this.take(looked, since);
      const over = this.from() === 'file' ? since > MOST_S : since >= FILM_S;
      if (over) return this.enough();
      if (since - this.workedAt >= AGAIN_S && this.pictures.length >= LEAST) {
        this.workedAt = since;
        await this.work();
      }
    }
    // The file came to its end, or the camera was pulled out.
    if (this.state() === 'filming') await this.enough();
    else if (this.state() === 'looking') {
      this.stop();
      this.error.set('The camera gives no more pictures. Open it again.');
    }
  }
  private tick(): void {
    const now = performance.now();
    this.ticks.push(now);
    while (this.ticks[0]! < now - 2000) this.ticks.shift();
    this.perSecond.set(this.ticks.length / 2);
  }
  /** One of each end is kept: from the middle of the first push and of the first pull. */
  private photograph(prompt: Prompt, canvas: HTMLCanvasElement): void {
    if (prompt.hold < 0 || prompt.hold > 1 || prompt.part < 0.5 || this.taken.has(prompt.hold)) return;
    canvas.toBlob((b) => b && this.taken.set(prompt.hold, b), 'image/jpeg', 0.85);
  }
  private take(l: Looked, atS: number): void {
    const u = l.used;
    if (!u) {
      if (l.fault) this.faults[l.fault] = (this.faults[l.fault] ?? 0) + 1;
      return;
    }
    this.of ??= { width: l.width, height: l.height, sheet: u.sheet, cards: u.cards };
    // Others that come into the picture for a moment are none of this film's.
    if (u.sheet !== this.of.sheet || u.cards.join() !== this.of.cards.join() || l.width !== this.of.width) {
      this.faults['too many'] = (this.faults['too many'] ?? 0) + 1;
      return;
    }
    if (atS > (this.pictures.at(-1)?.atS ?? -1)) this.pictures.push({ a: u.a, b: u.b, atS });
  }
  private async work(): Promise<void> {
    const film = this.film();
    const { sheet, known, limitMm, unit } = this.terms!;
    const worked = await (film
      ? this.filmer.ask('read', {
          film,
          sheet: sheet(film.sheet),
          unit,
          ...(known ? { known } : {}),
          ...(limitMm === undefined ? {} : { limitMm }),
        })
      : this.filmer.ask('none serves', this.faults));
    // While it runs only a play is shown: what is missing may still come.
    if (this.state() === 'working' || worked.result?.found === 'play') this.worked.set(worked);
  }
  /** A film that was kept as positions, worked out again. */
  async again(film: TakenFilm, terms: FilmTerms): Promise<void> {
    this.stop();
    this.terms = terms;
    this.from.set('file');
    this.of = film;
    this.pictures = [...film.pictures];
    this.faults = { ...film.faults };
    this.state.set('working');
    await this.work();
    this.state.set('done');
  }
}
