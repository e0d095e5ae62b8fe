import { trendNotes } from '../src/readings/trend-words';

const day = 86_400_000;
const start = 1_750_000_000_000;
const points = (values: readonly number[], off = 1, step = 7) =>
  values.map((y, k) => ({ x: start + k * step * day, y, low: y - off, high: y + off, id: String(k) }));
const bands = [
  { from: null, to: 20, status: 'clear' as const },
  { from: 20, to: 40, status: 'watch' as const },
  { from: 40, to: null, status: 'act' as const },
];

describe('a trend in words', () => {
  it('of nitrate that climbs by two a week says so, and when it leaves its band', () => {
    const series = [
      { methodId: 'a', place: '', points: points([10, 12, 14, 16, 18, 20, 22, 24, 26, 28], 0.2) },
    ];
    const [note] = trendNotes(series, bands, 'mg/L NO3');
    // Twelve to go at two a week.
    expect(note?.sentence).toBe(
      'Rising, 2 mg/L NO3 a week. At this pace it passes 40 into Act in about 6 weeks.',
    );
    expect(note?.workings.sources[0]).toMatch(/Sen 1968/);
  });

  it('of nitrite that grows by half each day says how soon it doubles; of a pH it never does', () => {
    const grown = points([0.2, 0.3, 0.45, 0.675, 1.01, 1.52, 2.28, 3.42], 0.01, 1);
    const sentence = (unit: string) =>
      trendNotes([{ methodId: null, place: '', points: grown }], [], unit)[0]?.sentence;
    // ln 2 ÷ ln 1.5 is 1.7 days.
    expect(sentence('mg/L NO2')).toMatch(/^Rising, .* It doubles in about 2 days\.$/);
    expect(sentence('')).not.toMatch(/doubles/);
  });

  it('claims nothing of readings too wide or too few', () => {
    const scattered = [{ methodId: null, place: '', points: points([10, 14, 9, 13, 8, 12], 1) }];
    expect(trendNotes(scattered, bands, 'mg/L NO3')[0]?.sentence).toMatch(/^No clear way up or down/);
    const wide = [{ methodId: null, place: '', points: points([10, 12, 14, 16, 18, 20], 12) }];
    expect(trendNotes(wide, bands, 'mg/L NO3')[0]?.sentence).toMatch(
      /^Seems to rise by the best guesses, 2 .* The ranges alone would allow −\d.* to \d/,
    );
    expect(
      trendNotes([{ methodId: null, place: '', points: points([10, 20, 30]) }], bands, 'mg/L NO3'),
    ).toEqual([]);
  });

  it('of a year that stood still and climbs since the autumn says both', () => {
    const year = [...Array.from({ length: 44 }, (_, k) => 20 + (k % 2)), 22, 25, 28, 31, 34, 37, 40, 43];
    const notes = trendNotes([{ methodId: 'a', place: '', points: points(year, 0.2) }], [], 'mg/L NO3');
    expect(notes.map((n) => n.stretch)).toEqual(['The last 8 weeks', 'All 51 weeks']);
    expect(notes[0]!.sentence).toBe('Rising, 3 mg/L NO3 a week.');
    // Of all pairs of readings most did not move: the middle one says that the year stood still.
    expect(notes[1]!.sentence).toMatch(/^No clear way up or down: 0 \(0–0\.\d+\) mg\/L NO3 a week\.$/);
  });

  it('foresees by the late pace, not by that of the whole year', () => {
    // Up by half a week for a year, then level at 38: the year's pace would still pass 40 before long.
    const year = [
      ...Array.from({ length: 44 }, (_, k) => 16 + k / 2),
      ...Array.from({ length: 8 }, () => 38),
    ];
    const notes = trendNotes([{ methodId: 'a', place: '', points: points(year, 0.05) }], bands, 'mg/L NO3');
    expect(notes.map((n) => n.sentence.split(',')[0]!.split(':')[0])).toEqual([
      'No clear way up or down',
      'Rising',
    ]);
    expect(notes.map((n) => n.sentence).join(' ')).not.toMatch(/passes/);
  });

  it('of a season alone, or of a year with nothing lately, tells one stretch', () => {
    const season = points([10, 12, 14, 16, 18, 20, 22, 24, 26, 28], 0.2);
    expect(
      trendNotes([{ methodId: 'a', place: '', points: season }], [], 'mg/L NO3').map((n) => n.stretch),
    ).toEqual(['']);
    const sparse = points([10, 12, 14, 16, 18], 0.2, 60);
    expect(
      trendNotes([{ methodId: 'a', place: '', points: sparse }], [], 'mg/L NO3').map((n) => n.stretch),
    ).toEqual(['']);
  });

  it('names no day for what moves toward better', () => {
    const falling = [{ methodId: null, place: '', points: points([38, 34, 31, 28, 25, 22], 0.5) }];
    const [note] = trendNotes(falling, bands, 'mg/L NO3');
    expect(note?.sentence).toMatch(/^Falling/);
    expect(note?.sentence).not.toMatch(/passes/);
  });

  it('keeps kits apart', () => {
    const series = [
      { methodId: 'a', place: '', points: points([10, 12, 14, 16, 18, 20], 0.1) },
      { methodId: 'b', place: '', points: points([30, 30, 30, 30], 0.1) },
    ];
    expect(trendNotes(series, bands, 'mg/L NO3').map((n) => n.methodId)).toEqual(['a', 'b']);
  });

  it('lives with readings all taken at one instant', () => {
    const same = points([10, 12, 14, 16], 1, 0);
    expect(trendNotes([{ methodId: null, place: '', points: same }], bands, '')).toEqual([]);
  });
});
