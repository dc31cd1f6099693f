import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import {
  attempt,
  BadInput,
  FIT_PARTS,
  readWheelSize,
  type Attempt,
  type AxleSpec,
  type EntryBodies,
  type Wheels,
} from '@ash-knot/core';
import { TextField } from '../kit/text-field';
import { Units } from '../session/units';
import { draft } from '../state/draft';
import { Mechanics } from '../workers/mechanics';
import { asked } from './asked';
import { draftPlace } from './draft-place';
import { typedMm, typedOr } from './typed';
import { WheelDrawing } from './wheel-drawing';

/** Other wheels against link, bar, arm, steering and bolt head; and which way up a bar goes. */
@Component({
  selector: 'ak-wheel-check',
  imports: [TextField, WheelDrawing],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <ak-wheel-drawing [axle]="axle()" [wheels]="shown()" />
    <div class="mt-3 grid grid-cols-2 gap-3 sm:grid-cols-3">
      <ak-text-field
        class="col-span-2 sm:col-span-1"
        label="The other tyre and rim"
        [(value)]="size"
        [mono]="true"
        hint="as on it: 225/40 R18 ET45"
        testId="wheel-size"
      />
      <ak-text-field
        label="Offset, old"
        [(value)]="offsetWas"
        [mono]="true"
        hint="as cast on the old rim"
        testId="wheel-offset-was"
      />
      <ak-text-field label="Lowered by" [(value)]="lowered" [mono]="true" hint="empty: as it was" testId="wheel-lowered" />
    </div>
    <details class="mt-1" [open]="measured()" data-testid="wheel-measured">
      <summary class="link cursor-pointer">Measured instead</summary>
      <div class="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-3">
        <ak-text-field
          label="Tyre, wide"
          [(value)]="width"
          [mono]="true"
          [hint]="'type: ' + units.sayLength(axle().tyreWidthMm, 0)"
          testId="wheel-width"
        />
        <ak-text-field
          label="Tyre, high"
          [(value)]="height"
          [mono]="true"
          [hint]="'type: ' + units.sayLength(axle().tyreDiameterMm, 0)"
          testId="wheel-height"
        />
        <ak-text-field
          label="Rim, across"
          [(value)]="rim"
          [mono]="true"
          hint="as 16 in; empty: usual for the tyre"
          testId="wheel-rim"
        />
        <ak-text-field
          label="Offset, new"
          [(value)]="offsetIs"
          [mono]="true"
          hint="smaller stands further out"
          testId="wheel-offset-is"
        />
        <ak-text-field
          label="Further out by"
          [(value)]="out"
          [mono]="true"
          hint="its middle; in: with a minus"
          testId="wheel-out"
        />
      </div>
    </details>
    @if (wrong()) {
      <p class="wrong mt-3" role="alert" data-testid="wheel-wrong">{{ wrong() }}</p>
    }
    @if (fit(); as f) {
      <div class="mt-3" data-testid="wheel-fit">
        @for (m of f.meets; track m) {
          <p class="caution mt-1">{{ m }}</p>
        } @empty {
          <p class="text-lg font-bold">They clear link, bar, arm, steering and bolt as the old ones did.</p>
        }
        <table class="mt-2 w-full text-[15px]" data-testid="wheel-airs">
          <thead>
            <tr class="soft text-left">
              <th scope="col" class="font-normal">Air between the wheel and</th>
              <th scope="col" class="text-right font-normal">was</th>
              <th scope="col" class="text-right font-normal">will be</th>
            </tr>
          </thead>
          <tbody>
            @for (a of airs(); track a.name) {
              <tr class="rule">
                <td>{{ a.name }}</td>
                <td class="mono text-right">{{ a.was }}</td>
                <td class="mono text-right" [class.font-bold]="a.less">{{ a.is }}</td>
              </tr>
            }
          </tbody>
        </table>
        @if (f.doubtful) {
          <p class="mt-1 font-semibold">
            By these points the old wheels touched already: measure the points before believing this.
          </p>
        }
        @if (f.shorterMm) {
          <p class="mt-1">A link {{ units.sayLength(f.shorterMm, 1) }} shorter would clear.</p>
        }
        <p class="mt-1">
          {{
            f.boltPoints === 'either way'
              ? 'The bolt’s head may point either way.'
              : 'There is more air with the mount’s bolt pointing ' + f.boltPoints + '.'
          }}
        </p>
        <p class="soft mt-1 text-sm">
          Over the usual travel and lock, tyre and rim{{
            usual() ? ', from usual points: turn the wheel lock to lock and look' : ''
          }}.
        </p>
        @if (keeps()) {
          <button type="button" class="btn mt-3" (click)="keep()" data-testid="wheel-keep">Keep it on the tape</button>
        }
      </div>
    }
    <div class="rule mt-4 grid items-end gap-x-4 gap-y-2 pt-3 sm:grid-cols-[180px_1fr]">
      <ak-text-field
        label="Bar’s middle stands up by"
        [(value)]="drop"
        [mono]="true"
        hint="from the line of its arms; down: minus"
        testId="way-up"
      />
      <p class="pb-7" data-testid="way-up-out">{{ wayUp().answer?.sentence ?? wayUp().wrong }}</p>
    </div>
  `,
})
export class WheelCheck {
  readonly axle = input.required<AxleSpec>();
  readonly keeps = input(false);
  readonly kept = output<EntryBodies['result']>();
  protected readonly units = inject(Units);
  private readonly mechanics = inject(Mechanics);
  private readonly place = draftPlace();
  private readonly text = (key: string) => draft(`wheels.${key}.${this.place}`, '');
  protected readonly size = this.text('size');
  protected readonly width = this.text('width');
  protected readonly height = this.text('height');
  protected readonly out = this.text('out');
  protected readonly lowered = this.text('lowered');
  protected readonly rim = this.text('rim');
  protected readonly offsetWas = this.text('offset.was');
  protected readonly offsetIs = this.text('offset.is');
  protected readonly drop = this.text('drop');
  protected readonly usual = computed(() => Object.values(this.axle().points).some((p) => p?.from === 'usual'));

  private readonly question = computed((): Attempt<{ axle: AxleSpec; wheels: Wheels; loweredMm: number }> | null => {
    if (![this.size(), this.width(), this.height(), this.out(), this.rim(), this.offsetIs()].some((t) => t.trim())) return null;
    const axle = this.axle();
    return attempt(() => {
      const size = this.size().trim() ? readWheelSize('size of the wheel', this.size()) : undefined;
      const rim = this.rim().trim() ? typedMm('rim', this.rim()) : size?.rimDiameterMm;
      return {
        axle,
        wheels: {
          // What was measured of it comes before what stands on it.
          tyreWidthMm: typedOr('width of the tyre', this.width(), size?.tyreWidthMm ?? axle.tyreWidthMm),
          tyreDiameterMm: typedOr('diameter of the tyre', this.height(), size?.tyreDiameterMm ?? axle.tyreDiameterMm),
          outMm: this.outMm(size?.offsetMm),
          ...(rim === undefined ? {} : { rimDiameterMm: rim }),
        },
        loweredMm: typedOr('change of ride height', this.lowered(), 0),
      };
    });
  });
  /** By both offsets where they are said: a smaller one stands further out. @param cast behind the size, where it was */
  private outMm(cast: number | undefined): number {
    const was = this.offsetWas().trim();
    const is = this.offsetIs().trim() ? typedMm('new offset', this.offsetIs()) : cast;
    if (this.out().trim()) {
      if (was && is !== undefined)
        throw new BadInput('how far out the wheel stands', 'is said twice: by its offsets, or as it is measured');
      return typedMm('how far out the wheel stands', this.out());
    }
    if (!was && is === undefined) return 0;
    if (!was || is === undefined)
      throw new BadInput(`${was ? 'new' : 'old'} offset`, 'is empty: one of them alone does not say how far out it stands');
    return typedMm('old offset', was) - is;
  }
  /** Drawn as soon as it is understood; nothing is asked of the points for that. */
  protected readonly shown = computed(() => {
    const q = this.question();
    return q?.ok ? q.value.wheels : null;
  });
  protected readonly measured = computed(() =>
    [this.width(), this.height(), this.out(), this.rim(), this.offsetIs()].some((t) => t.trim()),
  );
  /** How much air there is to each neighbour over travel and lock, before and after. */
  protected readonly airs = computed(() => {
    const f = this.fit();
    if (!f) return [];
    const bolt = f.boltPoints === 'outward' ? 'bolt outward' : 'bolt inward';
    const say = (mm: number) => (mm <= 0 ? 'meets it' : this.units.sayLength(mm, 0));
    return ([...FIT_PARTS.filter((x) => !x.startsWith('bolt ')), bolt] as const).flatMap((part) => {
      const [was, is] = [f.before[part], f.after[part]];
      if (!was || !is) return [];
      const name = part.startsWith('bolt ') ? 'the mount’s bolt' : `the ${part.replace('bar end', 'bar’s end')}`;
      return [{ name, was: say(was.airMm), is: say(is.airMm), less: is.airMm < was.airMm - 0.5 }];
    });
  });
  private readonly answer = asked(this.question, (q) => this.mechanics.ask('wheels', q));
  protected readonly fit = computed(() => (this.question()?.ok ? this.answer().answer : undefined));
  protected readonly wrong = computed(() => {
    const q = this.question();
    return q === null ? '' : q.ok ? this.answer().wrong : q.error.message;
  });
  private readonly over = computed((): Attempt<{ axle: AxleSpec; dropMm: number; loweredMm: number }> | null =>
    this.drop().trim()
      ? attempt(() => ({
          axle: this.axle(),
          dropMm: typedMm('bend of the bar’s middle', this.drop()),
          loweredMm: typedOr('change of ride height', this.lowered(), 0),
        }))
      : null,
  );
  protected readonly wayUp = asked(this.over, (q) => this.mechanics.ask('way up', q));

  protected keep(): void {
    const [q, f] = [this.question(), this.fit()];
    if (!q?.ok || !f) return;
    this.kept.emit({
      what: 'wheel fit',
      method: 'wheel fit 1',
      given: { ...q.value.wheels, loweredMm: q.value.loweredMm },
      found: { meets: [...f.meets], shorterMm: f.shorterMm ?? null, boltPoints: f.boltPoints },
      words: f.meets.length
        ? f.meets.join(' ')
        : `tyre ${this.units.sayLength(q.value.wheels.tyreWidthMm, 0)} wide clears link, bar, arm, steering and bolt`,
    });
  }
}
