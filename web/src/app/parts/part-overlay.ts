import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { compareParts, sayDifferences, type Comparable } from '@ash-knot/core';
import { across, upright, type Dimension } from '../kit/dimension';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { outline, spanOf } from './outline';
import { SaveDrawing } from '../kit/save-drawing';

const WIDE = 560;
const HIGH = 190;
const EDGE = 34;

/** A part with what is not known of it taken from the other one. */
const over = (under: Comparable, p: Comparable): Comparable => ({
  ...under,
  ...Object.fromEntries(Object.entries(p).filter(([, v]) => v !== undefined)),
  name: p.name,
  kind: p.kind,
});

/** Two parts laid over each other, to one scale: the first in ash, the second in ink, and what differs drawn between them. */
@Component({
  selector: 'ak-part-overlay',
  imports: [SaveDrawing],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <svg
      #pic
      class="block w-full"
      [attr.viewBox]="'0 0 ' + wide + ' ' + high"
      role="img"
      [attr.aria-label]="a().name + ' and ' + b().name + ', to scale'"
      data-testid="overlay"
    >
      <path [attr.d]="drawn().a.d" fill="var(--color-ash-400)" stroke="var(--color-ash-500)" stroke-width="1.4" />
      <path [attr.d]="drawn().a.holes" fill="var(--color-ash-100)" stroke="var(--color-ash-500)" stroke-width="1.4" />
      <path [attr.d]="drawn().b.d" fill="none" stroke="var(--color-ink)" stroke-width="2.2" />
      <path [attr.d]="drawn().b.holes" fill="none" stroke="var(--color-ink)" stroke-width="2.2" />
      @for (d of dims(); track d.key) {
        <path [attr.d]="d.d" class="dim on" />
        <text [attr.x]="d.x" [attr.y]="d.y" [attr.text-anchor]="d.anchor" class="word on">{{ d.text }}</text>
      }
    </svg>
    <ak-save-drawing [of]="pic" name="old-and-new" />
    <p class="mt-1 flex flex-wrap gap-x-5 text-sm">
      <span><b class="mr-1.5 inline-block size-3 bg-ash-400"></b>{{ a().name }}</span>
      <span><b class="mr-1.5 inline-block size-3 border-2 border-ink"></b>{{ b().name }}</span>
    </p>
    <p class="mt-1 font-semibold" [class.text-oxide]="differs().length > 0" data-testid="overlay-words">
      {{ session.say(words()) }}
    </p>
    <table class="mt-1 w-full text-sm">
      <tbody>
        @for (d of rows(); track d.what) {
          <tr class="rule" [class.font-semibold]="d.is === 'differs'" [class.text-oxide]="d.is === 'differs'">
            <th class="soft py-1 text-left font-normal" scope="row">{{ d.what }}</th>
            <td class="mono pr-2">{{ d.a }}</td>
            <td class="mono pr-2">{{ d.b }}</td>
            <td class="hidden w-24 sm:table-cell">{{ d.is === 'unknown' ? 'not known' : d.is }}</td>
          </tr>
        }
      </tbody>
    </table>
  `,
  styleUrl: '../kit/drawing.css',
})
export class PartOverlay {
  /** The one that is there, or was. */
  readonly a = input.required<Comparable>();
  readonly b = input.required<Comparable>();
  protected readonly session = inject(Session);
  private readonly units = inject(Units);
  protected readonly wide = WIDE;
  protected readonly high = HIGH;

  protected readonly rows = computed(() => compareParts(this.a(), this.b(), this.units.length()));
  protected readonly differs = computed(() => this.rows().filter((d) => d.is === 'differs'));
  protected readonly words = computed(() => sayDifferences(this.a(), this.b(), this.units.length()));
  private readonly px = computed(() => Math.min(2.6, (WIDE - 2 * EDGE - 40) / Math.max(spanOf(this.a()), spanOf(this.b()))));
  protected readonly drawn = computed(() => {
    const px = this.px();
    const y = HIGH - 58;
    // What nobody said of one is drawn as the other has it, and carries no number.
    return { a: outline(over(this.b(), this.a()), EDGE + 18, y, px), b: outline(over(this.a(), this.b()), EDGE + 18, y, px) };
  });
  /** Drawn where both say it and they differ: lengths and holes across, heights upright. */
  protected readonly dims = computed((): Dimension[] => {
    const { a, b } = this.drawn();
    const differing = (what: string) => this.rows().find((d) => d.what === what && d.is === 'differs' && d.byMm !== undefined);
    const say = (mm: number) => this.units.sayLength(Math.abs(mm), 1);
    const long = differing('length') ?? differing('holes');
    const high = differing('height');
    return [
      ...(long
        ? [
            across(
              'long',
              a.at.right,
              b.at.right,
              HIGH - 26,
              Math.max(a.at.bottom, b.at.bottom) + 4,
              `${say(long.byMm!)} ${long.byMm! > 0 ? 'more' : 'less'}`,
            ),
          ]
        : []),
      ...(high
        ? [
            upright(
              'high',
              a.at.top,
              b.at.top,
              Math.max(a.at.right, b.at.right) + 40,
              Math.max(a.at.right, b.at.right) + 16,
              say(high.byMm!),
            ),
          ]
        : []),
    ];
  });
}
