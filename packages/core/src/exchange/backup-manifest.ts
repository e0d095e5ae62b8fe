import { z } from 'zod';
import { IdSchema } from '../wire';

/** The format of a backup that this version writes. One with a higher figure was made by a newer Hedge Lamp. */
export const backupFormat = 1;

/** Names of what a backup holds. Nothing else may be in it. */
export const backupEntry = {
  manifest: 'manifest.json',
  database: 'hedge-lamp.sqlite',
  note: 'READ-ME.txt',
  photo: (id: string): string => `photos/${id}.jpg`,
} as const;

/** Identifier of the photograph that an entry of a backup holds; null for another entry. */
export const photoOfEntry = (name: string): string | null => {
  const id = /^photos\/([0-9a-fA-F-]{36})\.jpg$/.exec(name)?.[1];
  return id !== undefined && IdSchema.safeParse(id).success ? id : null;
};

/** Why a backup was made. Only those made daily are thinned out by themselves. */
export const backupReasons = ['asked', 'daily', 'before-migration', 'before-update'] as const;
export type BackupReason = (typeof backupReasons)[number];

const DateSchema = z.int().nonnegative().max(8.64e15);
const HashSchema = z.string().regex(/^[0-9a-f]{64}$/);
const CountSchema = z.int().nonnegative();

/** How much a data file holds. What was removed and can still be brought back is counted apart. */
export const DataContentsSchema = z
  .object({
    waters: CountSchema,
    readings: CountSchema,
    deeds: CountSchema,
    runs: CountSchema,
    kits: CountSchema,
    cards: CountSchema,
    methods: CountSchema,
    photographs: CountSchema,
    /** Waters, readings and photographs that were removed, and not for good. */
    removed: CountSchema,
    /** Names of the waters, the oldest first; at most 200. */
    waterNames: z.array(z.string()).max(200),
    /** When the oldest and the newest reading were taken; null without readings. */
    from: z.int().nullable(),
    to: z.int().nullable(),
    /** Made-up data of the demo. */
    demo: z.boolean(),
  })
  .meta({ id: 'DataContents' });
export type DataContents = z.infer<typeof DataContentsSchema>;

/** What lies in a backup beside the data: enough to tell whether every byte is as it was. */
export const BackupManifestSchema = z.object({
  holds: z.literal('hedge-lamp-backup'),
  format: z.int().min(1).max(backupFormat),
  madeAt: DateSchema,
  reason: z.enum(backupReasons),
  /** Version of the application that made it. */
  application: z.string().max(100),
  /** How many changes of the format of the data file its own has been through. */
  schema: CountSchema,
  /** The data folder that it is of, by its own identifier, and the name of the machine. */
  source: z.object({ folder: IdSchema, machine: z.string().max(300) }),
  contents: DataContentsSchema,
  database: z.object({ bytes: CountSchema, sha256: HashSchema }),
  photographs: z.array(z.object({ id: IdSchema, bytes: CountSchema, sha256: HashSchema, keptAt: z.int() })),
  /** Photographs that the data names and whose file was not there, or not whole, when it was made. */
  missing: z.array(IdSchema),
});
export type BackupManifest = z.infer<typeof BackupManifestSchema>;

/** What tells a backup, and its format, though everything else in it may be of a later kind. */
export const BackupHeadSchema = z.object({ holds: z.literal('hedge-lamp-backup'), format: z.int().min(1) });
