import { bandsFor, judge } from '@hedge-lamp/core/guidelines';
import { type Status, statusWord } from '@hedge-lamp/core/limits';
import { type ParameterId, knownIds, parameterInfo } from '@hedge-lamp/core/parameters';
import {
  canonicalUnit,
  convertInterval,
  formatBest,
  formatInterval,
  fromWire,
} from '@hedge-lamp/core/quantity';
import type { Reading } from '@hedge-lamp/core/readings';
import type { Deed } from '@hedge-lamp/core/remedies';
import { type UnitChoice, type Water, chosenUnit } from '@hedge-lamp/core/waters';
import { format, startOfDay } from 'date-fns';

/** A day of the log: what was read, by parameter, and what was done. */
export interface LogRow {
  /** The day's first instant. */
  readonly day: number;
  /** Newest first. */
  readonly readings: readonly Reading[];
  readonly deeds: readonly Deed[];
  /** "09:20", or from the first to the last. */
  readonly times: string;
}

/** What a cell shows of one reading. */
export interface LogCell {
  readonly reading: Reading;
  /** "25", "over 80", or the words of an answer. */
  readonly figure: string;
  readonly range: string;
  /** Null where no limit speaks of it here; never Clear where a doubt was noted. */
  readonly status: Status | null;
  /** All of it for a screen reader. */
  readonly says: string;
}

/** Readings and deeds by day, newest first. */
export function logRows(readings: readonly Reading[], deeds: readonly Deed[]): LogRow[] {
  const days = new Map<number, { readings: Reading[]; deeds: Deed[] }>();
  const dayOf = (instant: number) => {
    const day = startOfDay(instant).getTime();
    const there = days.get(day) ?? { readings: [], deeds: [] };
    days.set(day, there);
    return there;
  };
  readings.forEach((r) => dayOf(r.takenAt).readings.push(r));
  deeds.forEach((d) => dayOf(d.at).deeds.push(d));
  return [...days]
    .sort(([a], [b]) => b - a)
    .map(([day, of]) => {
      const instants = [...of.readings.map((r) => r.takenAt), ...of.deeds.map((d) => d.at)];
      const [first, last] = [format(Math.min(...instants), 'HH:mm'), format(Math.max(...instants), 'HH:mm')];
      return { day, ...of, times: first === last ? first : `${first}–${last}` };
    });
}

/** The columns of a log: what stands in it, in the one order of all lists. */
export function columnsOf(rows: readonly LogRow[]): ParameterId[] {
  const there = new Set(rows.flatMap((r) => r.readings.map((x) => x.parameter)));
  return knownIds().filter((p) => there.has(p));
}

/** A reading as its cell shows it, judged by the limits of today. */
export function logCell(reading: Reading, units: UnitChoice, water: Water | undefined): LogCell {
  const { parameter, value, entered } = reading;
  const { kind, label } = parameterInfo(parameter);
  if (!value) {
    const words = entered.how === 'answer' ? entered.says : 'no value';
    return { reading, figure: words, range: '', status: null, says: `${label} ${words}` };
  }
  const canonical = fromWire(value);
  const shown = convertInterval(canonical, kind, canonicalUnit(kind), chosenUnit(units, kind));
  const open = value.high === null || value.low === null;
  const bands = water ? bandsFor(parameter, water) : [];
  const judged = bands.length > 0 ? judge(canonical, bands).status : null;
  // What was noted against a reading may be why it reads well: an old bottle, a step left out, a flash that faded.
  const doubted = judged === 'clear' && reading.doubts.length > 0;
  const status = doubted ? 'unread' : judged;
  const figure = open ? formatInterval(shown) : formatBest(shown);
  const range = open || value.low === value.high ? '' : formatInterval(shown);
  return {
    reading,
    figure,
    range,
    status,
    says: [
      `${label} ${figure}${range ? ` (${range})` : ''}`,
      doubted ? 'doubted' : status && statusWord[status],
    ]
      .filter(Boolean)
      .join(', '),
  };
}
