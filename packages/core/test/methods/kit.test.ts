import { type Kit, KitDraftSchema, bookOf, bottleState, kitState, methodOf } from '@hedge-lamp/core/methods';
import { kitDoubts } from '@hedge-lamp/core/readings';

const day = 86_400_000;
const now = Date.UTC(2026, 10, 25, 12);
const kit = (more: Partial<Kit> = {}): Kit => ({
  ...KitDraftSchema.parse({
    id: '3f9f3c2e-8b43-4c1b-9a39-0d4bb3a2c111',
    name: 'Hazel box',
    tests: [
      { methodId: 'kh-drops', perBox: 60, counted: 20 },
      { methodId: 'gh-drops', perBox: 40, counted: null },
    ],
    bottles: [{ methodId: 'kh-drops', bottleId: 'kh', expiresOn: '2026-11-24', marks: ['left-in-heat'] }],
    price: 25,
    currency: 'EUR',
    countedAt: now - 40 * day,
  }),
  version: 1,
  createdAt: now - 100 * day,
  deletedAt: null,
  uses: [],
  ...more,
});
const uses = (...daysAgo: number[]) => daysAgo.map((d) => ({ methodId: 'kh-drops', at: now - d * day }));

describe('a kit', () => {
  it('counts down from what was counted, by the uses since then alone', () => {
    const [kh] = kitState(kit({ uses: uses(60, 30, 20, 10) }), now);
    expect(kh).toMatchObject({ left: 17, usedSinceCount: 3 });
  });
  it('foretells the day it runs out: 16 left at one in ten days last 160 days', () => {
    const [kh] = kitState(kit({ uses: uses(40, 30, 20, 10) }), now);
    expect(kh!.left).toBe(16);
    expect(kh!.perDay).toBeCloseTo(0.1, 9);
    expect((kh!.runsOutAt! - now) / day).toBeCloseTo(160, 6);
  });
  it('has no pace from one use, and does not fall below nothing', () => {
    expect(kitState(kit({ uses: uses(5) }), now)[0]).toMatchObject({ perDay: null, runsOutAt: null });
    expect(kitState(kit({ uses: uses(...Array.from({ length: 30 }, (_, k) => k + 1)) }), now)[0]!.left).toBe(
      0,
    );
  });
  it('shares its price over all tests of the box: 25 for 100 is 0.25 each', () => {
    expect(kitState(kit(), now).map((s) => s.costPerTest)).toEqual([0.25, 0.25]);
    expect(kitState(kit({ price: null }), now)[0]!.costPerTest).toBeNull();
  });
  it('doubts what its bottles read once they are out of date or marked', () => {
    expect(kitDoubts(kit(), 'kh-drops', '2026-11-25')).toEqual(['old-bottle', 'marked-bottle']);
    expect(kitDoubts(kit(), 'kh-drops', '2026-11-24')).toEqual(['marked-bottle']);
    expect(kitDoubts(kit(), 'gh-drops', '2026-11-25')).toEqual([]);
    const pierced = { ...kit().bottles[0]!, marks: ['seal-pierced' as const], expiresOn: '2026-12-10' };
    expect(bottleState(pierced, '2026-11-25')).toMatchObject({
      expired: false,
      expiresSoon: true,
      marked: false,
    });
  });
  it.each([
    [{ name: ' ' }, 'name', /Give the kit a name/],
    [{ tests: [] }, 'tests', /at least one test/],
    [{ price: -1 }, 'price', /0 or more/],
    [
      { bottles: [{ methodId: 'a', bottleId: 'b', expiresOn: '2026-02-31x' }] },
      'bottles.0.expiresOn',
      /such as/,
    ],
  ])('%j is refused at its field', (change, path, message) => {
    const parsed = KitDraftSchema.safeParse({ ...kit(), ...change });
    const issue = parsed.error!.issues.find((i) => i.path.join('.') === path);
    expect(issue?.message).toMatch(message);
  });
});

describe('the book of methods', () => {
  const own = (version: number, perDrop: number) => ({
    ...methodOf('kh-drops'),
    id: 'mine',
    version,
    result: { by: 'titration' as const, perDrop, unit: '°dKH' },
  });
  it('gives the version that is asked for, and the newest when none is', () => {
    const book = bookOf([own(1, 1), own(2, 0.5)]);
    expect(methodOf('mine', 1, book).result).toMatchObject({ perDrop: 1 });
    expect(methodOf('mine', null, book).version).toBe(2);
    expect(() => methodOf('mine')).toThrow(/no method called “mine”/);
  });
});
