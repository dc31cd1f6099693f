import { ChangeDetectionStrategy, Component, computed, DOCUMENT, effect, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Session } from '../session/session';
import { Filmer } from '../workers/filmer';
import type { PrintedCard } from '../workers/film-work';

/** The drawing, mm: it goes on A4 and on Letter. */
const [WIDTH_MM, HEIGHT_MM] = [170, 100] as const;
const [RULER_MM, RULER_X, RULER_Y] = [100, 10, 80] as const;

/** A sheet of cards as it is printed: at 100 %, cut out along the lines. */
@Component({
  selector: 'ak-card-paper',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="flex flex-wrap items-center gap-4 px-5 py-3 print:hidden">
      <a routerLink="/rules/cards" class="link">All sheets</a>
      <p class="caution !py-1">Print it at 100 % (“actual size”), on plain matt paper: glossy paper shines.</p>
      <button type="button" class="btn btn-go ml-auto" (click)="print()" data-testid="cards-print">Print</button>
    </div>
    @if (sheet(); as s) {
      <main class="paper mx-auto bg-white px-[10mm] py-[8mm] text-black" data-testid="card-paper">
        <h1 class="text-2xl font-bold">Cards for the camera, sheet {{ s.number }}</h1>
        <p>{{ shopName() }}. Cut along the dashed lines: the white round each square belongs to it.</p>
        <svg
          class="mt-4 block"
          [attr.width]="width + 'mm'"
          [attr.height]="height + 'mm'"
          [attr.viewBox]="'0 0 ' + width + ' ' + height"
          role="img"
          [attr.aria-label]="'Four cards of sheet ' + s.number + ' and a ruler of 100 mm'"
        >
          @for (c of drawn(); track c.card) {
            <rect
              [attr.x]="c.x - c.paper"
              [attr.y]="c.y - c.paper"
              [attr.width]="2 * c.paper"
              [attr.height]="2 * c.paper"
              fill="#fff"
              stroke="#777"
              stroke-width="0.2"
              stroke-dasharray="2 1.5"
            />
            <rect
              [attr.x]="c.x - c.half"
              [attr.y]="c.y - c.half"
              [attr.width]="2 * c.half"
              [attr.height]="2 * c.half"
              fill="#000"
            />
            <path [attr.d]="c.white" fill="#fff" />
            <text [attr.x]="c.x" [attr.y]="c.y + c.paper + 4.5" text-anchor="middle" font-size="4">
              card {{ c.card }}, {{ 2 * c.half }} mm
            </text>
          }
          <path [attr.d]="ruler" fill="none" stroke="#000" stroke-width="0.15" />
          <text [attr.x]="rulerX + 50" [attr.y]="rulerY + 8" text-anchor="middle" font-size="4">
            100 mm, from the left edge of one tick to the left edge of the other
          </text>
        </svg>
        <ol class="mt-4 list-decimal pl-5 text-[15px]">
          <li>Measure the ruler with a caliper and put it in under Cards: the sizes of the cards follow from it.</li>
          <li>Cards 1 and 2 serve wherever there is room; 3 and 4 where there is little. Use two of one sheet.</li>
          <li>Wipe both places clean and dry. Stick the cards flat, with double-sided tape over all of their back.</li>
          <li>One on each side of the joint: on the part that moves, and on what it is bolted to.</li>
          <li>As near in one plane as can be, both facing the camera, not over a bend or an edge.</li>
          <li>A card that is creased, oily or lifts at a corner is thrown away: a new sheet costs nothing.</li>
        </ol>
        <p class="mt-4 text-[15px]">
          Keep hands out of the way of what moves, and never film from under a vehicle that stands on a jack alone.
        </p>
      </main>
    } @else {
      <p class="caution m-6">There is no sheet of that number in use. <a routerLink="/rules/cards" class="link">All sheets</a></p>
    }
  `,
  styles: `
    .paper {
      max-width: 190mm;
    }
    /* On a screen it may be smaller; on paper it is what it says. */
    svg {
      max-width: 100%;
      height: auto;
    }
    @media print {
      .paper {
        padding: 0;
      }
      svg {
        max-width: none;
      }
    }
  `,
})
export class CardPaper {
  readonly number = input.required<string>();
  private readonly session = inject(Session);
  private readonly filmer = inject(Filmer);
  protected readonly width = WIDTH_MM;
  protected readonly height = HEIGHT_MM;
  protected readonly rulerX = RULER_X;
  protected readonly rulerY = RULER_Y;
  protected readonly ruler = `M${RULER_X} ${RULER_Y}h${RULER_MM}M${RULER_X} ${RULER_Y - 4}v8M${RULER_X + RULER_MM} ${RULER_Y - 4}v8`;
  protected readonly shopName = computed(() => this.session.shop()?.name ?? '');
  protected readonly sheet = computed(() => this.session.shop()?.sheets.find((s) => s.number === Number(this.number())));
  private readonly cards = signal<readonly PrintedCard[]>([]);
  protected readonly drawn = computed(() =>
    this.cards().map((c) => {
      const [x, y] = c.at;
      const half = c.sideMm / 2;
      const across = Math.sqrt(c.cells.length);
      const cell = c.sideMm / across;
      // One path: between single squares a printer leaves hairs.
      const white = c.cells
        .map((w, i) =>
          w ? `M${x - half + cell * (i % across)} ${y - half + cell * Math.floor(i / across)}h${cell}v${cell}h${-cell}z` : '',
        )
        .join('');
      return { card: c.card, x, y, half, paper: half + c.marginMm, white };
    }),
  );

  constructor() {
    effect(() => {
      const s = this.sheet();
      if (s) void this.filmer.ask('cells', s.number).then((c) => this.cards.set(c));
    });
    const page = inject(DOCUMENT).createElement('style');
    effect((gone) => {
      page.textContent = `@page { size: ${this.sheet()?.paper ?? 'A4'}; margin: 12mm; }`;
      page.ownerDocument.head.append(page);
      gone(() => page.remove());
    });
  }
  protected print(): void {
    window.print();
  }
}
