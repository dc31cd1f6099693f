import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { filter, map, Observable } from 'rxjs';
import {
  attempt,
  hearPull,
  reachShare,
  timesShare,
  type FastenerView,
  type GaugeSpec,
  type Pulled,
  type SpeakingWrench,
  type TorqueRange,
} from '@ash-knot/core';
import { GaugeInbox } from '../../instruments/gauge-inbox';
import { Wrench } from '../../instruments/wrench';
import { Api } from '../../state/api';
import { draft } from '../../state/draft';

/** A wrench that was asked for its click and says nothing for so long is not pulled, ms. */
const SILENT_MS = 8000;

/** What a wrench of the bay said, and which. */
export interface Click {
  readonly said: Pulled;
  readonly wrench: SpeakingWrench;
}

/** The wrench in the hand at one fastener: whether one is connected, what it is set to, what it says. One for each torque card. */
@Injectable()
export class Pulling {
  private readonly api = inject(Api);
  private readonly wrenches = inject(Wrench);
  private readonly inbox = inject(GaugeInbox);
  readonly view = signal<FastenerView | null>(null);
  readonly wrench = this.wrenches.connected;
  /** One that could be opened, where none is connected. */
  readonly simulated = computed(() => this.wrenches.registered()[0]);
  /** Those that could be put on a line, where this browser knows lines. */
  readonly onLine = computed(() => (this.inbox.hasSerial ? this.wrenches.registered() : []));
  /** What is wrong, in a sentence. */
  readonly error = signal('');
  /** Another value than the one that rules is being written down. */
  readonly otherwise = signal(false);
  /** The wrench was asked for its click and has not said it yet. */
  readonly waiting = signal(false);
  private silence: ReturnType<typeof setTimeout> | undefined;

  // --- through an adapter -----------------------------------------------------
  readonly mode = signal<'plain' | 'reach'>('plain');
  readonly lever = draft('torque.lever', '');
  readonly adapter = draft('torque.adapter', '');
  readonly angle = draft('torque.angle', '');
  /** What is set is what is wanted times this; or what is wrong with the measures of lever and adapter. */
  readonly share = computed(() =>
    this.mode() === 'plain'
      ? attempt(() => 1)
      : attempt(() => reachShare({ lever: this.lever(), adapter: this.adapter(), angle: this.angle() })),
  );
  /** Through an adapter whose measures nobody has said there is no number to set. */
  readonly unset = computed(() => !this.share().ok);
  /** What is wanted at the fastener now: the published value, or a stage's share of it. */
  readonly wanted = signal<TorqueRange>({ minNm: 0, maxNm: 0 });
  /** What the wrench is set to. */
  readonly set = computed((): TorqueRange => {
    const share = this.share();
    return timesShare(this.wanted(), share.ok ? share.value : 1);
  });

  /** What the wrench that is connected says of this fastener; what is no pull is said to be none. */
  readonly clicks: Observable<Click> = this.inbox.lines.pipe(
    filter(() => this.wrench() !== null && (this.view()?.target ?? null) !== null && !this.unset()),
    map((h): Click | undefined => {
      const wrench = this.wrench()!;
      const g = this.wrenches.registered().find((x) => x.id === h.gauge);
      if (!g) return undefined;
      this.wait(false);
      const said = attempt(() => hearPull(h.text, g));
      if (said.ok) return { said: said.value, wrench };
      this.error.set(`${said.error.message} Nothing was changed.`);
      return undefined;
    }),
    filter((c) => c !== undefined),
    takeUntilDestroyed(),
  );

  constructor() {
    inject(DestroyRef).onDestroy(() => clearTimeout(this.silence));
  }

  /** The wrench that is there is asked for its click; a simulated one pulls, a real one is pulled by hand. */
  async pull(): Promise<void> {
    const wrench = this.wrench();
    if (!wrench || this.unset()) return;
    this.error.set('');
    this.wait(true);
    if (!wrench.simulated) return;
    const nm = (this.set().minNm + this.set().maxNm) / 2;
    try {
      await this.api.post(`/gauges/${wrench.id}/pull`, { nm });
    } catch (e) {
      this.wait(false);
      this.error.set((e as Error).message);
    }
  }
  async connect(g: GaugeSpec): Promise<void> {
    try {
      await this.inbox.connect(g);
    } catch (e) {
      this.error.set(`The wrench was not connected: ${(e as Error).message}`);
    }
  }
  private wait(on: boolean): void {
    clearTimeout(this.silence);
    this.waiting.set(on);
    if (on)
      this.silence = setTimeout(() => {
        this.wait(false);
        this.error.set(`Nothing came from the ${this.wrench()?.name ?? 'wrench'}. Pull it again, or type the number.`);
      }, SILENT_MS);
  }
}
