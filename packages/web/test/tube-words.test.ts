import { RunDraftSchema, type RunEvent, tubesAt } from '@hedge-lamp/core/bench';
import { methodOf } from '@hedge-lamp/core/methods';
import { sampleWords } from '../src/bench/sample-words';
import { tubeWords } from '../src/bench/tube-words';

const start = 1_750_000_000_000;
const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;

function tubeOf(methodId: string, steps: number, now: number, test: object = {}, more: object[] = []) {
  const run = RunDraftSchema.parse({
    id: uuid(1),
    waterId: uuid(2),
    startedAt: start,
    zone: 'Etc/UTC',
    tests: [{ id: uuid(3), methodId, ...test }],
  });
  const events = [
    ...Array.from({ length: steps }, (_, step) => ({ type: 'step-done', step, did: true })),
    ...more,
  ].map((body, k) => ({ id: uuid(10 + k), testId: uuid(3), at: start, ...body }) as RunEvent);
  return tubesAt(run, events, start + now * 1000)[0]!;
}
const said = (methodId: string, steps: number, now: number, more: object[] = []) =>
  tubeWords(tubeOf(methodId, steps, now, {}, more), start + now * 1000);

describe('how a tube stands, in the rack', () => {
  const ammonia = 'ammonia-salicylate-two-bottles';
  const stand = methodOf(ammonia).steps.findIndex((s) => s.do === 'stand');
  const wait = 300;

  it('counts down while it stands, and wants nobody', () => {
    expect(said(ammonia, stand, 60)).toMatchObject({ short: '4:00', wants: false });
  });
  it('fills while it stands', () => {
    const [early, late] = [said(ammonia, stand, 10), said(ammonia, stand, 290)];
    expect(early.fill).toBeLessThan(late.fill);
    expect(late.fill).toBeLessThanOrEqual(0.95);
  });
  it('wants to be read when the wait is over, and says when it stood too long', () => {
    expect(said(ammonia, stand, wait + 1)).toMatchObject({ short: 'read it', wants: true });
    const { windowSeconds } = methodOf(ammonia).steps.at(-1) as { windowSeconds: number };
    expect(said(ammonia, stand, wait + windowSeconds + 1)).toMatchObject({
      short: 'stood too long',
      wants: true,
    });
  });
  it('wants its next reagent after a wait in the middle', () => {
    const potassium = methodOf('potassium-turbidity').steps;
    const middle = potassium.findIndex((s) => s.do === 'stand');
    const step = potassium[middle] as { seconds: number };
    expect(said('potassium-turbidity', middle, step.seconds + 1)).toMatchObject({
      short: 'go on',
      wants: true,
    });
  });
  it('counts drops to a turn', () => {
    const drops = [1, 2, 3].map(() => ({ type: 'drop', step: 2 }));
    expect(said('kh-drops', 2, 5, drops).short).toBe('3 drops');
  });
  it('says the step before anything stands', () => {
    expect(said(ammonia, 1, 5)).toMatchObject({
      short: `step 2 of ${methodOf(ammonia).steps.length}`,
      wants: false,
    });
  });
});

describe('what is other about a sample', () => {
  it('is nothing for a test as its leaflet asks', () => {
    expect(sampleWords(tubeOf('kh-drops', 0, 0))).toEqual([]);
  });
  it('is said in words, the place last', () => {
    const tube = tubeOf('kh-drops', 0, 0, { role: 'repeat', dilution: 5, sampleTimes: 2 });
    expect(sampleWords(tube, 'Outlet')).toEqual([
      'repeat',
      'diluted 5 times',
      '2 times the sample',
      'Outlet',
    ]);
  });
});
