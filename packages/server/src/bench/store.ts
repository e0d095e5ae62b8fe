import {
  type Run,
  type RunDraft,
  type RunEvent,
  isFinished,
  keptReading,
  tubesAt,
} from '@hedge-lamp/core/bench';
import { methodOf } from '@hedge-lamp/core/methods';
import { asc, eq, isNull } from 'drizzle-orm';
import type { Queries } from '../database/open-database';
import { conflict, gone, refused, within } from '../problem';
import { keepReading } from '../readings/store';
import { sameContent } from '../same-content';
import { waterOf } from '../waters/store';
import { runEventsTable, runsTable } from './table';

const eventsOf = (database: Queries, runId: string): RunEvent[] =>
  database
    .select({ event: runEventsTable.event })
    .from(runEventsTable)
    .where(eq(runEventsTable.runId, runId))
    .orderBy(asc(runEventsTable.sequence))
    .all()
    .map((row) => row.event);

export function runOf(database: Queries, id: string): Run {
  const row = database.select().from(runsTable).where(eq(runsTable.id, id)).get();
  if (!row) throw gone('This run');
  return { ...row, events: eventsOf(database, id) };
}

/** Runs in which a tube still wants something, oldest first. */
export const openRuns = (database: Queries): Run[] =>
  database
    .select()
    .from(runsTable)
    .where(isNull(runsTable.finishedAt))
    .orderBy(asc(runsTable.startedAt))
    .all()
    .map((row) => ({ ...row, events: eventsOf(database, row.id) }));

export function startRun(database: Queries, draft: RunDraft): { run: Run; made: boolean } {
  const there = database.select().from(runsTable).where(eq(runsTable.id, draft.id)).get();
  if (there) {
    if (sameContent(draft, there)) return { run: runOf(database, draft.id), made: false };
    throw conflict('A different run is kept under this identifier.', there);
  }
  const water = waterOf(database, draft.waterId, 'waterId');
  if (draft.samplingPointId && !water.samplingPoints.some((p) => p.id === draft.samplingPointId))
    throw refused('samplingPointId', 'This water has no such sampling point. Choose another or none.');
  draft.tests.forEach(({ methodId }, k) => {
    try {
      methodOf(methodId);
    } catch (error) {
      throw within(`tests.${k}`, error);
    }
  });
  database
    .insert(runsTable)
    .values({ ...draft, finishedAt: null })
    .run();
  return { run: { ...draft, events: [], finishedAt: null }, made: true };
}

/**
 * Adds events to a run and keeps the readings that they confirm, in one transaction: either the events and
 * the readings are on disk, or neither. Events already there are left alone.
 */
export function addEvents(database: Queries, runId: string, events: readonly RunEvent[], now: number): Run {
  return database.transaction((tx) => {
    const run = runOf(tx, runId);
    const known = new Set(run.tests.map((t) => t.id));
    events.forEach(({ testId }, k) => {
      if (!known.has(testId)) throw refused(`events.${k}.testId`, 'This run has no such test.');
    });
    for (const event of events)
      tx.insert(runEventsTable)
        .values({ id: event.id, runId, event, receivedAt: now })
        .onConflictDoNothing()
        .run();
    const all = eventsOf(tx, runId);
    const tubes = tubesAt(run, all, now);
    for (const event of events) {
      const tube = tubes.find((t) => t.testId === event.testId)!;
      if (event.type !== 'confirmed' || tube.readingId !== event.readingId) continue;
      const draft = keptReading(run, tube, event);
      if (!draft || run.events.some((e) => e.id === event.id)) continue;
      // A clock that runs ahead must not cost a reading that was just made here.
      keepReading(tx, { ...draft, takenAt: Math.min(draft.takenAt, now) }, now);
    }
    const finishedAt = isFinished(tubes) ? (run.finishedAt ?? now) : null;
    tx.update(runsTable).set({ finishedAt }).where(eq(runsTable.id, runId)).run();
    return { ...run, events: all, finishedAt };
  });
}
