import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Orientation } from '@ash-knot/core';

/** A handed piece, the right way and the wrong way. Our own drawings. */
@Component({
  selector: 'ak-orientation-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="grid grid-cols-2 gap-4">
      @for (ok of [true, false]; track ok) {
        <figure class="border-t-4 bg-ash-100 p-3" [class.border-lichen]="ok" [class.border-oxide]="!ok">
          <svg viewBox="0 0 220 110" class="block h-[110px] w-full" role="img" [attr.aria-label]="ok ? 'Right' : 'Wrong'">
            <g fill="none" stroke="var(--color-bark)" stroke-width="2.4" stroke-linejoin="round" stroke-linecap="round">
              @switch (of()) {
                @case ('link studs') {
                  <path d="M30 92H190" stroke-width="7" stroke="var(--color-ash-400)" />
                  <path d="M110 74V24" stroke-width="8" />
                  @if (ok) {
                    <path d="M110 24h34" stroke-width="5" />
                    <rect x="112" y="15" width="14" height="18" rx="5" fill="var(--color-ash-400)" />
                    <path d="M110 74h34" stroke-width="5" />
                    <rect x="112" y="65" width="14" height="18" rx="5" fill="var(--color-ash-400)" />
                    <path d="M160 12v72M152 12v72" stroke-width="2" />
                  } @else {
                    <path d="M110 24h34" stroke-width="5" />
                    <rect x="112" y="15" width="14" height="18" rx="5" fill="var(--color-ash-400)" />
                    <path d="M110 74H76" stroke-width="5" />
                    <path d="M94 64l14 5v12l-14 5z" fill="var(--color-ash-400)" />
                    <path d="M160 12v72M152 12v72" stroke-width="2" />
                    <path d="M82 92l14-12" stroke="var(--color-oxide)" stroke-width="4" />
                  }
                }
                @case ('dished washers') {
                  <path d="M110 4V106" stroke-width="7" stroke="var(--color-ash-400)" />
                  <rect x="40" y="50" width="140" height="10" fill="var(--color-ash-100)" />
                  <rect x="78" y="28" width="64" height="22" rx="9" fill="var(--color-ash-400)" />
                  <rect x="78" y="60" width="64" height="22" rx="9" fill="var(--color-ash-400)" />
                  @if (ok) {
                    <path d="M68 34c4-8 16-9 42-9s38 1 42 9" stroke-width="4.5" />
                    <path d="M68 76c4 8 16 9 42 9s38-1 42-9" stroke-width="4.5" />
                  } @else {
                    <path d="M68 14c4 9 16 12 42 12s38-3 42-12" stroke-width="4.5" stroke="var(--color-oxide)" />
                    <path d="M68 76c4 8 16 9 42 9s38-1 42-9" stroke-width="4.5" />
                  }
                }
                @case ('bushing split') {
                  <path d="M20 14H200" stroke-width="8" stroke="var(--color-ash-400)" />
                  <rect x="72" y="20" width="76" height="66" rx="26" fill="var(--color-ash-300)" />
                  <circle cx="110" cy="52" r="19" fill="var(--color-ash-100)" />
                  <path d="M58 20v38a52 40 0 0 0 104 0V20" stroke-width="5" />
                  <path d="M58 20H30M162 20h28" stroke-width="5" />
                  @if (ok) {
                    <path d="M129 52h20" stroke-width="3.4" stroke="var(--color-lichen)" />
                  } @else {
                    <path d="M110 33V20" stroke-width="5" stroke="var(--color-oxide)" />
                    <path d="M100 20l10 12 10-12" stroke="var(--color-oxide)" />
                  }
                }
                @case ('pivot sleeve') {
                  <path d="M46 14V96M174 14V96" stroke-width="8" stroke="var(--color-ash-400)" />
                  <path d="M20 55h180" stroke-width="3" stroke-dasharray="9 5" />
                  @if (ok) {
                    <rect x="74" y="24" width="72" height="62" rx="10" fill="var(--color-ash-300)" />
                    <rect x="51" y="44" width="118" height="22" fill="var(--color-ash-100)" stroke="var(--color-lichen)" />
                  } @else {
                    <rect x="98" y="24" width="72" height="62" rx="10" fill="var(--color-ash-300)" />
                    <rect x="51" y="44" width="96" height="22" fill="var(--color-ash-100)" />
                    <path d="M152 30l14 12M152 80l14-12" stroke="var(--color-oxide)" stroke-width="4" />
                  }
                }
                @case ('bar way up') {
                  <path d="M14 66h192" stroke-width="14" stroke="var(--color-ash-400)" />
                  @if (ok) {
                    <path d="M22 84h26l22-50h80l22 50h26" stroke-width="6" />
                    <path d="M110 34v22" stroke="var(--color-lichen)" stroke-width="3" />
                    <path d="M104 40l6-6 6 6M104 50l6 6 6-6" stroke="var(--color-lichen)" stroke-width="3" />
                  } @else {
                    <path d="M22 34h26l22 34h80l22-34h26" stroke-width="6" stroke="var(--color-oxide)" />
                    <path d="M84 88l-10-12M136 88l10-12" stroke="var(--color-oxide)" stroke-width="4" />
                  }
                }
              }
            </g>
          </svg>
          <figcaption class="mt-2 text-sm">
            <b [class.text-lichen]="ok" [class.text-oxide]="!ok">{{ ok ? 'Right. ' : 'Wrong. ' }}</b>{{ ok ? right() : wrong() }}
          </figcaption>
        </figure>
      }
    </div>
  `,
})
export class OrientationDrawing {
  readonly of = input.required<Orientation>();
  readonly right = input.required<string>();
  readonly wrong = input.required<string>();
}
