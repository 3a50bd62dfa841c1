import { ensureBuilt, preparePackages } from './prepare.mjs';

preparePackages();
ensureBuilt();
