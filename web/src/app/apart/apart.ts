import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, input, output, viewChild } from '@angular/core';
import { showRange, own } from '@ash-knot/core';
import type { ApartView, Outline, PieceView } from '@ash-knot/core/apart';
import { svgFile } from '../kit/svg-file';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { layoutApart, pathOf, type PlacedPiece } from './apart-layout';
import { isOpen, signPath, toolPath } from './apart-trouble';

/** How a stroke is drawn; on paper black on white. */
type Ink = Readonly<Record<'fill' | 'stroke' | 'width', string>>;
const BARK = 'var(--color-bark)';
const STROKES: Readonly<Record<Outline['of'], Ink>> = {
  metal: { fill: 'var(--color-ash-100)', stroke: BARK, width: '1.8' },
  rubber: { fill: BARK, stroke: BARK, width: '1' },
  section: { fill: 'var(--color-ash-300)', stroke: BARK, width: '1.4' },
  edge: { fill: 'none', stroke: BARK, width: '1.8' },
  fine: { fill: 'none', stroke: 'var(--color-ash-500)', width: '1' },
};

/** An assembly taken apart: every piece along its line, numbered as it comes off, what is in the hand now in ink. */
@Component({
  selector: 'ak-apart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'relative block' },
  template: `
    @let l = layout();
    <svg
      #svg
      [attr.viewBox]="'0 0 ' + width() + ' ' + l.height"
      [attr.width]="width()"
      [attr.height]="l.height"
      class="block"
      font-family="inherit"
      font-size="13"
      role="img"
      [attr.aria-label]="label()"
      data-testid="apart"
    >
      @for (r of l.rows; track $index) {
        <path
          [attr.d]="'M' + r.x0 + ' ' + r.y + 'H' + r.x1"
          fill="none"
          stroke="var(--color-ash-400)"
          stroke-width="1.2"
          stroke-dasharray="12 4 2 4"
        />
        @if (r.goesOn) {
          <text x="6" [attr.y]="r.y + 4" fill="var(--color-bark-soft)">goes on</text>
        }
      }
      @if (l.rod; as rod) {
        <path [attr.d]="rodPath()" fill="var(--color-ash-100)" [attr.stroke]="bark" stroke-width="1.8" />
        @for (k of rod.nuts; track k.index) {
          <rect
            [attr.x]="rod.x - rod.width * 0.95"
            [attr.y]="k.y - 6"
            [attr.width]="rod.width * 1.9"
            height="12"
            [attr.fill]="fillOf(k.index, 'var(--color-ash-100)')"
            [attr.stroke]="strokeOf(k.index)"
            stroke-width="1.8"
          />
        }
        @if (rodSays(); as says) {
          <path [attr.d]="dimension()" fill="none" stroke="var(--color-ink)" stroke-width="1.1" />
          <text
            [attr.transform]="'translate(' + (rod.x + 50) + ' ' + (rod.y0 + rod.y1) / 2 + ') rotate(90)'"
            text-anchor="middle"
            fill="var(--color-ink)"
          >
            {{ says }}
          </text>
        }
      }
      @for (p of l.pieces; track p.of.index) {
        @for (y of p.ys; track $index) {
          <g [attr.stroke-dasharray]="view().pieces[p.of.index]!.binned ? '4 3' : null" stroke-linejoin="round">
            @for (o of p.of.shape.outlines; track $index) {
              <path
                [attr.d]="path(o, p.x, y)"
                [attr.fill]="fillOf(p.of.index, strokes[o.of].fill, o)"
                [attr.stroke]="o.of === 'fine' ? strokes.fine.stroke : strokeOf(p.of.index)"
                [attr.stroke-width]="strokes[o.of].width"
              />
            }
          </g>
          @if (view().pieces[p.of.index]!.done) {
            <rect
              [attr.x]="p.x + p.width / 2 - 4"
              [attr.y]="y - 17"
              width="8"
              height="34"
              rx="1"
              [attr.transform]="'rotate(24 ' + (p.x + p.width / 2) + ' ' + y + ')'"
              fill="var(--color-white)"
              stroke="var(--color-ash-500)"
              stroke-width="0.8"
            />
          }
        }
        @if (tool(p); as t) {
          <path [attr.d]="t.socket" fill="var(--color-ash-100)" stroke="var(--color-ink)" stroke-width="1.8" />
          <path [attr.d]="t.arrow" fill="none" stroke="var(--color-ink)" stroke-width="2" stroke-linecap="round" />
        }
        @if (holder(p); as d) {
          <path [attr.d]="d" fill="none" stroke="var(--color-ink)" stroke-width="3.4" stroke-linecap="round" />
        }
      }
      @for (m of troubles(); track $index) {
        <path
          [attr.d]="m.d"
          [attr.fill]="m.open ? 'none' : 'var(--color-chalk)'"
          fill-opacity="0.9"
          [attr.stroke]="m.tool ? 'var(--color-ink)' : 'var(--color-oxide)'"
          stroke-width="2.2"
          stroke-linejoin="round"
          stroke-linecap="round"
          [attr.data-tool]="m.tool"
          [attr.data-sign]="m.sign"
        />
      }
      @for (k of l.numbers; track k.index) {
        <circle
          [attr.cx]="k.x"
          [attr.cy]="k.y"
          r="11"
          [attr.fill]="view().pieces[k.index]!.now ? 'var(--color-ink)' : 'var(--color-ash-200)'"
          [attr.stroke]="view().pieces[k.index]!.now ? 'var(--color-ink)' : bark"
          stroke-width="1.4"
        />
        <text
          [attr.x]="k.x"
          [attr.y]="k.y + 4.5"
          text-anchor="middle"
          font-weight="700"
          [attr.fill]="view().pieces[k.index]!.now ? 'var(--color-ash-100)' : bark"
        >
          {{ k.number }}
        </text>
      }
      @for (w of l.words; track w.index) {
        <text [attr.x]="w.x" [attr.y]="w.y" text-anchor="middle">
          @for (line of w.lines; track $index) {
            <tspan
              [attr.x]="w.x"
              [attr.dy]="$index ? 17 : 0"
              [attr.font-weight]="$index < nameLines(w.index, w.lines) && view().pieces[w.index]!.piece.turns ? 700 : 400"
              [attr.fill]="
                view().pieces[w.index]!.now
                  ? 'var(--color-ink)'
                  : $index < nameLines(w.index, w.lines)
                    ? bark
                    : 'var(--color-bark-soft)'
              "
            >
              {{ line }}
            </tspan>
          }
        </text>
      }
    </svg>
    @if (touched()) {
      @for (w of touches(); track w.index) {
        <button
          type="button"
          class="absolute border-2 border-transparent hover:border-ash-400"
          [class.border-ink]="selected() === w.index"
          [style.left.px]="w.touch.left"
          [style.top.px]="w.touch.top"
          [style.width.px]="w.touch.width"
          [style.height.px]="w.touch.height"
          [attr.aria-pressed]="selected() === w.index"
          [attr.aria-label]="sayPiece(w.index)"
          (click)="picked.emit(w.index)"
          [attr.data-piece]="w.index"
        ></button>
      }
    }
  `,
})
export class ApartPicture {
  readonly view = input.required<ApartView>();
  readonly width = input.required<number>();
  readonly height = input.required<number>();
  /** Pieces can be touched. */
  readonly touched = input(true);
  readonly selected = input<number | null>(null);
  readonly picked = output<number>();
  private readonly units = inject(Units);
  private readonly session = inject(Session);
  private readonly svg = viewChild.required<ElementRef<SVGElement>>('svg');
  protected readonly strokes = STROKES;
  protected readonly bark = BARK;

  /** What stands under a piece: its name, its sizes, what becomes of it and its torque. */
  private wordsOf(v: PieceView): string[] {
    const f = v.fastener;
    const torque = !f
      ? ''
      : f.state === 'done'
        ? f.record.split(',')[0]!
        : f.target
          ? showRange(f.target.minNm, f.target.maxNm, 'torque', this.units.torque())
          : 'no value';
    const sizes = [v.sizes, v.known === 'usual' ? 'usual' : v.known === 'unknown' ? 'size not known' : '']
      .filter(Boolean)
      .join(', ');
    return [this.session.say(v.name), sizes, [v.fate, torque].filter(Boolean).join(', ')].filter(Boolean);
  }
  private readonly words = computed(() => this.view().pieces.map((v) => this.wordsOf(v)));
  protected readonly layout = computed(() => layoutApart(this.view().apart, this.words(), this.width(), this.height()));
  /** How many of a label's lines are its name's. */
  protected nameLines(index: number, lines: readonly string[]): number {
    const name = this.words()[index]?.[0] ?? '';
    let n = 0;
    let said = '';
    while (n < lines.length && said.length < name.length) said = said ? `${said} ${lines[n++]}` : lines[n++]!;
    return Math.max(1, n);
  }
  protected readonly label = computed(() => `${this.view().title}, taken apart, ${this.view().time}`);
  protected sayPiece(index: number): string {
    return (this.words()[index] ?? []).join(', ');
  }
  protected path(o: Outline, x: number, y: number): string {
    return pathOf(o, x, y, this.layout().pxPerMm);
  }
  protected fillOf(index: number, usual: string, o?: Outline): string {
    const v = this.view().pieces[index]!;
    if (o && (o.of === 'fine' || o.of === 'edge')) return 'none';
    if (v.binned) return 'none';
    return v.now && usual === STROKES.metal.fill ? 'var(--color-chalk)' : usual;
  }
  protected strokeOf(index: number): string {
    return this.view().pieces[index]!.now ? 'var(--color-ink)' : BARK;
  }
  /** A socket on what is turned now, and which way it turns. */
  protected tool(p: PlacedPiece): { socket: string; arrow: string } | null {
    const v = this.view();
    if (!v.turns || !v.pieces[p.of.index]!.now || !p.of.piece.turns || p.of.piece.role === 'lock nut') return null;
    const [x, y] = [p.x - 6, p.ys.at(-1)!];
    const r = p.reach * 0.9;
    const socket = `M${x} ${y - r}h-20v${2 * r}h20zM${x - 20} ${y - r * 0.42}h-10v${r * 0.84}h10`;
    // Seen from its end a right-hand thread lets go to the left: the side towards us goes up.
    const up = v.turns === 'left' ? 1 : -1;
    const [from, to] = [y + up * (r + 8), y - up * (r + 8)];
    const arrow = `M${x - 22} ${from}A24 ${r + 8} 0 0 ${up > 0 ? 1 : 0} ${x - 22} ${to}m-10 ${-2 * up}l10 ${2 * up}l-3 ${10 * up}`;
    return { socket, arrow };
  }
  /** What must not turn meanwhile, held from below. */
  protected holder(p: PlacedPiece): string | null {
    const v = this.view();
    if (!v.turns || !p.of.piece.held || !this.pieceTurnsIn(p)) return null;
    const [x, y] = [p.x + p.width * (p.of.piece.role === 'stud' ? 0.82 : 0.5), p.ys[0]! + p.reach];
    return `M${x - 7} ${y + 1}v7h14v-7M${x} ${y + 8}v12`;
  }
  /** What has gone wrong at a piece, and over it the tool of what is tried next. */
  protected readonly troubles = computed(() => {
    const at = this.layout().pieces.flatMap((p) => p.ys.map((y) => ({ p, y, ...this.view().pieces[p.of.index]! })));
    return [
      ...at.flatMap(({ p, y, sign }) => (sign ? [{ sign, tool: null, open: true, d: signPath(sign, p, y) }] : [])),
      ...at.flatMap(({ p, y, tool }) => (tool ? [{ sign: null, tool, open: isOpen(tool), d: toolPath(tool, p, y) }] : [])),
    ];
  });
  /** The row's own nut is the one that is turned. */
  private pieceTurnsIn(p: PlacedPiece): boolean {
    const row = this.view().apart.rows.find((r) => r.pieces.some((x) => x.index === p.of.index));
    return row?.pieces.some((x) => x.piece.turns && this.view().pieces[x.index]!.now) === true;
  }
  /** "link, new: 302 mm from eye to eye" */
  protected readonly rodSays = computed(() => {
    const rod = this.layout().rod;
    if (!rod) return '';
    const { piece, name, fate } = this.view().pieces[rod.index]!;
    const length = piece.sizeMm === undefined ? '' : `: ${this.units.sayLength(piece.sizeMm, 0)} from eye to eye`;
    return `${[this.session.say(name), fate].filter(Boolean).join(', ')}${length}`;
  });
  protected readonly touches = computed(() => {
    const l = this.layout();
    const rod = l.rod && {
      index: l.rod.index,
      touch: { left: l.rod.x - 24, top: l.rod.y0 + 40, width: 90, height: Math.max(44, l.rod.y1 - l.rod.y0 - 80) },
    };
    return rod ? [...l.words, rod] : l.words;
  });
  /** The link, broken in its middle: it is longer than it is drawn. */
  protected readonly rodPath = computed(() => {
    const r = this.layout().rod!;
    const [w, m] = [r.width / 2, (r.y0 + r.y1) / 2];
    return `M${r.x - w} ${r.y0}V${m - 8}l${w} 6l${w} -6V${r.y0}ZM${r.x - w} ${r.y1}V${m + 4}l${w} 6l${w} -6V${r.y1}Z`;
  });
  protected readonly dimension = computed(() => {
    const r = this.layout().rod!;
    const x = r.x + 40;
    return `M${x - 5} ${r.y0}h10M${x - 5} ${r.y1}h10M${x} ${r.y0}V${r.y1}`;
  });

  /** The picture as a file that stands by itself: black on white, with its words. */
  file(): string {
    return svgFile(this.svg().nativeElement, { 'font-family': 'sans-serif' }, (value) =>
      value.startsWith('var(') ? (own(ON_PAPER, value.slice(4, -1)) ?? '#211d18') : value,
    );
  }
}
const ON_PAPER: Readonly<Record<string, string>> = {
  '--color-ash-100': '#ffffff',
  '--color-ash-200': '#ffffff',
  '--color-ash-300': '#e6e2d8',
  '--color-ash-400': '#8f8778',
  '--color-ash-500': '#6b6255',
  '--color-bark': '#211d18',
  '--color-bark-soft': '#575046',
  '--color-ink': '#22506e',
  '--color-oxide': '#8a2f16',
  '--color-chalk': '#dbe7ee',
  '--color-white': '#ffffff',
};
