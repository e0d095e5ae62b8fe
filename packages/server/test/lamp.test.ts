import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Standing, Today } from '@hedge-lamp/core/guidelines';
import { methodOf } from '@hedge-lamp/core/methods';
import Sqlite from 'better-sqlite3';
import { v4 as newId } from 'uuid';
import { buildApp } from '../src/app';
import { openDatabase } from '../src/database/open-database';
import { usualPlace } from '../src/exchange/backup-target';
import { openKept } from '../src/exchange/open-kept';
import { type MadeApp, figureReading as figure, makeApp, migrations, now, phReading } from './made-app';

const day = 86_400_000;
let made: MadeApp;
beforeEach(async () => {
  made = await makeApp();
});
afterEach(() => made.close());

/** What can kill, all of it as it should be. */
const well = (waterId: string, more: object = {}) => [
  figure(waterId, 'ammonia', '0 (0-0.1)', 'mg/L NH3-N', more),
  figure(waterId, 'nitrite', '0 (0-0.1)', 'mg/L NO2', more),
  figure(waterId, 'ph', '7.4', 'pH', more),
];
const keep = async (...readings: object[]) => {
  for (const reading of readings)
    expect((await made.call('POST', '/api/readings', reading)).status).toBe(201);
};
const deed = (waterId: string, kind: string, more: object = {}) => ({
  id: newId(),
  waterId,
  kind,
  at: now - 30_000,
  zone: 'Etc/UTC',
  ...more,
});
const note = (...args: Parameters<typeof deed>) => made.call('POST', '/api/deeds', deed(...args));
const today = async (id: string) => (await made.call<Today>('GET', `/api/waters/${id}/today`)).body;
const animals = (count: string, group = 'community-fish', more: object = {}) => ({
  amount: { by: 'animals', group, count, gramsEach: '', stage: null, ...more },
});

describe('“nobody lives here”', () => {
  const fed = async (at: number): Promise<string> => {
    const tank = await made.makeWater({ livesHere: 'nobody' });
    made.database.$client.prepare('update waters set lives_told_at = ? where id = ?').run(at, tank);
    await keep(
      figure(tank, 'ammonia', '4 (3-5)', 'mg/L NH3-N'),
      figure(tank, 'nitrite', '2 (1-3)', 'mg/L NO2'),
      figure(tank, 'ph', '8', 'pH'),
    );
    expect((await today(tank)).lamp).toMatchObject({ status: 'clear', notReady: true });
    return tank;
  };

  it('holds until animals are noted, however long ago, and can be said anew', async () => {
    const tank = await fed(now - 200 * day);
    await note(tank, 'stocked', { at: now - 150 * day, ...animals('5') });
    expect((await today(tank)).lamp).toMatchObject({ status: 'act', asks: ['who-lives-here'] });
    // Another fact changed tells nothing of who lives there.
    const put = async (change: object) => {
      const { version, livesToldAt, ...water } = (
        await made.call<Record<string, unknown>>('GET', `/api/waters/${tank}`)
      ).body;
      expect(livesToldAt === null || Number(livesToldAt) <= now).toBe(true);
      expect(
        (await made.call('PUT', `/api/waters/${tank}`, { version, water: { ...water, ...change } })).status,
      ).toBe(200);
    };
    await put({ name: 'Another name' });
    expect((await today(tank)).lamp.status).toBe('act');
    await put({ livesHere: null });
    await put({ livesHere: 'nobody' });
    expect((await today(tank)).lamp).toMatchObject({ status: 'clear', notReady: true, asks: [] });
  });

  it('is the last word over what was noted before it', async () => {
    const tank = await fed(now - day);
    await note(tank, 'departure', { at: now - 2 * day, ...animals('5') });
    expect((await today(tank)).lamp).toMatchObject({ status: 'clear', notReady: true });
  });
});

describe('the lamp over the API', () => {
  it('is one for page and shelf, and never Clear for a water that was never read, though its tap was', async () => {
    const tap = await made.makeWater({ name: 'Tap', kind: 'source', netLiters: null });
    const tank = await made.makeWater({ stockGroups: ['community-fish'], sourceWaterId: tap });
    await keep(
      figure(tap, 'ammonia', '0 (0-0.1)', 'mg/L NH3-N'),
      figure(tap, 'nitrate', '5', 'mg/L NO3'),
      figure(tap, 'ph', '7.2', 'pH'),
      figure(tap, 'alkalinity', '6', '°dKH'),
    );
    const standings = (await made.call<Standing[]>('GET', '/api/today')).body;
    expect(standings.find((s) => s.waterId === tap)!.lamp.status).toBe('clear');
    expect(standings.find((s) => s.waterId === tank)!.lamp).toMatchObject({
      status: 'unread',
      word: 'Cannot say',
    });
    expect((await today(tank)).lamp).toEqual(standings.find((s) => s.waterId === tank)!.lamp);
  });

  it('lights for two days by a sign, and until it is called over', async () => {
    const tank = await made.makeWater({ stockGroups: ['community-fish'] });
    await keep(...well(tank));
    expect((await today(tank)).lamp.status).toBe('clear');
    expect((await note(tank, 'sign', { amount: { by: 'signs', signs: ['gasping'] } })).status).toBe(201);
    expect((await today(tank)).lamp).toMatchObject({ status: 'urgent' });
    expect((await note(tank, 'sign-over', { at: now - 10_000 })).status).toBe(201);
    expect((await today(tank)).lamp.status).toBe('clear');
  });

  it('refuses a sign that says nothing', async () => {
    const tank = await made.makeWater();
    const answer = await note(tank, 'sign');
    expect(answer.status).toBe(422);
    expect(answer.body.errors).toContainEqual({ path: 'amount', message: 'Tick what you see.' });
  });

  it('judges places apart: the worst counts and is named, and what one place read lifts no other', async () => {
    const [above, below] = [newId(), newId()];
    const stream = await made.makeWater({
      kind: 'stream',
      netLiters: null,
      samplingPoints: [
        { id: above, name: 'Above' },
        { id: below, name: 'Below' },
      ],
    });
    const all = (samplingPointId: string, ammonia: string) => [
      figure(stream, 'ammonia', ammonia, 'mg/L NH3-N', { samplingPointId }),
      figure(stream, 'nitrite', '0 (0-0.1)', 'mg/L NO2', { samplingPointId }),
      figure(stream, 'nitrate', '5', 'mg/L NO3', { samplingPointId }),
      figure(stream, 'ph', '7.8', 'pH', { samplingPointId }),
      figure(stream, 'alkalinity', '150', 'mg/L CaCO3', { samplingPointId }),
      figure(stream, 'hardness', '160', 'mg/L CaCO3', { samplingPointId }),
      figure(stream, 'temperature', '14', '°C', { samplingPointId }),
    ];
    await keep(...all(above, '0 (0-0.1)'));
    expect((await today(stream)).lamp).toMatchObject({ status: 'unread', place: 'Below' });
    await keep(...all(below, '5'));
    const t = await today(stream);
    expect(t.lamp.place).toBe('Below');
    expect(['act', 'urgent']).toContain(t.lamp.status);
    expect(t.lamp.sentence).toMatch(/^Below: /);
    const places = (subject: string) => t.gauges.filter((g) => g.subject === subject).map((g) => g.place);
    expect(places('ammonia')).toEqual(['Above', 'Below']);
    // Side by side with other waters each figure is that of its worst place.
    const cell = t.cells.find((c) => c.subject === 'free-ammonia')!;
    expect(cell).toMatchObject({ place: 'Below', light: 'lit', estimate: true });
    expect(['act', 'urgent']).toContain(cell.status);
    expect(cell.at![1]).toBeGreaterThan(0.74);
    expect(t.because).toMatch(/^free ammonia 0\./);
    // A newer reading above does not stand in for the one below.
    await keep(
      figure(stream, 'ammonia', '0 (0-0.1)', 'mg/L NH3-N', { samplingPointId: above, takenAt: now - 1000 }),
    );
    expect((await today(stream)).lamp.place).toBe('Below');
  });

  it('shows each figure with its light, and its few readings before by the same kit, newest first', async () => {
    const tank = await made.makeWater({ stockGroups: ['community-fish'] });
    await keep(
      ...[9, 8, 7, 6, 5].map((daysAgo) =>
        figure(tank, 'nitrate', String(10 + daysAgo), 'mg/L NO3', { takenAt: now - daysAgo * day }),
      ),
      figure(tank, 'ammonia', '0 (0-0.1)', 'mg/L NH3-N', { takenAt: now - 10 * day }),
      figure(tank, 'nitrite', '0 (0-0.1)', 'mg/L NO2', { takenAt: now - 20 * day }),
    );
    const t = await today(tank);
    const gauge = (subject: string) => t.gauges.find((g) => g.subject === subject)!;
    // The claims of verdict and plan: 30 days for nitrate, 14 for ammonia and nitrite; lit up to six tenths of it.
    expect(gauge('nitrate')).toMatchObject({ light: 'lit', state: 'holds', claim: 30 * day });
    expect(gauge('nitrate').earlier.map((e) => Math.round(e.best))).toEqual([16, 17, 18]);
    expect(gauge('ammonia')).toMatchObject({ light: 'late', state: 'holds', status: 'clear' });
    expect(gauge('nitrite')).toMatchObject({ light: 'dusk', state: 'too-old', status: 'unread' });
    expect(gauge('hardness')).toMatchObject({ light: 'dark', state: 'never', status: 'unread' });
    // The page of all waters has the same.
    const { body } = await made.call<Standing[]>('GET', '/api/today');
    const { cells } = body.find((s) => s.waterId === tank)!;
    expect(cells.map((c) => [c.subject, c.light])).toEqual(
      t.gauges.filter((g) => cells.some((c) => c.subject === g.subject)).map((g) => [g.subject, g.light]),
    );
    expect(cells.find((c) => c.subject === 'nitrite')).toMatchObject({ status: 'unread', light: 'dusk' });
  });

  it('joins the two pH ranges of separate runs within a day, and runs in no circle', async () => {
    const tank = await made.makeWater({ stockGroups: ['community-fish'] });
    const card = (methodId: string, cardId: string, swatch: number, takenAt: number) => ({
      id: newId(),
      waterId: tank,
      parameter: 'ph',
      methodId,
      takenAt,
      zone: 'Etc/UTC',
      entered: { how: 'card', cardId, match: { found: 'at', swatch } },
    });
    const cardOf = (id: string) => {
      const { result } = methodOf(id);
      if (result.by !== 'card') throw new Error('It is read on a card.');
      return result.card;
    };
    const [low, high] = [cardOf('ph-low-range'), cardOf('ph-high-range')];
    await keep(
      card(
        'ph-high-range',
        high.id,
        high.values.findIndex((v) => v >= 8.2),
        now - 5 * 3_600_000,
      ),
    );
    await keep(card('ph-low-range', low.id, low.values.length - 1, now - 60_000));
    const t = await today(tank);
    const ph = t.gauges.find((g) => g.subject === 'ph')!;
    expect(ph.value!.high).not.toBeNull();
    expect(ph.value!.best).toBeGreaterThan(8);
    expect(JSON.stringify(t)).not.toMatch(/Run the high range|Acid water/);
  });
});

describe('a change of water that is noted', () => {
  it('of known size with a tested source is carried: the lamp stays Clear and says so', async () => {
    const tap = await made.makeWater({ name: 'Tap', kind: 'source', netLiters: null });
    const tank = await made.makeWater({ stockGroups: ['community-fish'], sourceWaterId: tap });
    await keep(
      figure(tap, 'ammonia', '0 (0-0.1)', 'mg/L NH3-N'),
      figure(tap, 'nitrate', '5', 'mg/L NO3'),
      figure(tap, 'ph', '7.4', 'pH'),
      figure(tap, 'alkalinity', '6', '°dKH'),
      ...well(tank),
      figure(tank, 'alkalinity', '6', '°dKH'),
      figure(tank, 'nitrate', '40', 'mg/L NO3'),
    );
    const change = await note(tank, 'water-change', { amount: { by: 'part', percent: '25' } });
    expect(change.status).toBe(201);
    const t = await today(tank);
    const nitrate = t.gauges.find((g) => g.subject === 'nitrate')!;
    // Conservation of mass: 0.75 × 40 + 0.25 × 5.
    expect(nitrate.value!.best).toBeCloseTo(31.25, 1);
    expect(nitrate.estimate).toBe(true);
    expect(nitrate.gaps.join(' ')).toMatch(/Worked out from the change .*; test to know/);
    expect(t.gauges.find((g) => g.subject === 'ammonia')!.status).toBe('clear');
    // No reading was made of it.
    const { body: log } = await made.call<{ readings: unknown[] }>('GET', `/api/waters/${tank}/readings`);
    expect(log.readings).toHaveLength(5);
  });

  it('of unknown size makes everything past', async () => {
    const tank = await made.makeWater({ stockGroups: ['community-fish'] });
    await keep(...well(tank));
    await note(tank, 'water-change', { detail: 'a lot' });
    expect((await today(tank)).lamp.status).toBe('unread');
  });
});

describe('the stock of a water', () => {
  const line = (count: number) => ({
    id: newId(),
    group: 'community-fish' as const,
    count,
    gramsEach: 2,
    centimetersEach: null,
    stage: null,
    toldAt: now - 10 * day,
  });
  it('keeps its count through arrivals and deaths, and refuses more dead than lived', async () => {
    const tank = await made.makeWater({ stockGroups: ['community-fish'], stock: [line(10)] });
    expect((await note(tank, 'stocked', animals('2'))).status).toBe(201);
    expect((await note(tank, 'loss', animals('3'))).status).toBe(201);
    const refused = await note(tank, 'loss', animals('10'));
    expect(refused.status).toBe(422);
    expect(refused.body.errors).toEqual([
      { path: 'amount.count', message: expect.stringMatching(/says 10, but only 9 were left/) },
    ]);
    const sheet = (await made.call<{ about: string[] }>('GET', `/api/waters/${tank}/sheet`)).body;
    expect(sheet.about.join(' ')).toMatch(/9 mixed tropical fish of 2 g/);
  });

  it('added by over a tenth of its weight makes ammonia and nitrite the past; by less it does not', async () => {
    const tank = await made.makeWater({ stockGroups: ['community-fish'], stock: [line(40)] });
    await keep(...well(tank));
    await note(tank, 'stocked', animals('3'));
    expect((await today(tank)).lamp.status).toBe('clear');
    await note(tank, 'stocked', animals('8'));
    expect((await today(tank)).lamp.status).toBe('unread');
  });

  it.each([
    ['a count below zero', { stock: [line(-1)] }, 'stock.0.count', /fewer than 0/],
    ['nobody, with animals told', { livesHere: 'nobody', stockGroups: ['trout'] }, 'livesHere', /Untick one/],
    ['a pond without depth', { meanDepth: 0 }, 'meanDepth', /more than 0 m/],
    ['a depth of 1e9', { meanDepth: 1e9 }, 'meanDepth', /At most 100 m/],
  ])('refuses %s with field and sentence', async (_name, more, path, message) => {
    const answer = await made.call('POST', '/api/waters', {
      id: newId(),
      name: 'Tub',
      kind: 'pond',
      netLiters: 100,
      ...more,
    });
    expect(answer.status).toBe(422);
    expect(answer.body.errors).toContainEqual({ path, message: expect.stringMatching(message) });
  });
});

describe('deeds that cannot be', () => {
  it.each([
    ['absurd rain', 'rain', { amount: { by: 'rain', millimeters: '5000' } }, 'amount.millimeters'],
    ['rain below zero', 'rain', { amount: { by: 'rain', millimeters: '-3' } }, 'amount.millimeters'],
    ['half a fish', 'loss', animals('0.5'), 'amount.count'],
    ['no fish', 'loss', animals('0'), 'amount.count'],
    ['minus two fish', 'stocked', animals('-2'), 'amount.count'],
    [
      'a fish that weighs nothing said in letters',
      'stocked',
      animals('2', 'koi', { gramsEach: 'fat' }),
      'amount.gramsEach',
    ],
    ['plants that died as animals', 'loss', animals('2', 'water-plants'), 'amount.group'],
    ['a power cut of words', 'power-cut', { amount: { by: 'hours', hours: 'long' } }, 'amount.hours'],
    ['tomorrow', 'loss', { at: now + day }, 'at'],
    ['rain told as a share', 'rain', { amount: { by: 'part', percent: '10' } }, 'amount.by'],
  ])('%s: refused by its field', async (_name, kind, more, path) => {
    const pond = await made.makeWater({ kind: 'pond' });
    const answer = await note(pond, kind, more);
    expect(answer.status).toBe(422);
    expect((answer.body.errors as { path: string }[]).map((e) => e.path)).toContain(path);
    const { body: kept } = await made.call<unknown[]>('GET', `/api/waters/${pond}/deeds`);
    expect(kept).toEqual([]);
  });
});

describe('a file of an earlier version', () => {
  it('opens, keeps every value, and is judged anew', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'hedge-lamp-old-'));
    try {
      // The schema as it was before stock and salinity were told.
      const first = openDatabase(folder, migrations);
      first.$client.close();
      const file = join(folder, 'hedge-lamp.sqlite');
      const old = new Sqlite(file);
      for (const column of [
        'lives_here',
        'stock',
        'salinity',
        'mean_depth',
        'surface',
        'roof_water',
        'filter',
        'lives_told_at',
        'purge_at',
      ])
        old.exec(`alter table waters drop column ${column}`);
      old.exec(
        'alter table deeds drop column plan_line; drop table plans_put_off; drop table made_as; drop table own_parameters',
      );
      old.exec('alter table readings drop column purge_at; alter table readings drop column clock_ahead');
      old.exec('alter table photos drop column purge_at');
      old.exec(
        'delete from __drizzle_migrations where rowid in (select rowid from __drizzle_migrations order by rowid desc limit 5)',
      );
      const id = newId();
      old
        .prepare(
          `insert into waters (id, name, kind, net_liters, units, stock_groups, cycling, sampling_points, note, version, created_at, updated_at)
           values (?, 'Old loop', 'aquaponics', 500, '{}', '["goldfish"]', 1, '[]', '', 1, ?, ?)`,
        )
        .run(id, now - 90 * day, now - 90 * day);
      const read = phReading(id, '6.8');
      old
        .prepare(
          `insert into readings (id, water_id, parameter, method_id, method_version, taken_at, zone, entered, doubts, by, note, low, best, high, version, created_at)
           values (?, ?, 'ph', 'pen-ph', 1, ?, 'Etc/UTC', ?, '["shook-short"]', '', '', 6.7, 6.8, 6.9, 1, ?)`,
        )
        .run(read.id, id, now - day, JSON.stringify(read.entered), now - day);
      old
        .prepare(
          `insert into deeds (id, water_id, kind, at, zone, detail, created_at) values (?, ?, 'filter-clean', ?, 'Etc/UTC', 'rinsed', ?)`,
        )
        .run(newId(), id, now - 2 * day, now);
      old.close();

      const database = await openKept(folder, migrations);
      expect(readdirSync(usualPlace(folder))).toEqual([expect.stringMatching(/^hedge-lamp-.*\.zip$/)]);
      const app = await buildApp({ database, now: () => now });
      const get = async <T>(url: string): Promise<T> => JSON.parse((await app.inject({ url })).body) as T;
      const [water] = await get<Record<string, unknown>[]>('/api/waters');
      expect(water).toMatchObject({
        stockGroups: ['goldfish'],
        stock: [],
        livesHere: null,
        salinity: null,
        cycling: true,
      });
      const { readings } = await get<{ readings: unknown[] }>(`/api/waters/${id}/readings`);
      expect(readings).toMatchObject([
        { value: { low: 6.7, best: 6.8, high: 6.9 }, doubts: ['shook-short'] },
      ]);
      const t = await get<Today>(`/api/waters/${id}/today`);
      expect(t.lamp).toMatchObject({ status: 'unread', asks: [] });
      await app.close();
      database.$client.close();
    } finally {
      rmSync(folder, { recursive: true });
      rmSync(usualPlace(folder), { recursive: true, force: true });
    }
  });
});
