import { z } from 'zod';
import { type Interval, interval } from '../quantity';

export const doubtIds = [
  'lost-count',
  'drop-ran',
  'shook-short',
  'read-late',
  'read-early',
  'poor-light',
  'cap-leaked',
  'old-bottle',
  'marked-bottle',
  'blank-colored',
  'flashed',
  'step-skipped',
] as const;
export const DoubtIdSchema = z.enum(doubtIds);
export type DoubtId = z.infer<typeof DoubtIdSchema>;

export interface Doubt {
  readonly id: DoubtId;
  /** What the keeper picks, in their own words. */
  readonly label: string;
  /** What it does to the reading, in a sentence without blame. */
  readonly effect: string;
  /** Shares of the value by which the low end falls and the high end rises. */
  readonly widenLow: number;
  readonly widenHigh: number;
  /** True where it may be any amount more: nothing is left of the high end. */
  readonly openHigh?: boolean;
  /** True where it leaves no value at all: the result would be chance. */
  readonly voids?: boolean;
  /** True where the test is worth running again before anything is done about the figure. */
  readonly repeat: boolean;
}

/**
 * How far each doubt widens a reading. No published figures exist for these: the sizes are Hedge Lamp's own,
 * set so that one drop of ten, or one shade of a card, stays inside. Directions are common practice.
 */
export const doubts: Readonly<Record<DoubtId, Doubt>> = {
  'lost-count': {
    id: 'lost-count',
    label: 'I lost count of the drops',
    effect: 'The count may be off by a drop or so; the range is a fifth wider each way.',
    widenLow: 0.2,
    widenHigh: 0.2,
    repeat: true,
  },
  'drop-ran': {
    id: 'drop-ran',
    label: 'A drop ran down the side',
    effect: 'Some reagent may not have reached the water; the range is a tenth wider each way.',
    widenLow: 0.1,
    widenHigh: 0.1,
    repeat: false,
  },
  'shook-short': {
    id: 'shook-short',
    label: 'I shook it short',
    effect: 'A short shake makes colors too pale: the true value may be up to half as much again.',
    widenLow: 0,
    widenHigh: 0.5,
    repeat: true,
  },
  'read-late': {
    id: 'read-late',
    label: 'The tube stood too long',
    effect: 'Its color may read high: the true value may be a quarter lower.',
    widenLow: 0.25,
    widenHigh: 0,
    repeat: true,
  },
  'read-early': {
    id: 'read-early',
    label: 'I read it before the wait was over',
    effect: 'The color was still growing: the true value may be up to half as much again.',
    widenLow: 0,
    widenHigh: 0.5,
    repeat: true,
  },
  'poor-light': {
    id: 'poor-light',
    label: 'The light was poor',
    effect: 'Neighboring colors are hard to tell apart; the range is a quarter wider each way.',
    widenLow: 0.25,
    widenHigh: 0.25,
    repeat: false,
  },
  'cap-leaked': {
    id: 'cap-leaked',
    label: 'The cap leaked',
    effect: 'Some of the sample was lost after the reagent went in; the range is a tenth wider each way.',
    widenLow: 0.1,
    widenHigh: 0.1,
    repeat: true,
  },
  'old-bottle': {
    id: 'old-bottle',
    label: 'The bottle is out of date',
    effect: 'Old reagent usually reads low: the true value may be up to half as much again.',
    widenLow: 0.1,
    widenHigh: 0.5,
    repeat: true,
  },
  'marked-bottle': {
    id: 'marked-bottle',
    label: 'The bottle has a mark against it',
    effect: 'It may have lost strength: the true value may be up to half as much again.',
    widenLow: 0.1,
    widenHigh: 0.5,
    repeat: true,
  },
  'blank-colored': {
    id: 'blank-colored',
    label: 'The blank was not clear',
    effect: 'The kit reads something where there is nothing: the true value may be as low as zero.',
    widenLow: 1,
    widenHigh: 0,
    repeat: true,
  },
  flashed: {
    id: 'flashed',
    label: 'The color flashed deep and faded',
    effect:
      'Far above its range the color bleaches back to that of zero: the true value may be far over the card.',
    widenLow: 0,
    widenHigh: 0,
    openHigh: true,
    repeat: true,
  },
  'step-skipped': {
    id: 'step-skipped',
    label: 'A step that decides was left out',
    effect: 'Without that step the color means nothing: no value is taken from it.',
    widenLow: 0,
    widenHigh: 0,
    voids: true,
    repeat: true,
  },
};

/** True where a doubt leaves no value. */
export const isVoid = (ids: readonly DoubtId[]): boolean => ids.some((id) => doubts[id].voids === true);

/** The doubts for which a repeat is worth its reagent. */
export const worthRepeating = (ids: readonly DoubtId[]): DoubtId[] => ids.filter((id) => doubts[id].repeat);

/** Widens an interval of a concentration (zero or more) by the doubts, one after the other. The best guess stays. */
export const widenByDoubts = (i: Interval, ids: readonly DoubtId[]): Interval =>
  ids.reduce((wide, id) => {
    const { widenLow, widenHigh, openHigh } = doubts[id];
    return interval(wide.low * (1 - widenLow), wide.best, openHigh ? Infinity : wide.high * (1 + widenHigh));
  }, i);
