import { day } from '@hedge-lamp/core/wire';

/** How long what was removed can be brought back before it goes for good. */
export const purgeWait = 30 * day;
