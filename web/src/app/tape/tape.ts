import { clock } from '../words/format';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  ElementRef,
  inject,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { attempt, BadInput, readDistance, sayEntry, type Entry, type LedgerWords, type RecordingBody } from '@ash-knot/core';
import { JobStore } from '../job/job-store';
import { ImpactKeys } from '../attachment/impact-keys';
import { PhotoButton } from '../attachment/photo';
import { TextField } from '../kit/text-field';
import { Session } from '../session/session';
import { draft } from '../state/draft';
import { MeasurementFiles } from './measurement-files';
import { Units } from '../session/units';

/** What a line says; of one that cannot even say that, its kind. */
function saidOf(e: Entry, words: LedgerWords): string {
  try {
    return sayEntry(e, words);
  } catch {
    return `A line that says nothing that can be read (${e.kind})`;
  }
}

/** The job's ledger, the newest line first; struck lines stay. */
@Component({
  selector: 'ak-tape',
  imports: [ImpactKeys, MeasurementFiles, PhotoButton, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <aside class="tape" aria-label="Tape">
      <header class="flex items-center justify-between border-b px-4">
        <h2 class="font-bold">Tape</h2>
        <button type="button" class="link" #close (click)="shut.emit()">
          Close <span class="key" aria-hidden="true">L</span>
        </button>
      </header>
      <ol class="roll">
        @for (l of lines(); track l.entry.id) {
          <li [class.struck]="l.struck" [class.bad]="l.wrong" [attr.data-kind]="l.entry.kind">
            <div class="flex items-baseline gap-3">
              <span class="mono soft flex-none text-[13px]">{{ l.time }}</span>
              <p class="what min-w-0 flex-1">{{ l.text }}</p>
              @if (!l.struck && l.entry.kind !== 'strike') {
                <button
                  type="button"
                  class="strike"
                  (click)="asking.set(asking() === l.entry.id ? null : l.entry.id)"
                  [attr.aria-label]="'Strike: ' + l.text"
                >
                  strike
                </button>
              }
            </div>
            <p class="soft pl-[58px] text-[13px]">
              {{ l.who }}{{ l.unsent ? ' · not yet sent' : '' }}{{ l.struck ? ' · struck: ' + l.struck : '' }}
            </p>
            @if (recording(l.entry); as b) {
              <ak-impact-keys
                class="mt-1 block pl-[58px]"
                [sound]="b.sound"
                [hz]="b.hz"
                [channels]="b.places.length"
                [impacts]="b.impacts"
              />
            }
            @if (asking() === l.entry.id) {
              <form class="mt-2 flex gap-2 pl-[58px]" (submit)="strike($event, l.entry, why.value)">
                <input #why class="field !min-h-11" aria-label="Why is it struck" placeholder="why" />
                <button class="btn !min-h-11">Strike</button>
              </form>
              @if (noReason()) {
                <p class="wrong pl-[58px] text-sm" role="alert">A line is struck with a reason: say why it is wrong.</p>
              }
            }
          </li>
        } @empty {
          <li class="nothing">Nothing yet. Everything recorded prints here.</li>
        }
      </ol>
      <div class="border-t">
        <form class="flex items-end gap-2 px-4 py-2" (submit)="note($event)">
          <ak-text-field class="min-w-0 flex-1" label="A note" [(value)]="noteText" [maxLength]="2000" testId="note-text" />
          <button class="btn !min-h-11" [disabled]="!noteText().trim()" data-testid="note-save">Write it</button>
        </form>
        <div class="flex flex-wrap items-center gap-x-4 px-4">
          @if (!store.practice()) {
            <ak-photo-button [job]="store.view()!.id" (taken)="photo($event)" />
          }
          @if (store.state()) {
            <button
              type="button"
              class="link text-sm"
              [attr.aria-expanded]="putting()"
              (click)="putting.set(!putting())"
              data-testid="distance-wrong"
            >
              Correct the distance
            </button>
          }
        </div>
        @if (putting()) {
          <form class="grid grid-cols-[1fr_1fr_auto] items-end gap-2 px-4 py-2" (submit)="putRight($event)">
            <ak-text-field
              [label]="'It came in with, ' + units.distance()"
              [(value)]="kmText"
              [mono]="true"
              mode="numeric"
              testId="distance-km"
            />
            <ak-text-field label="What was wrong" [(value)]="kmWhy" [maxLength]="300" testId="distance-why" />
            <button class="btn !min-h-11" data-testid="distance-save">Put it right</button>
            @if (kmError()) {
              <p class="wrong col-span-3 text-sm" role="alert" data-testid="distance-error">{{ kmError() }}</p>
            }
          </form>
        }
        @if (!store.practice() && store.state()) {
          <ak-measurement-files />
        }
      </div>
    </aside>
  `,
  styles: `
    .tape {
      position: fixed;
      z-index: 40;
      top: 52px;
      right: 0;
      bottom: 84px;
      width: min(440px, 100vw);
      display: grid;
      grid-template-rows: 52px 1fr auto;
      background: var(--color-chalk);
      border-left: 1.5px solid var(--color-bark);
      box-shadow: -8px 0 24px rgb(33 29 24 / 0.18);
    }
    .roll {
      overflow: auto;
      padding: 8px 16px 20px;
    }
    li {
      padding: 8px 0;
      border-bottom: 1px dashed var(--color-ash-300);
    }
    .what {
      font-weight: 600;
      line-height: 1.25;
    }
    .struck .what {
      text-decoration: line-through;
      font-weight: 400;
      color: var(--color-bark-soft);
    }
    .bad {
      border-left: 4px solid var(--color-oxide);
      padding-left: 8px;
    }
    .strike {
      flex: none;
      min-height: 44px;
      margin: -12px 0;
      color: var(--color-ink);
      font-size: 14px;
    }
    .strike:hover {
      text-decoration: underline;
    }
  `,
})
export class Tape {
  protected readonly store = inject(JobStore);
  private readonly session = inject(Session);
  protected readonly units = inject(Units);
  readonly shut = output();
  protected readonly asking = signal<string | null>(null);
  private readonly close = viewChild<ElementRef<HTMLElement>>('close');

  protected readonly lines = computed(() => {
    // From its lines alone: where they make no job, this is where the one that is wrong is struck.
    const [entries, words] = [this.store.entries(), this.store.words()];
    const struck = new Map(entries.flatMap((e) => (e.kind === 'strike' ? [[e.body.entry, e.body.why] as const] : [])));
    const [unsent, wrong] = [this.store.unsent(), this.store.unreadable()?.entry?.id];
    const lines = entries.map((entry) => ({
      entry,
      time: clock(entry.at),
      who: this.session.name(entry.by),
      text: saidOf(entry, words),
      struck: struck.get(entry.id),
      wrong: entry.id === wrong,
      unsent: unsent.has(entry.id),
    }));
    return lines.reverse();
  });

  constructor() {
    // Opened, it has the focus; shut, the sheet takes it back to its key.
    afterNextRender(() => this.close()?.nativeElement.focus());
    inject(DestroyRef).onDestroy(() => this.asking.set(null));
  }

  protected async strike(e: Event, entry: Entry, why: string): Promise<void> {
    e.preventDefault();
    this.noReason.set(!why.trim());
    if (!why.trim()) return;
    if (await this.store.strike(entry, why.trim())) this.asking.set(null);
  }
  protected readonly noReason = signal(false);
  protected readonly noteText = draft(`note.${this.store.view()?.id}`, '');
  protected recording(e: Entry): RecordingBody | null {
    return e.kind === 'recording' && e.body.impacts.length ? e.body : null;
  }
  protected async note(e: Event): Promise<void> {
    e.preventDefault();
    const text = this.noteText().trim();
    if (text && (await this.store.write('note', { text }))) this.noteText.clear();
  }
  protected photo(photo: string): void {
    void this.store.write('photo', { photo, caption: '' });
  }
  protected readonly putting = signal(false);
  protected readonly kmText = signal('');
  protected readonly kmWhy = signal('');
  protected readonly kmError = signal('');
  /** The distance it came in with, put right: signed, and on the tape. */
  protected async putRight(e: Event): Promise<void> {
    e.preventDefault();
    const read = attempt(() => {
      const km = readDistance(this.kmText(), this.units.distance());
      if (!this.kmWhy().trim()) throw new BadInput('reason', 'is empty: say what was wrong');
      return km;
    });
    this.kmError.set(read.ok ? '' : `${read.error.message} Nothing was changed.`);
    if (!read.ok) return;
    const wasKm = this.store.state()!.distanceKm;
    if (await this.store.write('distance', { distanceKm: read.value, wasKm, why: this.kmWhy().trim() })) {
      this.putting.set(false);
      this.kmText.set('');
      this.kmWhy.set('');
    }
  }
}
