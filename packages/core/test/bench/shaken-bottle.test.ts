import { RunDraftSchema, type RunEvent, stepOf, tubesAt, withShakenBottles } from '@hedge-lamp/core/bench';
import { shippedMethods } from '@hedge-lamp/core/methods';

const start = 1_750_000_000_000;
const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const nitrate =
  shippedMethods.find((m) => m.id === 'nitrate-two-bottles-salicylate') ??
  shippedMethods.find((m) => m.parameter === 'nitrate' && m.steps.some((s) => s.do === 'shake' && s.bottle))!;
/** The step at which the bottle that settles is shaken. */
const shake = nitrate.steps.findIndex((s) => s.do === 'shake' && s.bottle !== undefined);
const seconds = (nitrate.steps[shake] as { seconds: number }).seconds;

const runOf = (n: number, kitId: string | null = null) =>
  RunDraftSchema.parse({
    id: uuid(n),
    waterId: uuid(n + 1),
    samplingPointId: null,
    startedAt: start,
    zone: 'Etc/UTC',
    by: '',
    tests: [{ id: uuid(n + 2), methodId: nitrate.id, ...(kitId ? { kitId } : {}) }],
  });
let serial = 1000;
const event = (n: number, atSeconds: number, body: { type: RunEvent['type'] } & Record<string, unknown>) =>
  ({ id: uuid(serial++), testId: uuid(n + 2), at: start + atSeconds * 1000, ...body }) as RunEvent;
/** Events of a tube that came to its shake at once. */
const toShake = (n: number) =>
  Array.from({ length: shake }, (_, step) => event(n, 1, { type: 'step-done', step, did: true }));
const shaken = (n: number, from: number, to: number, more = {}) => [
  ...toShake(n),
  event(n, from, { type: 'timer-started', step: shake, ...more }),
  event(n, to, { type: 'step-done', step: shake, ...more }),
];
const tubes = (n: number, events: RunEvent[], at: number, kitId: string | null = null) =>
  tubesAt(runOf(n, kitId), events, start + at * 1000);
/** Seconds asked of a second tube that stands at its shake. */
const asked = (others: ReturnType<typeof tubes>, at: number, kitId: string | null = null) => {
  const [tube] = withShakenBottles(tubes(200, toShake(200), at, kitId), others, start + at * 1000);
  const step = stepOf(tube!);
  return step.do === 'shake' ? step.seconds : null;
};

describe('a bottle that was shaken through minutes ago', () => {
  it('is a long shake of a bottle that settles', () => {
    expect(seconds).toBeGreaterThanOrEqual(30);
  });

  it('asks the next tube for five seconds, within ten minutes', () => {
    const first = tubes(100, shaken(100, 10, 10 + seconds), 60);
    expect(asked(first, 60)).toBe(5);
    expect(asked(first, 10 + seconds + 600)).toBe(5);
    expect(asked(first, 10 + seconds + 601)).toBe(seconds);
  });

  it('is not so where it was cut short, where it is being shaken, or of another kit', () => {
    expect(asked(tubes(100, shaken(100, 10, 14), 60), 60)).toBe(seconds);
    const being = [...toShake(100), event(100, 10, { type: 'timer-started', step: shake })];
    expect(asked(tubes(100, being, 12), 12)).toBe(seconds);
    const first = tubes(100, shaken(100, 10, 10 + seconds), 60);
    expect(asked(first, 60, uuid(7))).toBe(seconds);
    const ofKit = tubes(100, shaken(100, 10, 10 + seconds), 60, uuid(7));
    expect(asked(ofKit, 60, uuid(7))).toBe(5);
    expect(asked(ofKit, 60)).toBe(seconds);
  });

  it('does not take the tube itself for another', () => {
    const [own] = tubes(200, toShake(200), 60);
    const [said] = withShakenBottles(
      [own!],
      [{ ...own!, shakenAt: { [bottleOf()]: start + 50_000 } }],
      start + 60_000,
    );
    expect(stepOf(said!)).toEqual(nitrate.steps[shake]);
  });

  it('counts as done after the short shake, without a doubt, and does not itself renew the ten minutes', () => {
    const again = { again: true };
    const [second] = tubes(200, shaken(200, 300, 305, again), 310);
    expect(second!.step).toBe(shake + 1);
    expect(second!.marks).toEqual({});
    expect(second!.shakenAt).toEqual({});
    expect(asked(tubes(100, [...shaken(100, 300, 305, again)], 310), 310)).toBe(seconds);
  });

  it('is in doubt where even the short shake was cut, and where the short one was not asked for', () => {
    expect(tubes(200, shaken(200, 300, 301, { again: true }), 310)[0]!.marks[shake]).toBeDefined();
    expect(tubes(200, shaken(200, 300, 305), 310)[0]!.marks[shake]).toBeDefined();
  });

  it('is asked for in full when it is gone back to', () => {
    const back = [
      ...shaken(200, 300, 305, { again: true }),
      event(200, 306, { type: 'step-back', step: shake + 1 }),
    ];
    const [tube] = tubes(200, back, 310);
    expect(tube!.step).toBe(shake);
    expect(stepOf(tube!)).toEqual(nitrate.steps[shake]);
  });
});

function bottleOf(): string {
  return (nitrate.steps[shake] as { bottle: string }).bottle;
}
