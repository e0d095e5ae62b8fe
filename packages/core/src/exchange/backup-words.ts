import { counted } from '../quantity';
import type { DataContents } from './backup-manifest';

/** How many bytes, to two figures or so: "740 kB", "2.1 GB". */
export function bytesWords(bytes: number): string {
  const units = ['bytes', 'kB', 'MB', 'GB', 'TB'];
  let [size, unit] = [bytes, 0];
  while (size >= 999.5 && unit < units.length - 1) [size, unit] = [size / 1000, unit + 1];
  const text = unit === 0 || size >= 10 ? String(Math.round(size)) : size.toFixed(1);
  return `${text} ${units[unit]}`;
}

/** What a data file holds, in one line: "4 waters, 1,203 readings, 5 photographs". */
export function contentsWords({
  waters,
  readings,
  photographs,
}: Pick<DataContents, 'waters' | 'readings' | 'photographs'>): string {
  return [
    counted(waters, 'water', 'waters'),
    counted(readings, 'reading', 'readings'),
    counted(photographs, 'photograph', 'photographs'),
  ].join(', ');
}

/** The figures that are set beside each other before a restore, in one order everywhere. */
export const contentsLines: readonly {
  readonly key: Exclude<keyof DataContents, 'waterNames' | 'from' | 'to' | 'demo'>;
  readonly label: string;
}[] = [
  { key: 'waters', label: 'Waters' },
  { key: 'readings', label: 'Readings' },
  { key: 'deeds', label: 'Things done' },
  { key: 'runs', label: 'Runs on the bench' },
  { key: 'photographs', label: 'Photographs' },
  { key: 'kits', label: 'Kits' },
  { key: 'cards', label: 'Own cards' },
  { key: 'methods', label: 'Own methods' },
  { key: 'removed', label: 'Removed, to be brought back' },
];
