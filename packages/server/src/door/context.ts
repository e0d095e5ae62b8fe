import type { FastifyRequest } from 'fastify';
import type { InTurn } from './one-writer';
import type { Revision } from './revision';
import type { Database } from '../database/open-database';

/** What routes work with. */
export interface Context {
  readonly database: Database;
  /** The instant by which things are dated and judged, ms since epoch UTC; tests set their own. */
  readonly now: () => number;
  /** The instant that the timers of a run go by; the same unless the machine's clock was set meanwhile. */
  readonly timerNow: () => number;
  /** False while the machine shows a time that cannot be. */
  readonly isClockCredible: () => boolean;
  /** For what writes outside of a route's own turn. */
  readonly inTurn: InTurn;
  /** Counts what was written. */
  readonly revision: Revision;
}

/** Clocks of two machines differ a little; beyond this one of them is wrong, ms. Hedge Lamp's own. */
const clockSlack = 120_000;

/** What a request says of time: the device's own clock, which it sends along. */
export interface Told {
  /** What lies after this has not happened yet. */
  readonly horizon: number;
  /** How far the device's clock is ahead of the server's, ms; null where they agree, or it did not say. */
  readonly clockAhead: number | null;
}

export function toldBy(request: FastifyRequest, { now, isClockCredible }: Context): Told {
  const device = Number(request.headers['hedge-lamp-clock'] ?? NaN);
  const at = now();
  const ahead = Number.isSafeInteger(device) ? device - at : 0;
  return {
    // A clock that cannot be right refuses nothing as lying in the future.
    horizon: isClockCredible() ? Math.max(at, at + ahead) : Infinity,
    clockAhead: Math.abs(ahead) > clockSlack ? ahead : null,
  };
}
