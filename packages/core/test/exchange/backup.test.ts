import { localDate } from '@hedge-lamp/core/wire';
import fc from 'fast-check';
import { BackupManifestSchema, photoOfEntry } from '../../src/exchange/backup-manifest';
import { backupPatience, backupStanding } from '../../src/exchange/backup-standing';
import { bytesWords, contentsWords } from '../../src/exchange/backup-words';
import { keptByRotation, rotation } from '../../src/exchange/backup-rotation';

const day = 86_400_000;
const noon = Date.UTC(2026, 10, 28, 12);
const backups = (daysAgo: readonly number[]) =>
  daysAgo.map((d) => ({ name: `${d} days ago`, madeAt: noon - d * day }));
const kept = (daysAgo: readonly number[], zone = 'Etc/UTC') =>
  [...keptByRotation(backups(daysAgo), zone)].map((name) => Number(name.split(' ')[0])).sort((a, b) => a - b);

describe('the daily backups that stay', () => {
  it('are those of a year: seven days, four weeks, twelve months', () => {
    const all = kept(Array.from({ length: 400 }, (_, k) => k));
    // 28 November 2026 is a Saturday (by the calendar of any year book): weeks end on the Sundays 22, 15 and 8 November.
    expect(all.slice(0, 10)).toEqual([0, 1, 2, 3, 4, 5, 6, 13, 20, 28]);
    const lastDays = all.slice(9).map((d) => new Date(noon - d * day).toISOString().slice(0, 10));
    expect(lastDays).toEqual([
      '2026-10-31',
      '2026-09-30',
      '2026-08-31',
      '2026-07-31',
      '2026-06-30',
      '2026-05-31',
      '2026-04-30',
      '2026-03-31',
      '2026-02-28',
      '2026-01-31',
      '2025-12-31',
    ]);
  });

  it('of a machine that runs now and then are as many: days without one cost nothing', () => {
    expect(kept([0, 30, 60, 90, 120, 150, 180])).toEqual([0, 30, 60, 90, 120, 150, 180]);
  });

  it('are told by the days of their zone', () => {
    // Half past eleven at night in Auckland and an hour later: two days there, one in Greenwich.
    const late = Date.UTC(2026, 5, 1, 11, 30);
    const two = [
      { name: 'a', madeAt: late },
      { name: 'b', madeAt: late + 3_600_000 },
    ];
    expect(keptByRotation(two, 'Etc/UTC')).toEqual(new Set(['b']));
    expect(keptByRotation(two, 'Pacific/Auckland')).toEqual(new Set(['a', 'b']));
    expect(localDate(late, 'Pacific/Auckland')).toBe('2026-06-01');
  });

  it('always have the newest among them, are few, and are the same when thinned out twice', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 900 }), { minLength: 1, maxLength: 200 }),
        (hoursAgo) => {
          const made = hoursAgo.map((h, k) => ({ name: String(k), madeAt: noon - h * 3_600_000 * 11 }));
          const stays = keptByRotation(made, 'Europe/Berlin');
          const newest = Math.max(...made.map((m) => m.madeAt));
          expect(made.some((m) => m.madeAt === newest && stays.has(m.name))).toBe(true);
          expect(stays.size).toBeLessThanOrEqual(rotation.days + rotation.weeks + rotation.months);
          const again = keptByRotation(
            made.filter((m) => stays.has(m.name)),
            'Europe/Berlin',
          );
          expect(again).toEqual(stays);
        },
      ),
    );
  });

  it('are never fewer for one more, made each day by a machine that thins them out each time', () => {
    let there: { name: string; madeAt: number }[] = [];
    for (let k = 0; k < 500; k++) {
      there = [...there, { name: String(k), madeAt: noon + k * day }];
      const stays = keptByRotation(there, 'Etc/UTC');
      there = there.filter((b) => stays.has(b.name));
    }
    const ages = there.map((b) => 499 - Number(b.name));
    expect(ages.filter((a) => a < 7)).toHaveLength(7);
    // The end of the month before eleven others: at least 304 days back.
    expect(Math.max(...ages)).toBeGreaterThanOrEqual(304);
    expect(there.length).toBeGreaterThanOrEqual(20);
  });
});

describe('how it stands with the backups', () => {
  it('is never good without one that is young', () => {
    fc.assert(
      fc.property(
        fc.option(fc.integer({ min: -60, max: 60 })),
        fc.option(fc.integer({ min: 0, max: 60 })),
        (lastDaysAgo, firstDaysAgo) => {
          const last = lastDaysAgo === null ? null : noon - lastDaysAgo * day;
          const first = firstDaysAgo === null ? null : noon - firstDaysAgo * day;
          if (backupStanding(last, first, noon) !== 'good') return;
          expect(first).not.toBeNull();
          expect(noon - last!).toBeLessThanOrEqual(backupPatience);
          // One that is dated in the future may be years old.
          expect(last! - noon).toBeLessThanOrEqual(day);
        },
      ),
    );
  });
  it('is told from the first thing kept on', () => {
    expect(backupStanding(null, null, noon)).toBe('nothing-yet');
    expect(backupStanding(null, noon - day, noon)).toBe('none-yet');
    expect(backupStanding(null, noon - 15 * day, noon)).toBe('too-old');
    expect(backupStanding(noon - 13 * day, noon - 90 * day, noon)).toBe('good');
    expect(backupStanding(noon - 14 * day - 1, noon - 90 * day, noon)).toBe('too-old');
    expect(backupStanding(noon + 400 * day, noon - 90 * day, noon)).toBe('too-old');
  });
});

describe('the words', () => {
  it.each([
    [0, '0 bytes'],
    [999, '999 bytes'],
    [1000, '1.0 kB'],
    [207_806, '208 kB'],
    [999_600, '1.0 MB'],
    [2_100_000_000, '2.1 GB'],
    [8e15, '8000 TB'],
  ])('for %d bytes are %s', (bytes, words) => expect(bytesWords(bytes)).toBe(words));

  it('for one are not those for many', () => {
    const contents = {
      ...{
        waters: 1,
        readings: 1203,
        photographs: 0,
        deeds: 0,
        runs: 0,
        kits: 0,
        cards: 0,
        methods: 0,
        removed: 0,
      },
      ...{ waterNames: [], from: null, to: null, demo: false },
    };
    expect(contentsWords(contents)).toBe('1 water, 1,203 readings, 0 photographs');
  });
});

describe('a manifest', () => {
  it('takes no path for the name of a photograph', () => {
    const id = '3c8f5a62-4f6e-4a7e-9a11-000000000001';
    expect(photoOfEntry(`photos/${id}.jpg`)).toBe(id);
    for (const name of [
      `photos/../${id}.jpg`,
      `photos/${id}.jpg/x`,
      `/photos/${id}.jpg`,
      `photos\\${id}.jpg`,
      'photos/.jpg',
      `photos/${id}.JPG`,
      '',
    ])
      expect(photoOfEntry(name)).toBeNull();
  });
  it('that lacks anything, or says more bytes than a number holds, is none', () => {
    expect(BackupManifestSchema.safeParse({ holds: 'hedge-lamp-backup', format: 1 }).success).toBe(false);
    expect(BackupManifestSchema.safeParse({ holds: 'something else' }).success).toBe(false);
  });
});
