import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import type { CatalogueTaken } from '@ash-knot/contract';
import { count, PART_FIELDS, partNumber, inDialect, own } from '@ash-knot/core';
import { Ask } from '../session/ask';
import { Session } from '../session/session';
import { Api } from '../state/api';

/** Columns of a table that are no field of a part's form. */
const HEAD: Readonly<Record<string, string>> = { 'listed for': 'listed for', torque: 'torque' };

/** A list of parts out and in: what it would change is told before any of it is taken, and every line that is wrong. */
@Component({
  selector: 'ak-take-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <div class="flex flex-wrap items-center gap-x-5 gap-y-2">
      <a
        class="link inline-flex min-h-11 items-center"
        href="/api/parts/catalogue?as=csv"
        download="parts.csv"
        data-testid="list-csv"
        >Save all as CSV</a
      >
      <a class="link inline-flex min-h-11 items-center" href="/api/parts/catalogue?as=json" download="parts.json"
        >Save all as JSON</a
      >
      <label class="link inline-flex min-h-11 cursor-pointer items-center">
        Take in a list
        <input
          #file
          type="file"
          class="sr-only"
          accept=".csv,.json,text/csv,application/json"
          (change)="open(file)"
          data-testid="list-file"
        />
      </label>
      @if (busy()) {
        <span class="soft" role="status">{{ busy() }}</span>
      }
    </div>
    @if (error()) {
      <p class="caution mt-3" role="alert" data-testid="list-error">{{ error() }}</p>
    }
    @if (changes(); as t) {
      <section class="rule mt-4 pt-3" data-testid="list-told">
        <h2 class="text-xl font-bold">{{ t.taken ? 'Taken in' : 'What it would change' }}: {{ name() }}</h2>
        <p class="mt-1" role="status">{{ sums() }}</p>
        @if (t.wrong) {
          <h3 class="heading mt-4">Wrong, the head being line 1</h3>
          <ul data-testid="list-wrong">
            @for (w of t.wrongLines; track w.line) {
              <li class="rule py-1.5 text-oxide">Line {{ w.line }}: {{ w.what }}</li>
            }
          </ul>
          @if (t.wrong > t.wrongLines.length) {
            <p class="soft">and {{ t.wrong - t.wrongLines.length }} more</p>
          }
        }
        @if (t.changes.length) {
          <h3 class="heading mt-4">Changed</h3>
          <ul>
            @for (c of t.changes; track c.id) {
              <li class="rule py-1.5">
                <span class="font-semibold">{{ c.name }}</span><span class="mono soft ml-2 text-sm">{{ number(c.id) }}</span>
                @for (x of c.changes; track x.column) {
                  <span class="block text-[15px]"
                    >{{ column(x.column) }}: <span class="soft">{{ x.was || 'not said' }}</span> → {{ x.is || 'not said' }}</span
                  >
                }
              </li>
            }
          </ul>
        }
        @if (t.addedNames.length) {
          <h3 class="heading mt-4">New</h3>
          <ul class="columns-1 gap-8 sm:columns-2">
            @for (p of t.addedNames; track p.id) {
              <li class="rule py-1">
                {{ p.name }}<span class="mono soft ml-2 text-sm">{{ number(p.id) }}</span>
              </li>
            }
          </ul>
        }
        <p class="mt-4 flex flex-wrap gap-3">
          @if (!t.taken && t.wrong === 0 && t.added + t.changed > 0) {
            <button type="button" class="btn btn-go" (click)="take()" data-testid="list-take">Take it in</button>
          }
          <button type="button" class="btn" (click)="away()">{{ t.taken ? 'Good' : 'Leave it' }}</button>
        </p>
      </section>
    }
  `,
})
export class TakeList {
  protected readonly number = partNumber;
  private readonly api = inject(Api);
  private readonly ask = inject(Ask);
  private readonly session = inject(Session);
  readonly taken = output<void>();
  protected readonly name = signal('');
  private text = '';
  protected readonly busy = signal('');
  protected readonly error = signal('');
  protected readonly changes = signal<CatalogueTaken | null>(null);
  protected readonly sums = computed(() => {
    const t = this.changes()!;
    const sums = `${t.added} new, ${t.changed} changed, ${t.same} as they are.`;
    if (t.taken) return `${sums} What the changed ones had been is kept.`;
    if (t.wrong) return `${count(t.wrong, 'line')} wrong: nothing is taken before each is put right. ${sums}`;
    return t.added + t.changed
      ? `${sums} Nothing is stored yet; what is on the shelf stays as it was counted.`
      : `${sums} It changes nothing.`;
  });
  protected column(id: string): string {
    const field = PART_FIELDS.find((f) => f.id === id);
    return field ? inDialect(field.name, this.session.dialect()).toLowerCase() : (own(HEAD, id) ?? id);
  }

  protected async open(input: HTMLInputElement): Promise<void> {
    const chosen = input.files?.[0];
    if (!chosen) return;
    this.name.set(chosen.name);
    this.text = await chosen.text();
    input.value = '';
    await this.send('yes', 'Reading …');
  }
  /** A list changes what everybody buys: a lead's or a writer's PIN. */
  protected async take(): Promise<void> {
    const p = this.session.person();
    const may = p && ['lead', 'writer'].includes(p.role) && this.session.confirmed(p.id);
    if (!may && !(await this.ask.pin('A list is taken in with a PIN.', ['lead', 'writer']))) return;
    await this.send('no', 'Taking it in …');
    if (this.changes()?.taken) this.taken.emit();
  }
  protected away(): void {
    this.changes.set(null);
    this.error.set('');
    this.text = '';
  }
  private async send(only: 'yes' | 'no', busy: string): Promise<void> {
    this.busy.set(busy);
    this.error.set('');
    try {
      const query = new URLSearchParams({ name: this.name(), try: only });
      this.changes.set((await this.api.putText(`/parts/catalogue?${query}`, this.text)) as CatalogueTaken);
    } catch (e) {
      this.changes.set(null);
      this.error.set((e as Error).message);
    } finally {
      this.busy.set('');
    }
  }
}
