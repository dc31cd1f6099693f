import { computed, inject, Injectable, signal } from '@angular/core';
import { v7 as uuid } from 'uuid';
import type { AskedView } from '@ash-knot/contract';
import {
  countingStates,
  partsOf,
  placeOf,
  standingOf,
  standsBody,
  stateAt,
  type NextAction,
  type PracticeAsk,
  type SheetPlace,
  type Station,
  type VehicleState,
} from '@ash-knot/core';
import { GaugeInbox } from '../instruments/gauge-inbox';
import { LengthGauges } from '../instruments/length-gauge';
import { JobStore } from '../job/job-store';
import { StandAsk } from '../job/stand-ask';
import { Outbox } from '../offline/outbox';
import { Session } from '../session/session';
import { Api } from '../state/api';
import { Clock } from '../state/clock';
import { drives, offersAt, type Offer, type Standpoint } from './offers';

/** The same thing done again, however it was labelled. */
const same = (a: PracticeAsk, b: PracticeAsk): boolean => {
  const fields = new Set([...Object.keys(a), ...Object.keys(b)]) as Set<keyof typeof a>;
  return [...fields].every((k) => a[k] === b[k]);
};

/** Whether this is done at the vehicle before that action can say what came of it. */
function answers(a: NextAction, ask: PracticeAsk): boolean {
  const place = placeOf(a);
  if (ask.of === 'check' && (place?.elsewhere ?? place?.check) === ask.check) return true;
  return (
    a.kind === 'write' &&
    a.entries.some(
      ({ kind, body }) =>
        (kind === 'step' && ask.of === 'step' && body.step === ask.step) ||
        (kind === 'confirm' && ask.of === 'hand' && body.joint === ask.joint) ||
        (kind === 'rung' && ask.of === 'rung' && body.step === ask.step && body.rung === ask.rung),
    )
  );
}

/** Whether what is asked is on the axle and the side that a place speaks of, where it says any. */
const hereToo = (place: SheetPlace | undefined, ask: PracticeAsk): boolean =>
  ask.of !== 'check' ||
  ((place?.axle === undefined || place.axle === ask.axle) &&
    (place?.sides === undefined || ask.side === undefined || place.sides.includes(ask.side)) &&
    (place?.joint === undefined || (partsOf(place.joint).axle === ask.axle && partsOf(place.joint).side === ask.side)));

/** The practice vehicle under one's hands, as far as the open sheet knows it. Provided by the sheet. */
@Injectable()
export class PracticeBench {
  private readonly store = inject(JobStore);
  private readonly session = inject(Session);
  private readonly api = inject(Api);
  private readonly outbox = inject(Outbox);
  private readonly inbox = inject(GaugeInbox);
  private readonly gauges = inject(LengthGauges);
  private readonly clock = inject(Clock);
  private readonly stands = inject(StandAsk);
  readonly station = signal<Station | null>(null);
  readonly busy = signal(false);
  readonly wrong = signal('');

  /** As somebody said it stands; nothing before anybody did. */
  readonly standing = computed(() => {
    const s = this.store.state();
    const at = s && this.corner();
    return at ? stateAt(s.stands, at.axle, at.side) : s ? standingOf(s) : undefined;
  });
  /** Where something is looked at: with one side up it is this one. */
  private readonly corner = computed(() => {
    const joint = this.store.selected();
    const [axle, side] = [this.row()?.axle, this.row()?.sides?.[0]];
    return joint ? partsOf(joint) : axle && side ? { axle, side } : undefined;
  });
  /** The look that a round asks for. */
  private readonly row = computed((): SheetPlace | undefined => {
    const n = this.store.next();
    const place = n && placeOf(n.action);
    return place?.at === 'round' ? place : undefined;
  });
  private readonly at = computed((): Standpoint => ({
    station: this.station(),
    state: this.store.state()!,
    joint: this.store.selected(),
    check: this.store.check(),
    elsewhere: this.store.elsewhere() ?? (this.store.selected() ? null : (this.row()?.elsewhere ?? null)),
    row: this.store.selected() || this.store.elsewhere() ? undefined : this.row(),
    // Before it was said, whoever does something is asked; what is offered does not hang on it.
    standing: this.standing() ?? 'on-wheels',
    road: this.store.diagnosis()?.road.map((r) => r.manoeuvre) ?? [],
    gauge: this.gauges.inHand() ?? this.gauges.finest(),
    nowMs: this.clock.now(),
  }));
  readonly offers = computed((): readonly Offer[] => (this.store.state() ? offersAt(this.at()) : []));
  /** It is driven where it is listened to once the customer was, and where it is proved. */
  readonly road = computed((): readonly Offer[] => {
    const s = this.store.state();
    return s && ((this.station() === 'listen' && s.complaint) || this.station() === 'prove') ? drives(this.at()) : [];
  });
  /** What the last look answered, on both sides where it was made on both. */
  private readonly batch = signal<readonly string[]>([]);
  readonly last = computed((): Pick<AskedView, 'says' | 'minutes'> | undefined => {
    const asked = this.store.practice()?.asked ?? [];
    const together = asked.filter((a) => this.batch().includes(a.id));
    if (together.length < 2 || asked.at(-1)?.id !== together.at(-1)!.id) return asked.at(-1);
    return { says: together.flatMap((a) => a.says), minutes: together.reduce((sum, a) => sum + a.minutes, 0) };
  });

  /** What must be done at the vehicle before this action can be somebody's answer; nothing on a real one. */
  due(a: NextAction): Offer | undefined {
    const p = this.store.practice();
    if (!p || p.closed) return undefined;
    const wanted = this.offers().find(({ ask }) => answers(a, ask));
    const open = wanted && [wanted.ask, ...(wanted.also ?? [])].some((ask) => !p.asked.some((x) => same(x.ask, ask)));
    return open ? wanted : undefined;
  }

  /** It is done at the vehicle: nothing is written down by that. */
  async do(o: Offer): Promise<void> {
    const id = this.store.view()!.id;
    const ask = await this.stood(o);
    if (!ask) return;
    await this.trying(async () => {
      // It answers by what is on its tape: what was renewed is new.
      if (!(await this.outbox.flushed(id)))
        throw new Error('The line is down: the vehicle answers over it. What you wrote is kept.');
      const state = 'state' in ask ? ask.state : undefined;
      const all = [ask, ...(o.also ?? []).map((x) => (state && 'state' in x ? { ...x, state } : x))];
      // As the line stands now: what it is answered moves it on.
      const asks = all.map((x) => ({ id: uuid(), ask: x, led: this.ledTo(x) }));
      this.batch.set(asks.map((a) => a.id));
      // One by one: where the line goes down on the way, what was felt till then is there.
      for (const x of asks) {
        const a = await this.api.post<AskedView>(`/practice/${id}/asks`, x);
        this.store.answered(a);
        // A gauge sends what it reads, where somebody measures.
        if (ask.of === 'gauge') for (const text of a.readings ?? []) this.inbox.bring({ gauge: ask.gauge, text });
      }
    });
  }
  /** Whether the next line, where it speaks, asks for just this. */
  private ledTo(ask: PracticeAsk): boolean {
    const n = this.store.practice()?.silent ? null : this.store.next();
    if (!n) return false;
    const actions = n.action.kind === 'ask' ? [n.action, ...n.action.answers.map((x) => x.action)] : [n.action];
    return actions.some((a) => answers(a, ask) && hereToo(placeOf(a), ask));
  }
  /** What hangs on how it stands is done once somebody has said that; the answer stays on the tape. */
  private async stood({ ask, label }: Offer): Promise<PracticeAsk | undefined> {
    if (!('state' in ask) || this.standing() || !this.mine()) return ask;
    const joint = this.store.selected();
    const counting = joint ? countingStates(this.store.state()!, joint, this.store.wanted()) : [];
    const state = await this.stands.ask({ title: label, counting, said: undefined });
    return state && (await this.stand(state)) ? { ...ask, state } : undefined;
  }
  stand(state: VehicleState): Promise<boolean> {
    const s = this.store.state()!;
    const at = this.corner();
    return this.store.write('stands', standsBody(s, state, at?.axle ?? s.axle, at?.side));
  }
  async silence(silent: boolean): Promise<void> {
    await this.trying(async () => {
      await this.api.patch(`/practice/${this.store.view()!.id}`, { silent });
      this.store.practising({ silent });
    });
  }
  /** @returns whether it is done with now */
  async giveUp(): Promise<boolean> {
    await this.trying(async () => {
      await this.api.post(`/practice/${this.store.view()!.id}/give-up`, {});
      this.store.practising({ closed: true });
    });
    return this.store.practice()?.closed ?? false;
  }
  private async trying(what: () => Promise<void>): Promise<void> {
    if (this.busy()) return;
    if (!this.mine()) return;
    this.busy.set(true);
    this.wrong.set('');
    try {
      await what();
    } catch (e) {
      this.wrong.set((e as Error).message);
    } finally {
      this.busy.set(false);
    }
  }
  /** Only its learner does anything with it. */
  private mine(): boolean {
    const p = this.store.practice();
    const me = this.session.person()?.id;
    if (p && me !== p.person)
      this.wrong.set(`This is ${this.session.name(p.person)}’s practice vehicle: only that name does anything with it.`);
    return p !== null && me === p.person;
  }
}
