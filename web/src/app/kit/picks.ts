import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { TextField } from './text-field';

/** So many words are read at a glance; of more than can be borne, one is looked for. To hide one of ten helps nobody. */
const AT_A_GLANCE = 9;
const BORNE = 12;

/** A row of words to pick from, one or several; where they are many, the first that hold what is typed. */
@Component({
  selector: 'ak-picks',
  imports: [TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (headed()) {
      <p class="mb-1 text-sm font-semibold" aria-hidden="true">{{ label() }}</p>
    }
    @if (many()) {
      <ak-text-field
        class="mb-2 block max-w-md"
        [label]="'Find among ' + options().length"
        [(value)]="looked"
        [maxLength]="60"
        testId="picks-find"
      />
    }
    <div role="group" [attr.aria-label]="label()" class="flex flex-wrap gap-2">
      @for (o of shown().list; track o) {
        <button
          type="button"
          class="pick"
          [class.usual]="!picked().length && usual() === o"
          [attr.aria-pressed]="picked().includes(o)"
          (click)="toggle(o)"
        >
          {{ nameOf(o) }}
          @if (!picked().length && usual() === o) {
            <span class="sr-only">, as marked</span>
          }
        </button>
      } @empty {
        <p class="nothing">None is called that.</p>
      }
      @if (shown().more) {
        <span class="soft self-center text-sm">and {{ shown().more }} more</span>
      }
    </div>
  `,
  styles: `
    .usual {
      border: 2px dashed var(--color-bark);
      font-weight: 600;
    }
  `,
})
export class Picks<T extends string> {
  readonly label = input.required<string>();
  /** Its label stands above it, for who reads. */
  readonly headed = input(false);
  readonly options = input.required<readonly T[]>();
  readonly picked = input.required<readonly T[]>();
  readonly names = input<Partial<Record<T, string>>>({});
  readonly single = input(false);
  /** What it is as a rule: marked beforehand, and nothing until somebody says so. */
  readonly usual = input<T>();
  readonly pickedChange = output<T[]>();
  protected readonly looked = signal('');
  protected readonly many = computed(() => this.options().length > BORNE);
  /** What is picked is always among them, and stands first. */
  protected readonly shown = computed(() => {
    if (!this.many()) return { list: this.options(), more: 0 };
    const words = this.looked().trim().toLowerCase().split(/\s+/);
    const picked = this.options().filter((o) => this.picked().includes(o));
    const found = this.options().filter((o) => {
      const name = this.nameOf(o).toLowerCase();
      return !picked.includes(o) && words.every((w) => name.includes(w));
    });
    const room = Math.max(1, AT_A_GLANCE - picked.length);
    return { list: [...picked, ...found.slice(0, room)], more: Math.max(0, found.length - room) };
  });

  protected nameOf(o: T): string {
    return this.names()[o] ?? o;
  }
  toggle(o: T): void {
    const on = this.picked().includes(o);
    if (this.single()) this.pickedChange.emit([o]);
    else this.pickedChange.emit(on ? this.picked().filter((x) => x !== o) : [...this.picked(), o]);
  }
}
