import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** The strip along the bottom: one sentence, its minutes, one big key. */
@Component({
  selector: 'ak-next-bar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'no-print block' },
  template: `
    <section class="bar" aria-label="Next" aria-live="polite">
      <p class="mono time" [class.long]="time().length > 6">{{ time() }}</p>
      <div class="min-w-0 flex-1">
        <p class="title">{{ title() }}</p>
        <p class="why" [class.whole]="answers().length > 1">{{ why() }}</p>
      </div>
      @if (answers().length) {
        <div class="answers" role="group" [attr.aria-label]="title()">
          @for (a of answers(); track a; let i = $index) {
            <button type="button" class="go" [attr.data-testid]="'next-' + (i + 1)" (click)="once($event) && answer.emit(i)">
              {{ a }}
            </button>
          }
        </div>
      } @else {
        <button
          type="button"
          class="go"
          [class.waits]="waits()"
          [attr.aria-disabled]="waits()"
          data-testid="next"
          (click)="once($event) && act.emit()"
        >
          {{ label() }}
          <span class="key" aria-hidden="true">N</span>
        </button>
      }
    </section>
  `,
  styles: `
    .bar {
      display: flex;
      align-items: center;
      gap: 24px;
      min-height: 84px;
      padding: 8px 20px 8px 24px;
      background: #211d18;
      color: #f5f2eb;
    }
    .time {
      flex: none;
      width: 92px;
      font-size: 23px;
      font-weight: 600;
      white-space: nowrap;
    }
    .time.long {
      font-size: 19px;
    }
    .title {
      font-size: 20px;
      font-weight: 600;
      line-height: 1.2;
    }
    .why {
      margin-top: 3px;
      font-size: 15px;
      line-height: 1.25;
      color: #d9d2c1;
      display: -webkit-box;
      -webkit-line-clamp: 2;
      -webkit-box-orient: vertical;
      overflow: hidden;
    }
    /* Whoever says several things at once reads all of them. */
    .why.whole {
      display: block;
      overflow: visible;
    }
    .go {
      flex: none;
      display: inline-flex;
      align-items: center;
      gap: 14px;
      min-height: 60px;
      min-width: 190px;
      justify-content: center;
      padding: 0 24px;
      border-radius: 4px;
      background: #ffffff;
      color: #211d18;
      font-size: 19px;
      font-weight: 600;
    }
    .answers {
      /* The question keeps its room, however many answers there are. */
      max-width: 62%;
      display: grid;
      grid-auto-flow: column;
      grid-auto-columns: minmax(0, 1fr);
      gap: 8px;
    }
    .answers .go {
      min-width: 0;
      padding: 0 14px;
      font-size: 17px;
      line-height: 1.15;
    }
    .go:hover {
      background: #ebe6da;
    }
    .go.waits {
      background: #5c5346;
      color: #f5f2eb;
    }
    .go:focus-visible {
      outline-color: #fff;
    }
    /* On a phone the sentence stands beside its key, or above its answers: the joint that is touched keeps the screen. */
    @media (max-width: 700px) {
      .bar {
        display: grid;
        grid-template-columns: minmax(0, 1fr) auto;
        gap: 2px 12px;
        min-height: 0;
        padding: 8px 12px;
      }
      .bar > div:not(.answers) {
        grid-row: 1 / span 2;
        align-self: center;
      }
      .time,
      .time.long {
        grid-column: 2;
        width: auto;
        font-size: 13px;
        line-height: 16px;
        text-align: center;
      }
      .title {
        font-size: 16px;
      }
      .why {
        font-size: 13px;
        margin-top: 1px;
      }
      .go {
        grid-column: 2;
        min-width: 104px;
        max-width: 132px;
        min-height: 56px;
        padding: 0 8px;
        font-size: 16px;
        line-height: 1.15;
      }
      .bar:has(> .answers) {
        padding: 6px 12px;
      }
      .bar:has(> .answers) > div:not(.answers) {
        grid-row: 1;
      }
      .bar:has(> .answers) .title {
        font-size: 15px;
      }
      .answers {
        grid-column: 1 / -1;
        max-width: none;
      }
      .answers .go {
        grid-column: auto;
        max-width: none;
        min-height: 46px;
        padding: 0 6px;
        font-size: 15px;
      }
      .key {
        display: none;
      }
    }
  `,
})
export class NextBar {
  readonly time = input('');
  readonly title = input.required<string>();
  readonly why = input('');
  readonly label = input.required<string>();
  /** Nothing can be done yet: a tap is told so. */
  readonly waits = input(false);
  readonly act = output();
  /** Where the line is a question: its answers, one key each, instead of the big one. */
  readonly answers = input<readonly string[]>([]);
  private tapped = '';
  /** A double tap is one where another line stands there by then: the second would answer what nobody has read yet. */
  protected once(e: MouseEvent): boolean {
    const meant = e.detail < 2 || this.tapped === this.title();
    if (e.detail < 2) this.tapped = this.title();
    return meant;
  }
  /** Which of them was tapped, from 0. */
  readonly answer = output<number>();
}
