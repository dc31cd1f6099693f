import { inject, Injectable } from '@angular/core';
import { Keys } from '../kit/keys';
import { draft } from './draft';

/** The key of a foot switch, or of any other device that types one: it does the next thing, like N. Kept on this device. */
@Injectable({ providedIn: 'root' })
export class FootSwitch {
  private readonly keys = inject(Keys);
  readonly code = draft('foot-switch', '');

  constructor() {
    this.keys.standIn(this.code(), 'n');
  }
  learn(done: () => void): void {
    this.keys.learn((code) => {
      this.code.set(code);
      this.keys.standIn(code, 'n');
      done();
    });
  }
  forget(): void {
    this.code.clear();
    this.keys.standIn('', 'n');
  }
}
