import { DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import {
  attempt,
  findHex,
  findThread,
  greaseFittingOf,
  nutHexes,
  sayHex,
  sayInterchange,
  type Thread,
  FRICTION,
  parseQuantity,
  parseThread,
  pitchFromCrests,
  plausibility,
  preloadBand,
  proofLoadN,
  sameCompressionNm,
  show,
  within,
  wrenchFit,
  type Attempt,
  type PropertyClass,
  type ThreadCondition,
  fixed,
  type FoundSize,
  type ResultBody,
  readAdapterSettingNm,
} from '@ash-knot/core';
import { TextField } from '../kit/text-field';
import { Picks } from '../kit/picks';
import { draft } from '../state/draft';
import { OpenJob } from '../job/open-job';
import { OnAxle } from './on-axle';
import { StudDrawing } from './stud-drawing';
import { Units } from '../session/units';

const TOOLS = ['torque', 'adapter', 'thread', 'hex', 'wrench', 'stack', 'link length', 'bar', 'wheels', 'knock'] as const;
type Tool = (typeof TOOLS)[number];
const CLASSES: readonly PropertyClass[] = ['8.8', '10.9', 'grade 5', 'grade 8'];
const CONDITIONS = Object.keys(FRICTION) as ThreadCondition[];

/** The calculators without a job. What was last set is kept. */
@Component({
  selector: 'ak-pocket',
  imports: [OnAxle, Picks, StudDrawing, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './pocket.html',
  styleUrl: '../kit/panel.css',
})
export class Pocket {
  protected readonly fixed = fixed;
  protected readonly ref = inject(DialogRef);
  protected readonly job = inject(OpenJob);
  protected readonly said = signal('');
  protected readonly tools = TOOLS;
  protected readonly classes = CLASSES;
  protected readonly conditions = CONDITIONS;
  protected readonly show = show;
  protected readonly units = inject(Units);
  /** The number alone, in what comes first here. */
  protected first(nm: number): string {
    return show(nm, 'torque', this.units.torque()).split(' ')[0]!;
  }
  protected readonly tool = draft<Tool>('pocket.tool', 'torque');
  // torque
  protected readonly torque = draft('pocket.torque', '54 N·m');
  protected readonly thread = draft('pocket.thread', 'M10×1.25');
  protected readonly cls = draft<PropertyClass>('pocket.class', '8.8');
  protected readonly stated = draft<ThreadCondition>('pocket.stated', 'dry');
  protected readonly inHand = draft<ThreadCondition>('pocket.inHand', 'dry');
  // adapter
  protected readonly lever = draft('pocket.lever', '400 mm');
  protected readonly adapter = draft('pocket.adapter', '50 mm');
  protected readonly angle = draft('pocket.angle', '0');
  // thread finder
  protected readonly outside = draft('pocket.outside', '');
  protected readonly crests = draft('pocket.crests', '');
  protected readonly over = draft('pocket.over', '');
  protected readonly outsideU = draft('pocket.outside.u', '0.03');
  protected readonly overU = draft('pocket.over.u', '0.05');
  // hex finder
  protected readonly across = draft('pocket.across', '');
  protected readonly acrossU = draft('pocket.across.u', '0.05');
  // wrench
  protected readonly opening = draft('pocket.opening', '5 mm');
  protected readonly hex = draft('pocket.hex', '3/16 in');

  protected readonly torqueOut = computed(() =>
    attempt(() => {
      const q = parseQuantity(this.torque(), 'torque', { field: 'torque' });
      within('torque', q.si, 0.1, 2000, 'N·m');
      const thread = parseThread(this.thread());
      const band = preloadBand(q.si, thread, this.cls(), this.inHand());
      const same = sameCompressionNm(q.si, thread, this.stated(), this.inHand());
      const unit = q.unit === 'lbf·ft' || q.unit === 'lbf·in' ? q.unit : ('N·m' as const);
      const p = plausibility(unit === 'N·m' ? q.si : q.value, unit, thread, this.cls(), this.stated());
      return { si: q.si, thread, band, same, p, proof: proofLoadN(thread, this.cls()) };
    }),
  );
  protected readonly adapterOut = computed(() =>
    attempt(() =>
      readAdapterSettingNm(
        parseQuantity(this.torque(), 'torque', { field: 'torque' }).si,
        this.lever(),
        this.adapter(),
        this.angle(),
      ),
    ),
  );
  protected readonly threadOut = computed(() =>
    attempt(() => {
      const od = parseQuantity(this.outside(), 'length', { field: 'outside diameter' }).si;
      const n = Number(this.crests());
      const pitch = this.over().trim()
        ? pitchFromCrests(parseQuantity(this.over(), 'length', { field: 'length over crests' }).si, n)
        : undefined;
      // The length's doubt is shared by the pitches; a crest is hit to a hundredth at best.
      return findThread(
        od,
        this.doubt('doubt of the diameter', this.outsideU()),
        pitch,
        this.doubt('doubt of the length', this.overU()) / Math.max(1, n - 1) + 0.01,
      ).slice(0, 4);
    }),
  );
  protected readonly hexOut = computed(() =>
    attempt(() =>
      findHex(
        parseQuantity(this.across(), 'length', { field: 'width across flats' }).si,
        this.doubt('doubt of the width', this.acrossU()),
      ).slice(0, 4),
    ),
  );
  protected readonly wrenchOut = computed(() =>
    attempt(() =>
      wrenchFit(
        parseQuantity(this.opening(), 'length', { field: 'opening' }).si,
        parseQuantity(this.hex(), 'length', { field: 'hex' }).si,
      ),
    ),
  );

  /** What a field says, for the drawing; null while it says nothing. */
  protected readMm(text: string): number | null {
    const read = text.trim() ? attempt(() => parseQuantity(text, 'length', { field: 'length' }).si) : undefined;
    return read?.ok && read.value > 0 && read.value < 200 ? read.value : null;
  }
  /** A standard uncertainty as typed, mm. */
  private doubt(field: string, text: string): number {
    return within(field, parseQuantity(text, 'length', { field }).si, 0.001, 5, 'mm');
  }
  /** What a nut of the look-alike does on it. */
  protected readonly nutOf = sayInterchange;
  /** What its nuts are made with, by whose standard, and whether grease fittings have it. */
  protected nutsOf(t: Thread): string {
    const hexes = nutHexes(t).map((h) => `${sayHex(h.mm)} (${h.sources.join(', ')})`);
    const fitting = greaseFittingOf(t.name);
    return [
      hexes.length ? `Its nuts: ${hexes.join('; ')}.` : '',
      fitting ? `Grease fittings have it too (${fitting.source}).` : '',
    ]
      .filter(Boolean)
      .join(' ');
  }
  /** Puts what was found on the tape of the sheet below. */
  protected async keepThread(): Promise<void> {
    const out = this.threadOut();
    if (!out.ok) return;
    const found = out.value.map((f) => ({ name: f.thread.name, share: f.share, lookAlike: f.lookAlike ?? null }));
    const given = {
      outside: this.outside(),
      outsideU: this.outsideU(),
      crests: this.crests(),
      over: this.over(),
      overU: this.overU(),
    };
    await this.keep({ what: 'thread', method: 'thread 1', given, found, words: this.sayFound(found) });
  }
  protected async keepHex(): Promise<void> {
    const out = this.hexOut();
    if (!out.ok) return;
    const found = out.value.map((f) => ({ name: f.size.name, share: f.share, lookAlike: f.lookAlike ?? null }));
    const given = { across: this.across(), acrossU: this.acrossU() };
    await this.keep({ what: 'hex', method: 'hex 1', given, found, words: this.sayFound(found) });
  }
  private sayFound([best]: readonly FoundSize[]): string {
    if (!best) return 'nothing in the list is that near';
    return `${best.name}, ${this.pct(best.share)}${best.lookAlike ? `; looks like ${best.lookAlike}` : ''}`;
  }
  private async keep(result: ResultBody): Promise<void> {
    this.said.set((await this.job.keep(result)) ? 'On the tape.' : '');
  }
  /** What is wrong, once something was typed. */
  protected wrong(a: Attempt<unknown>, ...typed: string[]): string {
    return a.ok || typed.some((t) => !t.trim()) ? '' : a.error.message;
  }
  protected kn(n: number): string {
    return fixed(n / 1000, 1);
  }
  protected pct(x: number): string {
    return `${Math.round(x * 100)} %`;
  }
  protected readonly torqueValue = computed(() => {
    const a = this.torqueOut();
    return a.ok ? a.value : null;
  });
  protected readonly adapterValue = computed(() => {
    const a = this.adapterOut();
    return a.ok ? a.value : null;
  });
  protected readonly threadValue = computed(() => {
    const a = this.threadOut();
    return a.ok ? a.value : null;
  });
  protected readonly hexValue = computed(() => {
    const a = this.hexOut();
    return a.ok ? a.value : null;
  });
  protected readonly wrenchValue = computed(() => {
    const a = this.wrenchOut();
    return a.ok ? a.value : null;
  });
}
