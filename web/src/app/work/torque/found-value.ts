import { ChangeDetectionStrategy, Component, effect, ElementRef, inject, input, output, signal } from '@angular/core';
import { attempt, needsPublished, readBookValue, type BookValue, type FastenerView } from '@ash-knot/core';
import { JobStore } from '../../job/job-store';
import { Places } from '../../job/places';
import { focusIn } from '../../kit/focus';
import { TextField } from '../../kit/text-field';
import { draft } from '../../state/draft';
import { Pulling } from './pulling';
import { SelectField } from '../../kit/select-field';

const PUBLISHERS = [
  { value: 'part maker', name: 'the new part’s maker' },
  { value: 'vehicle maker', name: 'the vehicle’s maker' },
] as const satisfies readonly { value: BookValue['publisher']; name: string }[];

/** A value the file did not have, from the maker's book or the new part's sheet. It needs where it is written. */
@Component({
  selector: 'ak-found-value',
  imports: [SelectField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <form class="mt-3 grid grid-cols-[1fr_2fr_auto] items-end gap-3" (submit)="keep($event)">
      <ak-text-field
        label="The maker’s value"
        [(value)]="value"
        [mono]="true"
        hint="a value or a range, with its unit"
        testId="found-value"
      />
      <ak-text-field label="Where it is written" [(value)]="source" testId="found-source" />
      <button class="btn" data-testid="found">Use it</button>
      @if (view().target !== null) {
        <ak-select-field
          class="col-span-3"
          label="Published by"
          look="beside"
          [options]="publishers"
          [value]="publisher()"
          (valueChange)="publish($event)"
        />
      }
    </form>
  `,
})
export class FoundValue {
  readonly view = input.required<FastenerView>();
  /** The big key at a fastener without a value, with nothing typed here: firm and marked. */
  readonly firm = output();
  private readonly store = inject(JobStore);
  private readonly pulling = inject(Pulling);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  protected readonly value = draft('torque.found', '');
  protected readonly source = draft('torque.found.source', '');
  protected readonly publisher = signal<BookValue['publisher']>('part maker');
  protected readonly publishers = PUBLISHERS;

  protected publish(by: string): void {
    this.publisher.set(PUBLISHERS.find((p) => p.value === by)!.value);
  }
  constructor() {
    const places = inject(Places);
    effect((gone) => {
      // Where a value rules the key pulls at it.
      if (this.view().target !== null) return;
      const name = `fastener ${this.view().fastener.id}` as const;
      gone(places.add({ name, element: this.host, act: () => this.key() }));
    });
  }
  private key(): void {
    const typed = this.value().trim();
    if (typed && this.source().trim()) return void this.keep();
    if (!typed && !needsPublished(this.view().fastener.kind)) return this.firm.emit();
    const box = this.host.querySelector<HTMLElement>(`[data-testid="${typed ? 'found-source' : 'found-value'}"]`);
    if (box) focusIn(box);
  }

  protected async keep(e?: Event): Promise<void> {
    e?.preventDefault();
    const { axle, kind, thread } = this.view().fastener;
    // Where a value rules already, another one is the part maker's or the vehicle maker's, as it was said.
    const publisher = this.view().target === null ? 'vehicle maker' : this.publisher();
    const read = attempt(() =>
      readBookValue(
        this.value(),
        this.source(),
        { fastener: kind, publisher, thread: publisher === 'vehicle maker' ? thread : undefined },
        'maker’s value',
      ),
    );
    if (!read.ok) return this.pulling.error.set(`${read.error.message} Nothing was changed.`);
    this.pulling.error.set('');
    if (!(await this.store.write('book', { axle, value: read.value }))) return;
    this.value.clear();
    this.source.clear();
    this.pulling.otherwise.set(false);
  }
}
