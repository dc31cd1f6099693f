import { Dialog, DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, Injectable, input, viewChild } from '@angular/core';
import { capital, sayPoint, type AxleEnd, type AxleSpec, type PointName } from '@ash-knot/core';
import { across, upright, type Dimension } from '../kit/dimension';
import { saveFile } from '../kit/save-file';
import { PANEL } from '../kit/panel';
import { svgFile } from '../kit/svg-file';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { cornerDrawn, layoutCorner } from './corner-views';
import { drawSolids } from './scene/draw';
import { Strokes } from './strokes';

const WIDE = 1060;
const HIGH = 660;
/** Room under the ground for the lengths across, px. */
const FOOT = 74;
/** Above, for the title; at the edges, for heights; between the views, for the table, px. */
const TOP = 56;
const HEIGHTS = 54;
const TABLE = 190;
/** The points that carry a height and a place across: what a link and its bar hang on. */
const NAMED: readonly PointName[] = ['linkMount', 'barEye', 'barBushing', 'hub', 'armOuter', 'damperTop'];

/** The left corner of an axle, from behind and from its side, true to scale and with its dimensions: for paper and as a file. */
@Component({
  selector: 'ak-axle-drawing',
  imports: [Strokes],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <svg
      #svg
      [attr.viewBox]="'0 0 ' + wide + ' ' + high"
      class="block w-full"
      font-family="sans-serif"
      role="img"
      [attr.aria-label]="title() + ', drawn to scale with its dimensions'"
      data-testid="axle-drawing"
    >
      <rect [attr.width]="wide" [attr.height]="high" fill="#ffffff" />
      <text x="12" y="24" font-size="17" font-weight="700" fill="#211d18">{{ title() }}</text>
      <text x="12" y="44" font-size="13" fill="#211d18">{{ under() }}</text>
      <defs>
        @for (v of views(); track v.id) {
          <clipPath [attr.id]="'axle-drawing-' + v.id">
            <rect [attr.x]="v.box.x" y="0" [attr.width]="v.box.width" [attr.height]="high" />
          </clipPath>
        }
      </defs>
      @for (v of views(); track v.id) {
        <path [attr.d]="v.ground" fill="none" stroke="#6b6255" stroke-width="1" />
        <g [attr.clip-path]="'url(#axle-drawing-' + v.id + ')'">
          <g akStrokes [shapes]="v.shapes" palette="paper" />
        </g>
      }
      @for (d of dims(); track d.key) {
        <path [attr.d]="d.d" fill="none" stroke="#22506e" stroke-width="1" />
        <text
          [attr.x]="d.x"
          [attr.y]="d.y"
          [attr.text-anchor]="d.anchor"
          font-size="15"
          fill="#22506e"
          stroke="#ffffff"
          stroke-width="3"
          paint-order="stroke"
        >
          {{ d.text }}
        </text>
      }
      @for (r of table(); track r.name; let i = $index) {
        <text [attr.x]="tableX()" [attr.y]="tableY + i * 56" font-size="14" font-weight="700" fill="#211d18">{{ r.name }}</text>
        @for (w of r.words; track w; let k = $index) {
          <text [attr.x]="tableX()" [attr.y]="tableY + 17 + k * 17 + i * 56" font-size="14" fill="#22506e">{{ w }}</text>
        }
      }
    </svg>
  `,
})
export class AxleDrawing {
  readonly end = input.required<AxleEnd>();
  readonly axle = input.required<AxleSpec>();
  readonly title = input.required<string>();
  private readonly units = inject(Units);
  private readonly session = inject(Session);
  private readonly svg = viewChild.required<ElementRef<SVGElement>>('svg');
  protected readonly wide = WIDE;
  protected readonly high = HIGH;
  protected readonly tableY = 84;
  /** The drawing keeps room at its outer edges for heights, and below for lengths across. */
  private readonly layout = computed(() =>
    layoutCorner(this.axle(), 'left', { width: WIDE, top: TOP, bottom: HIGH - FOOT, between: TABLE, edge: HEIGHTS }),
  );
  protected readonly tableX = computed(() => this.layout().behindBox.x + this.layout().behindBox.width + 18);
  protected readonly views = computed(() => {
    const l = this.layout();
    const solids = cornerDrawn(this.axle(), 'left');
    return (['behind', 'beside'] as const).map((id) => {
      const box = l[`${id}Box`];
      return { id, box, ground: `M${box.x} ${l.ground}h${box.width}`, shapes: drawSolids(solids, l[id]) };
    });
  });
  private say(mm: number): string {
    return this.units.lengthDigits(mm, 0).replace('-', '−');
  }
  protected readonly under = computed(
    () =>
      `Left corner, from behind and from its side, true to scale; lengths in ${this.units.length()}, up from the ground, out from the middle.`,
  );
  protected readonly dims = computed((): Dimension[] => {
    const [l, a] = [this.layout(), this.axle()];
    const ground = l.ground;
    const up = (mm: number) => l.behind.to([0, 0, mm])[1];
    const out = (mm: number) => l.behind.to([0, mm, 0])[0];
    const [outer, inner] = [out(a.trackMm / 2 + a.tyreWidthMm / 2), out(a.trackMm / 2 - a.tyreWidthMm / 2)];
    const dims: Dimension[] = [
      upright('tyre', ground, up(a.tyreDiameterMm), outer - 34, outer - 4, this.say(a.tyreDiameterMm)),
      across('width', outer, inner, ground + 22, ground + 4, this.say(a.tyreWidthMm)),
    ];
    const { linkMount, barEye, barBushing, hub } = a.points;
    if (linkMount && barEye && barBushing) {
      const x = (mm: number) => l.beside.to([mm, 0, 0])[0];
      dims.push(
        across(
          'arm',
          x(barBushing.at[0]),
          x(barEye.at[0]),
          ground + 22,
          ground + 4,
          `arm ${this.say(Math.abs(barBushing.at[0] - barEye.at[0]))}`,
        ),
        upright(
          'link',
          up(linkMount.at[2]),
          up(barEye.at[2]),
          x(linkMount.at[0]) + 40,
          x(linkMount.at[0]) + 12,
          `link ${this.say(a.link?.lengthMm ?? 0)}`,
        ),
        across('behind', x(hub.at[0]), x(barEye.at[0]), ground + 52, ground + 30, this.say(Math.abs(hub.at[0] - barEye.at[0]))),
      );
    }
    return dims;
  });
  protected readonly table = computed(() => {
    const { points } = this.axle();
    const hub = points.hub.at[0];
    const from = { maker: 'maker', measured: 'measured', usual: 'usual' } as const;
    const rows = NAMED.flatMap((name) => {
      const p = points[name];
      if (!p) return [];
      const [x, y, z] = p.at;
      const off = Math.round(x - hub);
      const fore = name === 'hub' || off === 0 ? '' : `${this.say(Math.abs(off))} ${off > 0 ? 'ahead' : 'behind'}, `;
      return [
        {
          name: capital(this.session.say(sayPoint(name))),
          words: [`${this.say(z)} up · ${this.say(y)} out`, `${fore}${from[p.from]}`],
        },
      ];
    });
    return [
      { name: 'Track', words: [this.units.sayLength(this.axle().trackMm, 0)] },
      ...(this.axle().bar ? [{ name: 'Bar', words: [`${this.units.sayLength(this.axle().bar!.diameterMm, 1)} across`] }] : []),
      ...rows,
    ];
  });
  /** The drawing as a file that stands by itself. */
  file(): string {
    return svgFile(this.svg().nativeElement, { width: String(WIDE), height: String(HIGH) });
  }
}

export interface DrawingData {
  readonly end: AxleEnd;
  readonly axle: AxleSpec;
  readonly title: string;
}

/** The drawing over the sheet, to look at and to save. */
@Component({
  selector: 'ak-drawing-dialog',
  imports: [AxleDrawing],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: '../kit/panel.css',
  template: `
    <div class="panel w-[min(1100px,94vw)]">
      <div class="flex items-center justify-between gap-4">
        <h2 class="text-xl font-bold">Drawing</h2>
        <div class="flex gap-5">
          <button type="button" class="btn" (click)="save()" data-testid="drawing-save">Save as SVG</button>
          <button type="button" class="link" (click)="ref.close()">Close <span class="key" aria-hidden="true">Esc</span></button>
        </div>
      </div>
      <ak-axle-drawing class="mt-4" [end]="data.end" [axle]="data.axle" [title]="data.title" />
    </div>
  `,
})
export class DrawingDialog {
  protected readonly ref = inject(DialogRef);
  protected readonly data = inject<DrawingData>(DIALOG_DATA);
  private readonly drawing = viewChild.required(AxleDrawing);
  protected save(): void {
    saveFile(`${this.data.title.replace(/[^\p{L}\d]+/gu, '-').toLowerCase()}.svg`, this.drawing().file(), 'image/svg+xml');
  }
}

/** Opens the drawing of an axle. */
@Injectable({ providedIn: 'root' })
export class Drawings {
  private readonly dialog = inject(Dialog);
  open(data: DrawingData): void {
    this.dialog.open(DrawingDialog, { ...PANEL, ariaLabel: 'Drawing', data });
  }
}
