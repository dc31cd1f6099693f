import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** What was just written is taken back by one more tap, for as long as its line runs. */
@Component({
  selector: 'ak-back-key',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button type="button" (click)="back.emit()" [attr.title]="what()" data-testid="take-back">
      take back<span class="sr-only">: {{ what() }}</span>
      @for (id of [key()]; track id) {
        <span class="runs" [style.--lasts]="lastsMs() + 'ms'" aria-hidden="true"></span>
      }
    </button>
  `,
  styles: `
    button {
      position: relative;
      flex: none;
      min-height: 44px;
      padding: 0 8px;
      font-size: 14px;
      font-weight: 600;
      color: var(--color-ink);
      white-space: nowrap;
    }
    /* On a phone it takes two short lines. */
    @media (max-width: 640px) {
      button {
        width: 48px;
        line-height: 1.05;
        white-space: normal;
      }
      .runs {
        bottom: 2px !important;
      }
    }
    button:hover {
      text-decoration: underline;
    }
    .runs {
      position: absolute;
      left: 8px;
      right: 8px;
      bottom: 8px;
      height: 3px;
      background: var(--color-ink);
      transform-origin: left;
      animation: runs-out var(--lasts) linear forwards;
    }
    @keyframes runs-out {
      to {
        transform: scaleX(0);
      }
    }
  `,
})
export class BackKey {
  /** Another one, and its line begins anew. */
  readonly key = input.required<string>();
  readonly what = input.required<string>();
  readonly lastsMs = input.required<number>();
  readonly back = output();
}
