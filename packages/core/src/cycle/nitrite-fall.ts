import type { CycleLog, Observation } from './cycle-log';

/** Days between a high nitrite and a zero after which the zero is believed. */
const tooSoon = 4;
/** mg/L as N; a nitrite that high does not go in a few days. */
export const highNitrite = 1;

/** Whether a nitrite that reads as nothing may be a color that bleached: undiluted, and much of it a few days before. */
export function maybeBleached(nitrite: readonly Pick<Observation, 'day' | 'value' | 'diluted'>[]): boolean {
  const last = nitrite.at(-1);
  if (!last || last.diluted || last.value.low > 0) return false;
  const seen = nitrite.filter((o) => o.value.low > 0).at(-1);
  const firstZero = seen && nitrite.find((o) => o.day > seen.day);
  return (
    seen !== undefined &&
    firstZero !== undefined &&
    firstZero.day - seen.day <= tooSoon &&
    (seen.value.best >= highNitrite || seen.value.high === Infinity)
  );
}

/** Whether two readings of nitrite show a fall that neither a water change nor a bleached color explains. */
export function nitriteHasFallen({ observations, events }: CycleLog): boolean {
  const nitrite = observations.filter((o) => o.of === 'nitrite');
  return nitrite.some(
    (late) =>
      !maybeBleached(nitrite.filter((o) => o.day <= late.day)) &&
      nitrite.some((o) => {
        const left = events.reduce(
          (share, e) =>
            e.did === 'change' && e.day >= o.day && e.day < late.day ? share * (1 - e.part) : share,
          1,
        );
        return o.day < late.day && late.value.high < o.value.low * left;
      }),
  );
}
