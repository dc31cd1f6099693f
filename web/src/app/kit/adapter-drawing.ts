import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

/** A wrench with an adapter, seen from above: lever and adapter to scale, the angle between them, the nut at its end. */
@Component({
  selector: 'ak-adapter-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (drawn(); as d) {
      <svg [attr.viewBox]="d.view" class="block w-full max-w-[420px]" role="img" [attr.aria-label]="words()">
        <g fill="none" stroke="var(--color-bark)" stroke-width="7" stroke-linecap="round">
          <line [attr.x1]="d.hand.x" [attr.y1]="d.hand.y" [attr.x2]="d.drive.x" [attr.y2]="d.drive.y" />
          <line [attr.x1]="d.drive.x" [attr.y1]="d.drive.y" [attr.x2]="d.nut.x" [attr.y2]="d.nut.y" stroke="var(--color-ink)" />
        </g>
        <circle
          [attr.cx]="d.drive.x"
          [attr.cy]="d.drive.y"
          r="6"
          fill="var(--color-white)"
          stroke="var(--color-bark)"
          stroke-width="2"
        />
        <polygon [attr.points]="d.hex" fill="var(--color-ash-300)" stroke="var(--color-bark)" stroke-width="2" />
        <path [attr.d]="d.pull" fill="none" stroke="var(--color-bark)" stroke-width="2" />
        <text [attr.x]="(d.hand.x + d.drive.x) / 2" y="122" text-anchor="middle" font-size="14" fill="var(--color-bark)">
          {{ d.lever }} mm
        </text>
        <text [attr.x]="d.nut.x + 18" [attr.y]="d.nut.y + 5" font-size="14" fill="var(--color-ink)">
          {{ d.adapter }} mm, {{ d.angle }}°
        </text>
      </svg>
    }
  `,
})
export class AdapterDrawing {
  /** mm, mm and degrees; null while one of them is not said. */
  readonly leverMm = input.required<number | null>();
  readonly adapterMm = input.required<number | null>();
  readonly angleDeg = input.required<number | null>();

  protected readonly words = computed(
    () => `Lever ${this.leverMm()} mm from hand to drive, adapter ${this.adapterMm()} mm at ${this.angleDeg()}° to it`,
  );
  protected readonly drawn = computed(() => {
    const [lever, adapter, angle] = [this.leverMm(), this.adapterMm(), this.angleDeg()];
    if (lever === null || adapter === null || angle === null || lever <= 0) return null;
    // Everything within the picture, whichever way the adapter points; small adapters are still to be seen.
    const scale = 250 / (lever + Math.max(0, adapter * Math.cos((angle * Math.PI) / 180)));
    const hand = { x: 40, y: 96 };
    const drive = { x: hand.x + lever * scale, y: 96 };
    const reach = Math.max(14, adapter * scale);
    const rad = (angle * Math.PI) / 180;
    const nut = { x: drive.x + reach * Math.cos(rad), y: Math.max(16, drive.y - reach * Math.sin(rad)) };
    const hex = Array.from({ length: 6 }, (_, i) => {
      const a = (Math.PI / 3) * i;
      return `${nut.x + 11 * Math.cos(a)},${nut.y + 11 * Math.sin(a)}`;
    }).join(' ');
    const pull = `M ${hand.x} 84 V 52 M ${hand.x - 7} 62 L ${hand.x} 52 L ${hand.x + 7} 62`;
    const top = Math.min(44, nut.y - 18);
    const view = `0 ${top} 400 ${128 - top}`;
    return {
      view,
      hand,
      drive,
      nut,
      hex,
      pull,
      lever: Math.round(lever),
      adapter: Math.round(adapter),
      angle: Math.round(angle),
    };
  });
}
