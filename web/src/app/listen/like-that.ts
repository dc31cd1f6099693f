import { ChangeDetectionStrategy, Component, inject, input, output, signal } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { LIKENESSES, type Likeness } from '@ash-knot/core';
import { canPlay, Player } from '../kit/player';
import { Sounder } from '../workers/sounder';
import type { Made } from '../workers/sound-work';

/** Sounds to point at instead of searching for a word. What was not heard here cannot be pointed at. */
@Component({
  selector: 'ak-like-that',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details [open]="picked().length > 0">
      <summary class="link min-h-11 cursor-pointer content-center" data-testid="like-open">Or play sounds and pick one</summary>
      @if (able) {
        <p class="soft text-sm">Made by this program, never above half of this device’s volume. Play some; nothing has to fit.</p>
        <ul class="mt-1 grid gap-x-6 sm:grid-cols-2">
          @for (l of all; track l) {
            <li class="rule flex items-center gap-2 py-1">
              <button
                type="button"
                class="btn flex-1 !justify-start"
                [attr.aria-pressed]="player.playing() === l"
                [attr.aria-label]="(player.playing() === l ? 'Stop the ' : 'Play the ') + l"
                (click)="play(l)"
                [attr.data-testid]="'play-' + l"
              >
                <svg viewBox="0 0 20 20" class="h-5 w-5 shrink-0" aria-hidden="true" fill="currentColor">
                  @if (player.playing() === l) {
                    <rect x="4" y="4" width="12" height="12" />
                  } @else {
                    <path d="M5 3l12 7-12 7z" />
                  }
                </svg>
                <span class="inline-block text-left first-letter:uppercase"
                  >{{ l }}
                  @if (low().has(l)) {
                    <span class="soft block text-sm font-normal" [attr.data-testid]="'low-' + l">low: use headphones</span>
                  }
                </span>
              </button>
              <button
                type="button"
                class="pick"
                [attr.aria-pressed]="picked().includes(l)"
                [attr.aria-label]="'Like the ' + l"
                [disabled]="!heard().has(l) && !picked().includes(l)"
                (click)="toggle(l)"
                [attr.data-testid]="'like-' + l"
              >
                like that
              </button>
            </li>
          }
        </ul>
      } @else {
        <p class="soft">This device plays no sound. The words say it as well.</p>
      }
      @if (wrong()) {
        <p class="wrong" role="alert">{{ wrong() }}</p>
      }
    </details>
  `,
})
export class LikeThat {
  readonly picked = input.required<readonly Likeness[]>();
  readonly pickedChange = output<readonly Likeness[]>();
  protected readonly player = inject(Player);
  private readonly sounder = inject(Sounder);
  protected readonly all = LIKENESSES;
  protected readonly able = canPlay();
  /** What was played on this device since the page was opened. */
  protected readonly heard = signal<ReadonlySet<Likeness>>(new Set());
  /** Of what was played, what a small loudspeaker hardly gives back. */
  protected readonly low = signal<ReadonlySet<Likeness>>(new Set());
  protected readonly wrong = signal('');
  private readonly made = new Map<Likeness, Made>();

  protected async play(l: Likeness): Promise<void> {
    if (this.player.playing() === l) return this.player.stop();
    this.wrong.set('');
    try {
      const made = this.made.get(l) ?? (await firstValueFrom(this.sounder.ask('like', l)));
      this.made.set(l, made);
      if (made.low) this.low.update((x) => new Set([...x, l]));
      if (this.player.play(l, made.samples, made.hz)) this.heard.update((h) => new Set([...h, l]));
      else this.wrong.set('This device plays no sound. The words say it as well.');
    } catch (e) {
      this.wrong.set((e as Error).message);
    }
  }
  protected toggle(l: Likeness): void {
    const p = this.picked();
    this.pickedChange.emit(p.includes(l) ? p.filter((x) => x !== l) : [...p, l]);
  }
}
