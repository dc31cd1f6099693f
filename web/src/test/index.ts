import { provideZonelessChangeDetection, type Provider, type Type } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { JobView, SessionView, ShopView, StoredEntry } from '@ash-knot/contract';
import { SHIPPED } from '@ash-knot/core/suspects-table';
import {
  diagnose,
  learned,
  makeEntry,
  type Entry,
  type EntryBodies,
  type EntryKind,
  type JobKind,
  type VehicleState,
} from '@ash-knot/core';
import { DIAL, RULES, STRUT_TYPE } from '@ash-knot/core/test';
import { Ask } from '../app/session/ask';
import { Api, ApiError } from '../app/state/api';
import { DIAGNOSIS_WORKER } from '../app/workers/diagnoser';
import { JobStore } from '../app/job/job-store';
import { ComplaintDraft } from '../app/listen/complaint-draft';
import { StandAsk, type StandQuestion } from '../app/job/stand-ask';
import { Session } from '../app/session/session';
import { answerMechanics } from '../app/workers/answer-mechanics';
import { answerFilm } from '../app/workers/answer-film';
import { answerSound } from '../app/workers/answer-sound';
import { FILM_WORKER } from '../app/workers/filmer';
import { MECHANICS_WORKER } from '../app/workers/mechanics';
import type { Work } from '../app/workers/work';
import { SOUND_WORKER } from '../app/workers/sounder';
import type { DiagnosisWork } from '../app/workers/diagnosis-work';
import { NO_FILE } from './no-file';

/** Core's own small invented type and part serve here too. */
export { LINK_PART as LINK, STRUT_TYPE as TYPE } from '@ash-knot/core/test';

export const SHOP: ShopView = {
  name: 'Test yard',
  notice: '',
  logo: null,
  bays: ['Bay 1', 'Bay 2'],
  rules: RULES,
  suspectsTable: null,
  learned: [],
  sheets: [],
  gauges: [
    {
      ...DIAL,
      id: 'caliper',
      name: 'Caliper',
      kind: 'caliper',
      resolution: 0.05,
      rangeMax: 150,
      known: { sdMm: 0.06, degrees: 30 },
    },
    { ...DIAL, name: 'Dial', rangeMax: 200, known: { sdMm: 0.02, degrees: 24 } },
  ],
};

export const SESSION: SessionView = {
  bay: 'Bay 1',
  person: 'ann',
  confirmed: null,
  door: { name: SHOP.name, bays: SHOP.bays },
  shop: SHOP,
  people: [
    { id: 'ann', name: 'Ann', role: 'technician' },
    { id: 'lee', name: 'Lee', role: 'lead' },
  ],
};

export const JOB_ID = '0193c000-0000-7000-8000-000000000001';

let made = 0;
export const stored = <K extends EntryKind>(kind: K, body: EntryBodies[K], by = 'ann'): StoredEntry => {
  const n = ++made;
  const at = new Date(Date.UTC(2026, 0, 5, 9, 0, n)).toISOString();
  const id = `0193c000-0000-7000-8000-${String(n).padStart(12, '0')}`;
  return { ...makeEntry({ kind, body }, { id, job: JOB_ID, by, at }), seq: n, receivedAt: at };
};

export const job = (entries: readonly StoredEntry[] = [], kind: JobKind = 'noise'): JobView => ({
  id: JOB_ID,
  kind,
  bay: 'Bay 1',
  distanceKm: 98_000,
  openedAt: '2026-01-05T09:00:00.000Z',
  type: STRUT_TYPE,
  file: NO_FILE,
  lastPlay: [],
  entries,
  vehicle: {
    id: 'v1',
    plate: 'TS 1',
    vin: null,
    typeId: 't1',
    typeName: 'Test van',
    variant: null,
    year: 2016,
    distanceKm: 98_000,
    saidOn: '2026-01-05T09:00:00Z',
    kmPerDay: 40,
    owner: 'The lighthouse',
    known: [],
    openJob: JOB_ID,
  },
});

/** A server that answers from a table; anything else is a mistake of the test. */
export class FakeApi {
  readonly calls: { method: string; path: string; body?: unknown; params?: Readonly<Record<string, string>> }[] = [];
  readonly answers = new Map<string, (body: unknown) => unknown>();
  offline = false;

  private async ask(method: string, path: string, body?: unknown, params: Readonly<Record<string, string>> = {}): Promise<never> {
    this.calls.push({ method, path, body, ...(Object.keys(params).length ? { params } : {}) });
    if (this.offline) throw new ApiError(0, 'offline', 'The line is down.');
    const answer = this.answers.get(`${method} ${path}`) ?? (/\/attachments\//.test(path) ? () => ({}) : undefined);
    if (!answer) throw new ApiError(404, 'not-found', `no answer for ${method} ${path}`);
    return answer(body) as never;
  }
  get = (path: string, params: Readonly<Record<string, string>> = {}) => this.ask('GET', path, undefined, params);
  text = (path: string) => this.ask('GET', path);
  putText = (path: string, body: string) => this.ask('PUT', path, body);
  post = (path: string, body: unknown) => this.ask('POST', path, body);
  put = (path: string, body: unknown) => this.ask('PUT', path, body);
  patch = (path: string, body: unknown) => this.ask('PATCH', path, body);
  delete = (path: string) => this.ask('DELETE', path);
}

/** jsdom has no streams of events; tests push what the server would. */
export class FakeEventSource {
  static last: FakeEventSource | undefined;
  /** The newest of each address. */
  static readonly at = new Map<string, FakeEventSource>();
  private readonly listeners = new Map<string, (e: MessageEvent<string>) => void>();
  closed = false;
  static readonly CLOSED = 2;
  readyState = 1;
  /** Without what keeps it past the program's own worker. */
  readonly url: string;
  constructor(url: string) {
    this.url = url.replace(/[?&]ngsw-bypass$/, '');
    FakeEventSource.last = this;
    FakeEventSource.at.set(this.url, this);
  }
  addEventListener(kind: string, f: (e: MessageEvent<string>) => void): void {
    this.listeners.set(kind, f);
  }
  push(kind: string, data: unknown): void {
    this.listeners.get(kind)?.({ data: JSON.stringify(data) } as MessageEvent<string>);
  }
  /** The server answered with something that is no stream: the browser gives up. */
  refuse(): void {
    this.readyState = FakeEventSource.CLOSED;
    this.listeners.get('error')?.({} as MessageEvent<string>);
  }
  close(): void {
    this.closed = true;
  }
}

/** The worker without a thread: the whole diagnosis at once, a moment later, unless it was called off. */
export const inlineDiagnosis = (): DiagnosisWork => {
  const off = new Set<number>();
  return {
    async ask(id, q, answer) {
      await Promise.resolve();
      if (!off.has(id)) answer(diagnose(q.request, learned(q.suspectsTable ?? SHIPPED, q.learned)));
    },
    callOff: (id) => void off.add(id),
  };
};

/** A worker without a thread: every answer as it comes. */
const inline =
  <Q, A>(work: (q: Q) => Generator<A | undefined, A>) =>
  (): Work<Q, A> => ({
    async ask(_id, q, answer) {
      await Promise.resolve();
      const steps = work(q);
      for (let n = steps.next(); ; n = steps.next()) {
        if (n.value !== undefined) answer(n.value);
        if (n.done) return;
      }
    },
    callOff: () => Promise.resolve(),
  });

/** Asks nobody: the tapped name, or what the test says. */
export class FakeAsk {
  answer: string | undefined = 'ann';
  readonly asked: string[] = [];
  worker(kinds: readonly EntryKind[]): Promise<string | undefined> {
    this.asked.push(...kinds);
    return Promise.resolve(this.answer);
  }
  strike(): Promise<string | undefined> {
    return Promise.resolve(this.answer);
  }
  pin(why: string): Promise<string | undefined> {
    this.asked.push(why);
    return Promise.resolve(this.answer);
  }
  name(): Promise<string | undefined> {
    return Promise.resolve(this.answer);
  }
}

/** Says that it stands as the check wants it, unless the test says otherwise. */
export class FakeStandAsk {
  answer: VehicleState | null | undefined;
  readonly asked: StandQuestion[] = [];
  ask(q: StandQuestion): Promise<VehicleState | undefined> {
    this.asked.push(q);
    return Promise.resolve(this.answer === undefined ? q.counting[0] : (this.answer ?? undefined));
  }
}

export interface Bench<T> {
  readonly fixture: ComponentFixture<T>;
  readonly el: HTMLElement;
  readonly store: JobStore;
  readonly api: FakeApi;
  readonly ask: FakeAsk;
  readonly stand: FakeStandAsk;
  /** Entries that were written, newest last, as [kind, body]. */
  written(): [EntryKind, unknown][];
  settle(): Promise<void>;
  click(selector: string): Promise<void>;
  type(selector: string, text: string): Promise<void>;
  text(selector?: string): string;
}

export function setUp(providers: Provider[] = []) {
  const api = new FakeApi();
  const ask = new FakeAsk();
  const stand = new FakeStandAsk();
  (globalThis as unknown as { EventSource: unknown }).EventSource = FakeEventSource;
  api.answers.set('GET /session', () => SESSION);
  api.answers.set(`POST /jobs/${JOB_ID}/entries`, () => ({ stored: 1 }));
  TestBed.configureTestingModule({
    providers: [
      provideZonelessChangeDetection(),
      provideRouter([{ path: '**', children: [] }]),
      { provide: Api, useValue: api },
      { provide: Ask, useValue: ask },
      { provide: StandAsk, useValue: stand },
      { provide: DIAGNOSIS_WORKER, useValue: inlineDiagnosis },
      { provide: MECHANICS_WORKER, useValue: inline(answerMechanics) },
      { provide: SOUND_WORKER, useValue: inline(answerSound) },
      { provide: FILM_WORKER, useValue: inline(answerFilm) },
      ...providers,
    ],
  });
  return { api, ask, stand };
}

/** One station on a job with this ledger, with the real store, outbox and core behind it. */
export async function bench<T>(
  component: Type<T>,
  entries: readonly StoredEntry[] = [],
  options: {
    kind?: JobKind;
    inputs?: Record<string, unknown>;
    select?: string;
    api?: (a: FakeApi) => void;
    providers?: Provider[];
  } = {},
): Promise<Bench<T>> {
  const { api, ask, stand } = setUp([JobStore, ComplaintDraft, ...(options.providers ?? [])]);
  api.answers.set(`GET /jobs/${JOB_ID}`, () => job(entries, options.kind));
  options.api?.(api);
  await TestBed.inject(Session).load();
  const store = TestBed.inject(JobStore);
  await store.load(JOB_ID);
  if (options.select) store.select(options.select as never);
  const fixture = TestBed.createComponent(component);
  for (const [k, v] of Object.entries(options.inputs ?? {})) fixture.componentRef.setInput(k, v);
  const el = fixture.nativeElement as HTMLElement;
  const settle = async () => {
    for (let i = 0; i < 3; i++) {
      await fixture.whenStable();
      await new Promise((r) => setTimeout(r));
    }
    fixture.detectChanges();
  };
  const one = (selector: string) => {
    const found = el.querySelector<HTMLElement>(selector);
    if (!found) throw new Error(`nothing on the screen answers to ${selector}:\n${el.textContent?.slice(0, 2000)}`);
    return found;
  };
  await settle();
  const begun = new Set(entries.map((e) => e.id));
  return {
    fixture,
    el,
    store,
    api,
    ask,
    stand,
    settle,
    written: () =>
      store
        .entries()
        .filter((e: Entry) => !begun.has(e.id))
        .map((e) => [e.kind, e.body]),
    async click(selector) {
      one(selector).click();
      await settle();
    },
    async type(selector, text) {
      const box = one(selector) as HTMLInputElement;
      box.value = text;
      box.dispatchEvent(new Event('input'));
      await settle();
    },
    text: (selector) => ((selector ? one(selector) : el).textContent ?? '').replace(/\s+/g, ' ').trim(),
  };
}

/** Parts of these choices were checked and accepted. */
export const goodsIn = (...choices: readonly StoredEntry[]): StoredEntry[] =>
  choices.flatMap((c) =>
    c.kind === 'choose'
      ? [
          stored('goods', {
            choice: c.id,
            part: c.body.part.id,
            name: c.body.part.name,
            quantity: c.body.quantity,
            from: 'shelf',
            checks: [],
            measured: [],
            outcome: 'taken',
            why: '',
          }),
        ]
      : [],
  );

export async function until(so: () => boolean, what = 'what was waited for'): Promise<void> {
  const end = Date.now() + 15_000;
  while (!so()) {
    if (Date.now() > end) throw new Error(`${what} never came`);
    await new Promise((r) => setTimeout(r, 5));
  }
}

export const tid = (id: string) => `[data-testid="${id}"]`;
