import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** A bar and its bushing. */
@Component({
  selector: 'ak-logo',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg viewBox="0 0 26 20" [attr.width]="width()" [attr.height]="(width() * 20) / 26" aria-hidden="true">
      <path d="M2 15C5 3.5 21 3.5 24 15" fill="none" stroke="currentColor" stroke-width="3.4" stroke-linecap="round" />
      <circle cx="13" cy="11.4" r="4" fill="var(--color-ash-100)" stroke="currentColor" stroke-width="3.2" />
    </svg>
  `,
})
export class Logo {
  readonly width = input(26);
}
