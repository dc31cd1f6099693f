import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, model, signal, viewChild } from '@angular/core';
import {
  attempt,
  barsOf,
  describe,
  inDialect,
  partsOf,
  sayAxle,
  standing,
  withBars,
  type AxleEnd,
  type JointId,
  type JointKind,
  type JointView,
  type Subject,
  type VehicleTypeSpec,
} from '@ash-knot/core';
import { Picks } from '../kit/picks';
import { TextField } from '../kit/text-field';
import { AxlePlate } from '../plate/axle-plate';
import { Session } from '../session/session';
import { TorquePage } from './torque-page';
import { TypeFields, type Said } from './type-fields';
import { TypePoints } from './type-points';

const PAGES = ['axle', 'bar', 'upper', 'lower', 'bushing', 'wheel', 'points', 'torques'] as const;
export type DescribedPage = (typeof PAGES)[number];

/** What a touched joint is described by; any other is a matter of its axle's layout. */
const PAGE_OF: Partial<Record<JointKind, DescribedPage>> = {
  'link-upper': 'upper',
  'link-lower': 'lower',
  'frame-bushing': 'bushing',
  bar: 'bar',
  'wheel-nuts': 'wheel',
  'wheel-bearing': 'wheel',
};
const ABOUT: Readonly<Record<DescribedPage, readonly Subject[]>> = {
  axle: ['axle'],
  bar: ['bar'],
  upper: ['link', 'upper'],
  lower: ['link', 'lower'],
  bushing: ['bushing'],
  wheel: ['wheel'],
  points: [],
  torques: [],
};
/** Diameters a bar of another vehicle of the type may have, mm; 0 is none at all. */
const OTHER_BARS = ['0', '16', '18', '20', '21', '22', '23', '24', '26', '28'] as const;

/** A type as it is described: the plate to touch, what was touched in its fields, its name and where it is jacked. */
@Component({
  selector: 'ak-type-form',
  imports: [AxlePlate, Picks, TextField, TorquePage, TypeFields, TypePoints],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <div class="mt-4 grid gap-5 lg:grid-cols-2">
      <div class="h-[640px] min-w-0 lg:sticky lg:top-2">
        <ak-axle-plate
          data-testid="type-plate"
          [end]="end()"
          [axle]="type().axles[end()]"
          [joints]="noJoints"
          [plain]="true"
          [selected]="touched()"
          (selectedChange)="touch($event)"
          (flip)="flip()"
        />
      </div>
      <div class="min-w-0">
        <ak-picks
          label="What is described"
          [options]="pages()"
          [names]="pageNames()"
          [picked]="[page()]"
          [single]="true"
          (pickedChange)="page.set($event[0]!)"
        />
        <h3 #head class="mt-3 text-xl font-bold first-letter:uppercase">{{ title() }}</h3>
        @if (page() === 'torques') {
          <ak-torque-page
            class="mt-2 block"
            [type]="type()"
            [(text)]="torques"
            [(source)]="source"
            (changed)="type.set($event)"
          />
        } @else if (page() === 'points') {
          <p class="soft mt-1 text-sm">Ahead of the wheel’s centre · out from the middle · up from the ground.</p>
          <ak-type-points class="mt-2" [type]="type()" [end]="end()" (changed)="type.set($event)" />
        } @else {
          <ak-type-fields [type]="type()" [end]="end()" [about]="about()" [wrong]="wrong()" (said)="say($event)" />
          @if (page() === 'bar' && type().axles[end()].bar?.joins !== 'beam') {
            <div class="rule py-2.5">
              <p class="text-sm font-semibold">Vehicles of this type have</p>
              <ak-picks
                class="mt-1.5 block"
                label="Bars of this type"
                [options]="otherBars"
                [names]="otherBarNames()"
                [picked]="bars()"
                (pickedChange)="vary($event)"
              />
              <p class="soft mt-1 text-sm">{{ variants() }}</p>
            </div>
          }
        }
      </div>
    </div>
    <div class="mt-5 grid gap-4 border-t-2 border-bark pt-4 sm:grid-cols-2">
      <ak-text-field label="Name of the type" [(value)]="name" [maxLength]="80" testId="type-name" />
      <ak-text-field
        label="Jacking points"
        [(value)]="jacking"
        [maxLength]="200"
        hint="empty where nobody has looked: as the maker says"
        testId="type-jacking"
      />
    </div>
    <p class="soft mt-3 text-sm" data-testid="type-says">{{ says() }}</p>
  `,
})
export class TypeForm {
  readonly type = model.required<VehicleTypeSpec>();
  readonly end = model.required<AxleEnd>();
  readonly page = model.required<DescribedPage>();
  readonly name = model.required<string>();
  readonly jacking = model.required<string>();
  /** A page of torques as it is typed, and where it is written. */
  readonly torques = model.required<string>();
  readonly source = model.required<string>();
  private readonly session = inject(Session);
  private readonly head = viewChild.required<ElementRef<HTMLElement>>('head');
  protected readonly noJoints = new Map<JointId, JointView>();
  protected readonly otherBars = OTHER_BARS;
  protected readonly touched = signal<JointId | null>(null);
  protected readonly wrong = signal<{ field: string; sentence: string } | null>(null);

  protected readonly pages = computed((): DescribedPage[] => {
    const axle = this.type().axles[this.end()];
    return PAGES.filter((p) => (p === 'upper' || p === 'lower' ? axle.link : p === 'bushing' ? axle.bushing : true));
  });
  protected readonly pageNames = computed((): Record<DescribedPage, string> => ({
    axle: `${this.end() === 'front' ? 'Front' : 'Rear'} axle`,
    bar: this.session.say('Sway bar'),
    upper: this.session.say('Link, upper end'),
    lower: this.session.say('Link, lower end'),
    bushing: this.session.say('Frame bushing'),
    wheel: 'Wheels',
    points: 'Points',
    torques: 'Torques',
  }));
  protected readonly title = computed(() => {
    const page = this.page();
    if (page === 'torques') return 'The maker’s torques';
    const name = inDialect(this.pageNames()[page]);
    return page === 'axle' ? name : `${this.end()}: ${name.toLowerCase()}`;
  });
  protected readonly about = computed(() => ABOUT[this.pages().includes(this.page()) ? this.page() : 'axle']);
  protected readonly bars = computed(() => barsOf(this.type())[this.end()].map(String) as (typeof OTHER_BARS)[number][]);
  protected readonly otherBarNames = computed(
    () => Object.fromEntries(OTHER_BARS.map((b) => [b, b === '0' ? 'no bar' : `${b} mm`])) as Partial<Record<string, string>>,
  );
  protected readonly variants = computed(() => {
    const { variants } = this.type();
    return variants?.length
      ? `Told apart at each vehicle: ${variants.map((v) => v.name).join(' · ')}.`
      : 'Pick two or more where they differ; which one a vehicle has is asked when it decides.';
  });
  protected readonly says = computed(() => {
    const t = this.type();
    const usual = standing(t).length;
    const torques = t.torqueBook.front.length + t.torqueBook.rear.length;
    return this.session.say(
      `Front: ${sayAxle(t.axles.front)}. Rear: ${sayAxle(t.axles.rear)}. ${usual} of it only usual; ${torques || 'no'} published torque${torques === 1 ? '' : 's'}.`,
    );
  });

  protected flip(): void {
    this.end.set(this.end() === 'front' ? 'rear' : 'front');
    this.touched.set(null);
    this.wrong.set(null);
    if (!this.pages().includes(this.page())) this.page.set('axle');
  }
  protected touch(id: JointId): void {
    this.touched.set(id);
    this.page.set(PAGE_OF[partsOf(id).kind] ?? 'axle');
    // On a phone the fields stand below the plate.
    this.head().nativeElement.scrollIntoView?.({ block: 'nearest' });
  }
  protected say({ field, text }: Said): void {
    const next = attempt(() => describe(this.type(), this.end(), field, text));
    this.wrong.set(next.ok ? null : { field, sentence: next.error.message });
    if (next.ok) this.type.set(next.value);
  }
  protected vary(bars: readonly string[]): void {
    const own = this.type().axles[this.end()].bar?.diameterMm ?? 0;
    const picked = bars.map(Number);
    // The first that is picked beside the bar it was described with makes a difference.
    const list = picked.length === 1 && !picked.includes(own) ? [own, ...picked] : picked;
    this.type.set(withBars(this.type(), { ...barsOf(this.type()), [this.end()]: list }));
  }
  /** Another type lies open: nothing of the last one is marked or refused. */
  begin(): void {
    this.touched.set(null);
    this.wrong.set(null);
  }
}
