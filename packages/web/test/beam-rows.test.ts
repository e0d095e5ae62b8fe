import type { Gauge } from '@hedge-lamp/core/guidelines';
import { beamRow, besideRows } from '../src/guidelines/beam-rows';

const now = new Date(2026, 10, 26, 12, 0).getTime();
const hour = 3_600_000;

const gauge = (more: Partial<Gauge> = {}): Gauge => ({
  subject: 'nitrate',
  label: 'Nitrate',
  unit: 'mg/L NO3',
  value: { low: 18, best: 25, high: 38 },
  takenAt: now - 3 * hour,
  readingId: 'r',
  place: '',
  placeId: null,
  estimate: false,
  bands: [
    { from: null, to: 40, status: 'clear' },
    { from: 40, to: 80, status: 'watch' },
    { from: 80, to: null, status: 'act' },
  ],
  by: [],
  status: 'clear',
  light: 'lit',
  claim: 30 * 24 * hour,
  state: 'holds',
  earlier: [{ low: 5, best: 10, high: 20 }],
  sure: true,
  judged: true,
  remark: '',
  gaps: [],
  workings: null,
  ...more,
});

describe('a figure as a row', () => {
  it('says its figure, range, unit, word and age', () => {
    expect(beamRow(gauge(), false, now)).toMatchObject({
      name: 'Nitrate',
      figure: '25',
      range: '18–38',
      word: 'Clear',
      age: '3 h ago',
      says: '25 (18–38) mg/L NO3, Clear, 3 h ago',
    });
  });
  it.each([
    ['left of the bank', { low: 10, best: 20, high: 30 }, [0.15, 0.3, 0.45]],
    ['on the bank', { low: 40, best: 40, high: 40 }, [0.6, 0.6, 0.6]],
    ['over the bank', { low: 20, best: 40, high: 60 }, [0.3, 0.6, 0.67]],
    ['right of the bank', { low: 80, best: 100, high: 120 }, [0.74, 0.87, 1]],
    ['past the top of a card', { low: 80, best: 80, high: null }, [0.74, 0.74, 1]],
  ] as const)('lies %s', (_name, value, at) => {
    const row = beamRow(gauge({ value }), false, now);
    row.beam!.at!.forEach((x, k) => expect(x).toBeCloseTo(at[k]!, 9));
    expect(row.beam!.open).toBe(value.high === null);
  });
  it('says that no end is known past the top of a card, never a figure alone', () => {
    const row = beamRow(gauge({ value: { low: 80, best: 80, high: null }, status: 'act' }), false, now);
    expect(row.figure).toMatch(/80/);
    expect(row.figure).not.toBe('80');
    expect(row.range).toBe('no end known');
  });
  it.each([
    ['never', null, 'Unread', 'not read, Unread'],
    ['no-value', null, 'No value', 'not read, No value, 3 h ago'],
    ['too-old', { low: 0, best: 0, high: 5 }, 'Too old', '0 (0–5) mg/L NO3, Too old, 3 h ago'],
    ['past', { low: 0, best: 0, high: 5 }, 'Past', '0 (0–5) mg/L NO3, Past, 3 h ago'],
    ['cannot-show', { low: 0, best: 0, high: 5 }, 'Cannot show', '0 (0–5) mg/L NO3, Cannot show, 3 h ago'],
    ['old-bottle', { low: 0, best: 0, high: 5 }, 'Old bottle', '0 (0–5) mg/L NO3, Old bottle, 3 h ago'],
  ] as const)('is never called Clear where it is %s', (state, value, word, says) => {
    const takenAt = state === 'never' ? null : now - 3 * hour;
    const row = beamRow(gauge({ state, value, takenAt, status: 'unread', light: 'dusk' }), true, now);
    expect(row).toMatchObject({ word, says });
  });
  it('says Clear no more where nobody knows whether it still is so; what was bad stays bad', () => {
    expect(beamRow(gauge(), true, now, true)).toMatchObject({ word: 'Past', gauge: { light: 'dusk' } });
    expect(beamRow(gauge({ status: 'act' }), true, now, true)).toMatchObject({
      word: 'Act',
      gauge: { light: 'dusk' },
    });
  });
  it('calls what has no limit noted, and gives it no beam', () => {
    const row = beamRow(gauge({ bands: [], judged: false, status: 'unread' }), false, now);
    expect(row).toMatchObject({ word: 'Noted', beam: null });
  });
  it('says what was worked out, and what was taken for what is missing', () => {
    const row = beamRow(
      gauge({
        subject: 'free-ammonia',
        label: 'Free ammonia',
        gaps: ['No thermometer: 18 to 28 °C was taken.'],
      }),
      false,
      now,
    );
    expect(row.unit).toBe('mg/L NO3, worked out');
    expect(besideRows([row])).toEqual(['Free ammonia: No thermometer: 18 to 28 °C was taken.']);
  });
  it('says beside the rows why a reading tells nothing, but not what its word says already', () => {
    const because = 'This kit cannot show it. Confirm it with drops.';
    expect(
      besideRows([beamRow(gauge({ state: 'cannot-show', status: 'unread', remark: because }), true, now)]),
    ).toEqual([`Nitrate: ${because}`]);
    expect(
      besideRows([
        beamRow(gauge({ state: 'too-old', status: 'unread', remark: 'Read 40 days ago.' }), true, now),
      ]),
    ).toEqual([]);
  });
  it('says once what holds for several, with its day as a day', () => {
    const remark = 'Worked out from the change of 2026-11-24 (50 %); test to know.';
    const rows = [
      beamRow(gauge({ remark, estimate: true }), true, now),
      beamRow(gauge({ subject: 'ph', label: 'pH', remark, estimate: true }), true, now),
    ];
    expect(besideRows(rows)).toEqual([
      'Nitrate, pH: Worked out from the change of 24 Nov 2026 (50 %); test to know.',
    ]);
    expect(rows[0]!.says).toMatch(/^about 25 .*, worked out, Clear/);
  });
});
