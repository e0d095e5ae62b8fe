import { day, hour } from '../../wire';
import { effectOf } from '../deed-amount';
import { mostAtOnce, mostChangesInADay } from './caps';

import type { PlanGiven } from './given';
import { type DayUsed, dayAfter, freshDay, rested } from './sizing';
import type { Tank } from './tank';

/** A change of water, made or planned. */
export interface MadeChange {
  readonly at: number;
  /** Part of the water; half where nobody told. */
  readonly part: number;
}

/** What of a day's allowance was spent before the plan was made: it binds what the plan adds. */
export interface DaySpent {
  /** Changes of water within the last 24 hours, the newest first. */
  readonly changes: readonly MadeChange[];
  /** How far they moved the water, as nearly as what was noted tells. */
  readonly used: DayUsed;
}

/** A water that was moved further than this many times by a change noted is not the water that was noted. */
const farthest = 4;

/** The water before so large a part of it was changed for another: the mixing, backwards. */
function before(now: Tank, into: Tank, part: number): Tank {
  const was = (of: 'alkalinity' | 'hardness') =>
    Math.min(Math.max((now[of] - part * into[of]) / (1 - part), now[of] / farthest), now[of] * farthest);
  return { ...now, alkalinity: was('alkalinity'), hardness: was('hardness') };
}

/**
 * @param now the water as it is
 * @param into the water that its changes are made with; null where nobody named it: then it is taken for like the tank
 */
export function daySpent(
  { at, deeds, water }: Pick<PlanGiven, 'at' | 'deeds' | 'water'>,
  now: Tank | null,
  into: Tank | null,
): DaySpent {
  const made = deeds.filter((d) => d.kind === 'water-change' && d.at <= at && at - d.at < day);
  let [used, tank] = [freshDay, now];
  const changes = made.map((d): MadeChange => {
    const told = d.amount && water.liters !== null ? effectOf(d.amount, water.liters).part : undefined;
    if (told && tank && into) {
      const was = before(tank, into, Math.min(told.best, 0.95));
      used = rested(dayAfter(used, was, tank), (at - d.at) / hour);
      tank = was;
    }
    return { at: d.at, part: told?.best ?? mostAtOnce };
  });
  return { changes, used };
}

/** Why the next change waits. */
export const threeInADay =
  'Three halves of the water within 24 hours are the most that animals bear: the next change waits.';

/** When half of the water may be changed, at the earliest: no 24 hours see more of it changed than a day may. */
export function nextChangeAt(made: readonly MadeChange[], wanted: number): number {
  const most = (mostChangesInADay - 1) * mostAtOnce;
  const inDay = made.filter((c) => wanted - c.at < day).sort((a, b) => a.at - b.at);
  let sum = inDay.reduce((total, c) => total + c.part, 0);
  let at = wanted;
  for (const oldest of inDay) {
    if (sum <= most + 1e-9) break;
    sum -= oldest.part;
    at = Math.max(at, oldest.at + day);
  }
  return at;
}
