/** What a clock on the wall shows. */
export interface WallClock {
  /** The date there: 2026-05-20. */
  readonly date: string;
  readonly hours: number;
  readonly minutes: number;
  /** The zone it goes by: UTC where the one asked for is not known here. */
  readonly zone: string;
}

interface Clock {
  readonly format: Intl.DateTimeFormat;
  readonly zone: string;
}
const clocks = new Map<string, Clock>();

const made = (zone: string): Clock => ({
  zone,
  format: new Intl.DateTimeFormat('en-CA', {
    timeZone: zone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  }),
});

/** Clocks are dear to make and there are few zones: each is made once. */
function clockOf(zone: string): Clock {
  const known = clocks.get(zone);
  if (known) return known;
  let clock: Clock;
  try {
    clock = made(zone);
  } catch {
    clock = made('UTC');
  }
  clocks.set(zone, clock);
  return clock;
}

/**
 * Date and time of day by the clock of a zone.
 * @param at an instant, ms
 * @param zone such as Europe/Lisbon
 */
export function wallClock(at: number, zone: string): WallClock {
  const clock = clockOf(zone);
  const parts = clock.format.formatToParts(at);
  const of = (type: Intl.DateTimeFormatPartTypes) => parts.find((p) => p.type === type)?.value ?? '0';
  return {
    date: `${of('year')}-${of('month')}-${of('day')}`,
    hours: Number(of('hour')),
    minutes: Number(of('minute')),
    zone: clock.zone,
  };
}

/** The date of an instant where the water stands: what “a day” of a reading, a dose or a backup means. */
export const localDate = (at: number, zone: string): string => wallClock(at, zone).date;
