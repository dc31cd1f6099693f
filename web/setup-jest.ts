import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { setupZonelessTestEnv } from 'jest-preset-angular/setup-env/zoneless';

setupZonelessTestEnv();

// jsdom has no structuredClone; the browser's own database needs one.
globalThis.structuredClone ??= (v: unknown) => JSON.parse(JSON.stringify(v)) as never;
// Every test is a browser that was never used before.
beforeEach(() => {
  localStorage.clear();
  globalThis.indexedDB = new IDBFactory();
});
// jsdom lays nothing out and so scrolls nothing.
Element.prototype.scrollIntoView ??= () => undefined;
