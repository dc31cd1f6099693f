import { Injectable, signal } from '@angular/core';

/** Reads a sentence aloud where the browser can: hands full, eyes elsewhere. Never by itself, only when asked. */
@Injectable({ providedIn: 'root' })
export class Speech {
  readonly can = 'speechSynthesis' in globalThis && 'SpeechSynthesisUtterance' in globalThis;
  /** What was said last: for who cannot hear it, and for the tests. */
  readonly said = signal('');

  say(text: string): void {
    this.said.set(text);
    if (!this.can) return;
    speechSynthesis.cancel();
    const u = new SpeechSynthesisUtterance(spelled(text));
    u.lang = 'en';
    u.rate = 0.95;
    speechSynthesis.speak(u);
  }
}

/** Units as they are said, or a voice spells them letter by letter. */
export const spelled = (text: string): string =>
  text
    .replace(/N·m/g, 'newton metres')
    .replace(/lbf·ft/g, 'foot pounds')
    .replace(/(\d)–(\d)/g, '$1 to $2')
    .replace(/(\d)\s*mm\b/g, '$1 millimetres')
    .replace(/(\d)\s*min\b/g, '$1 minutes');
