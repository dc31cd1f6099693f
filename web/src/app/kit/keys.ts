import { DestroyRef, inject, Injectable } from '@angular/core';
import { Dialog } from '@angular/cdk/dialog';

export type KeyMap = Readonly<Record<string, (e: KeyboardEvent) => void>>;

/**
 * Letter keys of the bench PC. The newest binding of a key wins; none fires while something is typed,
 * while a modifier is held or while a dialog is open.
 */
@Injectable({ providedIn: 'root' })
export class Keys {
  private readonly dialog = inject(Dialog);
  private readonly layers: KeyMap[] = [];

  constructor() {
    document.addEventListener('keydown', (e) => this.press(e));
  }

  /** Binds keys for as long as the caller lives. */
  bind(map: KeyMap, destroy: DestroyRef): void {
    this.layers.push(map);
    destroy.onDestroy(() => this.layers.splice(this.layers.indexOf(map), 1));
  }

  private press(e: KeyboardEvent): void {
    if (e.defaultPrevented || e.ctrlKey || e.metaKey || e.altKey || this.dialog.openDialogs.length > 0) return;
    const t = e.target as HTMLElement | null;
    if (t && (t.isContentEditable || /^(input|textarea|select)$/i.test(t.tagName))) return;
    const key = e.key.length === 1 ? e.key.toLowerCase() : e.key;
    for (let i = this.layers.length - 1; i >= 0; i--) {
      const act = this.layers[i]![key];
      if (act) {
        e.preventDefault();
        act(e);
        return;
      }
    }
  }
}
