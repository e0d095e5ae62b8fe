import { type Scenario, givenOf, today } from '@hedge-lamp/core/guidelines';
import { severity } from '@hedge-lamp/core/limits';
import { saidBy, saidByPlan } from './said-by';
import { workedWaters } from './worked-waters';

/** The same made-up water, of which nobody told how much it is. */
const judged = (given: Scenario, netLiters: number | null) =>
  today(givenOf({ ...given, water: { ...given.water, netLiters } }));

describe('a stocked water of which nobody told how much it is', () => {
  it.each(workedWaters.map((w) => [w.id, w] as const))(
    '%s is not judged milder for it, and nothing is said that is not known',
    (_, { given, liters }) => {
      const [known, untold] = [judged(given, liters ?? 100), judged(given, null)];
      expect(severity(untold.lamp.status)).toBeGreaterThanOrEqual(severity(known.lamp.status));
      expect(saidBy(untold)).not.toMatch(/NaN|undefined|null|Infinity/);
    },
  );

  it('in need of a change is told to air, to stop feeding, and to say how much it is', () => {
    const urgent = judged({ read: { ammonia: '8', ph: '8.4', temperature: '28' } }, null);
    expect(urgent.lamp.status).toBe('urgent');
    const plan = saidByPlan(urgent.plan);
    for (const says of [/Air more/, /Feed nothing/, /Tell the net volume of this water/])
      expect(plan).toMatch(says);
    expect(plan).not.toMatch(/\d L\b/);
  });
});
