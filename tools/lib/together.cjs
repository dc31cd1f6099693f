/**
 * Several specs of one package in one file of Jest's, called by what tools/lib/together.mjs writes. What they share is loaded
 * once: for each file anew it was half the time of the web's (Angular's compiler, and every component it compiles).
 */
const path = require('node:path');

const ROOT = path.resolve(__dirname, '../..');

/** @param files from the project's folder */
module.exports = function together(files) {
  for (const file of files)
    describe(file, () => {
      // What one spec puts into the air, the next one does not breathe.
      const air = new Set(Object.keys(globalThis));
      const env = { ...process.env };
      afterAll(() => {
        jest.useRealTimers();
        jest.restoreAllMocks();
        globalThis.document?.body.replaceChildren();
        for (const name of Object.keys(globalThis)) if (!air.has(name)) delete globalThis[name];
        for (const name of Object.keys(process.env)) if (!(name in env)) delete process.env[name];
        Object.assign(process.env, env);
      });
      require(path.join(ROOT, file));
    });
};
