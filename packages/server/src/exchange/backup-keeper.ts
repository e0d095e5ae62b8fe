import { hour } from '@hedge-lamp/core/wire';
import { randomUUID } from 'node:crypto';
import { rmSync, statSync } from 'node:fs';
import { basename, dirname, isAbsolute, join, resolve } from 'node:path';
import {
  type BackupReason,
  type BackupStanding,
  type DiskRelation,
  type ListedBackup,
  backupEvery,
  backupStanding,
  keptByRotation,
} from '@hedge-lamp/core/exchange';
import { photosTable } from '../color/table';
import { folderId, memoryOf, rememberBackupPlace, rememberDamagedBackups } from '../database/folder-memory';
import type { Database } from '../database/open-database';
import { BackupFault, DamagedBackup, Stopped } from './backup-fault';
import { dailyOf, fileMark, lastGoodOf, listBackups, nothingKnown } from './backup-list';
import { checkPlace, freeName, usualPlace } from './backup-target';
import type { BackupOutcome, BackupTask, Labor } from './backup-task';
import { firstKeptAt } from './data-contents';
import { diskRelation } from './disk-relation';
import { type Staged, dropStaged } from './staged-restore';

/** What is being done about backups, or was done last. One thing at a time. */
export interface Work {
  readonly id: string;
  readonly kind: BackupTask['kind'];
  /** The file that it is about. */
  readonly subject: string;
  stage: string;
  done: number;
  total: number;
  readonly startedAt: number;
  endedAt: number | null;
  /** Why it did not succeed. */
  fault: string | null;
  isStopped: boolean;
  /** What it came to, in a sentence. */
  says: string | null;
  staged: Staged | null;
}

/** What takes the place of the present data, once nobody has them open. */
export type Replacement =
  { readonly kind: 'restore'; readonly id: string } | { readonly kind: 'bring-back'; readonly id: string };

/** What came of the last replacement. */
export interface Replaced {
  readonly at: number;
  readonly kind: Replacement['kind'];
  /** Why it did not succeed; everything is as it was then. */
  readonly fault: string | null;
}

export interface BackupSettings {
  readonly migrations: string;
  readonly labor: Labor;
  readonly demo: boolean;
  readonly now: () => number;
  readonly isClockCredible: () => boolean;
  /** Whose days, weeks and months the daily ones are thinned by. */
  readonly zone: string;
  readonly report: (error: unknown) => void;
  /** How two folders lie to each other; by what the system tells where it is left out. */
  readonly relationOf?: (place: string, folder: string) => DiskRelation;
}

const retryMs = hour;
const mostDamaged = 200;
/** A backup that was opened and then forgotten takes room, and keeps the daily one from being made, ms. */
const openAtMost = hour;

/** Keeps the backups of one data folder: makes, lists, thins out and opens them. */
export class BackupKeeper {
  private readonly known = nothingKnown();
  private readonly folderId: string;
  private stopping = new AbortController();
  private running: Promise<void> | null = null;
  private lastGoodAt: number | null = null;
  private firstKeptAt: number | null = null;
  private hasLooked = false;
  private isLeaving = false;
  private failedAt = -Infinity;
  /** Marks of backups that were found damaged when they were read through. */
  private readonly damaged: Set<string>;
  /** Why the last daily backup was not made; null where it was. */
  dailyFault: string | null = null;
  work: Work | null = null;

  constructor(
    private readonly database: Database,
    readonly settings: BackupSettings,
  ) {
    this.folderId = folderId(database.folder);
    this.damaged = new Set(memoryOf(database.folder).damagedBackups);
  }

  get folder(): string {
    return this.database.folder;
  }
  get place(): string {
    return memoryOf(this.folder).backupPlace ?? usualPlace(this.folder);
  }
  get isUsualPlace(): boolean {
    return resolve(this.place) === usualPlace(this.folder);
  }
  /** Where backups may lie: their place, where they go by themselves, and where earlier versions put theirs. */
  get places(): string[] {
    return [
      ...new Set([this.place, usualPlace(this.folder), join(this.folder, 'backups')].map((p) => resolve(p))),
    ];
  }

  /** How it stands, by what was found when it was last looked. */
  get standing(): BackupStanding {
    if (this.settings.demo) return 'demo';
    if (!this.hasLooked) return 'unknown';
    return backupStanding(this.lastGoodAt, this.firstKeptAt, this.settings.now());
  }
  get lastGood(): number | null {
    return this.lastGoodAt;
  }

  async list(): Promise<ListedBackup[]> {
    const here = new Set(
      this.database
        .select({ id: photosTable.id })
        .from(photosTable)
        .all()
        .map((p) => p.id),
    );
    const backups = await listBackups(this.places, this.folderId, here, this.known, this.damaged);
    this.lastGoodAt = lastGoodOf(backups, this.settings.now());
    this.firstKeptAt = firstKeptAt(this.database.$client);
    this.hasLooked = true;
    return backups;
  }

  /** @throws BackupFault for a place that will not do; null sets it back to the usual one */
  setPlace(place: string | null): void {
    if (place !== null && !isAbsolute(place))
      throw new BackupFault('Give the whole path of the folder, from its disk on.');
    if (place !== null) checkPlace(place, this.folder, true);
    rememberBackupPlace(
      this.folder,
      place === null ? null : { path: resolve(place), wasOnOtherDisk: this.relationOf(place) === 'other' },
    );
  }

  /** @throws BackupFault where no backup can go to the place as it is now */
  checkPlace(): void {
    checkPlace(this.place, this.folder, this.isUsualPlace);
    if (memoryOf(this.folder).backupsWereOnOtherDisk && this.disk === 'same')
      throw new BackupFault(
        `${this.place} was on another disk when it was chosen, and is on the disk of the data now. Put that disk in, or choose the folder again.`,
      );
  }
  /** Whether the place lies on the disk of the data. */
  get disk(): DiskRelation {
    return this.relationOf(this.place);
  }
  private relationOf(place: string): DiskRelation {
    return (this.settings.relationOf ?? diskRelation)(place, this.folder);
  }

  /** A file by its name in one of the places, and no other. @throws BackupFault */
  fileOf(place: string, name: string): string {
    const path = join(place, name);
    const isListed =
      this.places.includes(resolve(place)) &&
      basename(name) === name &&
      (statSync(path, { throwIfNoEntry: false })?.isFile() ?? false);
    if (!isListed) throw new BackupFault(`${name} is not among the backups any more.`);
    return path;
  }

  /** @throws BackupFault while something else is done */
  private begin(kind: Work['kind'], subject: string): Work {
    this.checkStays();
    if (this.work && this.work.endedAt === null)
      throw new BackupFault('Something else is being done with backups. Wait for it, or stop it.');
    this.stopping = new AbortController();
    this.letGo();
    this.work = {
      id: randomUUID(),
      kind,
      subject,
      stage: '',
      done: 0,
      total: 0,
      startedAt: this.settings.now(),
      endedAt: null,
      fault: null,
      isStopped: false,
      says: null,
      staged: null,
    };
    return this.work;
  }

  private start(
    kind: Work['kind'],
    subject: string,
    task: BackupTask,
    then: (o: BackupOutcome) => void,
  ): Work {
    const work = this.begin(kind, subject);
    const run = async () => {
      try {
        const outcome = await this.settings.labor(task, {
          signal: this.stopping.signal,
          progress: (stage, done, total) => Object.assign(work, { stage, done, total }),
        });
        then(outcome);
        if (kind === 'backup') await this.list();
        else this.noteRead(subject, true);
      } catch (error) {
        if (error instanceof DamagedBackup && kind !== 'backup') this.noteRead(subject, false);
        work.fault =
          error instanceof BackupFault
            ? // Where a file lies meanwhile says nothing to whoever chose it by its name.
              error.message.replaceAll(subject, kind === 'backup' ? subject : basename(subject))
            : 'This failed. The server’s log says more.';
        work.isStopped = error instanceof Stopped;
        if (!(error instanceof BackupFault)) this.settings.report(error);
      } finally {
        work.endedAt = this.settings.now();
        this.running = null;
      }
    };
    this.running = run();
    return work;
  }

  /** Remembers whether a backup was whole when every byte of it was read. */
  private noteRead(path: string, isWhole: boolean): void {
    // What was brought from elsewhere lies here only for a moment.
    if (!this.places.includes(dirname(resolve(path)))) return;
    try {
      const mark = fileMark(resolve(path));
      if (mark === null || isWhole === !this.damaged.has(mark)) return;
      if (isWhole) this.damaged.delete(mark);
      else this.damaged.add(mark);
      rememberDamagedBackups(this.folder, [...this.damaged].slice(-mostDamaged));
    } catch (error) {
      this.settings.report(error);
    }
  }

  /** Begins a backup into the place. @throws BackupFault where one cannot go there */
  backUp(reason: BackupReason): Work {
    this.checkPlace();
    const now = this.settings.now();
    const target = freeName(this.place, now);
    const order = { folder: this.folder, target, reason, now };
    return this.start('backup', target, { kind: 'backup', order }, (outcome) => {
      if (outcome.kind !== 'backup' || !this.work) return;
      const missing = outcome.manifest.missing.length;
      this.work.says =
        missing === 0
          ? `Backup made and read back: ${basename(target)}.`
          : `Backup made and read back: ${basename(target)}. Not all photographs were there.`;
    });
  }

  /** Reads every byte of a backup again. */
  check(path: string): Work {
    return this.start('check', path, { kind: 'check', path }, () => {
      if (this.work) this.work.says = `${basename(path)} is whole: every byte is as it was.`;
    });
  }

  /** Opens a backup, beside what is here, to be looked at and restored. @param then when it is open, or could not be */
  look(path: string, then: () => void = () => undefined): Work {
    const { folder, settings } = this;
    const id = randomUUID();
    const task = {
      kind: 'look',
      folder,
      path,
      id,
      migrations: settings.migrations,
      now: settings.now(),
    } as const;
    const work = this.start('look', path, task, (outcome) => {
      if (outcome.kind === 'look') work.staged = outcome.staged;
    });
    void this.running?.then(then);
    return work;
  }

  /** Closes what was opened to be looked at. */
  letGo(): void {
    if (!this.work?.staged) return;
    dropStaged(this.folder, this.work.staged.id);
    this.work = null;
  }

  stop(): void {
    this.stopping.abort();
  }

  /** From now on nothing is begun: the data are about to be replaced. @throws BackupFault where that was said before */
  leave(): void {
    this.checkStays();
    this.isLeaving = true;
  }
  private checkStays(): void {
    if (this.isLeaving)
      throw new BackupFault('The data are being put in place, and the server begins anew. Wait a moment.');
  }

  /** Stops what is done and waits until it is. Before the data are closed. */
  async end(): Promise<void> {
    this.isLeaving = true;
    this.stop();
    await this.running;
  }

  /** Makes the daily backup where it is due, and thins out the earlier ones once it is there. */
  async keepUp(): Promise<void> {
    const { settings } = this;
    const backups = await this.list();
    const now = settings.now();
    if (this.work?.staged && now - (this.work.endedAt ?? now) > openAtMost) this.letGo();
    const isDue =
      !settings.demo &&
      settings.isClockCredible() &&
      this.firstKeptAt !== null &&
      (this.lastGoodAt === null || now - this.lastGoodAt >= backupEvery) &&
      now - this.failedAt >= retryMs;
    if (!isDue || this.isLeaving || (this.work && this.work.endedAt === null) || this.work?.staged) return;
    try {
      const work = this.backUp('daily');
      await this.running;
      // Stopped by hand it is tried again later, and is no failure.
      if (work.isStopped) this.failedAt = now;
      this.dailyFault = work.isStopped ? null : work.fault;
      if (work.isStopped) return;
      // Done by itself: nobody waits to be told.
      if (this.work === work) this.work = null;
    } catch (error) {
      this.dailyFault = error instanceof BackupFault ? error.message : 'The server’s log says why.';
      if (!(error instanceof BackupFault)) settings.report(error);
    }
    if (this.dailyFault !== null) this.failedAt = now;
    else this.thinOut(await this.list(), backups);
  }

  /** The daily ones in the place. Of one that is dated ahead nobody knows how old it is: it stays, and takes no other's turn. */
  private dailyHere(backups: readonly ListedBackup[]): ListedBackup[] {
    const here = resolve(this.place);
    return dailyOf(backups, this.settings.now()).filter((b) => resolve(b.place) === here);
  }

  /** @param before what was there before the newest was made: nothing is taken away unless there is one more */
  private thinOut(backups: readonly ListedBackup[], before: readonly ListedBackup[]): void {
    const daily = this.dailyHere(backups);
    if (daily.length <= this.dailyHere(before).length) return;
    const kept = keptByRotation(daily, this.settings.zone);
    for (const { name, place } of daily) if (!kept.has(name)) rmSync(join(place, name), { force: true });
  }
}
