import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { attempt, photoRound, photoSizeBody, photoTouches, photoWay, sizeName, type SizeKey } from '@ash-knot/core';
import { photoLine } from '../attachment/photo-line';
import { PhotoSize, type PhotoFound } from '../instruments/photo-size';
import { JobStore } from '../job/job-store';
import { Outbox } from '../offline/outbox';
import { Units } from '../session/units';

/** A size of the old part by a photograph of it: it goes where a caliper's size goes, with its photograph. */
@Component({
  selector: 'ak-photograph-size',
  imports: [PhotoSize],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ak-photo-size [title]="name()" [way]="way()" [ask]="ask()" (kept)="keep($event)" (shut)="shut.emit()" />
    @if (error()) {
      <p class="wrong mt-1 pl-4" role="alert" data-testid="photograph-error">{{ error() }}</p>
    }
  `,
})
export class PhotographSize {
  readonly size = input.required<SizeKey>();
  readonly shut = output();
  private readonly store = inject(JobStore);
  private readonly outbox = inject(Outbox);
  private readonly units = inject(Units);
  protected readonly error = signal('');
  protected readonly name = computed(() => sizeName(this.size()));
  protected readonly way = computed(() => photoWay(this.size())!);
  protected readonly ask = computed(() => photoTouches(this.way(), photoRound(this.size())));

  protected async keep(f: PhotoFound): Promise<void> {
    const read = attempt(() => photoSizeBody(this.store.axle(), this.size(), f, this.units.length()));
    this.error.set(read.ok ? '' : `${read.error.message} Nothing was changed.`);
    if (!read.ok) return;
    const caption = `${this.name()} by photograph: ${read.value.text}`;
    const photo = await photoLine(this.outbox, this.store.view()!.id, f.picture, { caption });
    const kept = await this.store.writeAll([photo, { kind: 'size', body: read.value }]);
    if (kept) this.shut.emit();
  }
}
