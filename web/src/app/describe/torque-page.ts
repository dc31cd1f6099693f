import { ChangeDetectionStrategy, Component, computed, inject, input, model, output, signal } from '@angular/core';
import {
  attempt,
  capital,
  fastenerName,
  readTorquePage,
  sayBookValue,
  sayPageValue,
  withTorques,
  type AxleEnd,
  type BookValue,
  type PageLine,
  type VehicleTypeSpec,
} from '@ash-knot/core';
import { TextField } from '../kit/text-field';
import { FieldErrors } from '../kit/field-errors';
import { Wrong } from '../kit/wrong';
import { Session } from '../session/session';

/** A page of the maker's torques, as it is written: each line is told as what it is read, before it is taken. */
@Component({
  selector: 'ak-torque-page',
  imports: [TextField, Wrong],
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="block">
      <span class="text-sm font-semibold">The page, a fastener a line</span>
      <textarea
        #page
        class="field mono mt-1 !h-36"
        maxlength="6000"
        placeholder="front link upper nut 48 N·m&#10;front bracket bolts 22-26 N·m&#10;wheel nuts 85 lbf·ft"
        [value]="text()"
        (input)="text.set(page.value)"
        data-testid="torque-page"
      ></textarea>
    </label>
    <div class="mt-2 flex flex-wrap items-end gap-3">
      <ak-text-field
        class="min-w-56 flex-1"
        label="Where it is written"
        [(value)]="source"
        [maxLength]="120"
        field="source of the value"
        testId="type-source"
      />
      <label class="btn cursor-pointer">
        From a table, CSV
        <input type="file" class="sr-only" accept=".csv,text/csv,text/plain" (change)="open($event)" data-testid="torque-csv" />
      </label>
    </div>
    <ak-wrong [error]="refused() ?? read().error" safe="Nothing was taken." testId="torque-error" />
    @if (read().lines.length) {
      <ul class="mt-3 text-sm" data-testid="torque-lines">
        @for (l of read().lines; track l.line) {
          <li class="rule py-1.5" [class.text-oxide]="l.wrong">
            @if (l.wrong) {
              {{ l.wrong }}
            } @else {
              <span class="soft">{{ l.line }}</span> {{ l.said }}
            }
          </li>
        }
      </ul>
      <button type="button" class="btn mt-3" [disabled]="good() === 0" (click)="take()" data-testid="take-torques">
        Take {{ good() }} of {{ read().lines.length }}
      </button>
    }
    @if (taken().length) {
      <h4 class="heading mt-4">Taken</h4>
      <ul class="text-sm" data-testid="torques-taken">
        @for (t of taken(); track t.says) {
          <li class="rule flex items-center gap-3 py-1.5">
            <span class="flex-1">{{ t.says }}</span>
            <button type="button" class="link" [attr.aria-label]="'Take out: ' + t.says" (click)="takeOut(t)">Take it out</button>
          </li>
        }
      </ul>
    }
    <p class="soft mt-2 text-sm">What is not published stays empty: no value is invented.</p>
  `,
})
export class TorquePage {
  readonly type = input.required<VehicleTypeSpec>();
  readonly changed = output<VehicleTypeSpec>();
  private readonly session = inject(Session);
  /** The page as it is typed, and where it is written. */
  readonly text = model.required<string>();
  readonly source = model.required<string>();
  private readonly fileError = signal<string | null>(null);

  protected readonly read = computed(() => {
    const told = (l: PageLine) => ({ ...l, said: capital(this.session.say(l.values.map(sayPageValue).join('; '))) });
    const lines = attempt(() => readTorquePage(this.type(), this.text(), this.source() || '…'));
    return lines.ok ? { lines: lines.value.map(told), error: this.fileError() } : { lines: [], error: lines.error };
  });
  protected readonly good = computed(() => this.read().lines.filter((l) => !l.wrong).length);
  protected readonly taken = computed(() =>
    (['front', 'rear'] as const).flatMap((end) =>
      this.type().torqueBook[end].map((value) => ({
        end,
        value,
        says: `${capital(end)}: ${fastenerName(value.fastener, this.session.dialect())}${value.wheel ? `, ${value.wheel} wheels,` : ''} ${sayBookValue(value)}, ${value.source}`,
      })),
    ),
  );
  protected takeOut({ end, value }: { readonly end: AxleEnd; readonly value: BookValue }): void {
    const { torqueBook } = this.type();
    this.changed.emit({
      ...this.type(),
      torqueBook: { ...torqueBook, [end]: torqueBook[end].filter((v) => v !== value) },
    });
  }

  protected take(): void {
    const lines = attempt(() => readTorquePage(this.type(), this.text(), this.source()));
    if (!lines.ok) return this.refused.set(lines.error);
    this.refused.set(null);
    this.changed.emit(withTorques(this.type(), lines.value));
    // What could not be read stays to be put right.
    this.text.set(lines.value.flatMap((l) => (l.wrong ? [l.text] : [])).join('\n'));
  }
  protected readonly refused = signal<Error | null>(null);
  protected async open(e: Event): Promise<void> {
    const input = e.target as HTMLInputElement;
    const file = input.files?.[0];
    input.value = '';
    if (!file) return;
    if (file.size > 200_000) return this.fileError.set('The file is larger than 200 kB: a page of torques is not.');
    this.fileError.set(null);
    this.text.set((await file.text()).slice(0, 6000));
  }
}
