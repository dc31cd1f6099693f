import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import {
  attempt,
  capital,
  goodsPhoto,
  measuredAgainst,
  photoDoubtMm,
  type EntryBodies,
  type GoodsMeasure,
  type Part,
} from '@ash-knot/core';
import { photoLine } from '../attachment/photo-line';
import { PhotoSize, type PhotoFound } from '../instruments/photo-size';
import { JobStore } from '../job/job-store';
import { TextField } from '../kit/text-field';
import { Outbox } from '../offline/outbox';
import { Units } from '../session/units';

/** What was measured of a part in the hand: as it was written, and what it may be off by where a photograph told it. */
export type Measured = Omit<EntryBodies['goods']['measured'][number], 'what'>;

/** One size of a new part where it is doubted: by a caliper or by a photograph, against what its list says. */
@Component({
  selector: 'ak-goods-size',
  imports: [PhotoSize, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '[class.col-span-2]': 'photographs()' },
  template: `
    <ak-text-field
      [label]="'Measured ' + what()"
      [value]="measured().text"
      (valueChange)="measuredChange.emit({ text: $event })"
      [mono]="true"
      [maxLength]="40"
      [testId]="'goods-' + what()"
      [hint]="doubt() || 'where it is doubted'"
    />
    @if (against(); as a) {
      <p class="text-sm" [class.font-bold]="!a.same" [class.text-oxide]="!a.same" data-testid="against">{{ a.sentence }}</p>
    }
    @if (photographs()) {
      <ak-photo-size
        class="mt-2"
        [title]="title()"
        [way]="photo()!.way"
        [ask]="photo()!.ask"
        (kept)="keep($event)"
        (shut)="photographs.set(false)"
      />
    } @else if (photo() && !store.practice()) {
      <button
        type="button"
        class="link text-sm"
        (click)="photographs.set(true)"
        [attr.data-testid]="'photograph-goods-' + what()"
      >
        By photograph
      </button>
    }
  `,
})
export class GoodsSize {
  readonly part = input.required<Part>();
  readonly what = input.required<GoodsMeasure>();
  readonly measured = input.required<Measured>();
  readonly measuredChange = output<Measured>();
  protected readonly store = inject(JobStore);
  private readonly outbox = inject(Outbox);
  private readonly units = inject(Units);
  protected readonly photographs = signal(false);
  protected readonly photo = computed(() => goodsPhoto(this.what()));
  protected readonly title = computed(() => `${capital(this.what())} of the new part`);
  protected readonly doubt = computed(() => {
    const p = this.measured().photograph;
    return p ? `by photograph ± ${this.units.sayLength(p.doubtMm, 1)}` : '';
  });
  /** What was measured against what its list says. */
  protected readonly against = computed(() => {
    const { text, photograph } = this.measured();
    if (!text.trim()) return null;
    const read = attempt(() => measuredAgainst(this.part(), this.what(), text, this.units.length(), photograph?.doubtMm));
    return read.ok ? read.value : { same: false, sentence: read.error.message };
  });
  /** What it says is kept with the goods once they are decided; its picture is safe at once. */
  protected async keep(f: PhotoFound): Promise<void> {
    const text = this.units.sayLength(f.mm, 1);
    const caption = `${this.title()}, ${this.part().name}, by photograph: ${text}`.slice(0, 200);
    if (!(await this.store.writeAll([await photoLine(this.outbox, this.store.view()!.id, f.picture, { caption })]))) return;
    this.measuredChange.emit({ text, photograph: { doubtMm: photoDoubtMm(f.uMm) } });
    this.photographs.set(false);
  }
}
