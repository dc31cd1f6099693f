import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  ElementRef,
  inject,
  input,
  linkedSignal,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { Router } from '@angular/router';
import { partsOf, type JointId, type Part, type PlannedStep, type StepId } from '@ash-knot/core';
import { APART_TIMES, apartTime, apartView, type ApartTime } from '@ash-knot/core/apart';
import { PhotoButton } from '../attachment/photo';
import { JobStore } from '../job/job-store';
import { Records } from '../job/records';
import { saveFile } from '../kit/save-file';
import { Session } from '../session/session';
import { ApartPicture } from './apart';

const HEAD = 44;
/** Room for what turns which way, and for a piece that was touched. */
const FOOT = 112;

/** In place of the axle: the assembly that is worked on, taken apart. */
@Component({
  selector: 'ak-apart-plate',
  imports: [ApartPicture, PhotoButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'flex h-full min-h-full flex-col bg-ash-200' },
  template: `
    @if (view(); as v) {
      <div class="flex min-h-11 flex-wrap items-center gap-x-3 px-4">
        <h2 class="font-bold">{{ session.say(v.title) }}, {{ offered() ? 'as it would be' : 'taken apart' }}</h2>
        <span class="flex-1"></span>
        @if (v.differs) {
          @for (t of times; track t) {
            <button
              type="button"
              class="link text-sm"
              [class.font-bold]="v.time === t"
              [attr.aria-pressed]="v.time === t"
              (click)="time.set(t)"
              [attr.data-testid]="'apart-' + t.replaceAll(' ', '-')"
            >
              {{ t }}
            </button>
          }
        }
        <button type="button" class="link text-sm" (click)="save()" data-testid="apart-save">Drawing</button>
        <button type="button" class="link text-sm" (click)="axle.emit()" data-testid="apart-axle">Axle</button>
      </div>
      <ak-apart class="flex-1" [view]="v" [width]="width()" [height]="height()" [selected]="picked()" (picked)="pick($event)" />
      <div class="px-4 pt-1 pb-2 text-[15px]" aria-live="polite" data-testid="apart-words">
        @if (piece(); as p) {
          <p>
            <b class="first-letter:uppercase">{{ session.say(p.name) }}</b>{{ p.sizes ? ', ' + p.sizes : ''
            }}{{ p.fate ? ', ' + p.fate : '' }}.
            {{ p.piece.asked && !p.binned ? session.say(p.piece.asked.why) : '' }}
            <span class="soft" data-testid="apart-known">{{ p.knownSaid }}</span>
          </p>
          <div class="flex flex-wrap items-center gap-x-5">
            @if (p.step && p.step !== step()?.id) {
              <button type="button" class="link" (click)="openStep(p.step)" data-testid="apart-step">Its step</button>
            }
            <button type="button" class="link" (click)="look()" data-testid="apart-look">Say what is wrong with it</button>
            @if (!store.practice()) {
              <ak-photo-button [job]="store.view()!.id" (taken)="photo($event)" />
            }
          </div>
        } @else {
          @for (w of v.words; track $index) {
            <p [class.soft]="$index > 0">{{ session.say(w) }}</p>
          }
        }
      </div>
    }
  `,
})
export class ApartPlate {
  readonly joint = input.required<JointId>();
  /** The step that lies open. */
  readonly step = input<PlannedStep>();
  /** A part that is offered: the assembly as it would be with that. */
  readonly offered = input<Part>();
  /** Back to the whole axle. */
  readonly axle = output();
  protected readonly store = inject(JobStore);
  protected readonly session = inject(Session);
  private readonly records = inject(Records);
  private readonly router = inject(Router);
  private readonly picture = viewChild(ApartPicture);
  protected readonly times = APART_TIMES;
  protected readonly width = signal(668);
  private readonly high = signal(620);
  protected readonly height = computed(() => this.high() - HEAD - FOOT);
  private readonly at = computed(() => `${this.joint()} ${this.step()?.id} ${this.offered()?.id}`);
  /** As it is until its part is off; by hand the other one, until another step lies open. */
  protected readonly time = linkedSignal<string, ApartTime>({
    source: this.at,
    // What is written meanwhile changes nothing of what somebody looks at.
    computation: () => untracked(() => (this.offered() ? 'as it will be' : apartTime(this.store.state()!, this.joint()))),
  });
  protected readonly picked = linkedSignal<string, number | null>({ source: this.at, computation: () => null });
  protected readonly view = computed(() =>
    apartView(this.store.state()!, this.joint(), this.time(), { step: this.step(), offered: this.offered() }),
  );
  protected readonly piece = computed(() => {
    const i = this.picked();
    return i === null ? undefined : this.view()?.pieces[i];
  });
  constructor() {
    const el = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    if (typeof ResizeObserver === 'undefined') return;
    const watch = new ResizeObserver(() => {
      const box = el.parentElement;
      if (!box || box.clientWidth === 0) return;
      this.width.set(box.clientWidth);
      this.high.set(box.clientHeight);
    });
    watch.observe(el.parentElement ?? el);
    inject(DestroyRef).onDestroy(() => watch.disconnect());
  }
  protected pick(index: number): void {
    this.picked.update((p) => (p === index ? null : index));
    this.store.select(this.joint());
  }
  protected openStep(id: StepId): void {
    this.records.openedStep.set(id);
  }
  /** What is seen at it is said at Find, with the joint in hand. */
  protected look(): void {
    this.store.select(this.joint());
    void this.router.navigate(this.store.path('find'));
  }
  protected photo(photo: string): void {
    const p = this.piece();
    const step = this.step();
    void this.store.write('photo', {
      photo,
      joint: this.joint(),
      ...(step ? { step: step.id } : {}),
      caption: p ? this.session.say(p.name) : '',
    });
  }
  protected save(): void {
    const { axle, side, kind } = partsOf(this.joint());
    saveFile(`${side}-${axle}-${kind}-taken-apart.svg`, this.picture()!.file(), 'image/svg+xml');
  }
}
