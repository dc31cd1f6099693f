import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { attempt, parseQuantity, within, type PhotoWay } from '@ash-knot/core';
import type { Point } from '@ash-knot/core/image';
import { TextField } from '../kit/text-field';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { Filmer } from '../workers/filmer';
import type { LookedPhoto, PhotoSize as Found } from '../workers/film-work';

/** A length that was found in a photograph, with the photograph. */
export interface PhotoFound {
  readonly mm: number;
  readonly uMm: number;
  readonly picture: Blob;
}
/** Longest side a photograph is read at, px: more pixels tell no more of a part, and take longer. */
const LONGEST = 2400;
/** A finger is so far off what it means, px of the screen. */
const FINGER = 11;
/** Of a part on a bench nobody said how high: its face is from 0 to 20 mm above the paper; a rectangle's standard uncertainty. */
const [GUESS_MM, GUESS_U_MM] = [10, 20 / Math.sqrt(12)] as const;
/** A height that was measured is good to a millimetre. */
const HEIGHT_U_MM = 0.6;

/** A part beside a sheet of cards: touched in the picture, it is found, drawn and measured. */
@Component({
  selector: 'ak-photo-size',
  imports: [RouterLink, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block border-l-4 border-ink pl-4' },
  template: `
    <div class="flex items-start justify-between gap-3">
      <p class="text-lg font-bold">{{ title() }}, by photograph</p>
      <button type="button" class="link -mt-1 shrink-0" (click)="shut.emit()">Leave it</button>
    </div>
    @if (!looked()) {
      <p class="soft mt-1">
        Lay the part on the bench beside a whole sheet of cards, hold the camera straight above, both filling the picture.
        <a routerLink="/rules/cards" class="link">Cards</a>
      </p>
    }
    <label class="btn mt-2 !min-h-14 cursor-pointer" [class.btn-go]="!looked()">
      {{ looked() ? 'Another photograph' : 'Take the photograph' }}
      <input
        #f
        type="file"
        accept="image/*"
        capture="environment"
        class="sr-only"
        (change)="take(f)"
        data-testid="photo-size-file"
      />
    </label>
    @if (busy()) {
      <p class="soft mt-2" role="status">Reading it …</p>
    }
    @if (looked(); as l) {
      <p class="mt-2" [class.wrong]="l.sheet === undefined" role="status" data-testid="photo-size-says">{{ l.says }}</p>
      @if (l.sheet !== undefined) {
        <p class="mt-1 text-lg font-semibold" data-testid="photo-size-ask">{{ asks() }}</p>
        <div class="mt-2 max-h-[60dvh] overflow-auto rounded border border-ash-300" tabindex="0" aria-label="The photograph">
          <div class="relative" [style.width.%]="large() ? 300 : 100">
            <img class="block w-full" [src]="src()" [alt]="'Photograph: ' + title()" draggable="false" />
            <svg
              #svg
              class="absolute inset-0 h-full w-full touch-manipulation"
              [attr.viewBox]="'0 0 ' + l.width + ' ' + l.height"
              role="img"
              [attr.aria-label]="asks()"
              (pointerup)="touch($event, svg)"
              data-testid="photo-size-picture"
            >
              @for (d of drawn(); track $index) {
                <polyline [attr.points]="d" fill="none" stroke="var(--color-chalk)" [attr.stroke-width]="l.width / 180" />
                <polyline [attr.points]="d" fill="none" stroke="var(--color-ink)" [attr.stroke-width]="l.width / 360" />
              }
            </svg>
          </div>
        </div>
        <div class="mt-2 flex flex-wrap items-center gap-x-5">
          <button type="button" class="link" [attr.aria-pressed]="large()" (click)="large.set(!large())">
            {{ large() ? 'Smaller' : 'Larger' }}
          </button>
          @if (touches().length) {
            <button type="button" class="link" (click)="anew()" data-testid="photo-size-anew">Touch it anew</button>
          }
        </div>
        <ak-text-field
          class="mt-2 block w-64"
          label="Height above the paper"
          hint="of the face that is touched; empty: 10 mm, give or take 10"
          mode="decimal"
          [mono]="true"
          [value]="high()"
          (valueChange)="setHigh($event)"
          testId="photo-size-height"
        />
        @if (wrong()) {
          <p class="wrong mt-2" role="alert" data-testid="photo-size-wrong">{{ wrong() }}</p>
        }
        @if (found()?.length; as r) {
          <p class="mono mt-2 text-4xl leading-none font-semibold text-ink" data-testid="photo-size-found">
            {{ units.lengthDigits(r.mm, 1) }}<span class="text-xl"> ± {{ units.sayLength(2 * r.uMm, 1) }}</span>
          </p>
          <p class="soft mt-1 text-sm">{{ assumes() }}</p>
          <button type="button" class="btn btn-go mt-2 !min-h-14" (click)="keep()" data-testid="photo-size-keep">Keep it</button>
        }
      }
    }
    @if (error()) {
      <p class="wrong mt-2" role="alert">{{ error() }}</p>
    }
  `,
})
export class PhotoSize {
  readonly title = input.required<string>();
  readonly way = input.required<PhotoWay>();
  /** What is to be touched, in turn. */
  readonly ask = input.required<readonly string[]>();
  readonly kept = output<PhotoFound>();
  readonly shut = output();
  protected readonly units = inject(Units);
  private readonly filmer = inject(Filmer);
  private readonly session = inject(Session);
  protected readonly busy = signal(false);
  protected readonly error = signal('');
  protected readonly looked = signal<LookedPhoto | undefined>(undefined);
  protected readonly src = signal('');
  protected readonly large = signal(false);
  protected readonly high = signal('');
  /** Of another size everything is touched anew. */
  protected readonly touches = linkedSignal<PhotoWay, readonly Point[]>({ source: this.way, computation: () => [] });
  protected readonly found = signal<Found | undefined>(undefined);
  protected readonly wrong = signal('');
  private picture: Blob | undefined;
  private reach = 24;
  protected readonly asks = computed(() => this.ask()[this.touches().length] ?? 'Is what is drawn the part? Then keep it.');
  protected readonly drawn = computed(() => (this.found()?.drawn ?? []).map((d) => d.map((p) => p.join()).join(' ')));
  protected readonly assumes = computed(
    () => `${this.looked()!.says} Its face ${this.height().said} above the paper. Twice the standard uncertainty is said.`,
  );

  constructor() {
    inject(DestroyRef).onDestroy(() => this.src() && URL.revokeObjectURL(this.src()));
  }
  private readonly typedHigh = computed(() =>
    this.high().trim() === ''
      ? undefined
      : attempt(() =>
          within(
            'height above the paper',
            parseQuantity(this.high(), 'length', { field: 'height above the paper' }).si,
            0,
            150,
            'mm',
          ),
        ),
  );
  private height(): { readonly mm: number; readonly uMm: number; readonly said: string } {
    const typed = this.typedHigh();
    return typed?.ok
      ? { mm: typed.value, uMm: HEIGHT_U_MM, said: this.units.sayLength(typed.value, 0) }
      : { mm: GUESS_MM, uMm: GUESS_U_MM, said: 'taken as 10 mm, give or take 10,' };
  }
  protected async take(box: HTMLInputElement): Promise<void> {
    const file = box.files?.[0];
    box.value = '';
    if (!file) return;
    this.error.set('');
    this.busy.set(true);
    this.anew();
    try {
      const whole = await createImageBitmap(file);
      const k = Math.min(1, LONGEST / Math.max(whole.width, whole.height));
      const canvas = document.createElement('canvas');
      canvas.width = Math.round(whole.width * k);
      canvas.height = Math.round(whole.height * k);
      canvas.getContext('2d')!.drawImage(whole, 0, 0, canvas.width, canvas.height);
      whole.close();
      this.picture = await new Promise<Blob>((done, fail) =>
        canvas.toBlob((b) => (b ? done(b) : fail(new Error('The picture could not be read.'))), 'image/jpeg', 0.9),
      );
      URL.revokeObjectURL(this.src());
      this.src.set(URL.createObjectURL(this.picture));
      const sheets = (this.session.shop()?.sheets ?? []).map(({ number, ruler }) => ({ number, ruler }));
      this.looked.set(await this.filmer.ask('photo', { picture: await createImageBitmap(canvas), sheets }));
    } catch (e) {
      this.error.set(
        e instanceof DOMException ? `“${file.name}” could not be read as a picture. Nothing was stored.` : (e as Error).message,
      );
    }
    this.busy.set(false);
  }
  protected anew(): void {
    this.touches.set([]);
    this.found.set(undefined);
    this.wrong.set('');
  }
  protected touch(e: PointerEvent, svg: Element): void {
    if (this.touches().length >= this.ask().length) return this.wrong.set('All of it was touched. “Touch it anew” begins again.');
    const box = svg.getBoundingClientRect();
    const k = this.looked()!.width / box.width;
    this.reach = Math.max(24, FINGER * k);
    const at: Point = [(e.clientX - box.left) * k, (e.clientY - box.top) * k];
    this.measure((t) => [...t, at]);
  }
  protected setHigh(text: string): void {
    this.high.set(text);
    this.measure((t) => t);
  }
  /** What was touched stays where it was found; a touch that found nothing is none. */
  private measure(next: (touches: readonly Point[]) => readonly Point[]): void {
    // One after the other: what is typed while a touch is being looked for must not forget it.
    this.queue = this.queue.then(() => this.find(next(this.touches())));
  }
  private queue: Promise<void> = Promise.resolve();
  private async find(touches: readonly Point[]): Promise<void> {
    if (touches.length === 0) return;
    const typed = this.typedHigh();
    if (typed && !typed.ok) return this.wrong.set(typed.error.message);
    const { mm, uMm } = this.height();
    const found = await this.filmer.ask('photo size', { way: this.way(), touches, height: { mm, uMm }, reach: this.reach });
    this.found.set(found);
    this.wrong.set(found.wrong ?? '');
    const last = this.ask().length === touches.length && found.wrong && found.drawn.length === touches.length;
    this.touches.set(found.wrong ? touches.slice(0, last ? -1 : found.drawn.length) : touches);
  }
  protected keep(): void {
    const r = this.found()?.length;
    if (r && this.picture) this.kept.emit({ mm: r.mm, uMm: r.uMm, picture: this.picture });
  }
}
