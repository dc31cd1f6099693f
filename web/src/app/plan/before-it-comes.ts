import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { catchError, map, of, switchMap } from 'rxjs';
import type { JobView, PartMatch } from '@ash-knot/contract';
import {
  assemblyOf,
  capital,
  contextOf,
  foldJob,
  partsOf,
  requestOf,
  sayHere,
  sayParts,
  uncapital,
  wantedFor,
  type JobState,
  type JointId,
  type Suspect,
} from '@ash-knot/core';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { Api } from '../state/api';
import { Diagnoser } from '../workers/diagnoser';
import { money, pct } from '../words/format';

/** So many suspects are worth a look at the shelf before anybody has looked. */
const FIRST = 4;
/** Of these there are parts on a shelf. */
const SOLD = /\.(link|frame-bushing|bar)$/;

interface OnShelf {
  readonly assembly: string;
  readonly what: string;
  readonly says: string;
}

/** What is known of a vehicle before it comes: its suspects by what was told, and whether their parts are here. */
@Component({
  selector: 'ak-before-it-comes',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <h2 class="text-xl font-bold">By what was told</h2>
    @if (failed()) {
      <p class="caution mt-2">{{ failed() }}</p>
    } @else if (!state().complaint) {
      <p class="soft mt-1">Nothing was told of the noise: nothing can be ranked before it comes.</p>
    } @else {
      <ol class="mt-1" data-testid="before-suspects">
        @for (s of suspects(); track s.fault) {
          <li class="rule grid grid-cols-[1fr_auto] gap-x-5 py-2" [class.text-oxide]="s.dangerous">
            <span>{{ s.name }}</span><span class="mono">{{ percent(s.makes) }} %</span>
          </li>
        } @empty {
          <li class="nothing">Weighing …</li>
        }
      </ol>
      <p class="soft mt-1 text-sm">A first guess from words alone. What is felt at the vehicle decides.</p>
      @if (parts().length) {
        <h2 class="mt-6 text-xl font-bold">The parts, should it be these</h2>
        <ul class="mt-1" data-testid="before-parts">
          @for (p of parts(); track p.assembly) {
            <li class="rule grid gap-x-5 py-2 sm:grid-cols-[14rem_1fr]">
              <span class="font-semibold">{{ p.what }}</span><span>{{ p.says }}</span>
            </li>
          }
        </ul>
      }
    }
  `,
})
export class BeforeItComes {
  private readonly api = inject(Api);
  private readonly session = inject(Session);
  private readonly units = inject(Units);
  private readonly diagnoser = inject(Diagnoser);
  /** The sheet as it would be opened. */
  readonly sheet = input.required<JobView>();
  protected readonly percent = pct;
  protected readonly failed = signal('');
  protected readonly state = computed((): JobState => {
    const s = this.sheet();
    return foldJob(contextOf(s, this.session.shop()!, this.units.measures()), s.entries);
  });
  private readonly weighed = toSignal(
    toObservable(this.state).pipe(
      switchMap((s) =>
        s.complaint && s.context.kind === 'noise'
          ? this.diagnoser.diagnose(requestOf(s)).pipe(
              map((d) => d.suspects),
              catchError((e: Error) => (this.failed.set(e.message), of([]))),
            )
          : of([]),
      ),
    ),
    { initialValue: [] as readonly Suspect[] },
  );
  protected readonly suspects = computed(() => this.weighed().slice(0, FIRST));
  /** Each part that is sold and suspected, once. */
  private readonly asked = computed(
    () => {
      const joints = new Map<string, JointId>();
      for (const { joint } of this.suspects()) {
        const assembly = joint && assemblyOf(joint);
        if (assembly && SOLD.test(assembly) && !joints.has(assembly)) joints.set(assembly, joint);
      }
      return [...joints];
    },
    { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
  );
  protected readonly parts = toSignal(
    toObservable(this.asked).pipe(
      switchMap((asked) => Promise.all(asked.map(([assembly, joint]) => this.look(assembly, joint)))),
    ),
    { initialValue: [] as OnShelf[] },
  );
  private async look(assembly: string, joint: JointId): Promise<OnShelf> {
    const wanted = JSON.parse(JSON.stringify(wantedFor(this.state(), [joint]))) as unknown;
    const what = capital(`${partsOf(joint).axle} ${uncapital(sayParts(this.session.dialect(), [joint]))}`);
    try {
      const { fitting } = await this.api.post<PartMatch>('/parts/match', { wanted, unit: this.units.length() });
      return { assembly, what, says: this.says(fitting.map((c) => c.part)) };
    } catch (e) {
      return { assembly, what, says: (e as Error).message };
    }
  }
  private says(fitting: readonly PartMatch['fitting'][number]['part'][]): string {
    const here = fitting.find((p) => p.stock > 0) ?? fitting[0];
    if (!here) return 'Nothing that fits is in the catalogue: measure when it comes, or ask a supplier.';
    const price = money(here.priceMinor, here.currency);
    if (here.stock > 0) return `${here.name}, ${here.supplier}: ${here.stock} on the shelf, ${price}`;
    return `${here.name}, ${here.supplier}: ${sayHere(here)}, ${price}`;
  }
}
