export const minute = 60_000;
export const hour = 60 * minute;
export const day = 24 * hour;

/** Plans are told to five minutes. */
export const rounded = (at: number): number => Math.ceil(at / (5 * minute)) * 5 * minute;

const clocks = new Map<string, Intl.DateTimeFormat>();

/** Hour and minute by the clock of a zone; by that of Greenwich where the zone is not known here. */
function timeIn(at: number, zone: string): { hours: number; minutes: number } {
  let clock = clocks.get(zone);
  if (!clock) {
    const make = (timeZone: string) =>
      new Intl.DateTimeFormat('en-US', { hour: '2-digit', minute: '2-digit', hourCycle: 'h23', timeZone });
    try {
      clock = make(zone);
    } catch {
      clock = make('UTC');
    }
    clocks.set(zone, clock);
  }
  const parts = clock.formatToParts(at);
  const of = (type: string) => Number(parts.find((p) => p.type === type)?.value ?? 0);
  return { hours: of('hour'), minutes: of('minute') };
}

/** The next time that a keeper's clock shows an hour, at least so long from an instant. */
export function nextHour(of: number, at: number, zone: string, atLeast = 4 * hour): number {
  const from = at + atLeast;
  const { hours, minutes } = timeIn(from, zone);
  const wait = ((of - hours + 24) % 24) * 60 - minutes;
  const found = Math.floor(from / minute) * minute + (wait < 0 ? wait + 24 * 60 : wait) * minute;
  // Where the clocks are set in between, the hour is missed by what they are set.
  const shown = timeIn(found, zone);
  const late = ((shown.hours - of + 36) % 24) - 12 + shown.minutes / 60;
  return found - Math.round(late * 60) * minute;
}
/** Eight in the morning. */
export const morningAfter = (at: number, zone: string): number => nextHour(8, at, zone);
