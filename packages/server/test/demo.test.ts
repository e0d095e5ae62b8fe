import { scoreOf } from '@hedge-lamp/core/cycle';
import { existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { today } from '@hedge-lamp/core/guidelines';
import { cardDocuments } from '../src/color/card-store';
import { listForecasts, listStarts } from '../src/cycle/store';
import { NeedsMigration, openDatabase } from '../src/database/open-database';
import { prepareDemo } from '../src/demo/prepare-demo';
import { ternLane } from '../src/demo/tern-lane';
import { usualPlace } from '../src/exchange/backup-target';
import { openKept } from '../src/exchange/open-kept';
import { latestReadings } from '../src/readings/for-judging';
import { listReadings } from '../src/readings/listing';
import { listDeeds } from '../src/remedies/store';
import { createWater, listWaters } from '../src/waters/store';
import { WaterDraftSchema } from '@hedge-lamp/core/waters';
import { migrations } from './made-app';

const day = 86_400_000;
// Each makes a year of data and looks ahead from several days of it.
jest.setTimeout(240_000);
const folders: string[] = [];
const folder = () => {
  folders.push(mkdtempSync(join(tmpdir(), 'hedge-lamp-')));
  return folders.at(-1)!;
};
afterAll(() => folders.forEach((f) => rmSync(f, { recursive: true })));

describe('the demo of Tern Lane', () => {
  const now = Date.UTC(2026, 10, 24, 8);

  it('is the same every time on the same day', async () => {
    expect(ternLane(now, 'Etc/UTC')).toEqual(ternLane(now, 'Etc/UTC'));
  });

  it.each([0, 1, 100, 250])(
    'covers a year up to its day and has something due, also %d days later',
    async (later) => {
      const at = now + later * day;
      const database = await prepareDemo(folder(), migrations, at);
      const waters = listWaters(database);
      expect(waters).toHaveLength(9);
      let due = 0;
      for (const water of waters) {
        const { readings } = listReadings(database, water.id, { limit: 5000 });
        expect(readings[0]!.takenAt).toBeLessThan(at);
        const latest = latestReadings(database, water.id);
        due += today({ water, latest, deeds: listDeeds(database, water.id), at }).due.length;
      }
      expect(due).toBeGreaterThan(0);
      // And a card of the glasshouse's own that would tell something.
      expect(cardDocuments.list(database)).toHaveLength(1);
      expect(listReadings(database, waters[0]!.id, { limit: 5000 }).readings.at(-1)!.takenAt).toBeLessThan(
        at - 350 * day,
      );
      database.$client.close();
    },
  );

  it('has a cycle with earlier forecasts, each from what was known then', async () => {
    const database = await prepareDemo(folder(), migrations, now);
    const cube = listWaters(database).find((w) => w.name === 'Nursery cube')!;
    const [start, first] = listStarts(database, cube.id);
    // The first cycle is over: what was foreseen in it held about as often as it claimed.
    const { settled, held } = scoreOf(listForecasts(database, first!.id), first!.endedAt, now);
    expect(settled).toBeGreaterThanOrEqual(4);
    expect(held / settled).toBeGreaterThanOrEqual(0.75);
    const forecasts = listForecasts(database, start!.id);
    expect(forecasts.length).toBeGreaterThan(2);
    for (const f of forecasts) {
      expect(f.newestReadingAt).toBeLessThanOrEqual(f.madeAt);
      expect(f.madeAt).toBeLessThan(now);
      expect(f.middle).toBeGreaterThan(f.madeAt);
    }
    expect(
      listDeeds(database, cube.id).filter((d) => d.kind === 'ammonia-dose' && d.amount),
    ).not.toHaveLength(0);
    database.$client.close();
  });

  it('is left as it is on the same day, and put aside for a new one on the next', async () => {
    const place = folder();
    const first = await prepareDemo(place, migrations, now);
    const tank = listWaters(first)[0]!;
    first.$client.close();
    const again = await prepareDemo(place, migrations, now + 3_600_000);
    expect(listWaters(again)[0]!.createdAt).toBe(tank.createdAt);
    again.$client.close();
    (await prepareDemo(place, migrations, now + day)).$client.close();
    expect(readdirSync(join(place, 'backups')).some((f) => f.startsWith('demo-2026-11-24'))).toBe(true);
  });

  it('never touches a file that a keeper made', async () => {
    const place = folder();
    const own = openDatabase(place, migrations);
    createWater(
      own,
      WaterDraftSchema.parse({
        id: '9a3c1f60-1111-4111-8111-111111111111',
        name: 'Mine',
        kind: 'pond',
        netLiters: 9,
      }),
      now,
    );
    own.$client.close();
    await expect(prepareDemo(place, migrations, now)).rejects.toThrow(/holds data of a keeper/);
    const after = openDatabase(place, migrations);
    expect(listWaters(after).map((w) => w.name)).toEqual(['Mine']);
    after.$client.close();
  });
});

describe('a file of another version', () => {
  it('is backed up before a migration touches it, and never without', async () => {
    const place = folder();
    folders.push(usualPlace(place));
    const database = openDatabase(place, migrations);
    // As if the last migration had not been there yet.
    database.$client.exec('delete from __drizzle_migrations');
    database.$client.close();
    expect(() => openDatabase(place, migrations)).toThrow(NeedsMigration);
    await expect(openKept(place, migrations)).rejects.toThrow();
    expect(readdirSync(usualPlace(place))).toHaveLength(1);
  });

  it('of a newer Hedge Lamp is refused and left alone', async () => {
    const place = folder();
    const database = openDatabase(place, migrations);
    database.$client.exec("insert into __drizzle_migrations (hash, created_at) values ('x', 9999999999999)");
    database.$client.close();
    expect(() => openDatabase(place, migrations)).toThrow(/newer Hedge Lamp/);
    await expect(openKept(place, migrations)).rejects.toThrow(/newer Hedge Lamp/);
    expect(existsSync(usualPlace(place))).toBe(false);
  });
});
