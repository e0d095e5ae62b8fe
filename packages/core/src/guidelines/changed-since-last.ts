import { day } from '../wire';
import { overlap } from '../quantity';
import { measuredIds, shortName } from '../parameters';
import type { Facts } from './facts';
import { shownWords } from './shown';

/** What moved between the last two readings by one kit, in words, the ranges not meeting: "Nitrate up from 20 to 35 mg/L NO3". */
export function changedSinceLast(facts: Facts): string[] {
  return measuredIds().flatMap((parameter) => {
    const past = facts.history(parameter);
    const newest = past[0];
    if (!newest || parameter === 'temperature' || facts.at - newest.takenAt > 45 * day) return [];
    const before = past.find(
      (p, k) =>
        k > 0 &&
        p.methodId === newest.methodId &&
        p.samplingPointId === newest.samplingPointId &&
        newest.takenAt - p.takenAt > day / 4,
    );
    if (!before) return [];
    const [is, was] = [newest.value, before.value];
    if (overlap(is, was)) return [];
    return [
      `${shortName(parameter)} ${is.best > was.best ? 'up' : 'down'} from ${shownWords(facts.water, parameter, was)} to ${shownWords(facts.water, parameter, is)}`,
    ];
  });
}
