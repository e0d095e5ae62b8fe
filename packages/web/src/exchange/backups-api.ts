import type { BackupReason, BackupStanding, DataContents, DiskRelation } from '@hedge-lamp/core/exchange';

/** What the server tells of backups. */
interface Sides {
  readonly onlyHere: number;
  readonly onlyThere: number;
}
/** A backup that is open, beside what is here. */
export interface StagedBackup {
  readonly id: string;
  readonly name: string;
  readonly madeAt: number | null;
  readonly machine: string | null;
  readonly contents: DataContents;
  readonly here: DataContents | null;
  readonly differences: {
    readonly waters: Sides;
    readonly readings: Sides;
    readonly photographs: Sides;
    readonly watersOnlyHere: readonly string[];
  } | null;
  readonly photographsMissing: number;
  readonly refusal: string | null;
}
export interface BackupWork {
  readonly id: string;
  readonly kind: 'backup' | 'look' | 'check';
  readonly subject: string;
  readonly stage: string;
  readonly done: number;
  readonly total: number;
  readonly endedAt: number | null;
  readonly fault: string | null;
  readonly isStopped: boolean;
  readonly says: string | null;
  readonly staged: StagedBackup | null;
}
export interface ListedBackup {
  readonly name: string;
  readonly place: string;
  readonly bytes: number;
  readonly madeAt: number;
  readonly reason: BackupReason | null;
  readonly isOfAnother: boolean;
  readonly machine: string | null;
  readonly contents: DataContents | null;
  readonly stillHolds: {
    readonly count: number;
    readonly first: readonly { readonly id: string; readonly keptAt: number }[];
  };
  readonly fault: string | null;
}
export interface Aside {
  readonly id: string;
  readonly at: number;
  readonly for: string;
  readonly contents: DataContents | null;
  readonly isWhole: boolean;
}
export interface Backups {
  readonly folder: string;
  readonly place: string;
  readonly isUsualPlace: boolean;
  readonly disk: DiskRelation;
  readonly standing: BackupStanding | 'demo' | 'unknown';
  readonly lastGoodAt: number | null;
  readonly dailyFault: string | null;
  readonly placeFault: string | null;
  readonly backups: readonly ListedBackup[];
  readonly aside: readonly Aside[];
  readonly work: BackupWork | null;
  readonly replaced: { readonly at: number; readonly kind: string; readonly fault: string | null } | null;
}
