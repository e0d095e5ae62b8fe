import type { CycleLog } from './cycle-log';

/** Whether two readings of nitrite show a fall that no water change explains. */
export function nitriteHasFallen({ observations, events }: CycleLog): boolean {
  const nitrite = observations.filter((o) => o.of === 'nitrite');
  return nitrite.some((late) =>
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
