import { z } from 'zod';
import { TopicCountsSchema, routes } from '../wire';
import { backupStandings } from './backup-standing';

const RevisionSchema = z
  .object({
    /** Another one after each start of the server, when the counts begin anew. */
    boot: z.string(),
    count: z.int(),
    /** How many writes changed each topic. */
    topics: TopicCountsSchema,
    /** By this the timers of a run go. */
    now: z.int(),
    /** By this things are dated. */
    date: z.int(),
    /** False while the machine's clock shows a time that cannot be. */
    clockCredible: z.boolean(),
    demo: z.boolean(),
    /** Which build of the web app it hands out; empty where it has none. */
    release: z.string(),
    /** How it stands with the backups, as far as is known by now. */
    backups: z.enum(backupStandings),
    /** Of made-up data that is only looked at: on which port the keeper's own waters are. */
    ownPort: z.int().nullable(),
  })
  .meta({ id: 'Revision' });
export type Revision = z.infer<typeof RevisionSchema>;

export const serverRoutes = routes('server', {
  revision: {
    method: 'GET',
    path: '/api/revision',
    summary: 'Counts that grow with every write, and the clock of the server',
    answer: RevisionSchema,
  },
  lookRound: {
    method: 'POST',
    path: '/api/look-round',
    summary:
      'Opens made-up data to look round in, read-only, on a port of their own; null while they open: ask again',
    answer: z.object({ port: z.int().nullable() }),
    changes: [],
  },
});
