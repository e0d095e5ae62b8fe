import { toCanonical } from '../quantity';
import type { ObservedId } from './cycle-log';

const drop = toCanonical(1, 'alkalinity', '°dKH');
/** Steps that a usual kit can tell apart, canonical units (common practice): what a made-up or foreseen test can show. */
export const usualSteps: Readonly<Partial<Record<ObservedId, readonly number[]>>> = {
  ammonia: [0, 0.25, 0.5, 1, 2, 4, 8],
  nitrite: [0, 0.25, 0.5, 1, 2, 5].map((x) => toCanonical(x, 'nitrite', 'mg/L NO2')),
  nitrate: [0, 5, 10, 20, 40, 80, 160].map((x) => toCanonical(x, 'nitrate', 'mg/L NO3')),
  alkalinity: Array.from({ length: 15 }, (_, k) => k * drop),
};

/** The ends of what is read as each step: half way to its neighbors, the last without an upper end. */
export const rangesOf = (steps: readonly number[]): { low: number; best: number; high: number }[] =>
  steps.map((best, k) => ({
    low: k === 0 ? 0 : (steps[k - 1]! + best) / 2,
    best,
    high: k === steps.length - 1 ? Infinity : (best + steps[k + 1]!) / 2,
  }));
