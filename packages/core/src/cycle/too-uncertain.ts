import { type CycleLog, sinceUpset } from './cycle-log';
import type { NotForeseen } from './enough-to-foresee';
import type { Forecast } from './forecast';
import { readWarmthWords } from './in-words';
import { nitriteHasFallen } from './nitrite-fall';

/** An 80 % range wider than this names no day, days; once nitrite was seen to fall a wider one may stand. Hedge Lamp's own. */
const widest = { before: 38, after: 45 };
/** Filters that get there within what is looked ahead at all: with fewer no day is named. Hedge Lamp's own. */
const fewestReady = 0.5;

/** Under this no day is named: forecasts of cold filters held too seldom (docs/cycle-accuracy.md), °C. */
const coldFrom = 21;

/** Whether the day of readiness can be told well enough to name one; null where it can. */
export function tooUncertain(log: CycleLog, { ready }: Pick<Forecast, 'ready'>): NotForeseen | null {
  const { early, late, atAll } = ready;
  const celsius = log.events.flatMap((e) => (e.did === 'warm' ? [e.celsius] : [])).at(-1);
  if (celsius !== undefined && celsius < coldFrom)
    return {
      says: `Too uncertain to foresee: at ${readWarmthWords(log, celsius)} films grow slowly and unevenly. The stage and the curves stand all the same.`,
      tests: ['ammonia', 'nitrite'],
    };
  const sawNitriteFall = nitriteHasFallen(sinceUpset(log));
  const most = sawNitriteFall ? widest.after : widest.before;
  if (atAll >= fewestReady && early !== null && late !== null && late - early <= most) return null;
  return {
    says:
      atAll < fewestReady
        ? `Too uncertain to foresee: ${Math.max(1, Math.round(10 * (1 - atAll)))} in 10 logs like this are not ready within ten weeks.`
        : `Too uncertain to foresee: the likely days lie more than ${Math.floor(most / 7)} weeks apart.${sawNitriteFall ? '' : ' Nitrite’s first fall tells most; it has not been seen yet.'}`,
    tests: sawNitriteFall ? ['ammonia', 'nitrite'] : ['nitrite'],
  };
}
