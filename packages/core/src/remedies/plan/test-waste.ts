import type { PlanLine } from './action';
import type { Context } from './context';
import { line } from './line';

/** A test of ammonia and nitrite at a time. */
export const testWaste = (
  context: Context,
  at: number,
  nth: string,
  says = 'Test ammonia and nitrite.',
): PlanLine =>
  line({
    kind: 'test',
    subjects: ['ammonia', 'nitrite'],
    nth,
    at,
    says,
    serves: context.servedBy('ammonia', 'nitrite'),
  });
