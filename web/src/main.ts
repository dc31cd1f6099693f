import { provideHttpClient, withFetch, withInterceptors } from '@angular/common/http';
import { isDevMode, provideBrowserGlobalErrorListeners, provideZonelessChangeDetection } from '@angular/core';
import { bootstrapApplication, REMOVE_STYLES_ON_COMPONENT_DESTROY } from '@angular/platform-browser';
import { provideRouter, withComponentInputBinding } from '@angular/router';
import { provideServiceWorker } from '@angular/service-worker';
import { wrap } from 'comlink';
import { App } from './app/app';
import { keepAnswers } from './app/offline/kept';
import { routes } from './app/routes';
import { OPENS_OVER } from './app/shell/overlays';
import { DIAGNOSIS_WORKER } from './app/workers/diagnoser';
import type { DiagnosisWork } from './app/workers/diagnosis-work';
import type { FilmWork } from './app/workers/film-work';
import { FILM_WORKER } from './app/workers/filmer';
import type { LoopWork } from './app/workers/loop-work';
import { LOOP_WORKER } from './app/workers/looper';
import { MECHANICS_WORKER } from './app/workers/mechanics';
import type { MechanicsWork } from './app/workers/mechanics-work';
import type { SoundWork } from './app/workers/sound-work';
import { SOUND_WORKER } from './app/workers/sounder';

document.documentElement.dataset['theme'] = localStorage.getItem('ashknot.theme') ?? '';

bootstrapApplication(App, {
  providers: [
    provideZonelessChangeDetection(),
    provideBrowserGlobalErrorListeners(),
    provideHttpClient(withFetch(), withInterceptors([keepAnswers])),
    // The program itself opens without a line. Its worker waits until the first page stands.
    provideServiceWorker('ngsw-worker.js', { enabled: !isDevMode(), registrationStrategy: 'registerWhenStable:8000' }),
    provideRouter(routes, withComponentInputBinding()),
    {
      provide: DIAGNOSIS_WORKER,
      useValue: () =>
        wrap<DiagnosisWork>(new Worker(new URL('./app/workers/diagnosis.worker', import.meta.url), { type: 'module' })),
    },
    {
      provide: FILM_WORKER,
      useValue: () => wrap<FilmWork>(new Worker(new URL('./app/workers/film.worker', import.meta.url), { type: 'module' })),
    },
    {
      provide: LOOP_WORKER,
      useValue: () => wrap<LoopWork>(new Worker(new URL('./app/workers/loop.worker', import.meta.url), { type: 'module' })),
    },
    {
      provide: SOUND_WORKER,
      useValue: () => wrap<SoundWork>(new Worker(new URL('./app/workers/sound.worker', import.meta.url), { type: 'module' })),
    },
    {
      provide: MECHANICS_WORKER,
      useValue: () =>
        wrap<MechanicsWork>(new Worker(new URL('./app/workers/mechanics.worker', import.meta.url), { type: 'module' })),
    },
    {
      provide: OPENS_OVER,
      useValue: {
        find: () => import('./app/pocket/find-anything').then((m) => m.FindAnything),
        pocket: () => import('./app/pocket/pocket').then((m) => m.Pocket),
      },
    },
    // A style sheet taken out and put in again makes the browser match the whole page anew: a station
    // switch took half as long again with it.
    { provide: REMOVE_STYLES_ON_COMPONENT_DESTROY, useValue: false },
  ],
}).catch((err: unknown) => console.error(err));
