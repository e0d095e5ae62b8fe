import { day } from '@hedge-lamp/core/wire';
import { existsSync, mkdirSync, renameSync } from 'node:fs';
import { join } from 'node:path';
import { seededRandom } from '@hedge-lamp/core/quantity';
import { eq } from 'drizzle-orm';
import { saveCard } from '../color/card-store';
import { createStart, keepForecast } from '../cycle/store';
import { FolderFault } from '../database/folder-fault';
import { marksTable } from '../database/marks-table';
import { type Database, databaseFile, openDatabase } from '../database/open-database';
import { openKept } from '../exchange/open-kept';
import { writing } from '../database/writing';
import { createKit } from '../methods/kit-store';
import { keepReadings } from '../readings/bulk';
import { keepDeed } from '../remedies/store';
import { createWater } from '../waters/store';
import { watersTable } from '../waters/table';
import { forecastsThen } from './nursery-forecasts';
import { ternLane } from './tern-lane';
import { ternLaneCard } from './tern-lane-card';

const mark = 'demo-day';

/** Days ago on which the keepers looked ahead, cycle by cycle: in the first one every fourth day. */
const lookedOn = [
  [142, 138, 134, 130],
  [33, 27, 21, 7, 3],
];

const demoDayOf = (database: Database): string | null =>
  database.select().from(marksTable).where(eq(marksTable.name, mark)).get()?.value ?? null;

/** Moves the files of yesterday's demo aside; nothing that somebody tried out is lost. */
function putAside(folder: string, madeOn: string): void {
  const backups = join(folder, 'backups');
  mkdirSync(backups, { recursive: true });
  const kept = join(backups, `demo-${madeOn}-${Date.now()}.sqlite`);
  for (const ending of ['', '-wal', '-shm']) {
    const file = databaseFile(folder) + ending;
    if (existsSync(file)) renameSync(file, kept + ending);
  }
}

/**
 * Opens the demo file of a folder, making its data anew when it was made on another day, so that something is
 * always due today.
 * @throws Error when the folder holds data that is no demo: a keeper's own file is never touched
 */
export async function prepareDemo(folder: string, migrations: string, now: number): Promise<Database> {
  const today = new Date(now).toISOString().slice(0, 10);
  if (existsSync(databaseFile(folder))) {
    const there = await openKept(folder, migrations, { anew: true });
    const madeOn = demoDayOf(there);
    if (madeOn === today) return there;
    // A demo that was cut short while it was made leaves an empty file behind.
    const empty = there.select().from(watersTable).limit(1).all().length === 0;
    there.$client.close();
    if (madeOn === null && !empty)
      throw new FolderFault(
        `${folder} holds data of a keeper, not of the demo. It was left alone; choose another folder with HEDGE_LAMP_DATA.`,
      );
    putAside(folder, madeOn ?? 'unfinished');
  }
  // What is missing here is only made-up data.
  const database = openDatabase(folder, migrations, { anew: true });
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  const { waters, readings, deeds, kits, cycles } = ternLane(now, zone);
  const unfinished = { name: mark, value: 'unfinished' };
  writing(database, (tx) => {
    tx.insert(marksTable).values(unfinished).run();
    // A second apart, so that the order of the list is the order of the scenario; sources are there before
    // the waters that name them.
    const order = new Map(waters.map((water, k) => [water.id, now - 366 * day + k * 1000]));
    const sourcesFirst = [...waters].sort(
      (a, b) => Number(a.sourceWaterId !== null) - Number(b.sourceWaterId !== null),
    );
    sourcesFirst.forEach((water) => createWater(tx, water, order.get(water.id)!));
  });
  await keepReadings(database, readings, now);
  writing(database, (tx) => {
    kits.forEach((kit) => createKit(tx, kit, now));
    saveCard(tx, ternLaneCard(now), now);
    deeds.forEach((deed) => keepDeed(tx, deed, now));
    const drawn = seededRandom(77);
    cycles.forEach((cycle, k) => {
      const { start } = createStart(tx, cycle, now);
      for (const forecast of forecastsThen(database, start, now, lookedOn[k] ?? [], drawn))
        keepForecast(tx, forecast, now);
    });
    tx.update(marksTable).set({ value: today }).where(eq(marksTable.name, mark)).run();
  });
  return database;
}
