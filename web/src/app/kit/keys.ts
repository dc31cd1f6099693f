import { DestroyRef, inject, Injectable } from '@angular/core';
import { Dialog } from '@angular/cdk/dialog';
import { createKeybindingsHandler } from 'tinykeys';

export type KeyMap = Readonly<Record<string, (e: KeyboardEvent) => void>>;

/**
 * Letter keys of the bench PC. The newest binding of a key wins; none fires while something is typed,
 * while a modifier is held or while a dialog is open.
 */
@Injectable({ providedIn: 'root' })
export class Keys {
  private readonly dialog = inject(Dialog);
  private readonly layers: ((e: KeyboardEvent) => void)[] = [];

  constructor() {
    document.addEventListener('keydown', (e) => this.press(e));
  }

  /** Binds keys for as long as the caller lives. */
  bind(map: KeyMap, destroy: DestroyRef): void {
    const layer = createKeybindingsHandler(
      Object.fromEntries(
        Object.entries(map).flatMap(([key, act]) => {
          const taken = (e: KeyboardEvent) => {
            e.preventDefault();
            act(e);
          };
          // On many keyboards "?" and "/" need Shift, on some the digits too.
          return [key, `Shift+${key}`].map((k) => [k, taken]);
        }),
      ),
    );
    this.layers.push(layer);
    destroy.onDestroy(() => this.layers.splice(this.layers.indexOf(layer), 1));
  }

  private press(e: KeyboardEvent): void {
    if (e.defaultPrevented || e.ctrlKey || e.metaKey || e.altKey || this.dialog.openDialogs.length > 0) return;
    const t = e.target as HTMLElement | null;
    if (t && (t.isContentEditable || /^(input|textarea|select)$/i.test(t.tagName))) return;
    for (let i = this.layers.length - 1; i >= 0 && !e.defaultPrevented; i--) this.layers[i]!(e);
  }
}
