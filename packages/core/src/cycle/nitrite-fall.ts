import type { CycleLog, Observation } from './cycle-log';

/** Days between a high nitrite and a zero after which the zero is believed. */
const tooSoon = 4;
/** mg/L as N; a nitrite that high does not go in a few days. */
export const highNitrite = 1;

type Nitrite = Pick<Observation, 'day' | 'value' | 'diluted'>;

/** The last nitrite that showed, where it was high and none was read on the way down to nothing. */
function highBeforeNothing(nitrite: readonly Nitrite[]): Nitrite | undefined {
  const last = nitrite.at(-1);
  const seen = nitrite.filter((o) => o.value.low > 0).at(-1);
  return last && seen && seen !== last && (seen.value.best >= highNitrite || seen.value.high === Infinity)
    ? seen
    : undefined;
}

/** Whether a nitrite that reads as nothing may be a color that bleached: undiluted, and much of it a few days before. */
export function maybeBleached(nitrite: readonly Nitrite[]): boolean {
  const seen = highBeforeNothing(nitrite);
  const firstZero = seen && nitrite.find((o) => o.day > seen.day);
  return firstZero !== undefined && !nitrite.at(-1)!.diluted && firstZero.day - seen!.day <= tooSoon;
}

/**
 * Whether nothing proves that a nitrite that reads as nothing is gone: however long ago it was high, its fall was not read and no
 * test was diluted since. Stricter than `maybeBleached`: for where animals are let in by it.
 */
export function fallUnseen(nitrite: readonly Nitrite[]): boolean {
  const seen = highBeforeNothing(nitrite);
  return seen !== undefined && !nitrite.some((o) => o.day > seen.day && o.diluted);
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
