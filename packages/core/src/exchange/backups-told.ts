import { z } from 'zod';
import { IdSchema } from '../wire';
import { DataContentsSchema, backupReasons } from './backup-manifest';
import { backupStandings, diskRelations } from './backup-standing';

/** A backup as it lies in its place. */
const ListedBackupSchema = z
  .object({
    /** The name of its file. */
    name: z.string(),
    /** The folder that it lies in. */
    place: z.string(),
    bytes: z.int(),
    /** When it was made: by itself where it tells, else by the date of its file. */
    madeAt: z.int(),
    /** Null for a bare data file as versions before backups put it aside: without photographs. */
    reason: z.enum(backupReasons).nullable(),
    /** Another data folder than this one. */
    isOfAnother: z.boolean(),
    machine: z.string().nullable(),
    contents: DataContentsSchema.nullable(),
    /** How many photographs its data name whose files were not there, or not whole, when it was made. */
    lacks: z.int(),
    /** Photographs in it that are not here any more, not even to be brought back; of many the first are named. */
    stillHolds: z.object({
      count: z.int(),
      first: z.array(z.object({ id: IdSchema, keptAt: z.int() })),
    }),
    /** Why it cannot be used; null for one that can, as far as its list of contents tells. */
    fault: z.string().nullable(),
  })
  .meta({ id: 'ListedBackup' });
export type ListedBackup = z.infer<typeof ListedBackupSchema>;

/** A folder of photographs: the usual one, or one that goes with data that were restored. */
export const isPhotosFolder = (name: string): boolean =>
  name === 'photos' || /^photos-[0-9a-f-]{36}$/.test(name);

/** Data that were here and were kept aside. */
export const AsideSchema = z
  .object({
    id: IdSchema,
    /** When they were kept aside, ms since epoch. */
    at: z.int(),
    /** What took their place: the name of a backup, or what was kept aside before. */
    for: z.string(),
    /** Null where they could not be read. */
    contents: DataContentsSchema.nullable(),
    photosName: z.string().refine(isPhotosFolder),
    /** False for a data file that was damaged: it is kept, and cannot be brought back from here. */
    isWhole: z.boolean(),
  })
  .meta({ id: 'Aside' });
export type Aside = z.infer<typeof AsideSchema>;

const SidesSchema = z.object({ onlyHere: z.int(), onlyThere: z.int() });
/** A backup that is open, beside what is here. */
const StagedBackupSchema = z
  .object({
    id: IdSchema,
    name: z.string(),
    madeAt: z.int().nullable(),
    machine: z.string().nullable(),
    contents: DataContentsSchema,
    /** Null where nothing is here that can be read. */
    here: DataContentsSchema.nullable(),
    differences: z
      .object({
        waters: SidesSchema,
        readings: SidesSchema,
        photographs: SidesSchema,
        watersOnlyHere: z.array(z.string()),
      })
      .nullable(),
    photographsMissing: z.int(),
    /** Why it cannot be restored here; null where it can. */
    refusal: z.string().nullable(),
  })
  .meta({ id: 'StagedBackup' });
/** What is being done about backups, or was done last. */
export const BackupWorkSchema = z
  .object({
    id: IdSchema,
    kind: z.enum(['backup', 'look', 'check']),
    /** The name of the file. */
    subject: z.string(),
    stage: z.string(),
    done: z.number(),
    /** 0 where it is not known. */
    total: z.number(),
    endedAt: z.int().nullable(),
    fault: z.string().nullable(),
    isStopped: z.boolean(),
    says: z.string().nullable(),
    staged: StagedBackupSchema.nullable(),
  })
  .meta({ id: 'BackupWork' });
/** The backups of a data folder, and all that is known of how it stands with them. */
export const BackupsSchema = z
  .object({
    folder: z.string(),
    place: z.string(),
    isUsualPlace: z.boolean(),
    disk: z.enum(diskRelations),
    standing: z.enum(backupStandings),
    lastGoodAt: z.int().nullable(),
    /** Why the daily backup was not made, the last time that it was due. */
    dailyFault: z.string().nullable(),
    /** Why none can go to the place as it is now. */
    placeFault: z.string().nullable(),
    backups: z.array(ListedBackupSchema),
    aside: z.array(AsideSchema),
    work: BackupWorkSchema.nullable(),
    replaced: z
      .object({ at: z.int(), kind: z.enum(['restore', 'bring-back']), fault: z.string().nullable() })
      .nullable(),
  })
  .meta({ id: 'Backups' });
export type StagedBackup = z.infer<typeof StagedBackupSchema>;
export type BackupWork = z.infer<typeof BackupWorkSchema>;
export type Backups = z.infer<typeof BackupsSchema>;
