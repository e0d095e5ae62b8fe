import { z } from 'zod';
import { ParameterIdSchema } from '../parameters';
import { IdSchema, InstantSchema, NothingSchema, WithId, ZoneSchema, judged, routes } from '../wire';
import { BackupWorkSchema, BackupsSchema } from './backups-told';
import { HelpSheetSchema } from './told-sheet';

export const sheetRoutes = routes('exchange', {
  help: {
    method: 'GET',
    path: '/api/waters/:id/sheet',
    summary: 'One page about a water, the way somebody asking for help should give it',
    params: WithId,
    query: z.object({ zone: ZoneSchema.default('UTC') }),
    answer: HelpSheetSchema,
    shows: judged,
  },
});

const WaterContentsSchema = z
  .object({ readings: z.int(), deeds: z.int(), runs: z.int(), cycles: z.int() })
  .meta({ id: 'WaterContents' });
export type WaterContents = z.infer<typeof WaterContentsSchema>;
const when = { deletedAt: InstantSchema, purgeAt: InstantSchema.nullable() };
const RemovedSchema = z
  .object({
    waters: z.array(z.object({ id: IdSchema, name: z.string(), contents: WaterContentsSchema, ...when })),
    readings: z.array(
      z.object({
        id: IdSchema,
        waterId: IdSchema,
        waterName: z.string(),
        parameter: ParameterIdSchema,
        takenAt: InstantSchema,
        ...when,
      }),
    ),
    photos: z.array(z.object({ id: IdSchema, ...when })),
  })
  .meta({ id: 'Removed' });

export const removedRoutes = routes('removed', {
  contents: {
    method: 'GET',
    path: '/api/waters/:id/contents',
    summary: 'How much is kept of a water, removed or not',
    params: WithId,
    answer: WaterContentsSchema,
    shows: ['readings', 'deeds', 'bench', 'cycle'],
  },
  list: {
    method: 'GET',
    path: '/api/removed',
    summary: 'What was removed and can be brought back, and when it goes for good; the newest 200 of each',
    answer: RemovedSchema,
    shows: ['waters', 'readings', 'photos'],
  },
});

/** A file in its place. */
const FileSchema = z.object({ place: z.string().max(4096), name: z.string().max(300) });

export const backupRoutes = routes('backups', {
  list: {
    method: 'GET',
    path: '/api/backups',
    summary: 'The backups, where they lie, how it stands with them, and what was kept aside',
    answer: BackupsSchema,
    shows: ['backups'],
  },
  backUp: {
    method: 'POST',
    path: '/api/backups',
    summary: 'Begins a backup into its place; see /api/backups/work',
    answer: BackupWorkSchema,
    says: 'begun',
    changes: ['backups'],
  },
  work: {
    method: 'GET',
    path: '/api/backups/work',
    summary: 'What is being done with backups, or was last',
    answer: z.object({ work: BackupWorkSchema.nullable() }),
    shows: ['backups'],
  },
  stop: {
    method: 'DELETE',
    path: '/api/backups/work',
    summary: 'Stops it',
    answer: NothingSchema,
    changes: ['backups'],
  },
  setPlace: {
    method: 'PUT',
    path: '/api/backups/place',
    summary: 'Sets where backups go; null for beside the data folder',
    body: z.object({
      place: z
        .string()
        .trim()
        .min(1, { error: 'Name a folder.' })
        .max(4096, { error: 'The name is too long.' })
        .nullable(),
    }),
    answer: z.object({ place: z.string() }),
    changes: ['backups'],
  },
  check: {
    method: 'POST',
    path: '/api/backups/checks',
    summary: 'Reads every byte of a backup again',
    body: FileSchema,
    answer: BackupWorkSchema,
    says: 'begun',
    changes: ['backups'],
  },
  beginUpload: {
    method: 'POST',
    path: '/api/backups/uploads',
    summary: 'Begins to bring a backup from elsewhere, in parts; one that was begun before is given up',
    body: z.object({
      name: z.string().min(1).max(300),
      bytes: z.int().min(1, { error: 'This file is empty. Choose another one.' }),
    }),
    answer: z.object({ id: IdSchema, partBytes: z.int() }),
    changes: [],
  },
  upload: {
    method: 'PUT',
    path: '/api/backups/uploads/:id',
    summary: 'The next part of the file, as it is; one that came already may come again',
    params: WithId,
    query: z.object({ at: z.coerce.number<number>().int().nonnegative() }),
    answer: z.object({ received: z.int() }),
    changes: [],
  },
  look: {
    method: 'POST',
    path: '/api/backups/looks',
    summary: 'Opens a backup: checks every byte, and sets what is in it beside what is here',
    body: z.union([FileSchema, z.object({ uploadId: IdSchema })]),
    answer: BackupWorkSchema,
    says: 'begun',
    changes: ['backups'],
  },
  letGo: {
    method: 'DELETE',
    path: '/api/backups/looks',
    summary: 'Closes it again; nothing was changed',
    answer: NothingSchema,
    changes: ['backups'],
  },
  restore: {
    method: 'POST',
    path: '/api/backups/restores',
    summary:
      'Puts what was opened in the place of the present data, which are kept aside; the server starts again',
    body: WithId,
    answer: NothingSchema,
    says: 'begun',
    changes: ['backups'],
  },
  bringBack: {
    method: 'POST',
    path: '/api/backups/aside/returns',
    summary: 'Brings back what was kept aside; what is here is kept aside in its turn',
    body: WithId,
    answer: NothingSchema,
    says: 'begun',
    changes: ['backups'],
  },
  dropAside: {
    method: 'DELETE',
    path: '/api/backups/aside/:id',
    summary: 'Throws away for good what was kept aside',
    params: WithId,
    answer: NothingSchema,
    changes: ['backups'],
  },
});

/** A backup as a file: what is asked for in the address of a download. */
export const backupFileQuery = FileSchema;
