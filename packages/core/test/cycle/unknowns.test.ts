import {
  type CycleLog,
  type Guess,
  type UnknownId,
  guessAt,
  normalBetween,
  shareUnder,
  slot,
  unknownsOf,
} from '@hedge-lamp/core/cycle';
import { seededRandom } from '@hedge-lamp/core/quantity';
import fc from 'fast-check';
import { madeLog } from './made-log';

const log = madeLog(20, {});
/** The guess in the middle of everything, but for what is told. */
const guess = (told: Partial<Record<UnknownId, number>> = {}, of: CycleLog = log): Guess => {
  const unknowns = unknownsOf(of);
  return guessAt(
    unknowns,
    unknowns.map(({ id }) => told[id] ?? 0),
    of.days,
  );
};
/** z under which a share of a normal distribution lies, by halving on the error function. */
const zOf = (share: number): number => {
  let [low, high] = [-8, 8];
  for (let k = 0; k < 60; k++) {
    const middle = (low + high) / 2;
    if (normalBetween(-Infinity, middle, 0, 1) < share) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
};

describe('the share of a normal distribution under z', () => {
  it('is that of a handbook table', () => {
    for (const [z, share] of [
      [0, 0.5],
      [1, 0.8413],
      [1.96, 0.975],
      [-1.645, 0.05],
      [-3, 0.00135],
    ] as const)
      expect(shareUnder(z)).toBeCloseTo(share, 4);
  });
});

describe('a guess', () => {
  it('has a film that never starts three times in a hundred, and one that starts weeks later about twice', () => {
    const start = (z: number) => guess({ 'nitrite-film': z }).start[slot.nitriteFilm]!;
    const usual = (z: number) => start(1) ** z * start(0) ** (1 - z);
    expect(start(zOf(0.029))).toBe(0);
    expect(guess({ 'nitrite-film': zOf(0.029) }).dead).toBe('nitrite');
    expect(guess({ 'ammonia-film': zOf(0.029) }).dead).toBe('ammonia');
    const late = zOf(0.031);
    expect(start(late)).toBeGreaterThan(0);
    expect(start(late)).toBeLessThan(usual(late) / 1000);
    const begun = zOf(0.051);
    expect(start(begun) / usual(begun)).toBeCloseTo(1, 6);
  });
  it('begins with the less the further down, without a step but that to nothing', () => {
    let before = 0;
    for (let z = -1.88; z < 0; z += 0.01) {
      const film = guess({ 'ammonia-film': z }).start[slot.ammoniaFilm]!;
      expect(film).toBeGreaterThan(before);
      if (before > 0) expect(film / before).toBeLessThan(2);
      before = film;
    }
  });
  it('lost a film unseen eight times in a hundred, at some day of the log, and what is left is a third at most', () => {
    expect(guess({ loss: zOf(0.081) }).lost).toBeNull();
    fc.assert(
      fc.property(
        fc.double({ min: 0.0001, max: 0.0799, noNaN: true }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        (share, when) => {
          const lost = guess({ loss: zOf(share), 'loss-day': when }).lost!;
          expect(lost.day).toBeGreaterThan(0);
          expect(lost.day).toBeLessThan(20);
          expect(lost.left).toBeGreaterThan(0.001);
          expect(lost.left).toBeLessThanOrEqual(0.35);
        },
      ),
    );
  });
  it('has nitrite in the other basis three times in a hundred, either way', () => {
    expect(guess({ basis: zOf(0.031) }).basis).toBeNull();
    // 46.0055 g/mol of NO2 in 14.007 of N.
    expect(guess({ basis: zOf(0.014) }).basis!.times).toBeCloseTo(46.0055 / 14.007, 3);
    expect(guess({ basis: zOf(0.016) }).basis!.times).toBeCloseTo(14.007 / 46.0055, 3);
  });
  it('knows a source by what was read of it, and doubts what was not', () => {
    const source = { ammonia: null, nitrite: 0, nitrate: null, alkalinity: 1.5 };
    const changed = madeLog(20, {}, [{ day: 3, did: 'change', part: 0.5, source }]);
    const ids = unknownsOf(changed).map(({ id }) => id);
    expect(ids).toEqual(expect.arrayContaining(['tap-ammonia', 'tap-nitrate']));
    expect(ids).not.toContain('tap-nitrite');
    expect(ids).not.toContain('tap-alkalinity');
    expect(unknownsOf(log).filter(({ id }) => id.startsWith('tap-'))).toEqual([]);
    const [low, high] = [-1.28, 1.28].map((z) => guess({ 'tap-ammonia': z }, changed).tap.ammonia);
    expect(high! / low!).toBeGreaterThan(10);
  });
  it('is of sound numbers for every point', () => {
    const random = seededRandom(3);
    const unknowns = unknownsOf(log);
    for (let k = 0; k < 300; k++) {
      const { kinetics, start, kit, bestWarmth } = guessAt(
        unknowns,
        unknowns.map(() => random.spread(1) * 3),
        log.days,
      );
      for (const x of [...Object.values(kinetics), ...start, ...Object.values(kit), bestWarmth])
        expect(Number.isFinite(x)).toBe(true);
      for (const x of start) expect(x).toBeGreaterThanOrEqual(0);
    }
  });
});
