import { uptime } from 'node:os';

/** Clocks are nudged by a little all the time; beyond this somebody or something set it. */
const slackMs = 2000;
/** After this no clock of today's machines shows a right time. */
const latest = Date.UTC(2200, 0, 1);

export interface Clocks {
  /** What the machine says the time is, ms since epoch UTC. */
  readonly wall: () => number;
  /** Milliseconds since the machine was started, its sleep included; nobody can set it. */
  readonly awake: () => number;
}
const machine: Clocks = { wall: Date.now, awake: () => uptime() * 1000 };

export interface ServerClock {
  /**
   * The instant that timers go by. It does not jump while a run is live.
   * @returns ms since epoch UTC
   */
  readonly now: () => number;
  /** The instant by which things are dated: what the machine says now, where that can be right. */
  readonly date: () => number;
  /** False while the machine shows a time that cannot be: before this version was made. */
  readonly isCredible: () => boolean;
}

export interface ClockGiven {
  /** Asked only when the two differ: true while a timer depends on the clock. */
  readonly isNeeded: (now: number) => boolean;
  /** When this version was made: no right clock shows less. */
  readonly madeAt: number;
  /** What the time is where the machine's clock cannot be right; when this version was made, or later. */
  readonly otherwise: number;
  /** The clock was set by so much, ms: what was dated by it before is to be put right. */
  readonly wasSet: (by: number) => void;
  /** Timers go by the machine's clock again, so much later than before: the runs go along. */
  readonly followed: (by: number) => void;
  readonly clocks?: Clocks;
}

/**
 * The clock of the server. Timers go by how long the machine has been up, so that they survive its clock being set, and a
 * closed lid too; things are dated by the machine's clock as it is set now. When no timer is needed, the two are one again.
 */
export function serverClock({
  isNeeded,
  madeAt,
  otherwise,
  wasSet,
  followed,
  clocks = machine,
}: ClockGiven): ServerClock {
  const isCredible = () => clocks.wall() >= madeAt && clocks.wall() <= latest;
  // A clock that cannot be right is not followed: it begins where it stood last, and goes on from there.
  let base = isCredible() ? clocks.wall() : Math.max(madeAt, otherwise);
  let baseAwake = clocks.awake();
  /** How far the machine's clock is ahead of that of the timers. */
  let ahead = 0;
  let looking = false;

  function look(): number {
    const steady = base + (clocks.awake() - baseAwake);
    if (looking) return steady;
    looking = true;
    try {
      const gap = isCredible() ? clocks.wall() - steady : ahead;
      if (Math.abs(gap - ahead) > slackMs) {
        const before = ahead;
        ahead = gap;
        try {
          wasSet(Math.round(gap - before));
        } catch {
          // The file is busy or full: what was dated wrongly is put right at the next look.
          ahead = before;
          return steady;
        }
      }
      if (ahead === 0 || isNeeded(steady)) return steady;
      try {
        followed(Math.round(ahead));
      } catch {
        return steady;
      }
      [base, baseAwake] = [steady + ahead, clocks.awake()];
      ahead = 0;
      return base;
    } finally {
      looking = false;
    }
  }
  return {
    now: () => Math.round(look()),
    date: () => Math.round(look() + ahead),
    isCredible,
  };
}
