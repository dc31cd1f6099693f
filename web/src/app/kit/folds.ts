import { Injectable } from '@angular/core';

/** Which folds were opened, by their names, for as long as what they belong to is on the screen. Provided by that. */
@Injectable()
export class Folds {
  readonly open = new Set<string>();
}
