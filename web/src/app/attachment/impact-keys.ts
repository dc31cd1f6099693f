import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { EXCERPT_S, fixed, type KeptImpact } from '@ash-knot/core';
import { canPlay, Player } from '../kit/player';
import { Outbox } from '../offline/outbox';

/** So many of the loudest have a key. */
const SHOWN = 6;
/** Bytes before the samples of the WAV files this program writes. */
const WAV_HEADER = 44;

/** The loudest impacts of a recording, a key each: of one that was just read, or of one that is kept with its job. */
@Component({
  selector: 'ak-impact-keys',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="flex flex-wrap gap-2">
      @for (i of loudest(); track i.clipAtS) {
        <button
          type="button"
          class="btn"
          [disabled]="!able"
          [attr.aria-pressed]="player.playing() === key(i)"
          [attr.aria-label]="'Play the impact at ' + fixed(i.atS, 1) + ' seconds'"
          (click)="play(i)"
          data-testid="play-impact"
        >
          <svg viewBox="0 0 20 20" class="h-4 w-4 shrink-0" aria-hidden="true" fill="currentColor">
            <path d="M5 3l12 7-12 7z" />
          </svg>
          {{ fixed(i.atS, 1) }} s{{ i.ring === 'either' ? '' : ', ' + i.ring }}
        </button>
      }
    </div>
    @if (wrong()) {
      <p class="wrong mt-1 text-sm" role="alert">{{ wrong() }}</p>
    }
  `,
})
export class ImpactKeys {
  /** The moments one after the other as this program writes them; or the id they are kept under. */
  readonly sound = input.required<Uint8Array | string>();
  readonly hz = input.required<number>();
  readonly channels = input.required<number>();
  readonly impacts = input.required<readonly KeptImpact[]>();
  private readonly outbox = inject(Outbox);
  protected readonly player = inject(Player);
  protected readonly able = canPlay();
  protected readonly fixed = fixed;
  protected readonly wrong = signal('');
  private bytes: { readonly of: string; readonly wav: Uint8Array } | undefined;

  protected readonly loudest = computed(() =>
    [...this.impacts()]
      .sort((a, b) => b.levelDb - a.levelDb)
      .slice(0, SHOWN)
      .sort((a, b) => a.atS - b.atS),
  );
  protected key(i: KeptImpact): string {
    const sound = this.sound();
    return `impact ${typeof sound === 'string' ? sound : ''} ${i.clipAtS}`;
  }
  protected async play(i: KeptImpact): Promise<void> {
    if (this.player.playing() === this.key(i)) return this.player.stop();
    this.wrong.set('');
    try {
      const wav = await this.wav();
      const v = new DataView(wav.buffer, wav.byteOffset + WAV_HEADER);
      const channels = this.channels();
      const from = Math.round(i.clipAtS * this.hz());
      const n = Math.min(Math.round(EXCERPT_S * this.hz()), Math.floor(v.byteLength / 2 / channels) - from);
      const samples = new Float32Array(Math.max(0, n));
      // All microphones together.
      for (let k = 0; k < samples.length; k++)
        for (let c = 0; c < channels; c++) samples[k]! += v.getInt16(((from + k) * channels + c) * 2, true) / 32_768 / channels;
      this.player.play(this.key(i), samples, this.hz());
    } catch (e) {
      this.wrong.set((e as Error).message);
    }
  }
  /** What is on its way to the server still is in this browser. */
  private async wav(): Promise<Uint8Array> {
    const sound = this.sound();
    if (typeof sound !== 'string') return sound;
    if (this.bytes?.of === sound) return this.bytes.wav;
    let blob = await this.outbox.attachment(sound);
    if (!blob) {
      const res = await fetch(`/api/attachments/${sound}`).catch(() => undefined);
      if (!res?.ok) throw new Error('Its moments cannot be had just now: there is no line, or they were not sent yet.');
      blob = await res.blob();
    }
    const wav = new Uint8Array(await blob.arrayBuffer());
    this.bytes = { of: sound, wav };
    return wav;
  }
}
