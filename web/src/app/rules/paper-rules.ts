import { ChangeDetectionStrategy, Component, input, linkedSignal, output } from '@angular/core';
import type { YardRules } from '@ash-knot/core';
import { Picks } from '../kit/picks';
import { TextField } from '../kit/text-field';

/** What stands at the head of every paper, and the size it is printed on. */
@Component({
  selector: 'ak-paper-rules',
  imports: [Picks, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <p class="heading mt-4">At the head of every paper</p>
    <form class="mt-1 grid items-end gap-3 sm:grid-cols-[2fr_1fr_1fr_auto]" (submit)="keep($event)">
      <ak-text-field label="Address" [(value)]="address" [maxLength]="200" testId="paper-address" />
      <ak-text-field label="Telephone" [(value)]="telephone" [maxLength]="40" testId="paper-telephone" />
      <ak-text-field label="E-mail" [(value)]="email" [maxLength]="160" testId="paper-email" />
      <button class="btn" data-testid="paper-keep">Write it down</button>
    </form>
    <ak-picks
      class="mt-3 block"
      label="Paper"
      [options]="['A4', 'Letter']"
      [picked]="[rules().paper.size]"
      [single]="true"
      (pickedChange)="changed.emit({ paper: { ...rules().paper, size: $event[0]! } })"
    />
  `,
})
export class PaperRules {
  readonly rules = input.required<YardRules>();
  readonly changed = output<Pick<YardRules, 'paper'>>();
  /** As they stand, until somebody writes others. */
  protected readonly address = linkedSignal(() => this.rules().paper.address);
  protected readonly telephone = linkedSignal(() => this.rules().paper.telephone);
  protected readonly email = linkedSignal(() => this.rules().paper.email);
  protected keep(e: Event): void {
    e.preventDefault();
    const [address, telephone, email] = [this.address().trim(), this.telephone().trim(), this.email().trim()];
    this.changed.emit({ paper: { ...this.rules().paper, address, telephone, email } });
  }
}
