import { inject, Injectable, InjectionToken } from '@angular/core';
import { Observable } from 'rxjs';
import type { Diagnosis, DiagnosisRequest } from '@ash-knot/core';
import type { FromWorker, ToWorker } from '../../workers/protocol';
import { Session } from './session';

/** Makes the worker; main.ts says how, because only the bundler knows where its file is. */
export const DIAGNOSIS_WORKER = new InjectionToken<() => Worker>('diagnosis worker');

/** The diagnosis in its worker: typed, and called off by unsubscribing. */
@Injectable({ providedIn: 'root' })
export class Diagnoser {
  private readonly session = inject(Session);
  private readonly worker = inject(DIAGNOSIS_WORKER)();
  private readonly hearing = new Map<number, (m: FromWorker) => void>();
  private asked = 0;

  constructor() {
    this.worker.onmessage = ({ data }: MessageEvent<FromWorker>) => this.hearing.get(data.id)?.(data);
  }

  /** The diagnosis as it grows: the ranking first, then plan, reasons and drive. Unsubscribing calls it off. */
  diagnose(request: DiagnosisRequest): Observable<Diagnosis> {
    return new Observable((out) => {
      const id = ++this.asked;
      this.hearing.set(id, (m) => {
        if (m.kind === 'failed') {
          out.error(new Error(m.message));
          return;
        }
        out.next(m.diagnosis);
        if (m.done) out.complete();
      });
      const shop = this.session.shop();
      this.tell({ kind: 'diagnose', id, request, strengths: shop?.strengths ?? null, learned: shop?.learned ?? [] });
      return () => {
        this.hearing.delete(id);
        this.tell({ kind: 'cancel', id });
      };
    });
  }

  private tell(m: ToWorker): void {
    this.worker.postMessage(m);
  }
}
