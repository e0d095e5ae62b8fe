import { day, hour } from '../wire';
import type { Interval } from '../quantity';
import { type ParameterId, measuredIds, parameterInfo } from '../parameters';
import { isInvertebrate } from '../limits';
import type { Facts } from './facts';
import { appliedLimits } from './applied-limits';
import { hourIn } from './sunlit-ph';
import { parameterOf, subjectIds } from '../limits/subject';

/** pH under which KH may be nearly gone, and a fall of pH that says so. Common practice. */
const acidFrom = 6.8;
const fall = 0.3;
/** Two readings are of one time of day when their hours are no further apart. Hedge Lamp's own. */
const sameHours = 3;

/** Whether pH fell since the reading before it by the same method at that time of day, within six weeks. */
function phFell(facts: Facts, ph: Interval): boolean {
  const newest = facts.read('ph');
  if (!newest) return false;
  const { zone } = newest.reading;
  const at = hourIn(newest.takenAt, zone);
  const before = facts
    .history('ph')
    .find(
      (p) =>
        p.takenAt < newest.takenAt - hour &&
        newest.takenAt - p.takenAt <= 42 * day &&
        p.methodId === newest.reading.methodId &&
        Math.min(Math.abs(hourIn(p.takenAt, zone) - at), 24 - Math.abs(hourIn(p.takenAt, zone) - at)) <=
          sameHours,
    );
  // A hair of tolerance: 7.0 − 6.7 is less than 0.3 in binary.
  return before !== undefined && before.value.best - ph.best >= fall - 1e-9;
}

/** A whole change of a standing water begins it anew; in the first days nothing in it makes nitrite. Common practice. */
const nitriteFrom = 5 * day;
const wholeChange = 0.9;

function isYoungStandingWater({ water, deeds, at }: Facts): boolean {
  if (water.filter !== null && water.filter.kind !== 'none') return false;
  return deeds.some(
    (d) =>
      d.kind === 'water-change' &&
      at - d.at < nitriteFrom &&
      d.amount?.by === 'part' &&
      Number(d.amount.percent) >= 100 * wholeChange,
  );
}

/**
 * What can kill in a water within days, so that Clear may be said only where all of it was read. Common practice.
 */
export function vitalSet(facts: Facts): ParameterId[] {
  const { water, hasAnimals, animals } = facts;
  if (water.kind === 'source') return ['ammonia', 'nitrate', 'ph', 'alkalinity'];
  if (water.kind === 'stream') {
    const listed = new Set(
      subjectIds()
        .filter((s) => appliedLimits(s, water).length > 0)
        .map(parameterOf),
    );
    return measuredIds().filter((p) => listed.has(p) && parameterInfo(p).vital);
  }
  if (!hasAnimals) return [];
  const vital: ParameterId[] = ['ammonia'];
  if (water.kind !== 'standing' || !isYoungStandingWater(facts)) vital.push('nitrite');
  vital.push('ph');
  const ph = facts.read('ph')?.value ?? null;
  if (
    facts.conditions.salted === null &&
    (water.kind === 'pond' ||
      water.kind === 'aquaponics' ||
      water.cycling ||
      (ph !== null && (ph.best < acidFrom || phFell(facts, ph))))
  )
    vital.push('alkalinity');
  if (animals.some(isInvertebrate) && facts.conditions.salted === null) vital.push('hardness');
  return vital;
}
