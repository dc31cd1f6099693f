import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { ListView } from '@ash-knot/contract';
import { own } from '@ash-knot/core';
import { LISTS, type ColumnFrom, type ListColumn, type ListMatch } from '@ash-knot/core/lists';
import { More } from '../kit/more';
import { SelectField } from '../kit/select-field';
import { TextField } from '../kit/text-field';

interface Row {
  readonly column: ListColumn;
  readonly from: ColumnFrom | undefined;
  readonly sample: string;
}
/** Picked instead of a column of the file. */
const ALL = '\u0000all';

/** Which column of a file is which of ours: as it was guessed, or as a person says. */
@Component({
  selector: 'ak-column-match',
  imports: [More, NgTemplateOutlet, SelectField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <ng-template #line let-r>
      <div class="grid items-center gap-x-4 gap-y-1 py-2 sm:grid-cols-[14rem_16rem_1fr]" [attr.data-column]="r.column.id">
        <span
          ><span class="font-semibold">{{ r.column.id }}</span
          ><span class="block text-sm" [class]="r.column.must && !r.from ? 'text-oxide' : 'soft'"
            >{{ r.column.must ? 'must be said · ' : '' }}{{ r.column.says }}</span
          ></span
        >
        <ak-select-field
          [label]="'Column of the file for ' + r.column.id"
          look="bare"
          [wide]="true"
          [options]="options()"
          none="not in the file"
          [value]="valueOf(r.from)"
          (valueChange)="pick(r.column.id, $event)"
        />
        @if (r.from && 'all' in r.from) {
          <ak-text-field
            [label]="r.column.id + ', the same for all lines'"
            [bare]="true"
            [value]="r.from.all"
            (change)="all(r.column.id, $event)"
          />
        } @else {
          <span class="soft truncate">{{ r.sample }}</span>
        }
      </div>
    </ng-template>
    <ul data-testid="columns">
      @for (r of shown(); track r.column.id) {
        <li class="rule"><ng-container [ngTemplateOutlet]="line" [ngTemplateOutletContext]="{ $implicit: r }" /></li>
      }
    </ul>
    @if (rest().length) {
      <ak-more [label]="'What else it may say (' + rest().length + ')'" testId="more-columns">
        <ul class="w-full">
          @for (r of rest(); track r.column.id) {
            <li class="rule"><ng-container [ngTemplateOutlet]="line" [ngTemplateOutletContext]="{ $implicit: r }" /></li>
          }
        </ul>
      </ak-more>
    }
    @if (left().length) {
      <p class="soft mt-2 text-sm" data-testid="unused">Not taken from the file: {{ left().join(', ') }}.</p>
    }
  `,
})
export class ColumnMatch {
  readonly list = input.required<ListView>();
  readonly matchChange = output<ListMatch>();

  private readonly rows = computed((): Row[] => {
    const { list, match, heads, sample } = this.list();
    return LISTS[list].columns.map((column) => {
      const from = own(match.columns, column.id);
      const at = from && 'column' in from ? heads.indexOf(from.column) : -1;
      return {
        column,
        from,
        sample:
          at < 0
            ? ''
            : sample
                .map((r) => r[at])
                .filter(Boolean)
                .join(' · '),
      };
    });
  });
  protected readonly shown = computed(() => this.rows().filter((r) => r.column.must || r.from));
  protected readonly rest = computed(() => this.rows().filter((r) => !r.column.must && !r.from));
  private readonly used = computed(() => this.rows().flatMap(({ from }) => (from && 'column' in from ? [from.column] : [])));
  protected readonly left = computed(() => this.list().heads.filter((h) => !this.used().includes(h)));
  protected readonly options = computed(() => [
    ...this.list().heads.map((h) => ({ value: h, name: h })),
    { value: ALL, name: 'the same for all lines' },
  ]);
  protected readonly valueOf = (from: ColumnFrom | undefined) => (!from ? '' : 'all' in from ? ALL : from.column);

  /** A column of the file is one of ours at most: given to another it is taken from the first. */
  protected pick(id: string, value: string): void {
    const { match } = this.list();
    const others = Object.entries(match.columns).filter(([k, f]) => k !== id && !('column' in f && f.column === value));
    const from: [string, ColumnFrom][] = value ? [[id, value === ALL ? { all: '' } : { column: value }]] : [];
    this.matchChange.emit({ ...match, columns: Object.fromEntries([...others, ...from]) });
  }
  protected all(id: string, e: Event): void {
    const { match } = this.list();
    this.matchChange.emit({
      ...match,
      columns: { ...match.columns, [id]: { all: (e.target as HTMLInputElement).value.trim() } },
    });
  }
}
