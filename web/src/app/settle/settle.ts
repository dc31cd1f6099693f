import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, signal, untracked } from '@angular/core';
import {
  jointId,
  looseJoints,
  otherEnd,
  partsOf,
  splitFault,
  type EntryBodies,
  type LengthMark,
  USUAL_LINK,
  type Part,
} from '@ash-knot/core';
import { BarStudyView } from '../length/bar-study';
import { LengthFinder } from '../length/length-finder';
import { PointForm } from '../length/point-form';
import { WheelCheck } from '../length/wheel-check';
import { JobStore } from '../job/job-store';
import { Session } from '../session/session';
import { Catalogue } from './catalogue';
import { FindPart } from './find-part';
import { SettleView } from './settle-view';
import { QuoteView } from './quote-view';

/** What to fit, and the customer's answer. */
@Component({
  selector: 'ak-settle',
  imports: [BarStudyView, FindPart, LengthFinder, PointForm, QuoteView, WheelCheck],
  providers: [Catalogue, SettleView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './settle.html',
})
export class Settle {
  protected readonly store = inject(JobStore);
  protected readonly session = inject(Session);
  protected readonly here = inject(SettleView);
  private readonly catalogue = inject(Catalogue);

  protected readonly chosen = computed(() => this.store.state()!.lines.length > 0);
  protected readonly axleSpec = computed(() => this.store.state()!.axles[this.store.axle()]);
  protected readonly otherAxle = computed(() => this.store.state()!.axles[otherEnd(this.store.axle())]);
  protected readonly canFigure = computed(() => this.axleSpec().points.barEye !== undefined);
  protected readonly oldMm = computed((): number | null => {
    const s = this.store.state()!;
    const measured = s.sizes.filter((e) => e.body.axle === this.store.axle() && e.body.size === 'link-length').at(-1);
    return measured?.body.mm ?? this.axleSpec().link?.lengthMm ?? null;
  });
  protected readonly oldFrom = computed((): string => {
    const s = this.store.state()!;
    if (s.sizes.some((e) => e.body.axle === this.store.axle() && e.body.size === 'link-length')) return 'measured';
    return s.context.type.usual?.includes(`${this.store.axle()}.link.length`) ? 'usual, not measured' : 'from the file';
  });
  /** The links of the catalogue that could be bought, each length once. */
  protected readonly marks = computed((): LengthMark[] => {
    const kind = `${this.axleSpec().link?.kind ?? USUAL_LINK} link`;
    const shelfByLength = new Map<number, boolean>();
    for (const p of this.parts())
      if (p.kind === kind && p.lengthMm !== undefined)
        shelfByLength.set(p.lengthMm, (shelfByLength.get(p.lengthMm) ?? false) || p.stock > 0);
    return [...shelfByLength]
      .sort((a, b) => a[0] - b[0])
      .map(([lengthMm, shelf]) => ({ lengthMm, where: shelf ? 'shelf' : 'to order' }));
  });
  private readonly parts = signal<readonly Part[]>([]);

  constructor() {
    // It opens on what the verdict named, whatever was touched last.
    const named = this.store
      .state()!
      .verdict?.body.causes.map((c) => splitFault(c)?.joint)
      .find((j) => j !== undefined);
    if (named && !this.chosen()) this.store.select(named);
    // The corner is turned back when nobody works out a length any more.
    effect(() => {
      if (this.here.figure() !== 'length') return untracked(() => this.store.linkStudied.set(null));
      const kind = `${this.axleSpec().link?.kind ?? USUAL_LINK} link`;
      untracked(() => void this.catalogue.of(kind).then((p) => this.parts.set(p)));
    });
    inject(DestroyRef).onDestroy(() => this.store.linkStudied.set(null));
  }
  protected async keepFigure(result: EntryBodies['result']): Promise<void> {
    const s = this.store.state()!;
    const worn = looseJoints(s).find((id) => partsOf(id).axle === this.store.axle() && /link/.test(id));
    const body = { ...result, joint: worn ?? jointId(this.store.axle(), 'left', 'link-lower') } as EntryBodies['result'];
    if (!(await this.store.write('result', body)) || result.what !== 'link length') return;
    // The parts of that length are what is looked at next.
    this.here.figure.set(null);
    this.here.adding.set(true);
  }
}
