import { Clipboard } from '@angular/cdk/clipboard';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import type { CustomerView } from '@ash-knot/contract';
import {
  capital,
  JOINT_KINDS,
  notPutYet,
  PAPER_LANGUAGES,
  type PaperLanguage,
  quotedBody,
  sayParts,
  SIDES,
  type QuotedLine,
} from '@ash-knot/core';
import { languageCalled, letterOf, letterText, PAPERS, type Letter } from '@ash-knot/core/paper';
import { MOST_PHOTOS } from '../attachment/photo';
import { JobStore } from '../job/job-store';
import { Picks } from '../kit/picks';
import { fileName, saveFile } from '../kit/save-file';
import { drawingFile } from '../kit/save-drawing';
import { AxleSmall, type SmallMark } from '../plate/axle-small';
import { Customers } from '../session/customers';
import { Session } from '../session/session';
import { letterPage } from './letter-page';

/** What is said to the customer: how they are reached, the words to read out, the same to send. */
@Component({
  selector: 'ak-letter',
  imports: [AxleSmall, Picks],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <details class="rule mt-4 pt-1" data-testid="read-out" [open]="open()" (toggle)="open.set(box.open)" #box>
      <summary class="link cursor-pointer">Read it out, or send it</summary>
      @if (customer(); as c) {
        <p class="mt-2" data-testid="reach">
          <b>{{ c.name }}</b>{{ c.language ? ', ' + c.language : '' }} · wants to be told {{ c.tell }}
          @if (c.telephone) {
            · <a class="link mono" [href]="'tel:' + c.telephone">{{ c.telephone }}</a>
          }
          @if (c.email) {
            · <a class="link" [href]="'mailto:' + c.email">{{ c.email }}</a>
          }
          @if (c.note) {
            <span class="soft block">{{ c.note }}</span>
          }
        </p>
      }
      <ak-picks
        class="mt-2 block"
        label="Language of the letter"
        [options]="languages"
        [picked]="[language()]"
        [single]="true"
        (pickedChange)="asked.set($event[0] ?? null)"
      />
      <div class="mt-2 grid gap-x-8 plate:grid-cols-[1fr_220px]">
        <div data-testid="letter" [attr.lang]="words().tag">
          @for (t of paragraphs(); track $index) {
            <p class="mt-2 text-lg">{{ t }}</p>
          }
        </div>
        <ak-axle-small class="mt-2 max-w-60" #picture [axle]="axle()" [marks]="marks()" [label]="pictured()" />
      </div>
      <p class="mt-3 flex flex-wrap gap-3">
        <button type="button" class="btn" (click)="copy()" data-testid="letter-copy">Copy it as a message</button>
        <button type="button" class="btn" (click)="save()" data-testid="letter-save">Save it as a page</button>
        @if (said()) {
          <span class="self-center" role="status">{{ said() }}</span>
        }
      </p>
    </details>
  `,
})
export class LetterView {
  readonly quote = input.required<readonly QuotedLine[]>();
  private readonly store = inject(JobStore);
  private readonly session = inject(Session);
  private readonly customers = inject(Customers);
  private readonly clipboard = inject(Clipboard);
  private readonly picture = viewChild.required<unknown, ElementRef<HTMLElement>>('picture', { read: ElementRef });
  protected readonly open = signal(false);
  protected readonly said = signal('');
  protected readonly customer = signal<CustomerView | null>(null);

  private readonly s = computed(() => this.store.state()!);
  protected readonly axle = computed(() => this.s().axles[this.s().axle]);
  protected readonly marks = computed((): SmallMark[] =>
    JOINT_KINDS.flatMap((kind) =>
      SIDES.flatMap((side) => {
        const j = this.s().joints.get(`${this.s().axle}.${side}.${kind}`);
        return j && ['dangerous', 'loose', 'watch'].includes(j.state) ? [{ kind, side, state: j.state }] : [];
      }),
    ),
  );
  protected readonly pictured = computed(
    () => `${this.s().axle} axle: ${this.marks().length || 'nothing'} marked that was found worn`,
  );
  protected readonly languages = PAPER_LANGUAGES;
  protected readonly asked = signal<PaperLanguage | null>(null);
  /** As somebody picked it; else the customer's, where it is known and can be had; else the yard's. */
  protected readonly language = computed(
    () => this.asked() ?? languageCalled(this.customer()?.language ?? '') ?? this.session.letterhead().language,
  );
  protected readonly words = computed(() => PAPERS[this.language()]);
  private readonly letter = computed((): Letter => {
    const l = letterOf(this.s(), this.quote(), this.words());
    // The English has a yard's own words for the bar.
    const say = (t: string) => (this.language() === 'English' ? this.session.say(t) : t);
    return { wrong: l.wrong.map(say), ways: l.ways.map(say), ready: say(l.ready), need: say(l.need) };
  });
  protected readonly paragraphs = computed(() => {
    const { wrong, ways, ready, need } = this.letter();
    return [...wrong, ...ways, ready, need].filter(Boolean);
  });
  private readonly head = computed(() => {
    const v = this.store.view()!.vehicle;
    const name = this.customer()?.name;
    return this.words().hello(v.typeName, v.plate, name ?? '');
  });
  private readonly foot = computed(() => {
    const { name, telephone, email } = this.session.letterhead();
    return [name, telephone, email].filter(Boolean).join(', ');
  });

  constructor() {
    // Asked for when it is opened, and not before: how somebody is reached lies on no screen by itself.
    effect(() => {
      const asked = this.open() && this.customers.mayKnow() && !this.store.practice();
      const vehicle = this.store.view()!.vehicle.id;
      untracked(() => {
        if (asked)
          this.customers.of(vehicle).then(
            (c) => this.customer.set(c),
            // Then the words alone are there.
            () => this.customer.set(null),
          );
      });
    });
  }
  /** What goes out is put to the customer: it is kept as it stands there, under a name. False where nobody gave theirs. */
  private async put(): Promise<boolean> {
    const unsaid = notPutYet(this.quote());
    if (!unsaid.length) return true;
    return this.store.write(
      'quoted',
      quotedBody(this.s(), unsaid, (l) => sayParts(this.session.dialect(), l.joints)),
    );
  }
  protected async copy(): Promise<void> {
    if (!(await this.put())) return;
    const done = this.clipboard.copy(letterText(this.letter(), this.head(), this.foot()));
    this.said.set(done ? 'Copied.' : 'This browser does not copy: mark the words above.');
  }
  protected async save(): Promise<void> {
    if (!(await this.put())) return;
    const { vehicle } = this.store.view()!;
    const photos = await Promise.all(
      this.s()
        .photos.slice(-MOST_PHOTOS)
        .map(async (e) => ({ src: await asData(`/api/attachments/${e.body.photo}`), caption: e.body.caption })),
    );
    const { logo } = this.session.letterhead();
    const svg = this.picture().nativeElement.querySelector('svg');
    const html = letterPage(this.letter(), {
      title: `${this.session.letterhead().name}: ${vehicle.plate}`,
      lang: this.words().tag,
      head: this.head(),
      foot: this.foot(),
      picture: svg ? drawingFile(svg) : '',
      photos,
      logo: logo ? await asData(logo) : '',
      quote: this.quote().map(({ line, options }) => ({
        name: capital(this.words().parts(this.session.dialect(), line.joints)),
        ways: options.map((o) => ({
          way: this.words().way(o.option.name),
          parts: o.parts.map((x) => `${x.quantity} × ${x.part.name}`).join(', '),
          sum: this.words().money(o.totalMinor, this.s().context.rules.currency),
        })),
      })),
    });
    saveFile(`${fileName(vehicle.plate)}.html`, html, 'text/html');
    this.said.set(photos.some((x) => !x.src) ? 'Saved; a photograph could not be read and is not in it.' : 'Saved.');
  }
}

/** A picture as a data address; empty where it cannot be read. */
async function asData(url: string): Promise<string> {
  try {
    const res = await fetch(url);
    if (!res.ok) return '';
    const blob = await res.blob();
    return await new Promise<string>((resolve, reject) => {
      const reader = new FileReader();
      reader.onload = () => resolve(String(reader.result));
      reader.onerror = () => reject(reader.error!);
      reader.readAsDataURL(blob);
    });
  } catch {
    return '';
  }
}
