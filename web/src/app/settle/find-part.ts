import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, signal, untracked } from '@angular/core';
import { v7 as uuid } from 'uuid';
import type { PartMatch } from '@ash-knot/contract';
import {
  attempt,
  BadInput,
  barAdvice,
  capital,
  choiceBody,
  choicesOf,
  endsOf,
  jointId,
  lengthFor,
  looseJoints,
  offersOf,
  oldPart,
  optionName,
  ownPart,
  ownTorques,
  partsOf,
  readSize,
  refitPart,
  sayJoints,
  sayNothing,
  sayOffer,
  sayWarranty,
  SIDES,
  variantOwed,
  wantedFor,
  type Candidate,
  type Comparable,
  type JointId,
  type LinkEnd,
  type Offered,
  type Part,
  type Side,
  type SizeKey,
  numberWord,
} from '@ash-knot/core';
import { Picks } from '../kit/picks';
import { TextField } from '../kit/text-field';
import { FieldErrors } from '../kit/field-errors';
import { Wrong } from '../kit/wrong';
import { JobStore } from '../job/job-store';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { draft } from '../state/draft';
import { money } from '../words/format';
import { Catalogue } from './catalogue';
import { touchedOn, WHATS, type What } from './fit-choice';
import { SettleView } from './settle-view';
import { OwnPart } from './own-part';
import { PartOverlay } from '../parts/part-overlay';
import { SizeField } from './size-field';
import { sizeRows } from './size-rows';
import { PhotographSize } from './photograph-size';
import { PlaceKey, PlaceMark } from '../job/places';
import { More } from '../kit/more';

const OF_BAR = /link|frame-bushing|\.bar$/;
/** Ways that are put side by side with one tap, most usual first. */
const WAYS = ['plain', 'better', 'adjustable', 'polyurethane', 'heavy duty'] as const;
const MOST_WAYS = 3;

/** What is looked for, measured, and picked from the catalogue. */
@Component({
  selector: 'ak-find-part',
  imports: [More, OwnPart, PartOverlay, PhotographSize, Picks, PlaceKey, PlaceMark, SizeField, TextField, Wrong],
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './find-part.html',
})
export class FindPart {
  protected readonly numberWord = numberWord;
  protected readonly store = inject(JobStore);
  protected readonly session = inject(Session);
  protected readonly here = inject(SettleView);
  private readonly units = inject(Units);
  private readonly catalogue = inject(Catalogue);
  protected readonly money = money;
  private readonly job = this.store.view()!.id;

  protected readonly axleSpec = computed(() => this.store.state()!.axles[this.store.axle()]);
  protected readonly what = draft<What | null>(`settle.what.${this.job}`, null);
  protected readonly sides = draft<Side[]>(`settle.sides.${this.job}`, ['left', 'right']);
  protected readonly reason = draft(`settle.reason.${this.job}`, '');

  private has(what: What): boolean {
    const axle = this.axleSpec();
    return { links: axle.link !== null, bushings: axle.bushing !== null, bar: axle.bar !== null, joint: true }[what];
  }
  /** Links unless the bushings are what is loose, or another joint was touched. */
  protected readonly kind = computed((): What => {
    const set = this.what();
    if (set && this.has(set)) return set;
    const sel = this.store.selected();
    if (sel && !OF_BAR.test(sel)) return 'joint';
    const loose = looseJoints(this.store.state()!).map((id) => partsOf(id));
    const onAxle = loose.filter((j) => j.axle === this.store.axle());
    const ofLinks = onAxle.some((j) => j.kind.startsWith('link'));
    if (onAxle.some((j) => j.kind === 'bar') && !ofLinks) return 'bar';
    if (onAxle.some((j) => j.kind === 'frame-bushing') && !ofLinks) return 'bushings';
    return WHATS.find((w) => this.has(w))!;
  });
  protected readonly kinds = computed(() => WHATS.filter((w) => this.has(w)));
  protected readonly kindNames = computed((): Partial<Record<What, string>> => {
    const sel = this.store.selected();
    return {
      links: 'Links',
      bushings: this.session.say('Frame bushings'),
      bar: this.session.say('The sway bar'),
      joint: sel && !OF_BAR.test(sel) ? sayJoints(this.store.state()!, [sel]) : 'Another joint',
    };
  });
  protected readonly paired = computed(() => this.kind() === 'links' || this.kind() === 'bushings');

  protected readonly joints = computed((): JointId[] => {
    const end = this.store.axle();
    if (this.kind() === 'joint') {
      const sel = this.store.selected();
      return sel && !OF_BAR.test(sel) ? [sel] : [];
    }
    if (this.kind() === 'bar') return SIDES.map((s) => jointId(end, s, 'bar'));
    const sides = this.sides().length ? SIDES.filter((s) => this.sides().includes(s)) : SIDES;
    if (this.kind() === 'bushings') return sides.map((s) => jointId(end, s, 'frame-bushing'));
    // The worn end stands for the link; a link is one part with two ends.
    const loose = looseJoints(this.store.state()!);
    const upper = loose.some((id) => /link-upper/.test(id)) && !loose.some((id) => /link-lower/.test(id));
    return sides.map((s) => jointId(end, s, upper ? 'link-upper' : 'link-lower'));
  });
  protected readonly wanted = computed(() => wantedFor(this.store.state()!, this.joints()));
  /** The variants of the type, as long as nobody has said which one this vehicle is. */
  protected readonly openVariants = computed(() => {
    const s = this.store.state()!;
    return s.context.variant ? [] : s.variants.map((v) => v.name);
  });

  // --- catalogue -----------------------------------------------------------
  private readonly answer = signal<{ readonly of: string; readonly match: PartMatch } | null>(null);
  /** What a list is for: chosen from the list of another axle or another kind of part, it would be the wrong part. */
  private readonly listed = computed(() => [this.store.axle(), ...this.wanted().kinds].join(' '));
  private readonly found = computed(() => {
    const a = this.answer();
    return a && a.of === this.listed() ? a.match : null;
  });
  protected readonly partsError = signal('');
  protected readonly offers = computed((): Offered[] => offersOf(this.found()?.fitting ?? []));
  protected readonly excluded = computed(() => this.found()?.excluded ?? []);
  /** Why the list is empty, and what can be done. */
  protected readonly nothing = computed(() => {
    const found = this.found();
    return found && !found.fitting.length ? this.session.say(sayNothing(this.wanted(), found.without, this.units.length())) : '';
  });
  protected readonly shown = signal(4);
  protected sayOffer(c: Candidate): string {
    return sayOffer(c.part, money(c.part.priceMinor, c.part.currency));
  }
  protected cheapest({ others }: { readonly others: readonly Candidate[] }): string {
    const { priceMinor, currency } = others.map((c) => c.part).reduce((a, b) => (b.priceMinor < a.priceMinor ? b : a));
    return money(priceMinor, currency);
  }
  protected also(p: Part): string {
    return [
      p.upper?.hold === 'flats' || p.lower?.hold === 'flats' ? 'Held by flats.' : '',
      p.torque.length ? 'Its maker publishes a torque.' : '',
      p.greaseable ? 'It can be greased.' : '',
      p.warrantyMonths === undefined ? '' : `${capital(sayWarranty(p.warrantyMonths))}.`,
    ]
      .filter(Boolean)
      .join(' ');
  }
  /** One of each way that fits, to be put side by side. */
  protected readonly ways = computed((): Part[] => {
    const best = new Map<string, Part>();
    for (const { best: c } of this.offers()) {
      // What is sold for the left or right alone needs its other hand: picked by itself.
      if (c.part.sided === 'either' && !best.has(optionName(c.part))) best.set(optionName(c.part), c.part);
    }
    return WAYS.flatMap((w) => best.get(w) ?? []).slice(0, MOST_WAYS);
  });
  protected readonly wayNames = computed(() => this.ways().map(optionName).join(', '));
  /** Two parts that are laid over each other. */
  private readonly laid = signal<string | null>(null);
  protected isOver(p: Part): boolean {
    return this.laid() === p.id;
  }
  /** What it would be bolted to, on the plate. */
  protected takeApart(part: Part): void {
    const joint = this.joints()[0];
    if (joint) this.store.offered.set({ joint, part });
  }
  protected layOver(p: Part): void {
    this.laid.update((id) => (id === p.id ? null : p.id));
  }
  /** What is known of the one that is on it: measured, worked out or read in the file, and nothing else. */
  protected readonly old = computed((): Comparable | null => {
    const [w, kind] = [this.wanted(), this.offers()[0]?.best.part.kind ?? this.excluded()[0]?.part.kind];
    if (!kind) return null;
    return oldPart(kind, w);
  });

  protected readonly advice = computed(() => (this.kind() === 'bushings' ? barAdvice(this.store.state()!) : []));
  protected readonly sizes = computed(() =>
    sizeRows(
      this.store.state()!,
      this.store.axle(),
      this.joints(),
      this.wanted(),
      this.found()?.ask ?? null,
      this.units.length(),
    ),
  );
  /** What decides most now stands by itself; the rest is said in a line, and opened by whoever measures it. */
  protected readonly asked = computed(() => this.sizes().find((m) => m.asked));
  protected readonly others = computed(() => this.sizes().filter((m) => !m.asked));
  protected readonly knownSizes = computed(() => {
    const said = this.sizes().flatMap((m) => (m.said ? [`${m.name} ${m.said}`] : []));
    return said.length ? `${said.join('; ')}; the rest from the file` : 'Sizes from the file; measure one';
  });
  protected readonly canFigure = computed(() => this.kind() === 'links' && this.axleSpec().points.barEye !== undefined);
  protected readonly workedOut = computed(() => lengthFor(this.store.state()!, this.store.axle()));
  protected readonly sizeError = signal<Partial<Record<SizeKey, string>>>({});

  protected readonly otherName = draft(`other.name.${this.job}`, '');
  protected readonly otherPrice = draft(`other.price.${this.job}`, '');
  protected readonly otherTorque = draft(`other.torque.${this.job}`, '');
  protected readonly otherSource = draft(`other.source.${this.job}`, '');
  protected readonly formError = signal<Error | null>(null);
  protected readonly currency = computed(() => this.store.state()!.context.rules.currency);

  constructor() {
    inject(DestroyRef).onDestroy(() => {
      this.store.offered.set(null);
      this.store.fitting.set([]);
    });
    effect(() => this.store.fitting.set(this.joints()));
    // What to fit is said on the drawing as well as in words.
    let last = this.store.touched();
    effect(() => {
      const touch = this.store.touched();
      if (!touch || touch === last) return;
      last = touch;
      untracked(() => {
        const next = touchedOn({ what: this.kind(), sides: this.sides() }, touch.joint);
        this.what.set(next.what);
        this.sides.set([...next.sides]);
      });
    });
    effect(() => {
      const [wanted, unit, kind] = [this.wanted(), this.units.length(), this.kind()];
      untracked(() => void (kind === 'joint' ? this.answer.set(null) : this.look(this.listed(), wanted, unit)));
    });
  }
  private question = 0;
  private async look(of: string, ...q: Parameters<Catalogue['match']>): Promise<void> {
    const mine = ++this.question;
    try {
      const match = await this.catalogue.match(...q);
      // A newer question calls the older one off.
      if (mine !== this.question) return;
      this.answer.set({ of, match });
      this.partsError.set('');
    } catch (e) {
      if (mine === this.question) this.partsError.set((e as Error).message);
    }
  }

  /** The size that is being photographed. */
  protected readonly shooting = signal<SizeKey | null>(null);

  protected async measure(key: SizeKey, text: string): Promise<void> {
    if (!text.trim()) return;
    const read = attempt(() => readSize(this.store.axle(), key, text));
    this.sizeError.set(read.ok ? {} : { [key]: `${read.error.message} Nothing was changed.` });
    if (read.ok) await this.store.write('size', read.value);
  }

  private bodies(part: Part) {
    const list = [...this.offers().flatMap((o) => [o.best, ...o.others]), ...this.excluded()].map((c) => c.part);
    const bodies = choicesOf(this.joints(), part, list, this.paired() && this.sides().length === 1 ? this.reason() : '');
    // Tapped twice it is one choice.
    const same = (b: { joints: readonly JointId[] }) =>
      this.store
        .state()!
        .lines.some((l) =>
          l.options.some((o) => o.choices.some((c) => c.body.part.id === part.id && c.body.joints.join() === b.joints.join())),
        );
    return bodies.filter((b) => !same(b));
  }
  /** @throws BadInput where another bar may be on it than the one that is looked for */
  private known(): true {
    const s = this.store.state()!;
    if (this.joints().some((id) => variantOwed(s, id)))
      throw new BadInput('bar of this vehicle', 'is not known: say above which one it has, or measure it');
    return true;
  }
  protected async choose(...parts: Part[]): Promise<void> {
    const bodies = this.formed(() => {
      this.known();
      return parts.flatMap((p) => this.bodies(p));
    });
    if (!bodies) return;
    if (bodies.length && !(await this.store.writeAll(bodies.map((body) => ({ kind: 'choose' as const, body }))))) return;
    this.reason.clear();
    this.here.adding.set(false);
  }
  /** A part that was written down joins the shelf, and is chosen. */
  protected async own(part: Part, form: OwnPart): Promise<void> {
    if (!this.formed(() => this.known())) return;
    try {
      // What is put on a practice vehicle joins no shelf.
      const added = this.store.practice() ? part : await this.catalogue.add(part);
      form.clear();
      await this.choose(added);
    } catch (e) {
      this.formError.set(e as Error);
    }
  }
  protected async chooseOther(e: Event): Promise<void> {
    e.preventDefault();
    const body = this.formed(() => {
      const torque = ownTorques(this.store.state()!, this.joints(), this.otherTorque(), this.otherSource());
      return choiceBody(this.joints(), ownPart(uuid(), this.otherName(), this.otherPrice(), this.currency(), torque));
    });
    if (!body || !(await this.store.write('choose', body))) return;
    for (const d of [this.otherName, this.otherPrice, this.otherTorque, this.otherSource]) d.clear();
    this.here.adding.set(false);
  }
  protected readonly ends = computed(() => endsOf(this.store.state()!, this.joints()));
  /** The old part off and on again, both sides or one; of a link only one end, where that is all that is in the way. */
  protected async chooseRefit(end?: LinkEnd): Promise<void> {
    const body = this.formed(() => ({
      ...choiceBody(this.joints(), refitPart(this.currency()), this.reason()),
      ...(end ? { end } : {}),
    }));
    if (body && (await this.store.write('choose', body))) this.here.adding.set(false);
  }
  /** What a form makes, or its sentence below the form. */
  private formed<T>(make: () => T): T | undefined {
    const made = attempt(make);
    this.formError.set(made.ok ? null : made.error);
    return made.ok ? made.value : undefined;
  }
  protected sideNames(): string {
    return this.sides().length === 1 ? `${this.sides()[0]} only` : 'both sides';
  }
  protected setSides(s: string): void {
    this.sides.set(s === 'both sides' ? ['left', 'right'] : [s.split(' ')[0] as Side]);
  }
}
