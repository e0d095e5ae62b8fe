import { hour } from '@hedge-lamp/core/wire';
import { readFileSync } from 'node:fs';
import { uptime } from 'node:os';
import { eq } from 'drizzle-orm';
import { hasLiveRun } from '../bench/store';
import { marksTable } from '../database/marks-table';
import type { Database } from '../database/open-database';
import { shippedMigrations } from '../database/schema-version';
import { type LastRows, lastRows, moveRuns, putRight } from './put-right';
import { type Clocks, type ServerClock, serverClock } from '../clock/server-clock';

/** What was made longer ago is not moved: it was looked at since, and a machine that slept apart from its clock must not
 * move a whole year. */
const longest = 24 * hour;
/** A clock that is nudged by less moves no date: every reading would count as edited for a few seconds. */
const notableMs = 30_000;
const markName = 'clock';

interface Mark {
  readonly machineStart: string;
  /** What the time was taken to be, less how long the machine had been up. */
  readonly offset: number;
  readonly moments: readonly Moment[];
}
interface Moment {
  readonly awake: number;
  readonly date: number;
  readonly rows: LastRows;
}

/** Differs after every start of the machine; empty where the system does not tell. */
function machineStart(): string {
  try {
    return readFileSync('/proc/sys/kernel/random/boot_id', 'utf8').trim();
  } catch {
    return '';
  }
}

/** When the newest migration was made: this version is no older. */
export const versionMadeAt = (migrations: string): number => Math.max(...shippedMigrations(migrations));

/**
 * The clock of the server, with what a wrong one dated put right when it is set right: within a day, and also where the
 * server was started anew meanwhile, as long as the machine was not.
 */
export function watchedClock(
  database: Database,
  madeAt: number,
  clocks: Clocks = { wall: Date.now, awake: () => uptime() * 1000 },
): ServerClock {
  const started = machineStart();
  const kept = database.select().from(marksTable).where(eq(marksTable.name, markName)).get()?.value;
  const before = kept ? (JSON.parse(kept) as Mark) : null;
  const isSame = before !== null && started !== '' && before.machineStart === started;
  let moments: readonly Moment[] = isSame ? before.moments : [];

  function note(): void {
    const awake = clocks.awake();
    const date = clock.date();
    const newest = moments.at(-1);
    if (!newest || awake - newest.awake >= hour)
      moments = [
        ...moments.filter((m) => awake - m.awake <= longest),
        { awake, date, rows: lastRows(database) },
      ];
    const value = JSON.stringify({ machineStart: started, offset: date - awake, moments } satisfies Mark);
    database
      .insert(marksTable)
      .values({ name: markName, value })
      .onConflictDoUpdate({ target: marksTable.name, set: { value } })
      .run();
  }
  function move(act: (since: Moment) => void): void {
    const since = moments.find((m) => clocks.awake() - m.awake <= longest);
    if (since) act(since);
  }
  const dateAnew = (by: number, to: number) => move((since) => putRight(database, since, by, to));
  const moveAll = (by: number) => move((since) => moveRuns(database, since.rows, by));

  const clock = serverClock({
    isNeeded: (now) => hasLiveRun(database, now),
    madeAt,
    otherwise: isSame ? before.offset + clocks.awake() : 0,
    clocks,
    wasSet: (by) => {
      if (Math.abs(by) >= notableMs) dateAnew(by, clocks.wall());
      note();
    },
    followed: moveAll,
  });
  if (isSame && clock.isCredible()) {
    // Set between two starts of the server, on a machine that was not started anew.
    const by = Math.round(clocks.wall() - clocks.awake() - before.offset);
    if (Math.abs(by) >= notableMs) {
      dateAnew(by, clocks.wall());
      moveAll(by);
    }
  }
  note();
  setInterval(() => {
    if (database.$client.open) note();
  }, hour).unref();
  return clock;
}
