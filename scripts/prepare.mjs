import { buildStale, checkNode, installMissing } from './ready.mjs';

/** Installs what is missing and builds what is stale, and no more: for a version that just came. */
checkNode();
installMissing();
buildStale();
