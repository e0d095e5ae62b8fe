import {
  RunDraftSchema,
  type RunEvent,
  TestSchema,
  cautionsAt,
  enteredOf,
  jobOfTube,
  keptReading,
  stepOf,
  suggestionsFor,
  tubesAt,
  windowEnd,
} from '@hedge-lamp/core/bench';
import { methodOf, shippedBook } from '@hedge-lamp/core/methods';
import { convert, fromWire, toWire } from '@hedge-lamp/core/quantity';
import { type Reading, interpret, phOfPair } from '@hedge-lamp/core/readings';

const start = 1_750_000_000_000;
const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
let serial = 1000;
type Loose = { type: RunEvent['type'] } & Record<string, unknown>;
const event = (test: number, seconds: number, body: Loose) =>
  ({ id: uuid(serial++), testId: uuid(test), at: start + seconds * 1000, ...body }) as RunEvent;
const runOf = (...tests: object[]) =>
  RunDraftSchema.parse({
    id: uuid(10),
    waterId: uuid(11),
    startedAt: start,
    zone: 'Etc/UTC',
    tests: tests.map((t, k) => ({ id: uuid(k + 1), ...t })),
  });
const done = (test: number, from: number, count: number, at = 0) =>
  Array.from({ length: count }, (_, k) => event(test, at, { type: 'step-done', step: from + k, did: true }));
const drops = (step: number, count: number, at = 1) =>
  Array.from({ length: count }, () => event(1, at, { type: 'drop', step }));
const confirmed = (test: number, seconds: number, more: object = {}) =>
  event(test, seconds, { type: 'confirmed', readingId: uuid(serial++), zone: 'Etc/UTC', ...more }) as Extract<
    RunEvent,
    { type: 'confirmed' }
  >;

describe('the alkalinity titration', () => {
  const run = runOf({ methodId: 'alkalinity-acid-titration' });
  const toQuestion = done(1, 0, 2);
  const tube = (...events: RunEvent[]) => tubesAt(run, [...toQuestion, ...events], start + 99_000)[0]!;

  it('skips the phenolphthalein part when the water stays colorless', () => {
    const asked = tube(event(1, 1, { type: 'answered', step: 2, answer: 1 }));
    expect(stepOf(asked)).toMatchObject({ do: 'powder', id: 'powder' });
    expect(asked.trail).toEqual([0, 1, 2]);
    const end = tube(
      event(1, 1, { type: 'answered', step: 2, answer: 1 }),
      ...done(1, 4, 1, 2),
      ...drops(5, 6, 3),
      event(1, 4, { type: 'turned', step: 5 }),
    );
    expect(enteredOf(end)).toEqual({ how: 'drops', drops: 6, firstTurn: 0 });
  });

  it('counts the drops of both turns together: 3 and 6 are 9, 153.9 mg/L as CaCO3 (common practice)', () => {
    const end = tube(
      event(1, 1, { type: 'answered', step: 2, answer: 0 }),
      ...drops(3, 3, 2),
      event(1, 3, { type: 'turned', step: 3 }),
      ...done(1, 4, 1, 4),
      ...drops(5, 6, 5),
      event(1, 6, { type: 'turned', step: 5 }),
    );
    const entered = enteredOf(end)!;
    expect(entered).toEqual({ how: 'drops', drops: 9, firstTurn: 3 });
    const { value, workings } = interpret({
      parameter: 'alkalinity',
      methodId: end.method.id,
      entered,
      doubts: [],
    });
    expect(convert(value!.best, 'alkalinity', 'meq/L', 'mg/L CaCO3')).toBeCloseTo(153.9, 6);
    expect(JSON.stringify(workings)).toContain('3 of them to the first turn');
  });

  it('goes back over the branch to the question, not into the part that was skipped', () => {
    const back = tube(
      event(1, 1, { type: 'answered', step: 2, answer: 1 }),
      event(1, 2, { type: 'step-back', step: 4 }),
    );
    expect([back.step, back.answers]).toEqual([2, {}]);
  });
});

describe('a strip', () => {
  const run = runOf({ methodId: 'strip-five-pads' });
  const dipped = done(1, 0, 1);
  it('tells a reading for each pad that was read, under its own parameter', () => {
    const keepPh = confirmed(1, 40);
    const keepNitrate = confirmed(1, 40, { pad: 2 });
    const events = [
      ...dipped,
      event(1, 35, { type: 'matched', step: 2, match: { found: 'at', swatch: 2 } }),
      event(1, 36, { type: 'matched', step: 2, pad: 2, match: { found: 'between', below: 1, share: 0.5 } }),
      keepPh,
      keepNitrate,
      // Nothing was matched on this one.
      confirmed(1, 40, { pad: 3 }),
    ];
    const [tube] = tubesAt(run, events, start + 50_000);
    expect(Object.keys(tube!.readingIds)).toEqual(['0', '2']);
    expect([keepPh, keepNitrate].map((e) => keptReading(run, tube!, e)!.parameter)).toEqual([
      'ph',
      'nitrate',
    ]);
  });
  it('is past its window a minute after it was dipped', () => {
    const [tube] = tubesAt(run, dipped, start + 45_000);
    expect(windowEnd(tube!)).toBe(start + 60_000);
  });
});

describe('tubes put beside the others', () => {
  const run = runOf({ methodId: 'kh-drops' });
  const counted = [...done(1, 0, 2), ...drops(2, 5), event(1, 3, { type: 'turned', step: 2 })];
  const add = (n: number, more: object) =>
    event(n, 5, {
      type: 'added',
      test: TestSchema.parse({ id: uuid(n), methodId: 'kh-drops', methodVersion: 1, ...more }),
    });
  const finishSecond = [
    ...done(2, 0, 2, 6),
    ...Array.from({ length: 3 }, () => event(2, 7, { type: 'drop', step: 2 })),
    event(2, 8, { type: 'turned', step: 2 }),
  ];

  it('carry their dilution and their sample into the reading', () => {
    const keep = confirmed(2, 9);
    const events = [...counted, add(2, { dilution: 5, sampleTimes: 2 }), ...finishSecond, keep];
    const tube = tubesAt(run, events, start + 10_000)[1]!;
    expect(keptReading(run, tube, keep)!.entered).toEqual({
      how: 'drops',
      drops: 3,
      sampleTimes: 2,
      dilution: 5,
    });
  });
  it('of distilled water are a blank: noted in the run, never a reading of the water', () => {
    const keep = confirmed(2, 9);
    const tube = tubesAt(
      run,
      [...counted, add(2, { role: 'blank' }), ...finishSecond, keep],
      start + 10_000,
    )[1]!;
    expect(tube.state).toBe('kept');
    expect(keptReading(run, tube, keep)).toBeNull();
  });
  it('are there once, however often they are sent, and only under their own name', () => {
    const twice = add(2, {});
    expect(tubesAt(run, [twice, twice, { ...add(2, {}), id: uuid(77) }], start)).toHaveLength(2);
    expect(tubesAt(run, [{ ...add(2, {}), testId: uuid(3) }], start)).toHaveLength(1);
  });
  it('begin with the doubts that their bottle lays on them', () => {
    expect(tubesAt(run, [add(2, { doubts: ['old-bottle'] })], start)[1]!.doubts).toEqual(['old-bottle']);
  });
});

describe('what is worth running again', () => {
  const matchedAt = (methodId: string, steps: number, match: object, doubt?: string) => {
    const run = runOf({ methodId });
    const events = [
      ...done(1, 0, steps),
      ...(doubt ? [event(1, 1, { type: 'doubt', doubt, on: true })] : []),
      event(1, 700, { type: 'matched', step: methodOf(methodId).steps.length - 1, match }),
      confirmed(1, 701),
    ];
    return { run, events, tubes: tubesAt(run, events, start + 702_000) };
  };
  it('is a color past its card, five times diluted', () => {
    const { tubes, run, events } = matchedAt('nitrite-one-bottle', 5, { found: 'past-top' });
    expect(suggestionsFor(tubes)).toMatchObject([{ kind: 'dilute', dilution: 5 }]);
    // A photograph that tells no end says the same.
    const photo = { found: 'photo', best: 2.4, low: 1.2, distance: 2, beside: true, photoId: null };
    expect(suggestionsFor(matchedAt('nitrite-one-bottle', 5, { ...photo, high: null }).tubes)).toMatchObject([
      { kind: 'dilute' },
    ]);
    expect(suggestionsFor(matchedAt('nitrite-one-bottle', 5, { ...photo, high: 3 }).tubes)).toEqual([]);
    // Once it was taken up it is not asked for again.
    const followed = event(2, 710, {
      type: 'added',
      test: TestSchema.parse({ id: uuid(2), methodId: 'nitrite-one-bottle', ofTestId: uuid(1), dilution: 5 }),
    });
    expect(suggestionsFor(tubesAt(run, [...events, followed], start + 711_000))).toEqual([]);
  });
  it('is a zero whose color flashed and faded, ten times diluted', () => {
    const { tubes } = matchedAt('nitrite-one-bottle', 5, { found: 'at', swatch: 0 }, 'flashed');
    expect(suggestionsFor(tubes)).toMatchObject([{ kind: 'dilute', dilution: 10 }]);
  });
  it('is read on a card of one’s own, where that was chosen, and on the method’s again', () => {
    const card = { id: uuid(50), version: 2 };
    const { tubes, run, events } = matchedAt('nitrite-one-bottle', 5, { found: 'at', swatch: 1 });
    expect(enteredOf(tubes[0]!)).toMatchObject({ cardId: 'azo-nitrite' });
    const last = methodOf('nitrite-one-bottle').steps.length - 1;
    const onOwn = event(1, 700, { type: 'matched', step: last, match: { found: 'at', swatch: 2 }, card });
    const running = events.filter((e) => e.type !== 'confirmed');
    const at = (more: RunEvent[]) => enteredOf(tubesAt(run, [...running, ...more], start + 702_000)[0]!);
    expect(at([onOwn])).toMatchObject({ cardId: card.id, cardVersion: 2, match: { swatch: 2 } });
    const back = event(1, 701, { type: 'matched', step: last, match: { found: 'past-top' } });
    expect(at([onOwn, back])).toEqual({ how: 'card', cardId: 'azo-nitrite', match: { found: 'past-top' } });
  });
  it('is the high range after the top of the low one, and the other way round', () => {
    expect(suggestionsFor(matchedAt('ph-low-range', 5, { found: 'at', swatch: 5 }).tubes)).toMatchObject([
      { kind: 'other-range', methodId: 'ph-high-range' },
    ]);
    expect(suggestionsFor(matchedAt('ph-high-range', 5, { found: 'at', swatch: 0 }).tubes)).toMatchObject([
      { kind: 'other-range', methodId: 'ph-low-range' },
    ]);
    expect(suggestionsFor(matchedAt('ph-low-range', 5, { found: 'at', swatch: 2 }).tubes)).toEqual([]);
    const handles = { found: 'span', low: 3, best: 4, high: 5 };
    expect(suggestionsFor(matchedAt('ph-low-range', 5, handles).tubes)).toMatchObject([
      { methodId: 'ph-high-range' },
    ]);
    expect(suggestionsFor(matchedAt('ph-low-range', 5, { ...handles, high: 4.5 }).tubes)).toEqual([]);
  });
  it('is a test with a doubt that decides, not one with poor light', () => {
    const at = { found: 'at', swatch: 1 };
    const said = (doubt: string) =>
      suggestionsFor(matchedAt('ph-low-range', 5, at, doubt).tubes).map((s) => s.kind);
    expect(said('shook-short')).toEqual(['repeat']);
    expect(said('poor-light')).toEqual([]);
  });
});

describe('both pH ranges of one run', () => {
  const reading = (methodId: string, match: object): Reading => {
    const cardId = methodId === 'ph-low-range' ? 'ph-low' : 'ph-high';
    const entered = { how: 'card', cardId, match } as Reading['entered'];
    const { value } = interpret({ parameter: 'ph', methodId, entered, doubts: [] });
    return { parameter: 'ph', methodId, methodVersion: 1, value: toWire(value!), entered } as Reading;
  };
  it('are one pH: the low one at 7, the high one at or under 7.4', () => {
    const low = reading('ph-low-range', { found: 'between', below: 2, share: 0.7 });
    const high = reading('ph-high-range', { found: 'at', swatch: 0 });
    expect(fromWire(high.value!).low).toBe(-Infinity);
    const pair = phOfPair(high, low, shippedBook)!;
    expect([pair.value.low, pair.value.high]).toEqual([6.8, 7.1]);
    expect(pair.workings.title).toBe('pH from two ranges');
    expect(phOfPair(low, low, shippedBook)).toBeNull();
  });
});

describe('cautions', () => {
  const run = runOf({ methodId: 'kh-drops' }, { methodId: 'nitrite-one-bottle' });
  it('are said in full the first time a hazard matters in a run, and short after that', () => {
    const before = tubesAt(run, [...done(1, 0, 2), ...done(2, 0, 2)], start + 1000);
    const acid = (tubes: typeof before, k: number) =>
      cautionsAt(tubes[k]!, tubes).find((c) => c.hazard === 'acid')!;
    expect([acid(before, 0).full, acid(before, 1).full]).toEqual([true, true]);
    const after = tubesAt(run, [...done(1, 0, 2), ...done(2, 0, 3)], start + 1000);
    expect(acid(after, 0).full).toBe(false);
    expect(acid(after, 0).text.length).toBeLessThan(acid(before, 0).text.length);
  });
});

describe('a shake that was cut short', () => {
  const run = runOf({ methodId: 'nitrate-two-bottles' });
  const upTo = [...done(1, 0, 4), event(1, 1, { type: 'timer-started', step: 4 })];
  it('is a doubt by itself when it decides, not a scolding', () => {
    const [tube] = tubesAt(run, [...upTo, event(1, 21, { type: 'step-done', step: 4 })], start + 22_000);
    expect(tube!.doubts).toEqual(['shook-short']);
    const [nearly] = tubesAt(run, [...upTo, event(1, 29, { type: 'step-done', step: 4 })], start + 29_500);
    expect(nearly!.doubts).toEqual([]);
  });
  it('leaves the planner only what is left', () => {
    const [tube] = tubesAt(run, upTo, start + 11_000);
    const left = jobOfTube(tube!, start + 11_000).ops[0]!;
    // Twenty seconds of shaking, with no hand free, and what follows it until the tube stands.
    const whole = jobOfTube(tubesAt(run, done(1, 0, 5), start)[0]!, start).ops[0]!;
    expect([left.wait, left.slack, left.hands]).toEqual([0, 0, whole.hands + 20]);
  });
  it('holds the hands until the tube stands, when nothing else comes between', () => {
    const ammonia = runOf({ methodId: 'ammonia-salicylate-two-bottles' });
    const shaking = [...done(1, 0, 5), event(1, 1, { type: 'timer-started', step: 5 })];
    const [tube] = tubesAt(ammonia, shaking, start + 3000);
    expect(jobOfTube(tube!, start + 3000).ops).toMatchObject([
      { hands: 3, wait: 0, slack: 0 },
      { wait: 300, reads: true },
    ]);
  });
  it('of a tube that stands ready keeps its window; past it, there is none to keep, only how late it is', () => {
    // Nessler stands a minute, and is read within four more.
    const run = runOf({ methodId: 'ammonia-nessler' });
    const ready = (seconds: number) => tubesAt(run, done(1, 0, 4), start + seconds * 1000)[0]!;
    const tube = ready(100);
    const left = (windowEnd(tube)! - (start + 100_000)) / 1000;
    expect(left).toBeGreaterThan(0);
    const inTime = jobOfTube(tube, start + 100_000);
    expect([inTime.ops[0]!.wait, inTime.ops[0]!.slack, inTime.overdue]).toEqual([0, left, 0]);
    const late = jobOfTube(ready(100 + left + 30), start + (100 + left + 30) * 1000);
    expect([late.ops[0]!.slack, late.overdue]).toEqual([Infinity, 30]);
  });
  it('of a kept tube or one set aside is none', () => {
    const run = runOf({ methodId: 'kh-drops' });
    const aside = event(1, 1, { type: 'set-aside' });
    expect(jobOfTube(tubesAt(run, [aside], start + 2000)[0]!, start + 2000).ops).toEqual([]);
  });
});
