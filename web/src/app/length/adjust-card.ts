import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { attempt, setAdjustable, type AdjustableLink, type EntryBodies } from '@ash-knot/core';
import { Picks } from '../kit/picks';
import { TextField } from '../kit/text-field';
import { Units } from '../session/units';
import { draft } from '../state/draft';
import { draftPlace } from './draft-place';
import { typedMm, typedNumber } from './typed';
import { PlaceKey } from '../job/places';

const ENDS = ['one', 'both'] as const;
const BODIES = ['steel', 'aluminium'] as const;
const SQUARE = ['half turns only'] as const;

/** An adjustable link set to a length: turns, thread left, how alike both can be set. */
@Component({
  selector: 'ak-adjust-card',
  imports: [Picks, TextField, PlaceKey],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <div class="grid grid-cols-2 gap-3 sm:grid-cols-3">
      <ak-text-field label="Set to now" [(value)]="now" [mono]="true" hint="centre to centre, by caliper" testId="adjust-now" />
      <ak-text-field label="Thread" [(value)]="thread" [mono]="true" testId="adjust-thread" />
      <ak-text-field label="Thread in now" [(value)]="engaged" [mono]="true" hint="at each end" testId="adjust-engaged" />
    </div>
    @if (setting(); as s) {
      @if (s.ok) {
        <div class="mt-4" data-testid="adjust-out">
          @if (s.value.refused) {
            <p class="wrong font-semibold" role="alert">{{ s.value.refused }}</p>
          } @else {
            @for (line of s.value.sentences; track line; let first = $first) {
              <p [class.text-lg]="first" [class.font-bold]="first" class="mt-1">{{ line }}</p>
            }
            @if (keeps()) {
              <button type="button" class="btn mt-3" akDoes="setting" (done)="keep()" data-testid="adjust-keep">
                Both are set so
              </button>
            }
          }
        </div>
      } @else {
        <p class="wrong mt-3 text-sm" role="alert" data-testid="adjust-wrong">{{ s.error.message }}</p>
      }
    } @else {
      <p class="soft mt-3 text-sm">Measure the link in the hand: its length now, its thread, how much of it is in.</p>
    }
    <details class="mt-3" data-testid="adjust-more">
      <summary class="link cursor-pointer text-sm">{{ how() }}: change it</summary>
      <div class="mt-3 flex flex-wrap gap-x-6 gap-y-2">
        <ak-picks
          label="What turns"
          [options]="ends"
          [names]="{ one: 'one end turns', both: 'left and right thread' }"
          [picked]="[end()]"
          [single]="true"
          (pickedChange)="end.set($event[0]!)"
        />
        <ak-picks label="Body" [options]="bodies" [picked]="[body()]" [single]="true" (pickedChange)="body.set($event[0]!)" />
        <ak-picks
          label="Ends square"
          [options]="squares"
          [picked]="square() ? ['half turns only'] : []"
          (pickedChange)="square.set($event.length > 0)"
        />
      </div>
      <div class="mt-3 grid grid-cols-2 gap-3 sm:grid-cols-3">
        <ak-text-field label="Least its maker gives" [(value)]="least" [mono]="true" hint="empty: 1 × d steel, 1.5 × d alloy" />
        <ak-text-field label="Turns out now" [(value)]="out" [mono]="true" mode="decimal" hint="if counted" />
        <ak-text-field
          label="Most its maker allows"
          [(value)]="most"
          [mono]="true"
          mode="decimal"
          hint="turns; empty: not said"
        />
      </div>
    </details>
  `,
})
export class AdjustCard {
  /** The length wanted, mm. */
  readonly target = input.required<number>();
  /** Whether the sheet below can keep it. */
  readonly keeps = input(false);
  readonly kept = output<EntryBodies['result']>();
  private readonly units = inject(Units);
  protected readonly ends = ENDS;
  protected readonly bodies = BODIES;
  protected readonly squares = SQUARE;
  private readonly at = draftPlace();
  protected readonly now = draft(`adjust.now.${this.at}`, '');
  protected readonly thread = draft(`adjust.thread.${this.at}`, '');
  protected readonly engaged = draft(`adjust.engaged.${this.at}`, '');
  protected readonly least = draft(`adjust.least.${this.at}`, '');
  protected readonly out = draft(`adjust.out.${this.at}`, '');
  protected readonly most = draft(`adjust.most.${this.at}`, '');
  protected readonly end = draft<(typeof ENDS)[number]>(`adjust.ends.${this.at}`, 'one');
  protected readonly body = draft<(typeof BODIES)[number]>(`adjust.body.${this.at}`, 'steel');
  protected readonly square = draft(`adjust.square.${this.at}`, true);

  /** How it is taken to be, in words: it decides turns and thread. */
  protected readonly how = computed(
    () =>
      `${this.end() === 'one' ? 'One end turns' : 'Left and right thread'}, ${this.body()}, ${this.square() ? 'half turns' : 'a flat at a time'}`,
  );
  private read(): AdjustableLink {
    const number = (field: string, text: string) => (text.trim() ? typedNumber(field, text) : undefined);
    return {
      lengthMm: typedMm('length as it is set', this.now()),
      thread: this.thread().trim(),
      ends: this.end(),
      square: this.square(),
      engagedMm: typedMm('thread engaged', this.engaged()),
      leastMm: this.least().trim() ? typedMm('least engagement', this.least()) : undefined,
      turnsOut: number('turns out now', this.out()),
      mostTurnsOut: number('most turns out', this.most()),
      body: this.body(),
    };
  }
  protected readonly setting = computed(() => {
    if (![this.now(), this.thread(), this.engaged()].every((t) => t.trim())) return undefined;
    return attempt(() => setAdjustable(this.read(), this.target(), this.units.length()));
  });
  protected keep(): void {
    const s = this.setting();
    if (!s?.ok) return;
    const { turns, lengthMm, equalityMm, engagedMm } = s.value;
    this.kept.emit({
      what: 'link setting',
      method: 'link setting 1',
      given: { ...this.read(), targetMm: this.target() },
      found: { turns, lengthMm, equalityMm, engagedMm },
      words: `both set to ${this.units.sayLength(lengthMm, 1)}, equal to ±${this.units.sayLength(equalityMm, 2)} at best, ${this.units.sayLength(engagedMm, 1)} of thread in`,
    });
  }
}
