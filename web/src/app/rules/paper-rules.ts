import { ChangeDetectionStrategy, Component, input, linkedSignal, output } from '@angular/core';
import { PAPER_LANGUAGES, type YardRules } from '@ash-knot/core';
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
    <form class="mt-1 grid items-end gap-3 sm:grid-cols-2" (submit)="keep($event)">
      <ak-text-field label="Address" [(value)]="address" [maxLength]="200" testId="paper-address" />
      <ak-text-field label="Telephone" [(value)]="telephone" [maxLength]="40" testId="paper-telephone" />
      <ak-text-field label="E-mail" [(value)]="email" [maxLength]="160" testId="paper-email" />
      <button class="btn" data-testid="paper-keep">Write it down</button>
    </form>
    <div class="mt-3 flex flex-wrap items-center gap-x-5 gap-y-1">
      @if (logo(); as src) {
        <img class="max-h-16 max-w-64 bg-white p-1" [src]="src" alt="The picture at the head of the papers" data-testid="logo" />
      }
      <label class="link inline-flex min-h-11 cursor-pointer items-center">
        {{ logo() ? 'Another picture' : 'A picture for it, PNG or JPEG' }}
        <input #file type="file" class="sr-only" accept="image/png,image/jpeg" (change)="pick(file)" data-testid="logo-file" />
      </label>
      @if (logo()) {
        <button type="button" class="link" (click)="logoPicked.emit(null)" data-testid="logo-away">Take it away</button>
      }
    </div>
    <ak-picks
      class="mt-3 block"
      label="Paper"
      [options]="['A4', 'Letter']"
      [picked]="[rules().paper.size]"
      [single]="true"
      (pickedChange)="changed.emit({ paper: { ...rules().paper, size: $event[0]! } })"
    />
    <ak-picks
      class="mt-3 block"
      [headed]="true"
      label="Language of what a customer is given"
      [options]="languages"
      [picked]="[rules().paper.language]"
      [single]="true"
      (pickedChange)="changed.emit({ paper: { ...rules().paper, language: $event[0]! } })"
    />
  `,
})
export class PaperRules {
  protected readonly languages = PAPER_LANGUAGES;
  readonly rules = input.required<YardRules>();
  /** Where the picture is; empty where there is none. */
  readonly logo = input('');
  readonly changed = output<Pick<YardRules, 'paper'>>();
  /** Another picture, or none. */
  readonly logoPicked = output<File | null>();
  /** As they stand, until somebody writes others. */
  protected readonly address = linkedSignal(() => this.rules().paper.address);
  protected readonly telephone = linkedSignal(() => this.rules().paper.telephone);
  protected readonly email = linkedSignal(() => this.rules().paper.email);
  protected pick(input: HTMLInputElement): void {
    const file = input.files?.[0];
    if (file) this.logoPicked.emit(file);
    input.value = '';
  }
  protected keep(e: Event): void {
    e.preventDefault();
    const [address, telephone, email] = [this.address().trim(), this.telephone().trim(), this.email().trim()];
    this.changed.emit({ paper: { ...this.rules().paper, address, telephone, email } });
  }
}
