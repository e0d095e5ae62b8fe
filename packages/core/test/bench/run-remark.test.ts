import {
  RunDraftSchema,
  type RunEvent,
  type Test,
  runRemarks,
  suggestionsFor,
  tubesAt,
} from '@hedge-lamp/core/bench';
import { convertInterval, formatReading } from '@hedge-lamp/core/quantity';
import { methodOf } from '@hedge-lamp/core/methods';

const start = 1_750_000_000_000;
const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;

interface Ran extends Partial<Omit<Test, 'id'>> {
  methodId: string;
  /** Drops to the turn, or the match on the card. */
  drops?: number;
  match?: object;
}

/** The tubes of a run that were all gone through to their end and kept. */
function ranThrough(...ran: Ran[]) {
  const run = RunDraftSchema.parse({
    id: uuid(900),
    waterId: uuid(901),
    startedAt: start,
    zone: 'Etc/UTC',
    tests: ran.map(({ drops: _d, match: _m, ...test }, k) => ({ id: uuid(k + 1), ...test })),
  });
  let serial = 1000;
  const events = ran.flatMap(({ methodId, drops = 0, match }, k): RunEvent[] => {
    const event = (body: object) =>
      ({ id: uuid(serial++), testId: uuid(k + 1), at: start + serial, ...body }) as RunEvent;
    const { steps } = methodOf(methodId);
    const last = steps.length - 1;
    return [
      ...steps.slice(0, -1).map((_s, step) => event({ type: 'step-done', step, did: true })),
      ...Array.from({ length: drops }, () => event({ type: 'drop', step: last })),
      event(match ? { type: 'matched', step: last, match } : { type: 'turned', step: last }),
      event({ type: 'confirmed', readingId: uuid(serial++), zone: 'Etc/UTC' }),
    ];
  });
  return tubesAt(run, events, start + 5000);
}
const remarksOn = (...ran: Ran[]) =>
  runRemarks(ranThrough(...ran), (value, parameter) =>
    parameter === 'alkalinity'
      ? `${formatReading(convertInterval(value, 'alkalinity', 'meq/L', '°dKH'))} °dKH`
      : `${formatReading(value)} mg/L NO2-N`,
  );
const kh = (drops: number, more: Partial<Test> = {}): Ran => ({ methodId: 'kh-drops', drops, ...more });
const of = (n: number, role: Test['role'], more: Partial<Test> = {}) => ({
  role,
  ofTestId: uuid(n),
  ...more,
});

describe('the same test again', () => {
  it('agrees when both ranges touch: 5 and 6 drops share the fifth', () => {
    expect(remarksOn(kh(5), kh(6, of(1, 'repeat')))).toMatchObject([
      { kind: 'repeat', good: true, text: 'KH by drops: both tubes agree.', doubted: [] },
    ]);
  });
  it('does not when they are apart, and says which tubes to doubt', () => {
    const [remark] = remarksOn(kh(5), kh(9, of(1, 'repeat')));
    expect(remark).toMatchObject({ kind: 'repeat', good: false });
    expect(remark!.text).toContain('Run it a third time');
    expect(remark!.doubted.map((t) => t.testId)).toEqual([uuid(1), uuid(2)]);
  });
  it('once more says which of the two it agrees with', () => {
    const [, third] = remarksOn(kh(5), kh(9, of(1, 'repeat')), kh(9, of(2, 'repeat')));
    expect(third).toMatchObject({
      good: true,
      text: 'KH by drops: the last tube agrees with 9 (8–9) °dKH, not with 5 (4–5) °dKH.',
    });
    expect(third!.doubted.map((t) => t.testId)).toEqual([uuid(1)]);
    const [, lost] = remarksOn(kh(5), kh(9, of(1, 'repeat')), kh(14, of(2, 'repeat')));
    expect(lost).toMatchObject({ good: false, text: expect.stringContaining('no two tubes agree') });
  });
  it('is worth a third tube when two do not agree, and no fourth', () => {
    const kinds = (...ran: Ran[]) => suggestionsFor(ranThrough(...ran)).map((s) => [s.kind, s.tube.testId]);
    expect(kinds(kh(5), kh(9, of(1, 'repeat')))).toEqual([['repeat', uuid(2)]]);
    expect(kinds(kh(5), kh(5, of(1, 'repeat')))).toEqual([]);
    expect(kinds(kh(5), kh(9, of(1, 'repeat')), kh(14, of(2, 'repeat')))).toEqual([]);
  });
  it('of twice the sample agrees with the plain one at twice the drops', () => {
    expect(remarksOn(kh(5), kh(10, of(1, 'repeat', { sampleTimes: 2 })))).toMatchObject([{ good: true }]);
    expect(remarksOn(kh(5), kh(5, of(1, 'repeat', { sampleTimes: 2 })))).toMatchObject([{ good: false }]);
  });
  it('of a second sample says that the water may not be the same all over', () => {
    const [remark] = remarksOn(kh(5), kh(9, of(1, 'second-sample')));
    expect(remark!.text).toContain('The water is not the same all over');
  });
});

describe('a blank', () => {
  const nitrite = (swatch: number, more: Partial<Test> = {}): Ran => ({
    methodId: 'nitrite-one-bottle',
    match: { found: 'at', swatch },
    ...more,
  });
  it('is clear at the bottom of the card, and where the first drop turns', () => {
    expect(remarksOn(nitrite(3), nitrite(0, of(1, 'blank')))).toMatchObject([{ kind: 'blank', good: true }]);
    expect(remarksOn(kh(5), kh(1, of(1, 'blank')))).toMatchObject([{ kind: 'blank', good: true }]);
  });
  it('with color lays a doubt on the tubes of its own method alone', () => {
    const [remark] = remarksOn(nitrite(3), kh(5), nitrite(3, of(1, 'blank')));
    expect(remark).toMatchObject({ kind: 'blank', good: false });
    expect(remark!.doubted.map((t) => t.testId)).toEqual([uuid(1)]);
  });
  it('follows nothing up: a color past its card is still worth diluting', () => {
    const past: Ran = { methodId: 'nitrite-one-bottle', match: { found: 'past-top' } };
    expect(suggestionsFor(ranThrough(past, nitrite(0, of(1, 'blank'))))).toMatchObject([
      { kind: 'dilute', dilution: 5 },
    ]);
  });
  it('of pH says nothing: distilled water has one too', () => {
    const ph = { methodId: 'ph-wide-range', match: { found: 'at', swatch: 2 } };
    expect(remarksOn(ph, { ...ph, ...of(1, 'blank') })).toEqual([]);
  });
});

describe('both pH ranges', () => {
  const low = (match: object, more: Partial<Test> = {}): Ran => ({
    methodId: 'ph-low-range',
    match,
    ...more,
  });
  const high = (match: object, more: Partial<Test> = {}): Ran => ({
    methodId: 'ph-high-range',
    match,
    ...more,
  });
  it('say the pH where both can be right', () => {
    // Low: 7.6 or more. High: like 7.8.
    const [remark] = remarksOn(low({ found: 'past-top' }), high({ found: 'at', swatch: 1 }));
    expect(remark).toMatchObject({ kind: 'ph-pair', good: true });
    expect(remark!.text).toMatch(/^Both pH ranges together: pH 7\.[6-9]/);
  });
  it('that cannot both be right are doubted', () => {
    const [remark] = remarksOn(low({ found: 'at', swatch: 0 }), high({ found: 'at', swatch: 3 }));
    expect(remark).toMatchObject({ kind: 'ph-pair', good: false });
    expect(remark!.doubted).toHaveLength(2);
  });
  it('of two places are no pair', () => {
    const here = { samplingPointId: uuid(50) };
    const there = { samplingPointId: uuid(51) };
    expect(remarksOn(low({ found: 'past-top' }, here), high({ found: 'at', swatch: 1 }, there))).toEqual([]);
  });
});

describe('two kits for one amount', () => {
  const two = (swatch: number): Ran => ({
    methodId: 'ammonia-salicylate-two-bottles',
    match: { found: 'at', swatch },
  });
  const three = (swatch: number): Ran => ({
    methodId: 'ammonia-salicylate-three-bottles',
    match: { found: 'at', swatch },
  });
  const cardOf = (methodId: string) => {
    const { result } = methodOf(methodId);
    return result.by === 'card' ? result.card : null;
  };
  it('one in nitrogen and one in the whole ion, are shown to be the same', () => {
    // 1 mg of nitrogen as N is 18.04 / 14.007 = 1.288 mg of NH4 (molar masses).
    const [a, b] = [cardOf('ammonia-salicylate-two-bottles')!, cardOf('ammonia-salicylate-three-bottles')!];
    expect([a.unit, b.unit]).toEqual(['mg/L NH3-N', 'mg/L NH4']);
    const [remark, ...more] = remarksOn(two(2), three(2));
    expect(more).toEqual([]);
    expect(remark).toMatchObject({ kind: 'two-kits', good: true });
    const [, inN, inNh4] =
      /^Total ammonia: both kits agree\. ([\d.]+) \([^)]*\) mg\/L NH3-N is ([\d.]+) \([^)]*\) mg\/L NH4; the other shows/.exec(
        remark!.text,
      ) ?? [];
    expect(Number(inN)).toBe(a.values[2]);
    expect(Math.abs(Number(inNh4) - (Number(inN) * 18.04) / 14.007)).toBeLessThan(0.06);
  });
  it('that are apart are both doubted, in one unit', () => {
    const [remark] = remarksOn(two(0), three(5));
    expect(remark).toMatchObject({ kind: 'two-kits', good: false });
    expect(remark!.text).toContain('do not agree');
    expect(remark!.doubted).toHaveLength(2);
  });
  it('nothing is said of kits for different things, of one kit at two places, or of a single tube', () => {
    expect(remarksOn(two(2))).toEqual([]);
    expect(remarksOn(two(2), { ...two(4), samplingPointId: uuid(77) })).toEqual([]);
  });
});
