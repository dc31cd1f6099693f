import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/**
 * What stands where something from the server is to be seen, while it is not: that it is being read, after a moment; or why it
 * could not be, with a key to try again. What is there and has nothing in it says so itself, as `.nothing`; without a line the
 * top bar says since when nothing is new.
 */
@Component({
  selector: 'ak-fetched',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    @if (failed()) {
      <div class="caution flex flex-wrap items-center justify-between gap-x-5" role="alert" data-testid="failed">
        <p>{{ failed() }}</p>
        <button type="button" class="link" (click)="again.emit()" data-testid="again">Try again</button>
      </div>
    } @else if (!here()) {
      <p class="nothing reading" role="status">Reading {{ what() }} …</p>
    }
  `,
  styles: `
    /* What takes no time is not said to take some. */
    .reading {
      animation: shown 0s linear 0.3s backwards;
    }
    @keyframes shown {
      from {
        visibility: hidden;
      }
    }
  `,
})
export class Fetched {
  /** "the shelf", after "Reading". */
  readonly what = input.required<string>();
  /** Why it could not be read, in a sentence; empty where nothing failed. */
  readonly failed = input('');
  /** Whether it is there. */
  readonly here = input.required<boolean>();
  readonly again = output();
}
