/** `npm run restore -- yard.tar`: an archive into an empty database; checked, counted, and held against what its ledger says. */
import { archive } from './lib/database.mjs';
import { sayAndExit } from './lib/say.mjs';

archive('restore').catch(sayAndExit);
