import type { Topic } from '@hedge-lamp/core/wire';
import { hour } from '@hedge-lamp/core/wire';
import {
  type Run,
  type RunDraft,
  type RunEvent,
  type Test,
  TestSchema,
  isFinished,
  keptReading,
  testsOf,
  tubesAt,
} from '@hedge-lamp/core/bench';
import { type MethodBook, methodOf } from '@hedge-lamp/core/methods';
import { and, asc, eq, gt, isNull } from 'drizzle-orm';
import type { Told } from '../door/context';
import type { Queries } from '../database/open-database';
import { writing } from '../database/writing';
import { conflict, gone, refused, within } from '../wire/problem';
import { noteUse } from '../methods/kit-store';
import { methodBook } from '../methods/store';
import { keepReading } from '../readings/records';
import { sameContent } from '../wire/same-content';
import { waterOf } from '../waters/store';
import { runEventsTable, runsTable } from './table';

/** More are not kept apart by anybody. */
const mostTubes = 27;

const eventsOf = (database: Queries, runId: string): RunEvent[] =>
  database
    .select({ event: runEventsTable.event })
    .from(runEventsTable)
    .where(eq(runEventsTable.runId, runId))
    .orderBy(asc(runEventsTable.sequence))
    .all()
    .map((row) => row.event);

/** A run kept before tests knew their version, kit and dilution gets the usual ones. */
const whole = (database: Queries, row: typeof runsTable.$inferSelect): Run => ({
  ...row,
  tests: row.tests.map((test) => TestSchema.parse(test)),
  events: eventsOf(database, row.id),
});

export function runOf(database: Queries, id: string): Run {
  const row = database.select().from(runsTable).where(eq(runsTable.id, id)).get();
  if (!row) throw gone('This run');
  return whole(database, row);
}

/** Runs in which a tube still wants something, oldest first. */
export const openRuns = (database: Queries): Run[] =>
  database
    .select()
    .from(runsTable)
    .where(isNull(runsTable.finishedAt))
    .orderBy(asc(runsTable.startedAt))
    .all()
    .map((row) => whole(database, row));

/** A run that nobody came back to for so long has no timer that matters. */
const abandonedAfter = 12 * hour;

/** True while a run that began lately is open: its timers depend on the clock. */
export const hasLiveRun = (database: Queries, now: number): boolean =>
  database
    .select({ id: runsTable.id })
    .from(runsTable)
    .where(and(isNull(runsTable.finishedAt), gt(runsTable.startedAt, now - abandonedAfter)))
    .limit(1)
    .get() !== undefined;

/** A test with the version that it goes by; the newest where none was named. @throws FieldError */
function pinned(test: Test, book: MethodBook): Test {
  return { ...test, methodVersion: methodOf(test.methodId, test.methodVersion, book).version };
}

/** Where the draft left the version open, that of the kept run is meant: the same run, sent again. */
const asKept = (draft: RunDraft, kept: RunDraft): RunDraft => ({
  ...draft,
  tests: draft.tests.map((t, k) => ({
    ...t,
    methodVersion: t.methodVersion ?? kept.tests[k]?.methodVersion ?? null,
  })),
});

export const startRun = (database: Queries, draft: RunDraft): { run: Run; made: boolean } =>
  writing(database, (tx) => begin(tx, draft));

function begin(database: Queries, draft: RunDraft): { run: Run; made: boolean } {
  const there = database.select().from(runsTable).where(eq(runsTable.id, draft.id)).get();
  if (there) {
    if (sameContent(asKept(draft, there), there)) return { run: runOf(database, draft.id), made: false };
    throw conflict('A different run is kept under this identifier.', there);
  }
  const water = waterOf(database, draft.waterId, 'waterId');
  const points = water.samplingPoints.map((p) => p.id);
  const checkPoint = (id: string | null, field: string) => {
    if (id && !points.includes(id))
      throw refused(field, 'This water has no such sampling point. Choose another or none.');
  };
  checkPoint(draft.samplingPointId, 'samplingPointId');
  const book = methodBook(database);
  const tests = draft.tests.map((test, k) => {
    checkPoint(test.samplingPointId, `tests.${k}.samplingPointId`);
    try {
      return pinned(test, book);
    } catch (error) {
      throw within(`tests.${k}`, error);
    }
  });
  const run = { ...draft, tests };
  database
    .insert(runsTable)
    .values({ ...run, finishedAt: null })
    .run();
  return { run: { ...run, events: [], finishedAt: null }, made: true };
}

/** The tests of a run, those too that these events add. @throws ProblemError, FieldError */
function knownTests(run: Run, events: readonly RunEvent[], book: MethodBook): Set<string> {
  events.forEach((event, k) => {
    if (event.type !== 'added') return;
    try {
      pinned(event.test, book);
    } catch (error) {
      throw within(`events.${k}.test`, error);
    }
  });
  const tests = testsOf(run, [...run.events, ...events]);
  if (tests.length > mostTubes)
    throw refused('events', `At most ${mostTubes} tubes fit in one run. Finish this one and start another.`);
  return new Set(tests.map((t) => t.id));
}

/** Sent again an event is the same one, or it is none. @throws ProblemError */
function checkSame(database: Queries, runId: string, event: RunEvent, k: number): void {
  const there = database.select().from(runEventsTable).where(eq(runEventsTable.id, event.id)).get();
  if (there?.runId === runId && sameContent(event, there.event) && sameContent(there.event, event)) return;
  throw within(
    `events.${k}`,
    conflict('Something different is kept under the identifier of this event.', there?.event ?? null),
  );
}

/** What became of events that came, and what they changed. */
interface Kept {
  readonly id: string;
  readonly took: number;
  /** How many events of the run are kept now. */
  readonly kept: number;
  readonly finishedAt: number | null;
  readonly changed: readonly Topic[];
}

/**
 * Adds events to a run and keeps the readings that they confirm, in one transaction: either the events and
 * the readings are on disk, or neither. Events already there are left alone.
 * @param now the instant that the timers go by
 * @param dated the instant as things are dated, and what the device's clock says
 */
export function addEvents(
  database: Queries,
  runId: string,
  events: readonly RunEvent[],
  now: number,
  dated: Told & { readonly date: number } = { date: now, horizon: now, clockAhead: null },
): Kept {
  // A clock that was set while the run is live dates its readings, and moves none of its timers.
  const asDated = (instant: number) => Math.min(instant, now) + (dated.date - now);
  return writing(database, (tx) => {
    const changed = new Set<Topic>();
    const run = runOf(tx, runId);
    const book = methodBook(tx);
    const known = knownTests(run, events, book);
    events.forEach(({ testId }, k) => {
      if (!known.has(testId)) throw refused(`events.${k}.testId`, 'This run has no such test.');
    });
    events.forEach((event, k) => {
      const made = tx
        .insert(runEventsTable)
        .values({ id: event.id, runId, event, receivedAt: now })
        .onConflictDoNothing()
        .run().changes;
      if (made === 0) checkSame(tx, runId, event, k);
      else changed.add('bench');
    });
    const all = eventsOf(tx, runId);
    const tubes = tubesAt(run, all, now, book);
    for (const { testId, test, reagentAt, method } of tubes)
      if (reagentAt !== null && test.kitId !== null)
        if (noteUse(tx, { id: testId, kitId: test.kitId, methodId: method.id, at: asDated(reagentAt) }))
          changed.add('kits');
    for (const event of events) {
      const tube = tubes.find((t) => t.testId === event.testId)!;
      if (event.type !== 'confirmed' || tube.readingIds[event.pad ?? 0] !== event.readingId) continue;
      const draft = keptReading(run, tube, event);
      if (!draft || run.events.some((e) => e.id === event.id)) continue;
      // A clock that runs ahead must not cost a reading that was just made here.
      keepReading(tx, { ...draft, takenAt: asDated(draft.takenAt) }, dated.date, dated);
      changed.add('readings');
    }
    const finishedAt = isFinished(tubes) ? (run.finishedAt ?? now) : null;
    tx.update(runsTable).set({ finishedAt }).where(eq(runsTable.id, runId)).run();
    return { id: runId, took: events.length, kept: all.length, finishedAt, changed: [...changed] };
  });
}
