import { ChangeDetectionStrategy, Component, inject, input, output, signal } from '@angular/core';
import { FieldErrors } from '../kit/field-errors';
import { More } from '../kit/more';
import { SelectField, type Choice } from '../kit/select-field';
import { TextField } from '../kit/text-field';
import { Wrong } from '../kit/wrong';
import { Entitled } from '../session/entitled';
import { Api } from '../state/api';
import { draft } from '../state/draft';

/** Twice in the file, or not needed any more: put together with another, or put away. Both with a reason. */
@Component({
  selector: 'ak-put-away',
  imports: [More, SelectField, TextField, Wrong],
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <ak-more [label]="'Twice in the file, or not needed any more'" testId="put-away">
      <div class="w-full max-w-xl space-y-3 pt-2">
        <ak-text-field label="Why" [(value)]="why" [maxLength]="300" testId="away-why" />
        @if (!away()) {
          <div class="flex flex-wrap items-end gap-3">
            <ak-select-field
              class="min-w-56"
              [label]="'It is the same ' + of() + ' as'"
              none="Choose which"
              [wide]="true"
              [options]="others()"
              [(value)]="into"
              testId="away-into"
            />
            <button type="button" class="btn" [disabled]="!into()" (click)="together()" data-testid="together">
              Put them together
            </button>
          </div>
          <p class="soft text-sm">{{ goes() }} Jobs that are closed keep what they were told.</p>
        }
        <button type="button" class="btn" (click)="putAway()" data-testid="away">
          {{ away() ? 'Take it back into the file' : 'Put it away' }}
        </button>
        <ak-wrong [error]="error()" testId="away-error" />
      </div>
    </ak-more>
  `,
})
export class PutAway {
  readonly of = input.required<'vehicle' | 'type'>();
  readonly id = input.required<string>();
  readonly away = input.required<boolean>();
  /** What it may be one with. */
  readonly others = input.required<readonly Choice[]>();
  /** What goes over, in a sentence. */
  readonly goes = input.required<string>();
  /** It stands otherwise now; with what it is one with, where it went there. */
  readonly done = output<string | null>();
  private readonly api = inject(Api);
  private readonly lead = inject(Entitled);
  protected readonly why = draft('away.why', '');
  protected readonly into = signal('');
  protected readonly error = signal<string | null>(null);

  private async doing(work: () => Promise<unknown>, into: string | null): Promise<void> {
    if (this.why().trim().length < 3) return this.error.set('Why: a few words, for whoever reads it later. Nothing was stored.');
    const said = await this.lead.putRight(this.of(), async () => {
      await work();
      return '';
    });
    if (!said) return;
    this.error.set(said.bad ? said.text : null);
    if (said.bad) return;
    this.why.clear();
    this.done.emit(into);
  }
  private get path(): string {
    return `/${this.of()}s/${this.id()}`;
  }
  protected together(): Promise<void> {
    const into = this.into();
    return this.doing(() => this.api.post(`${this.path}/together`, { why: this.why().trim(), into }), into);
  }
  protected putAway(): Promise<void> {
    return this.doing(() => this.api.put(`${this.path}/away`, { why: this.why().trim(), away: !this.away() }), null);
  }
}
