import { effectOf } from '../deed-amount';
import { mostChangesInADay } from './caps';
import { day, hour } from './clock';
import type { PlanGiven } from './given';
import { type DayUsed, dayAfter, freshDay, rested } from './sizing';
import type { Tank } from './tank';

/** What of a day's allowance was spent before the plan was made: it binds what the plan adds. */
export interface DaySpent {
  /** Changes of water within the last 24 hours, the newest first. */
  readonly changes: readonly number[];
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
  for (const { amount, at: when } of made) {
    if (!amount || !tank || !into || (amount.by === 'liters' && water.liters === null)) continue;
    const part = Math.min(effectOf(amount, water.liters).part?.best ?? 0, 0.95);
    const was = before(tank, into, part);
    used = rested(dayAfter(used, was, tank), (at - when) / hour);
    tank = was;
  }
  return { changes: made.map((d) => d.at), used };
}

/** Why the next change waits. */
export const threeInADay =
  'Three large changes within 24 hours are the most that animals bear: the next one waits.';

/** When one more change may be made, at the earliest: no 24 hours see more of them than a day may. */
export function nextChangeAt(made: readonly number[], wanted: number): number {
  const inDay = made.filter((t) => wanted - t < day).sort((a, b) => a - b);
  const surplus = inDay.length - mostChangesInADay;
  return surplus < 0 ? wanted : Math.max(wanted, inDay[surplus]! + day);
}
