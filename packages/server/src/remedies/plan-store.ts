import { day } from '@hedge-lamp/core/wire';
import type { Deed, PlanLine } from '@hedge-lamp/core/remedies';
import { and, eq, gt, isNull, sql } from 'drizzle-orm';
import { v4 as newId } from 'uuid';
import type { Queries } from '../database/open-database';
import { prepared } from '../database/prepared';
import { conflict, gone, refused } from '../wire/problem';
import { refuseFuture } from '../clock/refuse-future';
import { deedsTable, plansPutOffTable } from './table';

export interface Tick {
  readonly id: string;
  readonly lineId: string;
  /** What the keeper saw: a line that says something else by now is refused. */
  readonly key: string;
  readonly at: number;
  readonly zone: string;
}

/** Deeds that one tick wrote, those taken back left out unless asked for. */
const deedsOfTick = (database: Queries, tickId: string, deletedToo = false): Deed[] =>
  database
    .select()
    .from(deedsTable)
    .where(
      and(
        eq(sql`json_extract(${deedsTable.planLine}, '$.tickId')`, tickId),
        ...(deletedToo ? [] : [isNull(deedsTable.deletedAt)]),
      ),
    )
    .all();

/**
 * Writes what a line of a plan says was done. Sent again it changes nothing.
 * @param standing the line as the plan has it now, undefined where it has none; and whether that is one for an emergency
 */
export function keepTick(
  database: Queries,
  waterId: string,
  tick: Tick,
  standing: () => { readonly line: PlanLine | undefined; readonly emergency: boolean },
  now: number,
): Deed[] {
  const there = deedsOfTick(database, tick.id, true);
  if (there.length > 0) {
    if (there.every((d) => d.waterId === waterId && d.planLine?.lineId === tick.lineId)) return there;
    throw conflict('Something different is kept under this identifier.', there);
  }
  refuseFuture(tick.at, now, 'at');
  if (tick.at < now - day)
    throw refused('at', 'A line is ticked within a day of doing it. Note what lies further back in the Log.');
  const { line, emergency } = standing();
  if (!line)
    throw conflict(
      'This line is not in the plan any more: it was ticked already, or a new reading changed the plan. Look at it again.',
      null,
    );
  if (line.key !== tick.key)
    throw conflict('The plan has changed meanwhile. Look at this line again before you tick it.', line);
  if (line.writes.length === 0)
    throw refused(
      'lineId',
      'This line is not ticked: it is done when its test is read, or when what it asks is told.',
    );
  const written = line.writes.map((write, k): Deed => ({
    id: k === 0 ? tick.id : newId(),
    waterId,
    ...write,
    at: tick.at,
    zone: tick.zone,
    planLine: { tickId: tick.id, lineId: line.id, says: line.says, emergency },
    createdAt: now,
    deletedAt: null,
  }));
  database.insert(deedsTable).values(written).run();
  return written;
}

/** Takes a tick back, with all that it wrote. */
export function takeBack(database: Queries, waterId: string, tickId: string, now: number): Deed[] {
  const deeds = deedsOfTick(database, tickId, true).filter((d) => d.waterId === waterId);
  if (deeds.length === 0) throw gone('This tick');
  for (const deed of deeds)
    if (deed.deletedAt === null)
      database.update(deedsTable).set({ deletedAt: now }).where(eq(deedsTable.id, deed.id)).run();
  return deeds;
}

const putOffQuery = prepared((database) =>
  database
    .select({ lineId: plansPutOffTable.lineId, until: plansPutOffTable.until })
    .from(plansPutOffTable)
    .where(
      and(
        eq(plansPutOffTable.waterId, sql.placeholder('waterId')),
        gt(plansPutOffTable.until, sql.placeholder('now')),
      ),
    )
    .prepare(),
);
export const putOffLines = (database: Queries, waterId: string, now: number) =>
  putOffQuery(database).all({ waterId, now });

/** How long a line can be put off: what is put off for longer is left. */
const mostPutOff = 7 * day;

/** @param until null to have it back at once */
export function putOff(
  database: Queries,
  waterId: string,
  lineId: string,
  until: number | null,
  now: number,
): void {
  if (until !== null && (until <= now || until > now + mostPutOff))
    throw refused('until', 'Put a line off for up to seven days from now.');
  if (until === null) {
    database
      .delete(plansPutOffTable)
      .where(and(eq(plansPutOffTable.waterId, waterId), eq(plansPutOffTable.lineId, lineId)))
      .run();
    return;
  }
  database
    .insert(plansPutOffTable)
    .values({ waterId, lineId, until })
    .onConflictDoUpdate({ target: [plansPutOffTable.waterId, plansPutOffTable.lineId], set: { until } })
    .run();
}
