import { inject, Injectable, InjectionToken } from '@angular/core';
import type { Remote } from 'comlink';
import type { Observable } from 'rxjs';
import type { Diagnosis, DiagnosisRequest } from '@ash-knot/core';
import { Session } from '../session/session';
import { call } from './call';
import type { DiagnosisWork } from './diagnosis-work';

/** Makes the worker; main.ts says how, because only the bundler knows where its file is. */
export const DIAGNOSIS_WORKER = new InjectionToken<() => Remote<DiagnosisWork> | DiagnosisWork>('diagnosis worker');

/** The diagnosis in its worker: typed, and called off by unsubscribing. */
@Injectable({ providedIn: 'root' })
export class Diagnoser {
  private readonly session = inject(Session);
  private readonly worker = inject(DIAGNOSIS_WORKER)();

  /** The diagnosis as it grows: the ranking first, then plan, reasons and drive. */
  diagnose(request: DiagnosisRequest): Observable<Diagnosis> {
    const shop = this.session.shop();
    return call(this.worker, {
      request,
      suspectsTable: shop?.suspectsTable ?? null,
      learned: shop?.learned ?? [],
    });
  }
}
