import { ChangeDetectionStrategy, Component, input, linkedSignal, output, signal } from '@angular/core';
import { isTimeZone, type YardRules } from '@ash-knot/core';
import { TextField } from '../kit/text-field';

/** The shop’s time zone: its days begin and its clocks show by it. */
@Component({
  selector: 'ak-zone-rule',
  imports: [TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <p class="heading mt-4">When it is</p>
    <form class="mt-1 grid max-w-xl grid-cols-[1fr_auto] items-end gap-3" (submit)="keepZone($event)">
      <ak-text-field
        label="Time zone"
        [(value)]="zone"
        [maxLength]="60"
        placeholder="Europe/Oslo"
        [hint]="
          rules().timeZone
            ? 'All clocks and days in this shop use it.'
            : 'Nobody has said: each device tells times in its own, ' + here + ' on this one.'
        "
        [error]="wrong()"
        testId="rules-zone"
      />
      <button class="btn self-start sm:mt-7">Write it down</button>
    </form>
  `,
})
export class ZoneRule {
  readonly rules = input.required<YardRules>();
  readonly changed = output<Pick<YardRules, 'timeZone'>>();
  /** As the rule stands, until somebody writes another. */
  protected readonly zone = linkedSignal(() => this.rules().timeZone ?? '');
  protected readonly here = Intl.DateTimeFormat().resolvedOptions().timeZone;
  protected readonly wrong = signal('');
  protected keepZone(e: Event): void {
    e.preventDefault();
    const zone = this.zone().trim();
    const bad = zone !== '' && !isTimeZone(zone);
    this.wrong.set(bad ? 'The time zone must be one such as Europe/Oslo or UTC. Nothing was changed.' : '');
    if (!bad) this.changed.emit({ timeZone: zone || null });
  }
}
