import { inject, Injectable, InjectionToken } from '@angular/core';
import type { Remote } from 'comlink';
import { Observable } from 'rxjs';
import type { ShopView } from '@ash-knot/contract';
import type { Diagnosis, DiagnosisRequest } from '@ash-knot/core';
import { Database } from '../offline/database';
import { Session } from '../session/session';
import { call } from './call';
import type { DiagnosisWork } from './diagnosis-work';

/** Makes the worker; main.ts says how, because only the bundler knows where its file is. */
export const DIAGNOSIS_WORKER = new InjectionToken<() => Remote<DiagnosisWork> | DiagnosisWork>('diagnosis worker');

let shopsSeen = 0;

/** Raised with the shape of `Diagnosis`: what an older program kept is not shown. */
const SHAPE = 1;

/** A diagnosis that has only begun shows the last one's plan, reasons and drive until its own are there. */
function grown(last: Diagnosis | undefined, d: Diagnosis): Diagnosis {
  if (!last) return d;
  return {
    ...d,
    ...(d.stage === 'ranked' ? { again: true } : {}),
    stage: d.stage === 'ranked' ? last.stage : d.stage,
    plan: d.stage === 'ranked' ? last.plan : d.plan,
    why: d.stage === 'ranked' || d.stage === 'planned' ? last.why : d.why,
    changes: d.stage === 'ranked' ? last.changes : d.changes,
    road: d.stage === 'done' ? d.road : last.road,
  };
}

/** The diagnosis in its worker: typed, and called off by unsubscribing. */
@Injectable({ providedIn: 'root' })
export class Diagnoser {
  private readonly session = inject(Session);
  private readonly database = inject(Database);
  private readonly worker = inject(DIAGNOSIS_WORKER)();
  /** What was last worked out for each job, and, once that was all of it, the question it answers. */
  private readonly last = new Map<string, { readonly diagnosis: Diagnosis; readonly answers?: string }>();
  private readonly shops = new WeakMap<ShopView, number>();

  /** The diagnosis as it grows: the ranking first, then plan, reasons and drive. */
  diagnose(request: DiagnosisRequest): Observable<Diagnosis> {
    const shop = this.session.shop();
    return call(this.worker, {
      request,
      suspectsTable: shop?.suspectsTable ?? null,
      learned: shop?.learned ?? [],
    });
  }

  /** The question in a word: what is asked, and by what of the shop it is answered. */
  private keyOf(request: DiagnosisRequest): string {
    const shop = this.session.shop();
    if (shop && !this.shops.has(shop)) this.shops.set(shop, ++shopsSeen);
    return `${shop ? this.shops.get(shop) : 0} ${JSON.stringify(request)}`;
  }

  /**
   * The same for a job: what was last worked out for it at once, marked as such, until the new answer takes its place. What is
   * asked again word for word (a torque, a step, a note changes nothing of it) is answered already.
   */
  follow(job: string, request: DiagnosisRequest): Observable<Diagnosis> {
    return new Observable((out) => {
      const question = this.keyOf(request);
      const known = this.last.get(job);
      if (known?.answers === question) {
        out.next(known.diagnosis);
        out.complete();
        return;
      }
      let answered = false;
      let last = known?.diagnosis;
      const show = (d: Diagnosis) => {
        last = d;
        out.next({ ...d, again: true });
      };
      if (last) show(last);
      else
        this.database.diagnosis(job).then(
          (kept) => {
            if (kept?.shape === SHAPE && !answered && !out.closed) show(kept.diagnosis);
          },
          // A browser that keeps nothing has nothing to show yet.
          () => undefined,
        );
      const sub = this.diagnose(request).subscribe({
        next: (d) => {
          answered = true;
          const now = grown(last, d);
          if (d.stage !== 'ranked' || !last)
            this.last.set(job, { diagnosis: now, ...(d.stage === 'done' ? { answers: question } : {}) });
          if (d.stage === 'done') void this.database.putDiagnosis({ job, shape: SHAPE, diagnosis: now }).catch(() => undefined);
          out.next(now);
        },
        error: (e: unknown) => {
          this.last.delete(job);
          out.error(e);
        },
        complete: () => out.complete(),
      });
      return () => sub.unsubscribe();
    });
  }
}
