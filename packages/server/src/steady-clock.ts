import { uptime } from 'node:os';

/** Clocks are nudged by a little all the time; beyond this somebody or something set it. */
const slackMs = 2000;

export interface Clocks {
  /** What the machine says the time is, ms since epoch UTC. */
  readonly wall: () => number;
  /** Milliseconds since the machine was started, its sleep included; nobody can set it. */
  readonly awake: () => number;
}

/**
 * A clock that does not jump while it is needed: it goes by how long the machine has been up, so that a timer
 * survives the system clock being set, and a closed lid too. When nothing depends on it, it follows the machine's
 * clock again.
 * @param isNeeded asked only when the two differ
 * @returns the present instant, ms since epoch UTC
 */
export function steadyClock(
  isNeeded: (steady: number) => boolean,
  clocks: Clocks = { wall: Date.now, awake: () => uptime() * 1000 },
): () => number {
  let [wallThen, awakeThen] = [clocks.wall(), clocks.awake()];
  return () => {
    const wall = clocks.wall();
    const steady = wallThen + (clocks.awake() - awakeThen);
    if (Math.abs(wall - steady) <= slackMs || isNeeded(steady)) return Math.round(steady);
    [wallThen, awakeThen] = [wall, clocks.awake()];
    return wall;
  };
}
