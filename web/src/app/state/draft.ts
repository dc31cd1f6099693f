import { signal, type WritableSignal } from '@angular/core';

const PREFIX = 'ashknot.draft.';
/** What is typed is not kept through a reload: the store is full. Said above any page. */
export const draftsLost = signal(false);

function read<T>(key: string, initial: T): T {
  try {
    const kept = localStorage.getItem(PREFIX + key);
    return kept === null ? initial : (JSON.parse(kept) as T);
  } catch {
    return initial;
  }
}

/** A signal that survives a reload: what was typed is kept until it is sent or cleared. */
export function draft<T>(key: string, initial: T): WritableSignal<T> & { clear(): void } {
  const s = signal(read(key, initial));
  const keep = (v: T) => {
    try {
      localStorage.setItem(PREFIX + key, JSON.stringify(v));
      draftsLost.set(false);
    } catch {
      // A full store loses only the draft's survival, never what is on the screen.
      draftsLost.set(true);
    }
  };
  const set = s.set.bind(s);
  s.set = (v: T) => {
    set(v);
    keep(v);
  };
  s.update = (f) => s.set(f(s()));
  return Object.assign(s, {
    clear() {
      set(initial);
      localStorage.removeItem(PREFIX + key);
    },
  });
}
