import { DestroyRef, inject, Injectable } from '@angular/core';
import { Dialog } from '@angular/cdk/dialog';
import { createKeybindingsHandler } from 'tinykeys';

export type KeyMap = Readonly<Record<string, (e: KeyboardEvent) => void>>;

/**
 * Letter keys of the bench PC. The newest binding of a key wins; none fires while something is typed, while a modifier is
 * held that it does not name, or while a dialog is open.
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
          if (key.startsWith('$mod')) return [[key, taken]];
          return [key, `Shift+${key}`].map((k) => [k, taken]);
        }),
      ),
    );
    this.layers.push(layer);
    destroy.onDestroy(() => this.layers.splice(this.layers.indexOf(layer), 1));
  }

  /** Another key that counts as one of ours: a foot switch, a ring on the finger. Its code is kept on this device. */
  private readonly stands = new Map<string, string>();
  private learning: ((code: string) => void) | undefined;

  standIn(code: string, key: string): void {
    this.stands.clear();
    if (code) this.stands.set(code, key);
  }
  /** Calls back with the next key that is pressed, and does nothing else with it. */
  learn(then: (code: string) => void): void {
    this.learning = then;
  }

  private press(e: KeyboardEvent): void {
    if (this.learning && !['Escape', 'Tab'].includes(e.code)) {
      e.preventDefault();
      const then = this.learning;
      this.learning = undefined;
      return then(e.code || e.key);
    }
    const stands = this.stands.get(e.code || e.key);
    if (stands) {
      e.preventDefault();
      if (e.repeat) return;
      document.body.dispatchEvent(
        new KeyboardEvent('keydown', { key: stands, code: `Key${stands.toUpperCase()}`, bubbles: true }),
      );
      return;
    }
    if (e.defaultPrevented || this.dialog.openDialogs.length > 0) return;
    const t = e.target as HTMLElement | null;
    if (t && (t.isContentEditable || /^(input|textarea|select)$/i.test(t.tagName))) return;
    for (let i = this.layers.length - 1; i >= 0 && !e.defaultPrevented; i--) this.layers[i]!(e);
  }
}
