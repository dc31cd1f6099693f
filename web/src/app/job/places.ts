import { Directive, effect, ElementRef, inject, Injectable, input, output, signal } from '@angular/core';
import type { PlaceName, StepId } from '@ash-knot/core';

/** What the next line can lead to: what core names, or a step that lies open. */
export type MarkName = PlaceName | `step ${StepId}`;

/** A place that is on the screen now. */
interface Mark {
  readonly name: MarkName;
  readonly element: HTMLElement;
  /** What the big key does there, where it does something: what a tap on it would. */
  readonly act?: () => void;
  /** What the big key says while it does that; nothing: what its line says. */
  readonly says?: () => string;
}

/** What is on the screen of all that the next line can lead to or do. Stations register it; nobody looks for it in the page. */
@Injectable({ providedIn: 'root' })
export class Places {
  private readonly shown = signal<readonly Mark[]>([]);

  /** Says that a place is there; what it gives back takes it away again. */
  add(mark: Mark): () => void {
    this.shown.update((all) => [...all, mark]);
    return () => this.shown.update((all) => all.filter((p) => p !== mark));
  }
  /** Where a name is on the screen, if it is; read in a computed it follows. */
  at(name: MarkName): HTMLElement | undefined {
    return this.shown().find((p) => p.name === name)?.element;
  }
  /** What the big key does there now, if it does something. */
  doing(name: MarkName): Mark | undefined {
    return this.shown().find((p) => p.name === name && p.act);
  }
}

/** Marks a place the next line leads to: `akPlace="verdict"`; null while it is none. */
@Directive({ selector: '[akPlace]' })
export class PlaceMark {
  readonly akPlace = input.required<MarkName | null>();
  constructor() {
    const places = inject(Places);
    const element = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    effect((gone) => {
      const name = this.akPlace();
      if (name) gone(places.add({ name, element }));
    });
  }
}

/**
 * A button that the big key presses too: `akDoes="complaint" (done)="save()"`. Its own tap says done as well; null while
 * the big key leaves it alone. One that sends a form is tapped through the form.
 */
@Directive({ selector: 'button[akDoes]', host: { '(click)': 'tapped()' } })
export class PlaceKey {
  readonly akDoes = input.required<MarkName | null>();
  /** What the big key says while it does that. */
  readonly akSays = input('');
  readonly done = output();
  private readonly element = inject<ElementRef<HTMLButtonElement>>(ElementRef).nativeElement;
  constructor() {
    const places = inject(Places);
    effect((gone) => {
      const name = this.akDoes();
      if (name) gone(places.add({ name, element: this.element, act: () => this.done.emit(), says: () => this.akSays() }));
    });
  }
  protected tapped(): void {
    if (this.element.type !== 'submit') this.done.emit();
  }
}
