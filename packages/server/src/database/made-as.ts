import { createHash } from 'node:crypto';
import { eq } from 'drizzle-orm';
import { madeAsTable } from './made-as-table';
import type { Queries } from './open-database';

const digestOf = (sent: object): string => createHash('sha256').update(JSON.stringify(sent)).digest('hex');

/** Notes what a thing was made as; in the transaction that makes it. */
export function noteMade(database: Queries, id: string, sent: object): void {
  database
    .insert(madeAsTable)
    .values({ id, digest: digestOf(sent) })
    .onConflictDoNothing()
    .run();
}

/** True when the thing of this identifier was made by just this, whatever it was changed to since. */
export const wasMadeAs = (database: Queries, id: string, sent: object): boolean =>
  database.select().from(madeAsTable).where(eq(madeAsTable.id, id)).get()?.digest === digestOf(sent);
