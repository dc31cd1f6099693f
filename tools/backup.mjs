/** `npm run backup -- yard.tar`: the whole shop as one archive of open formats, while the server runs; read back and checked. */
import { archive } from './lib/database.mjs';
import { sayAndExit } from './lib/say.mjs';

archive('backup').catch(sayAndExit);
