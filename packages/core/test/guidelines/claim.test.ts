import { type ClaimGiven, claimDays, givenOf, standingOf } from '@hedge-lamp/core/guidelines';
import type { DeedAmount, DeedKind } from '@hedge-lamp/core/remedies';
import { gramsFromLength } from '@hedge-lamp/core/waters';

const water = (kind: string, more: object = {}) => ({
  kind,
  cycling: false,
  stock: [],
  netLiters: 100,
  ...more,
});
const given = (about: object, more: object = {}) =>
  ({ water: about, hasAnimals: true, swings: false, ...more }) as ClaimGiven;
const line = (count: number, gramsEach: number) => ({
  id: '00000000-0000-4000-8000-000000000001',
  group: 'goldfish',
  count,
  gramsEach,
  centimetersEach: null,
  stage: null,
  toldAt: 0,
});

describe('how long a reading may be part of the claim (common practice)', () => {
  it.each([
    ['ammonia in a settled tank', given(water('aquarium')), 'ammonia', 14],
    ['nitrite while the filter grows in', given(water('aquarium', { cycling: true })), 'nitrite', 2],
    [
      'the same without animals',
      given(water('aquarium', { cycling: true }), { hasAnimals: false }),
      'nitrite',
      14,
    ],
    ['ammonia in a bowl', given(water('standing')), 'ammonia', 2],
    ['ammonia in a crowded bowl', given(water('standing', { stock: [line(3, 40)] })), 'ammonia', 1],
    ['pH', given(water('aquarium')), 'ph', 14],
    ['pH of a sunlit water with ammonia', given(water('pond'), { swings: true }), 'ph', 1],
    ['nitrate', given(water('aquarium')), 'nitrate', 30],
    ['GH', given(water('aquarium')), 'hardness', 60],
    ['a source', given(water('source'), { hasAnimals: false }), 'ph', 60],
    [
      'ammonia of a source that ever showed any',
      given(water('source'), { sourceAmmonia: true }),
      'ammonia',
      14,
    ],
  ] as const)('%s', (_name, about, parameter, days) => {
    expect(claimDays(about, parameter)).toBe(days);
  });

  it('a fish of 10 cm weighs about 15 g (condition factor 1.5, from memory)', () => {
    expect(gramsFromLength(10)).toBeCloseTo(15, 9);
  });
});

const none = '0 (0–0.1)';
const readAgo = (daysAgo: number) => ({
  ammonia: { says: none, daysAgo },
  nitrite: { says: none, daysAgo },
  ph: { says: '7.4', daysAgo },
  alkalinity: { says: '6', daysAgo },
});
const lampAfter = (
  kind: DeedKind,
  amount?: DeedAmount,
  { readDaysAgo = 2, deedDaysAgo = 1 }: { readDaysAgo?: number; deedDaysAgo?: number } = {},
) =>
  standingOf(
    givenOf({
      read: readAgo(readDaysAgo),
      deeds: [{ kind, daysAgo: deedDaysAgo, ...(amount ? { amount } : {}) }],
    }),
  ).lamp.status;

describe('what makes earlier readings the past (common practice)', () => {
  it.each([
    ['a filter rinsed in its own water', 'filter-rinse', undefined, 'clear'],
    ['a filter washed under the tap', 'filter-wash', undefined, 'unread'],
    ['a filter cleaned, not said how', 'filter-clean', undefined, 'unread'],
    ['media changed', 'media-change', undefined, 'unread'],
    ['an hour without power', 'power-cut', { by: 'hours', hours: '1' }, 'clear'],
    ['three hours without power', 'power-cut', { by: 'hours', hours: '3' }, 'unread'],
    ['a power cut of untold length', 'power-cut', undefined, 'unread'],
    ['a medicine', 'medicine', undefined, 'unread'],
    ['a treatment, not said which', 'treatment', undefined, 'unread'],
    ['a rescape', 'rescape', undefined, 'unread'],
    ['a conditioner against chlorine', 'conditioner', { by: 'against', against: 'chlorine' }, 'clear'],
    ['a conditioner against ammonia', 'conditioner', { by: 'against', against: 'ammonia' }, 'unread'],
    ['a buffer', 'buffer', undefined, 'unread'],
    ['acid', 'acid', undefined, 'unread'],
    ['animals added to a stock never told', 'stocked', undefined, 'unread'],
    ['plants added', 'planting', undefined, 'clear'],
    ['food', 'feed', undefined, 'clear'],
    ['animals moved out', 'departure', undefined, 'clear'],
  ] as const)('%s', (_name, kind, amount, lamp) => {
    expect(lampAfter(kind, amount)).toBe(lamp);
  });

  it('a reading after it holds two days for a fortnight, and its own time from then on', () => {
    const read = (readDaysAgo: number, deedDaysAgo: number) =>
      lampAfter('medicine', undefined, { readDaysAgo, deedDaysAgo });
    expect(read(1, 5)).toBe('clear');
    expect(read(3, 5)).toBe('unread');
    expect(read(3, 16)).toBe('clear');
  });

  it('a snail that died in much water is no event, in little water it is', () => {
    const snail: DeedAmount = { by: 'animals', group: 'snails', count: '1', gramsEach: '', stage: null };
    const lamp = (netLiters: number) =>
      standingOf(
        givenOf({
          water: { netLiters },
          read: readAgo(5),
          deeds: [{ kind: 'loss', daysAgo: 3, amount: snail }],
        }),
      ).lamp.status;
    expect(lamp(200)).toBe('clear');
    expect(lamp(30)).toBe('unread');
  });

  it('rain of 30 mm is three percent of a pond one meter deep, and unknown where a roof drains into it', () => {
    const lamp = (water: object) =>
      standingOf(
        givenOf({
          kind: 'pond',
          stock: ['goldfish'],
          water,
          read: { ...readAgo(2), temperature: { says: '16', daysAgo: 2 } },
          deeds: [{ kind: 'rain', daysAgo: 1, amount: { by: 'rain', millimeters: '30' } }],
        }),
      ).lamp.status;
    expect(lamp({ meanDepth: 1 })).toBe('clear');
    expect(lamp({ surface: 0.1, netLiters: 100 })).toBe('clear');
    expect(lamp({ meanDepth: 1, roofWater: true })).toBe('unread');
    expect(lamp({})).toBe('unread');
  });

  it('known changes are carried up to half in all', () => {
    const lamp = (...percents: string[]) =>
      standingOf(
        givenOf({
          read: readAgo(3),
          source: { ammonia: none, nitrate: '5', ph: '7.4', alkalinity: '6' },
          deeds: percents.map((percent, k) => ({
            kind: 'water-change' as const,
            daysAgo: 2 - k * 0.5,
            amount: { by: 'part' as const, percent },
          })),
        }),
      ).lamp.status;
    expect(lamp('25')).toBe('clear');
    expect(lamp('50')).toBe('clear');
    expect(lamp('25', '25')).toBe('clear');
    // 1 − 0.75³ is 58 %.
    expect(lamp('25', '25', '25')).toBe('unread');
    expect(lamp('60')).toBe('unread');
  });

  it('a change never makes Clear of what was wrong: only a test does', () => {
    const t = standingOf(
      givenOf({
        read: { ...readAgo(1), nitrite: { says: '0.2 (0.18–0.22)', daysAgo: 1 } },
        source: { ammonia: none, nitrate: '5', ph: '7.4', alkalinity: '6' },
        deeds: [{ kind: 'water-change', daysAgo: 0.5, amount: { by: 'part', percent: '50' } }],
      }),
    );
    expect(t.lamp).toMatchObject({ status: 'watch' });
    expect(t.lamp.sentence).toMatch(/worked out; test to know/);
  });
});
