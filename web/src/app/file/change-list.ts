import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { ChangeLine } from '@ash-knot/contract';
import { Session } from '../session/session';
import { day } from '../words/format';

/** What was put right of a vehicle or a type, the latest first: what, who, when and why. */
@Component({
  selector: 'ak-change-list',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <ul data-testid="changes">
      @for (c of changes(); track c.id) {
        <li class="rule py-2">
          <p class="soft text-sm">
            {{ day(c.at) }}, {{ c.by }}: {{ c.why }}
            @if (c.job) {
              · <a class="link" [routerLink]="['/job', c.job, 'prove']">its sheet</a>
            }
          </p>
          @for (s of c.says; track $index) {
            <p class="text-[15px]">{{ session.say(s) }}</p>
          }
        </li>
      } @empty {
        <li class="nothing">Nothing yet: it stands as it was written down first.</li>
      }
    </ul>
  `,
})
export class ChangeList {
  readonly changes = input.required<readonly ChangeLine[]>();
  protected readonly session = inject(Session);
  protected readonly day = day;
}
