import { Fetched } from '../kit/fetched';
import { longDay } from '../words/format';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, linkedSignal, untracked } from '@angular/core';
import { NgTemplateOutlet } from '@angular/common';
import { RouterLink } from '@angular/router';
import {
  alignmentOwed,
  answered,
  banOnPaper,
  amountOf,
  foundSound,
  invoiceLines,
  quoteOf,
  sayMoney,
  totalOf,
  endedSince,
  findingsOf,
  upkeepDue,
  isApproved,
  piecesOf,
  assemblyOf,
  AXLES,
  axlesNow,
  partsOf,
  sayParts,
  uncapital,
  sayBoth,
  sayJoints,
  sayAim,
  sayTroubles,
  leftAt,
  PAPER_LANGUAGES,
  mixedPublishers,
  showRange,
  type TorqueRange,
  workOnPaper,
  type Entry,
  type JointView,
  capital,
  sayPlay,
  type PlayView,
} from '@ash-knot/core';
import { MOST_PHOTOS, Photo } from '../attachment/photo';
import { fileName, saveFile } from '../kit/save-file';
import { handBackPaper, PAPERS } from '@ash-knot/core/paper';
import { JobStore } from '../job/job-store';
import { PaperView } from '../job/paper-view';
import { Picks } from '../kit/picks';
import { sheetPath } from '../job/sheet-path';
import type { LedgerName } from '../offline/outbox';
import { PlainAxle, type PlainMark } from '../plate/plain-axle';
import { PaperHead } from '../kit/paper-head';
import { Session } from '../session/session';
import { Units } from '../session/units';

/** The customer's sheet: plain words, black on white, A4 or Letter. */
@Component({
  selector: 'ak-hand-back-sheet',
  imports: [Fetched, NgTemplateOutlet, PaperView, Picks, Photo, PlainAxle, PaperHead, RouterLink],
  providers: [JobStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './hand-back-sheet.html',
  styleUrl: '../kit/paper.css',
})
export class HandBackSheet {
  protected readonly units = inject(Units);
  /** One full stop, whoever wrote it. */
  protected sentence(t: string): string {
    return t.replace(/[.\s]*$/, '.');
  }
  readonly id = input.required<string>();
  readonly ledger = input<LedgerName>('jobs');
  protected readonly sheetPath = sheetPath;
  protected readonly store = inject(JobStore);
  protected readonly session = inject(Session);
  protected readonly languages = PAPER_LANGUAGES;
  protected readonly language = linkedSignal(() => this.session.letterhead().language);
  protected readonly words = computed(() => PAPERS[this.language()]);
  /** For the customer in another language than this program’s own; the yard’s record of torques and readings is in English. */
  protected readonly other = computed(() => {
    const s = this.store.state()!;
    const by = s.handBack ? this.session.name(s.handBack.by) : '';
    return this.language() === 'English' || this.store.practice()
      ? null
      : handBackPaper(s, this.words(), this.store.view()!.vehicle.plate, by);
  });
  protected readonly troubles = computed(() => sayTroubles(this.store.state()!));
  protected readonly sound = computed(() => foundSound(this.store.state()!));
  /** What was said yes to, at the sums it was agreed at. */
  private readonly quote = computed(() => {
    const s = this.store.state();
    return s ? quoteOf(s, (minor) => sayMoney(minor, s.context.rules.currency)) : [];
  });
  protected readonly agreed = computed(() => (this.store.state() ? invoiceLines(this.store.state()!, this.quote()) : []));
  protected readonly money = sayMoney;
  protected readonly sum = computed(() => {
    const [first] = this.agreed();
    const yes = this.quote().filter((q) => q.line.standing === 'approved');
    return first ? sayMoney(totalOf(yes)!.minor, first.currency) : '';
  });
  protected readonly tax = computed(() => {
    const [first] = this.agreed();
    return !first?.taxPercent
      ? 'All of it'
      : `All of it, ${first.taxPercent} % tax ${first.taxIncluded ? 'in the prices' : 'added'}`;
  });
  protected readonly photos = computed(() => this.store.state()!.photos.slice(-MOST_PHOTOS));
  /** For the shop's own books: this program keeps none. */
  protected async saveLines(): Promise<void> {
    const v = this.store.view()!;
    const { default: Papa } = await import('papaparse');
    const on = (this.store.state()!.handBack?.at ?? v.openedAt).slice(0, 10);
    const rows = this.agreed().map((l) => ({
      plate: v.vehicle.plate,
      owner: v.vehicle.owner,
      date: on,
      what: l.what,
      article: l.article,
      text: capital(l.text),
      quantity: l.quantity,
      unit: l.unit,
      sum: amountOf(l.minor, l.currency),
      currency: l.currency,
      'tax %': l.taxPercent,
      'tax in the sum': l.taxIncluded ? 'yes' : 'no',
    }));
    saveFile(`${fileName(v.vehicle.plate)}-${on}.csv`, Papa.unparse(rows, { escapeFormulae: true }), 'text/csv');
  }
  protected readonly danger = computed(() => leftAt(this.store.state()!));
  protected readonly ban = computed(() => banOnPaper(this.store.state()!, longDay));
  /** It left with a danger, and no later visit ended it. */
  protected readonly owedRepair = computed(() => this.danger().length > 0 && !endedSince(this.store.state()!));
  private readonly paper = computed(() => workOnPaper(this.store.state()!));
  /** Only what was undone is called so. */
  protected readonly fasteners = computed(() =>
    [
      { head: 'Every fastener we loosened', testId: 'undone', of: this.paper().undone },
      { head: 'Left alone, and checked tight', testId: 'left-alone', of: this.paper().leftAlone },
      { head: 'Still to be undone or tightened', testId: 'fasteners-open', of: this.paper().open },
    ].filter((g) => g.of.length > 0),
  );
  protected readonly mixed = computed(() => mixedPublishers(this.paper().undone));
  protected readonly offered = computed(() => this.paper().offered.length > 0);
  protected played(v: PlayView): string {
    return sayPlay(v, (mm) => this.units.sayLength(mm));
  }
  protected playBefore(j: JointView): string {
    return [
      j.before ? `before ${this.played(j.before)}` : '',
      j.clearance && j.clearance.meanMm > 0 ? `stood off the bar by ${this.units.sayLength(j.clearance.meanMm)}` : '',
    ]
      .filter(Boolean)
      .join(', ');
  }
  protected readonly alignment = computed(() => alignmentOwed(this.store.state()!));
  protected readonly declined = computed(() => {
    const s = this.store.state()!;
    // What was said yes to since is neither declined nor put off any more.
    return s.answers.filter(
      (a) => a.body.answer !== 'approved' && (a.body.parts.length === 0 || a.body.parts.some((c) => answered(s, c)?.id === a.id)),
    );
  });
  /** Told of what was not quoted, and said no or later to. */
  protected readonly putOff = computed(() =>
    this.store
      .state()!
      .told.filter((t) => t.body.answer)
      .map((t) => ({
        id: t.id,
        what: this.session.say(t.body.what),
        said: `${t.body.answer === 'later' ? `later${t.body.on ? `, by ${this.day(t.body.on)}` : ''}` : 'no'}, ${t.body.who}, ${t.body.how}`,
      })),
  );
  protected readonly upkeep = computed(() => {
    const s = this.store.state()!;
    return upkeepDue(s, s.handBack?.body.distanceKm ?? s.context.distanceKm);
  });
  protected readonly findings = computed(() => findingsOf(this.store.state()!));
  /** Only said where it is so. */
  protected readonly nothing = computed(() => {
    const s = this.store.state()!;
    if (s.kept.check.length === 0) return 'Nothing was looked at beyond what is written here.';
    return this.work().length ? 'Nothing beyond the work below.' : 'Nothing.';
  });
  /** What was fitted, what was agreed and is not on yet, and what nobody has said yes to: each under its own head. */
  protected readonly work = computed(() => {
    const { fitted, agreed, offered } = this.paper();
    const bought = fitted.some((e) => e.body.part.kind !== 'refit');
    return [
      { head: bought ? 'We fitted' : 'We took off and put back', testId: 'fitted', of: fitted },
      { head: 'Agreed, and not on yet', testId: 'agreed', of: agreed },
      { head: 'Offered', testId: 'offered', of: offered },
    ]
      .filter((g) => g.of.length > 0)
      .map(({ head, testId, of }) => ({ head, testId, lines: of.map((e) => this.chosen(e)) }));
  });
  private chosen(entry: Entry<'choose'>) {
    const s = this.store.state()!;
    const { part, quantity, oneSideReason } = entry.body;
    const refit = part.kind === 'refit';
    return {
      entry,
      joints: sayParts(s.context.rules.dialect, entry.body.joints),
      what: refit ? 'The same part' : `${quantity} × ${part.name}${part.supplier ? ` (${part.supplier})` : ''}`,
      terms: `${part.warrantyMonths ? `; ${part.warrantyMonths} months warranty` : ''}${oneSideReason ? `; one side only: ${oneSideReason}` : ''}.`,
      yes: isApproved(s, entry.id) ? answered(s, entry.id) : undefined,
    };
  }
  /** Pieces by what became of them. */
  protected readonly pieces = computed(() => {
    const s = this.store.state()!;
    const names = new Map(piecesOf(s).map((p) => [p.id, uncapital(this.session.say(p.name))]));
    const said = [...s.pieces.values()].filter((e) => names.has(e.body.piece));
    return [...new Set(said.map((e) => e.body.fate))].map((fate) => ({
      fate,
      names: said
        .filter((e) => e.body.fate === fate)
        .map((e) => `${names.get(e.body.piece)!}${e.body.because ? ` (${e.body.because})` : ''}`)
        .join('; '),
    }));
  });
  /** An axle at which something was worn or is new, with a number for each such part. */
  protected readonly pictures = computed(() => {
    const s = this.store.state()!;
    let number = 0;
    return AXLES.flatMap((end) => {
      const bad = [...s.joints.values()].filter((j) => partsOf(j.id).axle === end && (j.fails || s.renewed.has(j.id)));
      const parts = bad.filter((j, i) => bad.findIndex((o) => assemblyOf(o.id) === assemblyOf(j.id)) === i);
      const marks = parts.map(({ id }): PlainMark & { readonly words: string } => {
        const all = bad.filter((j) => assemblyOf(j.id) === assemblyOf(id));
        const renewed = all.some((j) => s.renewed.has(j.id));
        const worn = all.some((j) => j.fails);
        const said = this.words().back.marks[renewed ? (worn ? 'worn, new' : 'new') : 'worn'];
        // The mark stands where it moved.
        const joint = (all.find((j) => j.fails) ?? all[0]!).id;
        return {
          number: ++number,
          joint,
          renewed,
          words: `${capital(this.words().parts(s.context.rules.dialect, [id]))}: ${said}.`,
        };
      });
      return marks.length ? [{ end, axle: axlesNow(s)[end], marks }] : [];
    });
  });
  protected readonly proved = computed((): JointView[] =>
    [...this.store.state()!.joints.values()].filter((j) => j.before || j.after || j.proof || j.clearance),
  );

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => void this.store.load(id, this.ledger()));
    });
  }
  /** "the left ball joint" */
  protected the(ids: Parameters<typeof sayBoth>[1]): string {
    return sayBoth(this.store.state()!, ids);
  }
  protected say(ids: Parameters<typeof sayJoints>[1]): string {
    return sayJoints(this.store.state()!, ids);
  }
  protected name(j: JointView): string {
    return sayJoints(this.store.state()!, [j.id]);
  }
  protected both({ minNm, maxNm }: TorqueRange): string {
    const say = (unit: string) => showRange(minNm, maxNm, 'torque', unit);
    return `${say(this.units.torque())} (${say(this.units.torqueOther())})`;
  }
  protected readonly capital = capital;
  protected readonly sayAim = sayAim;
  protected day(iso: string): string {
    return longDay(iso);
  }
  protected print(): void {
    window.print();
  }
}
