import {
  type CycleEvent,
  type CycleLog,
  type CycleStart,
  CycleStartDraftSchema,
  type ObservedId,
  observedIds,
} from '@hedge-lamp/core/cycle';
import { convertInterval, parseRange } from '@hedge-lamp/core/quantity';
import { type Entered, type Reading } from '@hedge-lamp/core/readings';
import { parameterInfo } from '@hedge-lamp/core/parameters';
import type { Deed, DeedAmount, DeedKind } from '@hedge-lamp/core/remedies';

/** Unit in which the tests write each parameter. */
const unit: Record<string, string> = {
  ammonia: 'mg/L NH3-N',
  nitrite: 'mg/L NO2',
  nitrate: 'mg/L NO3',
  alkalinity: '°dKH',
  ph: 'pH',
  temperature: '°C',
};
/** [day, what was read as one says it]. */
export type Read = readonly [day: number, says: string];
export type Reads = Partial<Record<ObservedId | 'temperature', readonly Read[]>>;

const valueOf = (of: string, says: string) => {
  const { kind, possible } = parameterInfo(of as ObservedId);
  return convertInterval(
    parseRange(
      says.replace('diluted', '').trim(),
      'value',
      possible[0] === 0 && of !== 'ph' ? { floor: 0 } : {},
    ),
    kind,
    unit[of]!,
    kind === 'ammonia'
      ? 'mg/L NH3-N'
      : kind === 'nitrite'
        ? 'mg/L NO2-N'
        : kind === 'nitrate'
          ? 'mg/L NO3-N'
          : kind === 'alkalinity'
            ? 'meq/L'
            : unit[of]!,
  );
};

/** A log as the fit sees it, without the way through readings and deeds. */
export function madeLog(
  days: number,
  reads: Reads,
  events: readonly CycleEvent[] = [{ day: 0, did: 'dose', nitrogen: 2, alkalinity: 0 }],
  more: Partial<CycleLog> = {},
): CycleLog {
  const observations = observedIds.flatMap((of) =>
    (reads[of] ?? []).map(([day, says], k) => ({
      readingId: `${of}-${k}`,
      day,
      of,
      value: valueOf(of, says),
      diluted: says.includes('diluted'),
    })),
  );
  return {
    days,
    feeding: 'ammonia',
    seeding: 'none',
    planted: false,
    events: [...events].sort((a, b) => a.day - b.day),
    observations: observations.sort((a, b) => a.day - b.day),
    ...more,
  };
}

export const startedAt = Date.UTC(2026, 4, 1, 12);
export const day = 86_400_000;
const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
export const waterId = id(1);

export const madeStart = (more: Partial<CycleStart> = {}): CycleStart => ({
  ...CycleStartDraftSchema.parse({
    id: id(2),
    waterId,
    startedAt,
    zone: 'Etc/UTC',
    way: 'fishless-ammonia',
  }),
  version: 1,
  createdAt: startedAt,
  updatedAt: startedAt,
  deletedAt: null,
  ...more,
});

let serial = 100;
export function madeReading(of: string, onDay: number, says: string, more: Partial<Reading> = {}): Reading {
  const value = valueOf(of, says);
  const entered: Entered = { how: 'figure', text: says, unit: unit[of]! };
  return {
    id: id(serial++),
    waterId,
    samplingPointId: null,
    parameter: of as Reading['parameter'],
    methodId: null,
    methodVersion: null,
    kitId: null,
    takenAt: Math.round(startedAt + onDay * day),
    zone: 'Etc/UTC',
    entered,
    doubts: [],
    by: '',
    drawnFrom: null,
    note: '',
    runId: null,
    value: {
      low: Number.isFinite(value.low) ? value.low : null,
      best: value.best,
      high: Number.isFinite(value.high) ? value.high : null,
    },
    version: 1,
    createdAt: startedAt,
    deletedAt: null,
    ...more,
  };
}

export const madeDeed = (
  kind: DeedKind,
  onDay: number,
  amount: DeedAmount | null = null,
  more: Partial<Deed> = {},
): Deed => ({
  id: id(serial++),
  waterId,
  kind,
  at: Math.round(startedAt + onDay * day),
  zone: 'Etc/UTC',
  detail: '',
  planLine: null,
  amount,
  createdAt: startedAt,
  deletedAt: null,
  ...more,
});
