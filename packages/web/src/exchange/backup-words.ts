import { dated } from '../clock/dated';
import { counted } from '@hedge-lamp/core/quantity';
import {
  type BackupReason,
  type Backups,
  type BackupWork,
  type DiskRelation,
  type ListedBackup,
  type StagedBackup,
} from '@hedge-lamp/core/exchange';

import { agoInWords } from '../clock/words';

export const tooOldWords =
  'No good backup was made in the last 14 days: a failing disk would take what was kept since.';

const whole = (at: number): string => dated(at, 'd MMM yyyy, HH:mm');

/** What a backup lacks, though it is whole itself. */
export const lacksWords = (lacks: number): string =>
  `It lacks ${counted(lacks, 'photograph', 'photographs')}: the files were not there, or not whole, when it was made.`;

/** How it stands with the backups. */
export function standingWords({ standing, lastGoodAt, backups }: Backups, now: number): string {
  const newest = backups.find((b) => b.madeAt === lastGoodAt && b.fault === null && !b.isOfAnother);
  const last =
    lastGoodAt === null
      ? ''
      : `The last good backup was made ${agoInWords(lastGoodAt, now)}.${newest?.lacks ? ' Not all photographs are in it: see below.' : ''}`;
  switch (standing) {
    case 'nothing-yet':
      return 'Nothing is kept yet that could be lost.';
    case 'none-yet':
      return 'There is no backup yet. The first one is made by itself soon after the server starts.';
    case 'good':
      return last;
    case 'too-old':
      return lastGoodAt === null ? tooOldWords : `${tooOldWords} The last one is of ${whole(lastGoodAt)}.`;
    case 'demo':
      return last || 'The demo’s data are made up and made anew every day. None is backed up by itself.';
    case 'unknown':
      return last || 'No backup was found.';
  }
}

export const diskWords: Readonly<Record<DiskRelation, string>> = {
  same: 'That is the disk that the data lie on: when it dies, both are gone.',
  memory: 'That is no disk but memory: it is empty after the machine was switched off.',
  unknown: 'Whether that is another disk than the one of the data cannot be told from here.',
  other: 'That is another disk than the one of the data.',
};

const reasonWord: Readonly<Record<BackupReason, string>> = {
  asked: 'when asked',
  daily: 'by itself, daily',
  'before-migration': 'before a change of format',
  'before-update': 'before an update',
};
export const reasonWords = (reason: BackupReason | null): string =>
  reason === null ? 'by an earlier version, without photographs' : reasonWord[reason];

const stageWord: Readonly<Record<string, string>> = {
  copying: 'Copying the data',
  checking: 'Checking the data',
  packing: 'Packing',
  'reading back': 'Reading back',
  unpacking: 'Unpacking, and checking every byte',
  comparing: 'Comparing with what is here',
};
const workWord: Readonly<Record<BackupWork['kind'], string>> = {
  backup: 'Backing up',
  look: 'Opening',
  check: 'Checking',
};
export const workWords = (work: BackupWork): string => `${workWord[work.kind]} ${work.subject}`;
export const stageWords = ({ stage }: BackupWork): string => stageWord[stage] ?? 'Beginning';

/** What would not be here any more after a restore, and what would come back; at most three sentences. */
export function changeWords({ here, differences }: StagedBackup): string[] {
  if (here === null) return ['What is here now cannot be read. It is kept aside all the same.'];
  if (!differences) return [];
  const { waters, readings, photographs, watersOnlyHere } = differences;
  const named = watersOnlyHere.join(', ') + (waters.onlyHere > watersOnlyHere.length ? ' and others' : '');
  const list = (side: 'onlyHere' | 'onlyThere') =>
    [
      waters[side] > 0
        ? counted(waters[side], 'water', 'waters') + (side === 'onlyHere' ? ` (${named})` : '')
        : '',
      readings[side] > 0 ? counted(readings[side], 'reading', 'readings') : '',
      photographs[side] > 0 ? counted(photographs[side], 'photograph', 'photographs') : '',
    ].filter(Boolean);
  const [gone, come] = [list('onlyHere'), list('onlyThere')];
  return [
    gone.length > 0
      ? `Not in the backup, so not here afterwards: ${gone.join(', ')}.`
      : 'All waters, readings and photographs that are here are in the backup too.',
    come.length > 0 ? `Comes back: ${come.join(', ')}.` : 'Nothing comes back that is not here.',
  ];
}

export const madeWords = (madeAt: number | null, machine: string | null): string =>
  madeAt === null
    ? 'A data file of an earlier version. It tells nothing of when it was made.'
    : `Made on ${whole(madeAt)}${machine ? ` on the machine ${machine}` : ''}. Every byte is as it was.`;

export const dateWords = (at: number | null): string => (at === null ? '–' : dated(at, 'd MMM yyyy'));
export const wholeDate = whole;

/** Photographs that were removed for good, or are of other data, and that a backup holds all the same. */
export function stillHoldsWords({ count, first }: ListedBackup['stillHolds']): string {
  const days = [...new Set(first.map((p) => dated(p.keptAt, 'd MMM yyyy')))];
  const more = days.length > 4 || count > first.length ? ' and other days' : '';
  return `Still holds ${counted(count, 'photograph', 'photographs')} not here any more, of ${days.slice(0, 4).join('; ')}${more}.`;
}
