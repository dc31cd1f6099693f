import { inject } from '@angular/core';
import { OpenJob } from '../job/open-job';

/** Under what a tool's fields are kept: the sheet that is open, or the pocket without one. */
export const draftPlace = (): string => inject(OpenJob).store()?.view()?.id ?? 'pocket';
