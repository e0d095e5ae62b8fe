import { jobOfMethod, planOf } from '@hedge-lamp/core/bench';
import { methodOf } from '@hedge-lamp/core/methods';
import { clockOf, lanesOf, spanInWords, tickEvery } from '../src/bench/plan-lanes';

const ids = ['ammonia-salicylate-two-bottles', 'kh-drops', 'nitrate-two-bottles'];

describe('the lanes of a plan', () => {
  const jobs = ids.map((id) => jobOfMethod(id, methodOf(id)));
  const plan = planOf(jobs);
  const lanes = lanesOf(plan, jobs, (id) => methodOf(id).short);

  it('are one for each test, in the order in which they begin', () => {
    expect(lanes).toHaveLength(3);
    const starts = lanes.map((lane) => lane.parts[0]!.from);
    expect(starts).toEqual([...starts].sort((a, b) => a - b));
  });
  it('run from hands over the wait to the read without a gap', () => {
    const ammonia = lanes.find((lane) => lane.name === 'Ammonia')!;
    expect(ammonia.parts.map((p) => p.kind)).toEqual(['hands', 'wait', 'read']);
    ammonia.parts.slice(1).forEach((part, k) => expect(part.from).toBeCloseTo(ammonia.parts[k]!.to, 9));
    expect(Math.max(...lanes.flatMap((l) => l.parts.map((p) => p.to)))).toBeCloseTo(plan.seconds, 9);
  });
  it('begin with a wait where a tube stands already', () => {
    const standing = { id: 'a', rank: 0, ops: [{ hands: 25, wait: 100, slack: 600 }] };
    const [lane] = lanesOf(planOf([standing]), [standing], () => 'Nitrite');
    expect(lane!.parts).toEqual([
      { kind: 'wait', from: 0, to: 100 },
      { kind: 'hands', from: 100, to: 125 },
    ]);
  });
  it.each([
    [20, 'under a minute'],
    [90, '2 min'],
    [3900, '1 h 5 min'],
  ])('%d s is “%s”', (seconds, words) => expect(spanInWords(seconds)).toBe(words));
  it('have about six ticks, however long they are', () => {
    for (const seconds of [60, 300, 630, 2000, 20_000])
      expect(seconds / tickEvery(seconds)).toBeLessThanOrEqual(6.5);
    expect(clockOf(125)).toBe('2:05');
  });
});
