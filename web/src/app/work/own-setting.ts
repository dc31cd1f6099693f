import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { attempt, partsOf, readLinkTurns, readTarget, type JointId } from '@ash-knot/core';
import { JobStore } from '../job/job-store';
import { Picks } from '../kit/picks';
import { TextField } from '../kit/text-field';
import { draft } from '../state/draft';

/** What the part's own sheet says of setting it: one length for both, or turns from all the way in; with where it is written. */
@Component({
  selector: 'ak-own-setting',
  imports: [Picks, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <details class="mt-3" data-testid="own-setting">
      <summary class="link cursor-pointer text-sm">Its own sheet says how</summary>
      <form class="mt-2 grid grid-cols-2 items-end gap-3" (submit)="save($event)">
        <ak-picks
          class="col-span-2"
          label="What its sheet says"
          [options]="ways"
          [picked]="[way()]"
          [single]="true"
          (pickedChange)="way.set($event[0]!)"
        />
        @if (way() === 'one length for both') {
          <ak-text-field label="Both links, centre to centre" [(value)]="length" [mono]="true" testId="own-length" />
        } @else {
          <ak-text-field label="Turns out at most" [(value)]="most" [mono]="true" hint="from all the way in" testId="own-most" />
          <ak-text-field label="Turned out now, both" [(value)]="out" [mono]="true" testId="own-out" />
        }
        <ak-text-field label="Where it is written" [(value)]="source" [maxLength]="160" testId="own-source" />
        <button class="btn" data-testid="own-keep">
          {{ way() === 'one length for both' ? 'That is the length' : 'Both are set so' }}
        </button>
      </form>
      @if (wrong()) {
        <p class="wrong mt-1 text-sm" role="alert">{{ wrong() }}</p>
      }
    </details>
  `,
})
export class OwnSetting {
  readonly joint = input.required<JointId>();
  private readonly store = inject(JobStore);
  protected readonly ways = ['one length for both', 'turns from all the way in'] as const;
  protected readonly way = signal<(typeof this.ways)[number]>('one length for both');
  protected readonly length = draft('setting.length', '');
  protected readonly most = draft('setting.most', '');
  protected readonly out = draft('setting.out', '');
  protected readonly source = draft('setting.source', '');
  protected readonly wrong = signal('');

  protected async save(e: Event): Promise<void> {
    e.preventDefault();
    const joint = this.joint();
    const read = attempt(() =>
      this.way() === 'one length for both'
        ? ({ kind: 'target', body: readTarget(partsOf(joint).axle, this.length(), this.source()) } as const)
        : ({ kind: 'result', body: readLinkTurns(joint, this.most(), this.out(), this.source()) } as const),
    );
    this.wrong.set(read.ok ? '' : `${read.error.message} Nothing was written.`);
    if (!read.ok || !(await this.store.writeAll([read.value]))) return;
    for (const d of [this.length, this.most, this.out, this.source]) d.clear();
  }
}
