import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router } from '@angular/router';
import {
  besidesOf,
  count,
  sayBoth,
  sayFault,
  verdictCauses,
  splitFault,
  type Change,
  type Reason,
  type Suspect,
  capital,
  own,
} from '@ash-knot/core';
import { JobStore } from '../job/job-store';
import { Session } from '../session/session';
import { pct } from '../words/format';
import { PlaceMark } from '../job/places';
import { More } from '../kit/more';

/** Less than this is not said. */
const SAID = 0.1;
/** Above this nothing has ruled it out. */
const RULED_OUT = 0.01;
/** Beyond this weight a bar is full: odds by fifty. */
const FULL = Math.log(50);

/** So many suspects stand there; the others are one line. */
const SHOWN = 3;

/** The ranking in bars, why it stands so, and what the verdict still waits for. */
@Component({
  selector: 'ak-suspects',
  imports: [More, PlaceMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './suspects.html',
  styleUrl: './suspects.css',
})
export class Suspects {
  protected readonly store = inject(JobStore);
  private readonly router = inject(Router);
  protected readonly session = inject(Session);
  protected readonly why = signal<string | null>(null);
  protected readonly capital = capital;
  protected readonly count = count;
  protected readonly pct = pct;

  protected readonly top = computed(() => this.store.suspects().slice(0, SHOWN));
  protected readonly reasons = computed(() => (own(this.store.diagnosis()?.why, this.why() ?? '') ?? []).slice(0, 5));
  /** Whether its reasons are worked out yet. */
  protected readonly weighed = computed(() => own(this.store.diagnosis()?.why, this.why() ?? '') !== undefined);
  /** The last answer stands there while a newer one is worked out. */
  protected readonly again = computed(() => this.store.diagnosis()?.again === true);
  protected readonly family = computed(() => this.store.diagnosis()?.family);
  /** What is none of the list, where it is likely enough to be said. */
  protected readonly others = computed(() => {
    const d = this.store.diagnosis();
    if (!d) return '';
    return [
      d.unlisted >= SAID ? `something that is not on the list ${pct(d.unlisted)} %` : '',
      d.nothing >= SAID ? `nothing makes it now ${pct(d.nothing)} %` : '',
    ]
      .filter(Boolean)
      .map((t, i) => (i ? t : capital(t)))
      .join('; ');
  });
  protected readonly changes = computed(() => this.store.diagnosis()?.changes ?? []);
  protected readonly given = computed(() => this.store.state()?.verdict);
  protected readonly findings = computed(() => {
    const s = this.store.state();
    if (!s) return 0;
    const c = s.complaint;
    const said = c
      ? c.character.length + c.like.length + c.where.length + c.when.length + c.handling.length + c.conditions.length
      : 0;
    return (
      said + s.drive.size + s.elsewhere.size + [...s.joints.values()].filter((j) => j.hand || j.defects.length || j.before).length
    );
  });
  protected readonly besides = computed(() => {
    const s = this.store.state();
    const v = this.store.verdict();
    if (!s || !v) return [];
    const causes = this.given()?.body.causes ?? verdictCauses(v);
    // Before anything can be named everything found is still a suspect.
    const open = v.kind === 'open' && v.quiet;
    if (causes.length === 0 && !open && !this.given()) return [];
    return besidesOf(s, causes);
  });

  protected toggle(x: Suspect): void {
    this.why.set(this.why() === x.fault ? null : x.fault);
  }
  protected width(r: Reason): number {
    return Math.min(50, (50 * Math.abs(r.weight)) / FULL);
  }
  protected strength(r: Reason): string {
    return r.word === 'settles it'
      ? r.weight > 0
        ? 'settles it'
        : // What leads is ruled out by nothing, and what still stands on the list hardly.
          (this.store.suspects().find((x) => x.fault === this.why())?.makes ?? 0) > RULED_OUT
          ? 'strongly against'
          : 'rules it out'
      : `${r.word} ${r.weight > 0 ? 'for' : 'against'}`;
  }
  protected say(ids: readonly string[]): string {
    return ids.map((id) => sayFault(id, this.session.dialect())).join(', ');
  }
  protected sayChange(c: Change): string {
    const first = this.store.suspects()[0];
    if (!first) return '';
    const name = sayFault(c.of, this.session.dialect(), true);
    // The larger of the two is the one worth saying.
    const [found, p] = Math.abs(c.moves - first.makes) >= Math.abs(c.tight - first.makes) ? [true, c.moves] : [false, c.tight];
    const shown = splitFault(c.of) ? (found ? 'moves' : 'is tight') : found ? 'is found' : 'is ruled out';
    return c.of === c.fault
      ? `If it ${shown}: ${pct(p)} %.`
      : `If the ${name} ${shown}: the ${sayFault(c.fault, this.session.dialect(), true)} goes to ${pct(p)} %.`;
  }
  protected show(x: Suspect): void {
    if (!x.joint) return;
    this.store.select(x.joint);
    void this.router.navigate(['/job', this.store.view()!.id, 'find']);
  }
  protected give(): void {
    const v = this.store.verdict();
    const causes = v ? verdictCauses(v) : [];
    if (causes.length && !this.again()) void this.store.write('verdict', { causes: [...causes], reproduced: true, note: '' });
  }
  protected missing(): string {
    const v = this.store.verdict();
    const ids = v?.kind === 'dangerous' ? v.missing : [];
    const [few, more] = [ids.slice(0, 3), ids.length - 3];
    return `${sayBoth(this.store.state()!, few)}${more > 0 ? ` and ${more} more` : ''} ${ids.length > 1 ? 'are' : 'is'}`;
  }
  protected readonly mayGoOn = computed(
    () =>
      !this.wentOn() && !this.given() && !this.goingOn() && (this.store.verdict() !== undefined || !!this.store.rankingFailed()),
  );
  protected readonly goingOn = signal(false);
  protected readonly noReason = signal(false);
  protected readonly wentOn = computed(() => this.store.state()?.goOn);
  protected async goOn(e: Event, why: string): Promise<void> {
    e.preventDefault();
    this.noReason.set(!why.trim());
    if (why.trim() && (await this.store.write('go-on', { without: 'verdict', why: why.trim() }))) this.goingOn.set(false);
  }
  protected notReproduced(): void {
    void this.store.write('verdict', { causes: [], reproduced: false, note: 'not reproduced' });
    void this.router.navigate(['/job', this.store.view()!.id, 'listen'], { queryParams: { drive: 1 } });
  }
}
