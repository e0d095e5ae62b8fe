import {
  type Judgeable,
  bandsFor,
  factsOfPlaces,
  findingsOf,
  givenOf,
  judge,
  sentence,
  settledBy,
} from '@hedge-lamp/core/guidelines';
import { bandsOf, limit, strictest } from '@hedge-lamp/core/limits';
import { interval, point, toCanonical } from '@hedge-lamp/core/quantity';
import { WaterDraftSchema } from '@hedge-lamp/core/waters';

const id = '00000000-0000-4000-8000-000000000001';
const waterWith = (stockGroups: string[]): Judgeable =>
  WaterDraftSchema.parse({ id, name: 'Tank', kind: 'aquarium', netLiters: 100, stockGroups });
const tank = waterWith(['community-fish']);
const kh = (degrees: number) => toCanonical(degrees, 'alkalinity', '°dKH');
const no3 = (mg: number) => toCanonical(mg, 'nitrate', 'mg/L NO3');

describe('a verdict', () => {
  const bands = bandsFor('alkalinity', tank);

  it('is sure when the whole range is clear', () => {
    expect(judge(interval(kh(4.5), kh(5), kh(5.5)), bands)).toMatchObject({ status: 'clear', sure: true });
  });
  it('is sure when even the mildest end wants acting on', () => {
    expect(judge(interval(kh(0.5), kh(1), kh(1.5)), bands)).toMatchObject({
      status: 'act',
      sure: true,
      tooLow: true,
    });
  });
  it('cannot tell when the range crosses, and lights at least Watch', () => {
    expect(judge(interval(kh(1), kh(4.5), kh(5)), bands)).toMatchObject({
      status: 'watch',
      sure: false,
      mildest: 'clear',
      worst: 'act',
      atBest: 'clear',
      tooLow: true,
    });
  });
  it('does not count a limit that an end only meets: three drops are more than two degrees', () => {
    expect(judge(interval(kh(2), kh(3), kh(3)), bands)).toMatchObject({ status: 'watch', sure: true });
    expect(judge(interval(kh(1), kh(2), kh(2)), bands)).toMatchObject({ status: 'act', sure: true });
  });
  it('knows too much from too little', () => {
    expect(judge(point(7.2), bandsFor('ph', tank)).status).toBe('clear');
    expect(judge(point(9), bandsFor('ph', tank))).toMatchObject({ status: 'act', tooLow: false });
    expect(judge(point(5), bandsFor('ph', tank))).toMatchObject({ status: 'act', tooLow: true });
  });
  it('of a color past the top counts from the top up', () => {
    expect(judge(interval(no3(100), no3(100), Infinity), bandsFor('nitrate', tank))).toMatchObject({
      status: 'act',
      sure: true,
    });
  });

  // Common practice: at or under 20 good, under 40 acceptable, at 40 act.
  it.each([
    [20, 'clear'],
    [30, 'watch'],
    [41, 'act'],
  ])('of nitrate %d mg/L is %s in an aquarium', (mg, status) => {
    expect(judge(point(no3(mg)), bandsFor('nitrate', tank)).status).toBe(status);
  });

  it('turns at 0.025 mg/L NH3 (EIFAC 1970)', () => {
    const free = bandsFor('free-ammonia', tank);
    expect(judge(point(toCanonical(0.0249, 'ammonia', 'mg/L NH3')), free).status).toBe('clear');
    expect(judge(point(toCanonical(0.0251, 'ammonia', 'mg/L NH3')), free).status).toBe('watch');
  });
});

describe('schools', () => {
  it('join to the strictest at each value', () => {
    const made = 'made up for this test';
    const joined = strictest([
      bandsOf(limit('ph', 'pH', { watch: [null, 8], act: [6, null] }, made)),
      bandsOf(limit('ph', 'pH', { watch: [7, null], act: [null, 9] }, made)),
    ]);
    expect(joined.map((b) => [b.status, b.to])).toEqual([
      ['act', 6],
      ['watch', 7],
      ['clear', 8],
      ['watch', 9],
      ['act', Infinity],
    ]);
  });
  it('of the stock replace those of the kind', () => {
    const rift = waterWith(['rift-lake-fish']);
    expect(judge(point(8.4), bandsFor('ph', tank)).status).toBe('watch');
    expect(judge(point(8.4), bandsFor('ph', rift)).status).toBe('clear');
  });
});

describe('a finding', () => {
  it('says what, how sure and why; what to do is for the plan to say', () => {
    const [worst] = findingsOf(factsOfPlaces(givenOf({ read: { alkalinity: '1 (0.5–1.5)' } })));
    expect(sentence(worst!)).toBe(
      'KH (alkalinity) is 1 (0.5–1.5) °dKH. Certain: too low even at the highest it can be. Little carbonate is left to hold pH: it can crash overnight.',
    );
  });
  it('names the cheapest test that would settle what it cannot tell', () => {
    const free = bandsFor('free-ammonia', tank);
    const wide = interval(0.001, 0.01, 0.1);
    expect(
      settledBy(free, [
        { label: 'A thermometer reading', cost: 0, narrowed: wide },
        { label: 'A fresh pH', cost: 1, narrowed: point(0.01) },
      ]),
    ).toBe('A fresh pH would settle it.');
  });
  it('names a test at hand before something to buy', () => {
    const free = bandsFor('free-ammonia', tank);
    const wide = interval(0.001, 0.01, 0.1);
    expect(
      settledBy(free, [
        { label: 'Another kit with finer steps', cost: 5, narrowed: point(0.01) },
        { label: 'A second test from a new sample', cost: 1.5, narrowed: wide },
      ]),
    ).toBe('A second test from a new sample may settle it; another kit with finer steps would.');
  });
});
