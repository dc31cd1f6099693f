import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** A row of words to pick from, one or several. */
@Component({
  selector: 'ak-picks',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div role="group" [attr.aria-label]="label()" class="flex flex-wrap gap-2">
      @for (o of options(); track o) {
        <button type="button" class="pick" [attr.aria-pressed]="picked().includes(o)" (click)="toggle(o)">
          {{ names()[o] ?? o }}
        </button>
      }
    </div>
  `,
})
export class Picks<T extends string> {
  readonly label = input.required<string>();
  readonly options = input.required<readonly T[]>();
  readonly picked = input.required<readonly T[]>();
  readonly names = input<Partial<Record<T, string>>>({});
  readonly single = input(false);
  readonly pickedChange = output<T[]>();

  toggle(o: T): void {
    const on = this.picked().includes(o);
    if (this.single()) this.pickedChange.emit([o]);
    else this.pickedChange.emit(on ? this.picked().filter((x) => x !== o) : [...this.picked(), o]);
  }
}
