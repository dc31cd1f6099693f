import { provideHttpClient, withFetch } from '@angular/common/http';
import { provideBrowserGlobalErrorListeners, provideZonelessChangeDetection } from '@angular/core';
import { bootstrapApplication, REMOVE_STYLES_ON_COMPONENT_DESTROY } from '@angular/platform-browser';
import { provideRouter, withComponentInputBinding } from '@angular/router';
import { App } from './app/app';
import { DIAGNOSIS_WORKER } from './app/state/diagnoser';
import { LOOP_WORKER } from './app/state/looper';
import { routes } from './app/routes';

document.documentElement.dataset['theme'] = localStorage.getItem('ashknot.theme') ?? '';

bootstrapApplication(App, {
  providers: [
    provideZonelessChangeDetection(),
    provideBrowserGlobalErrorListeners(),
    provideHttpClient(withFetch()),
    provideRouter(routes, withComponentInputBinding()),
    {
      provide: DIAGNOSIS_WORKER,
      useValue: () => new Worker(new URL('./workers/diagnosis.worker', import.meta.url), { type: 'module' }),
    },
    {
      provide: LOOP_WORKER,
      useValue: () => new Worker(new URL('./workers/loop.worker', import.meta.url), { type: 'module' }),
    },
    // A style sheet taken out and put in again makes the browser match the whole page anew: a station
    // switch took half as long again with it.
    { provide: REMOVE_STYLES_ON_COMPONENT_DESTROY, useValue: false },
  ],
}).catch((err: unknown) => console.error(err));
