import {
  RunDraftSchema,
  type RunEvent,
  enteredOf,
  isFinished,
  keptReading,
  stepOf,
  timerEnd,
  tubesAt,
} from '@hedge-lamp/core/bench';
import { interpret } from '@hedge-lamp/core/readings';
import fc from 'fast-check';

const start = 1_750_000_000_000;
const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const khTest = uuid(1);
const ammoniaTest = uuid(2);
const run = RunDraftSchema.parse({
  id: uuid(10),
  waterId: uuid(11),
  samplingPointId: null,
  startedAt: start,
  zone: 'Etc/UTC',
  by: 'TL',
  tests: [
    { id: khTest, methodId: 'kh-drops' },
    { id: ammoniaTest, methodId: 'ammonia-salicylate-two-bottles' },
  ],
});
let serial = 100;
type Loose = { type: RunEvent['type'] } & Record<string, unknown>;
const event = (testId: string, seconds: number, body: Loose) =>
  ({ id: uuid(serial++), testId, at: start + seconds * 1000, ...body }) as RunEvent;
const kh = (seconds: number, body: Loose) => event(khTest, seconds, body);
const am = (seconds: number, body: Loose) => event(ammoniaTest, seconds, body);
const at = (events: RunEvent[], seconds: number) => tubesAt(run, events, start + seconds * 1000);

/** Rinse, fill, both bottles, cap: now at the shake. */
const toShake = [0, 1, 2, 3, 4].map((step) => am(step, { type: 'step-done', step, did: true }));

describe('counting to the turn', () => {
  const toCount = [0, 1].map((step) => kh(step, { type: 'step-done', step, did: true }));
  const drops = (n: number) => Array.from({ length: n }, (_, k) => kh(2 + k, { type: 'drop', step: 2 }));

  it('counts drops, takes one back and keeps the count at the turn', () => {
    const events = [
      ...toCount,
      ...drops(6),
      kh(20, { type: 'take-back', step: 2 }),
      kh(21, { type: 'turned', step: 2 }),
    ];
    const [tube] = at(events, 30);
    expect(enteredOf(tube!)).toEqual({ how: 'drops', drops: 5 });
  });

  it('does not turn before a drop fell, nor fall below none', () => {
    const [tube] = at(
      [...toCount, kh(3, { type: 'take-back', step: 2 }), kh(4, { type: 'turned', step: 2 })],
      9,
    );
    expect(tube!.turned).toBe(false);
    expect(tube!.drops[2]).toBe(0);
  });

  it('takes back the turn before it takes back a drop', () => {
    const events = [
      ...toCount,
      ...drops(4),
      kh(10, { type: 'turned', step: 2 }),
      kh(11, { type: 'take-back', step: 2 }),
    ];
    const [tube] = at(events, 12);
    expect([tube!.turned, tube!.drops[2]]).toEqual([false, 4]);
  });

  it('counts an event sent twice once', () => {
    const twice = drops(3).flatMap((e) => [e, e]);
    expect(at([...toCount, ...twice], 9)[0]!.drops[2]).toBe(3);
  });

  it('becomes a reading of what was counted, sampled when the test began', () => {
    const confirm = kh(30, { type: 'confirmed', readingId: uuid(77), zone: 'Etc/UTC' }) as Extract<
      RunEvent,
      { type: 'confirmed' }
    >;
    const [tube] = at([...toCount, ...drops(5), kh(20, { type: 'turned', step: 2 }), confirm], 40);
    expect(keptReading(run, tube!, confirm)).toMatchObject({
      id: uuid(77),
      parameter: 'alkalinity',
      entered: { how: 'drops', drops: 5 },
      takenAt: start,
      by: 'TL',
    });
  });
});

describe('a step that was left out', () => {
  const confirm = (step: number, seconds: number, more: object = {}) =>
    am(seconds, { type: 'step-done', step, ...more });
  const opened = [confirm(0, 0), confirm(1, 1)];
  const put = (step: number, n: number, from: number) =>
    Array.from({ length: n }, (_, k) => am(from + k, { type: 'drop', step }));
  const doubtsAfter = (...events: RunEvent[]) => at([...opened, ...events], 9999)[1]!.doubts;

  it('of 0 of 8 drops confirmed leaves no value, whether the step decides or forgives', () => {
    expect(doubtsAfter(confirm(2, 5))).toEqual(['step-skipped']);
    expect(doubtsAfter(...put(2, 8, 2), confirm(2, 12), confirm(3, 13))).toEqual(['step-skipped']);
  });

  it('of one drop short or over is a doubt, of more at a step that decides no value', () => {
    expect(doubtsAfter(...put(2, 8, 2), confirm(2, 12))).toEqual([]);
    expect(doubtsAfter(...put(2, 7, 2), confirm(2, 12))).toEqual(['lost-count']);
    expect(doubtsAfter(...put(2, 9, 2), confirm(2, 12))).toEqual(['lost-count']);
    expect(doubtsAfter(...put(2, 8, 2), confirm(2, 12), ...put(3, 6, 13), confirm(3, 20))).toEqual([
      'step-skipped',
    ]);
  });

  it('is no matter once the keeper says that it was done', () => {
    expect(doubtsAfter(confirm(2, 5, { did: true }), confirm(3, 6, { did: true }))).toEqual([]);
  });

  it('of a shake never started that decides leaves no value, and of one that does not a doubt', () => {
    const done = [0, 1, 2, 3, 4].map((step) => confirm(step, step, { did: true }));
    expect(at([...done, confirm(5, 10)], 9999)[1]!.doubts).toEqual(['shook-short']);
    const nitrate = RunDraftSchema.parse({
      ...run,
      tests: [{ id: khTest, methodId: 'nitrate-two-bottles' }],
    });
    const upTo = [0, 1, 2, 3].map((step) => kh(step, { type: 'step-done', step, did: true }));
    const [tube] = tubesAt(nitrate, [...upTo, kh(9, { type: 'step-done', step: 4 })], start + 99_000);
    expect(tube!.doubts).toEqual(['step-skipped']);
  });

  it('of a wait gone back to and never begun again leaves no value', () => {
    const shaking = [...toShake, am(10, { type: 'timer-started', step: 5 })];
    const events = [
      ...shaking,
      am(60, { type: 'step-back', step: 6 }),
      am(61, { type: 'step-done', step: 5, did: true }),
      am(62, { type: 'step-done', step: 6 }),
    ];
    expect(at(events, 70)[1]!.doubts).toEqual(['step-skipped']);
  });

  it('stays marked when another step is gone back over, and is made good by going back to it', () => {
    const skipped = [confirm(2, 5), confirm(3, 6, { did: true })];
    expect(doubtsAfter(...skipped, am(7, { type: 'step-back', step: 4 }))).toEqual(['step-skipped']);
    const back = [am(7, { type: 'step-back', step: 4 }), am(8, { type: 'step-back', step: 3 })];
    expect(doubtsAfter(...skipped, ...back, confirm(2, 9, { did: true }))).toEqual([]);
  });

  it('keeps a reading without a value', () => {
    const [, tube] = at(
      [
        ...opened,
        confirm(2, 5),
        ...[3, 4, 5, 6].map((step) => confirm(step, 5 + step, { did: true })),
        am(320, { type: 'matched', step: 7, match: { found: 'at', swatch: 0 } }),
        am(330, { type: 'confirmed', readingId: uuid(79), zone: 'Etc/UTC' }),
      ],
      400,
    );
    const kept = keptReading(
      run,
      tube!,
      am(330, { type: 'confirmed', readingId: uuid(79), zone: 'Etc/UTC' }) as Extract<
        RunEvent,
        { type: 'confirmed' }
      >,
    )!;
    expect(kept.doubts).toEqual(['step-skipped']);
    expect(interpret(kept).value).toBeNull();
  });
});

describe('a tube that stands', () => {
  const shaking = [...toShake, am(10, { type: 'timer-started', step: 5 })];

  it('goes on to stand at the instant the shake is over, and may be read five minutes later', () => {
    const [, standing] = at(shaking, 60);
    expect(stepOf(standing!).do).toBe('stand');
    expect(timerEnd(standing!)).toBe(start + (10 + 5 + 300) * 1000);
    const [, readable] = at(shaking, 316);
    expect(stepOf(readable!).do).toBe('read');
    expect(readable!.readableAt).toBe(start + 315_000);
  });

  it('is marked when read before the wait was over', () => {
    const [, tube] = at([...shaking, am(200, { type: 'step-done', step: 6 })], 201);
    expect(tube!.doubts).toEqual(['read-early']);
    // Under half of a wait that decides leaves no value.
    const [, early] = at([...shaking, am(100, { type: 'step-done', step: 6 })], 101);
    expect(early!.doubts).toEqual(['step-skipped']);
  });

  it('is marked when kept after its window', () => {
    const match = am(320, { type: 'matched', step: 7, match: { found: 'at', swatch: 1 } });
    const keep = (seconds: number) =>
      am(seconds, { type: 'confirmed', readingId: uuid(78), zone: 'Etc/UTC' });
    expect(at([...shaking, match, keep(400)], 9999)[1]!.doubts).toEqual([]);
    expect(at([...shaking, match, keep(316 + 601)], 9999)[1]!.doubts).toEqual(['read-late']);
  });

  it('ignores what was meant for a step already left', () => {
    const stale = am(400, { type: 'drop', step: 2 });
    expect(at([...shaking, stale], 401)[1]!.drops[2]).toBeUndefined();
  });

  it('can be gone back to, with its timer not running', () => {
    const [, tube] = at([...shaking, am(60, { type: 'step-back', step: 6 })], 61);
    expect(stepOf(tube!).do).toBe('shake');
    expect(timerEnd(tube!)).toBeNull();
  });
});

describe('a run', () => {
  it('is finished when every tube is kept or set aside, and can be taken up again', () => {
    const aside = [kh(1, { type: 'set-aside' }), am(1, { type: 'set-aside' })];
    expect(isFinished(at(aside, 2))).toBe(true);
    expect(isFinished(at([...aside, kh(3, { type: 'taken-up' })], 4))).toBe(false);
  });

  it('gives the same tubes whether its events are replayed at once or as they came', () => {
    const kinds = ['drop', 'take-back', 'step-done', 'step-back', 'timer-started', 'turned'] as const;
    const anyEvents = fc.array(fc.tuple(fc.constantFrom(...kinds), fc.nat(7), fc.nat(90)), { maxLength: 60 });
    fc.assert(
      fc.property(anyEvents, fc.nat(60), (raw, cut) => {
        let clock = 0;
        const events = raw.map(([type, step, wait]) => am((clock += wait), { type, step }));
        const whole = at(events, clock + 1);
        // A reload in the middle folds a part first; nothing of it may leak into the whole.
        at(events.slice(0, cut), clock);
        expect(at(JSON.parse(JSON.stringify(events)), clock + 1)).toEqual(whole);
        const tube = whole[1]!;
        expect(tube.step).toBeGreaterThanOrEqual(0);
        expect(tube.step).toBeLessThan(tube.method.steps.length);
        Object.values(tube.drops).forEach((n) => expect(n).toBeGreaterThanOrEqual(0));
      }),
    );
  });
});
