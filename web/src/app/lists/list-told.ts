import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { ListTold, ListView } from '@ash-knot/contract';
import { count, own } from '@ash-knot/core';
import type { ListMatch } from '@ash-knot/core/lists';
import { More } from '../kit/more';
import { SelectField } from '../kit/select-field';

/** What a list would change: every line that is wrong with what is, words to be told once, what is new and what is changed. */
@Component({
  selector: 'ak-list-told',
  imports: [More, SelectField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <p class="text-lg" role="status" data-testid="sums">{{ sums() }}</p>
    @if (told().strange.length) {
      <h3 class="heading mt-4">Words this shop does not know: what is each?</h3>
      <ul data-testid="strange">
        @for (s of told().strange; track s.column + s.word) {
          <li class="rule grid items-center gap-x-4 gap-y-1 py-2 sm:grid-cols-[14rem_16rem_1fr]">
            <span class="font-semibold">“{{ s.word }}”</span>
            <ak-select-field
              [label]="s.column + ' “' + s.word + '” is'"
              look="bare"
              [wide]="true"
              [options]="picks(s.column)"
              [none]="'which ' + s.column + ' is it?'"
              value=""
              (valueChange)="word(s.column, s.word, $event)"
            />
            <span class="soft">{{ s.column }}, in {{ lines(s.lines) }}</span>
          </li>
        }
      </ul>
    }
    @if (wrong().length) {
      <h3 class="heading mt-4">Wrong, the head being line 1</h3>
      <ul data-testid="wrong">
        @for (w of wrong(); track w.line) {
          <li class="rule py-1.5 text-oxide">Line {{ w.line }}: {{ w.what }}</li>
        }
      </ul>
    }
    @if (told().wrong) {
      <p class="mt-2">
        @if (told().wrong > told().wrongLines.length) {
          <span class="soft">The first {{ told().wrongLines.length }} of {{ told().wrong }} are told here.</span>
        }
        <a class="link" [href]="'/api/lists/imports/' + list().id + '/wrong'" download
          >Save the wrong lines, with what is wrong</a
        >
      </p>
    }
    @if (told().changes.length) {
      <h3 class="heading mt-4">Changed</h3>
      <ul data-testid="changed">
        @for (c of told().changes; track c.name) {
          <li class="rule py-1.5">
            <span class="font-semibold">{{ c.name }}</span>
            @for (x of c.changes; track x.column) {
              <span class="block text-[15px]"
                >{{ x.column }}: <span class="soft">{{ x.was || 'not said' }}</span> → {{ x.is || 'not said' }}</span
              >
            }
          </li>
        }
      </ul>
    }
    @if (told().differs.length) {
      <h3 class="heading mt-4">Otherwise in the file: left as it is there</h3>
      <ul data-testid="differs">
        @for (c of told().differs; track c.name) {
          <li class="rule py-1.5">
            <span class="font-semibold">{{ c.name }}</span>
            @for (x of c.changes; track x.column) {
              <span class="block text-[15px]">{{ x.column }}: {{ x.was || 'not said' }}; the list says {{ x.is }}</span>
            }
          </li>
        }
      </ul>
    }
    @if (told().addedNames.length) {
      <ak-more class="mt-3" [label]="'The new ones (' + told().added + ')'" testId="new-names">
        <p class="w-full columns-1 gap-8 sm:columns-3">
          @for (n of told().addedNames; track n) {
            <span class="block py-0.5">{{ n }}</span>
          }
          @if (told().added > told().addedNames.length) {
            <span class="soft block">and {{ told().added - told().addedNames.length }} more</span>
          }
        </p>
      </ak-more>
    }
  `,
})
export class ListToldView {
  readonly list = input.required<ListView>();
  readonly told = input.required<ListTold>();
  readonly matchChange = output<ListMatch>();
  protected readonly lines = (n: number) => count(n, 'line');
  protected readonly picks = (column: string) => own(this.list().picks, column) ?? [];
  /** What is said of a word stands with the word. */
  protected readonly wrong = computed(() => this.told().wrongLines.filter((w) => !w.strange));
  protected readonly sums = computed(() => {
    const t = this.told();
    const parts = [
      `${t.added} new`,
      t.changed ? `${t.changed} changed` : '',
      t.same ? `${t.same} as they are` : '',
      t.differ ? `${t.differ} otherwise in the file` : '',
      t.examples ? `${count(t.examples, 'example')} passed over` : '',
      t.wrong ? `${t.wrong} wrong` : '',
    ];
    return `${parts.filter(Boolean).join(', ')}. Nothing is stored yet.`;
  });

  protected word(column: string, word: string, ours: string): void {
    if (!ours) return;
    const { match } = this.list();
    const words = { ...match.words, [column]: { ...own(match.words, column), [word]: ours } };
    this.matchChange.emit({ ...match, words });
  }
}
