import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { LADDERS, rungCaution, rungLines, rungTask, type OpenTrouble, type Rung } from '@ash-knot/core';
import { JobStore } from '../job/job-store';
import { PlaceKey, PlaceMark } from '../job/places';
import { TextField } from '../kit/text-field';
import { Session } from '../session/session';
import { draft } from '../state/draft';

/** Something went wrong: what to try, the gentlest first, what each ruins, and how it went. */
@Component({
  selector: 'ak-trouble-card',
  imports: [PlaceKey, PlaceMark, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="mt-3" data-testid="trouble">
      <h3 class="text-lg font-bold">{{ title() }}: what to try, in order</h3>
      <ol class="mt-1">
        @for (r of rungs(); track r.id; let i = $index) {
          @let past = of().tried.includes(r.id);
          <li class="rule grid grid-cols-[24px_1fr_auto] gap-x-2 py-2 text-[15px]" [class.soft]="past">
            <span class="mono soft">{{ i + 1 }}</span>
            <span>
              <span class="font-semibold">{{ session.say(r.title) }}</span>
              @if (past) {
                <b> did not do it.</b>
              } @else {
                <span class="soft"> Ruins {{ session.say(r.ruins) }}.</span>
                @if (r.tools.length) {
                  <span class="block font-semibold">{{ r.tools.join(' · ') }}</span>
                }
              }
            </span>
            <span class="text-right">
              <span class="mono soft block">{{ r.minutes }} min</span>
              @if (here(r); as w) {
                <span class="soft block text-sm">{{ w }}</span>
              }
            </span>
            @if (r.id === of().rung?.id) {
              <div class="col-span-2 col-start-2 mt-2">
                @if (r.caution) {
                  <p class="caution !py-1.5" [class.soft]="read(r)">{{ session.say(r.caution) }}</p>
                }
                @if (r.caution && !read(r)) {
                  <button type="button" class="btn btn-go mt-2" (click)="confirm(r)" data-testid="rung-read">Read, go on</button>
                } @else {
                  <div class="mt-2 flex flex-wrap gap-3">
                    <button type="button" class="btn btn-go" (click)="say(r, true)" data-testid="rung-did">
                      {{ r.arranges ? 'Go that way' : 'That did it' }}
                    </button>
                    <button type="button" class="btn" (click)="say(r, false)" data-testid="rung-not">
                      {{ r.arranges ? 'Not that way' : 'It did not' }}
                    </button>
                  </div>
                }
              </div>
            }
          </li>
        }
      </ol>
      @if (!of().rung) {
        <form class="mt-2" (submit)="sayOther($event)" akPlace="rung">
          <p class="caution">Nothing on the ladder did it. Whoever leads the shop decides how it goes on.</p>
          <div class="mt-2 grid grid-cols-[1fr_auto] items-end gap-3">
            <ak-text-field label="What did it in the end" [(value)]="other" [maxLength]="200" testId="rung-other" />
            <button
              class="btn"
              [class.btn-go]="other().trim()"
              [akDoes]="other().trim() ? 'rung' : null"
              (done)="sayOther()"
              data-testid="rung-other-say"
            >
              That did it
            </button>
          </div>
          @if (wrong()) {
            <p class="wrong text-sm" role="alert">{{ wrong() }}</p>
          }
        </form>
      }
    </section>
  `,
})
export class TroubleCard {
  readonly of = input.required<OpenTrouble>();
  private readonly store = inject(JobStore);
  protected readonly session = inject(Session);
  protected readonly other = draft('work.rung', '');
  protected readonly wrong = signal('');
  protected readonly title = computed(() => this.session.say(LADDERS[this.of().what].title));
  protected readonly rungs = computed(() => this.of().rungs);

  protected read(r: Rung): boolean {
    return this.store.state()!.cautions.has(rungCaution(this.of().step.id, r));
  }
  /** How often this rung was tried here, and how long it took. */
  protected here(r: Rung): string {
    const t = this.store.state()!.context.file?.times?.find((x) => x.task === rungTask(this.of().what, r.id));
    return t ? `here ${t.jobs} times, ${Math.round(t.median)} min` : '';
  }
  protected confirm(r: Rung): void {
    void this.store.write('caution', { step: rungCaution(this.of().step.id, r) });
  }
  protected sayOther(e?: Event): void {
    e?.preventDefault();
    const title = this.other().trim();
    this.wrong.set(title ? '' : 'What did it is empty. Nothing was written.');
    if (!title) return;
    void this.store
      .write('rung', { step: this.of().step.id, ladder: this.of().what, rung: 'other', title, worked: true })
      .then((ok) => ok && this.other.clear());
  }
  protected say(r: Rung, worked: boolean): void {
    void this.store.writeAll(rungLines(this.of(), r.id, r.title, worked));
  }
}
