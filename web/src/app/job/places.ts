import { Directive, effect, ElementRef, inject, Injectable, input, output, signal } from '@angular/core';
import type { FastenerId, Target } from '@ash-knot/core';

/** What the next line can lead to: a place its station shows, where it is said what was felt, a step that lies open, the card of a fastener. */
export type PlaceName = Target | 'results' | `step ${string}` | `fastener ${FastenerId}`;

/** A place that is on the screen now. */
interface Place {
  readonly name: PlaceName;
  readonly element: HTMLElement;
  /** What the big key does there, where it does something: what a tap on it would. */
  readonly act?: () => void;
}

/** What is on the screen of all that the next line can lead to or do. Stations register it; nobody looks for it in the page. */
@Injectable({ providedIn: 'root' })
export class Places {
  private readonly shown = signal<readonly Place[]>([]);

  /** Says that a place is there; what it gives back takes it away again. */
  add(place: Place): () => void {
    this.shown.update((all) => [...all, place]);
    return () => this.shown.update((all) => all.filter((p) => p !== place));
  }
  /** Where a name is on the screen, if it is; read in a computed it follows. */
  at(name: PlaceName): HTMLElement | undefined {
    return this.shown().find((p) => p.name === name)?.element;
  }
  /** What the big key does there now, if it does something. */
  doing(name: PlaceName): Place | undefined {
    return this.shown().find((p) => p.name === name && p.act);
  }
}

/** Marks a place the next line leads to: `akPlace="verdict"`; null while it is none. */
@Directive({ selector: '[akPlace]' })
export class PlaceMark {
  readonly akPlace = input.required<PlaceName | null>();
  constructor() {
    const places = inject(Places);
    const element = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    effect((gone) => {
      const name = this.akPlace();
      if (name) gone(places.add({ name, element }));
    });
  }
}

/** Marks what the big key does at a place: `akDoes="complaint" (done)="save()"`, the same as its own tap; null while it is not to be done. */
@Directive({ selector: '[akDoes]' })
export class PlaceKey {
  readonly akDoes = input.required<PlaceName | null>();
  readonly done = output();
  constructor() {
    const places = inject(Places);
    const element = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    effect((gone) => {
      const name = this.akDoes();
      if (name) gone(places.add({ name, element, act: () => this.done.emit() }));
    });
  }
}
