import { z } from 'zod';
import type { Status } from '../guidelines/status';
import { type ParameterId, ParameterIdSchema, type Reading, parameters } from '../readings';
import type { Deed } from '../remedies';
import type { Water } from '../waters';

const day = 86_400_000;

export const DueTestSchema = z
  .object({ parameter: ParameterIdSchema, label: z.string(), dueAt: z.int(), why: z.string() })
  .meta({ id: 'DueTest' });
export type DueTest = z.infer<typeof DueTestSchema>;

const settledDays: Record<Water['kind'], number> = {
  aquarium: 30,
  aquaponics: 30,
  pond: 14,
  standing: 3,
  source: 90,
  stream: 30,
};

/**
 * Days between two tests of a parameter; null where it is only tested at need.
 * Common practice: every second day while cycling, monthly for a settled aquarium or loop, fortnightly for a
 * pond. For sources, streams and small standing waters: Hedge Lamp's own.
 */
export function cadenceDays(water: Pick<Water, 'kind' | 'cycling'>, parameter: ParameterId): number | null {
  if (parameter === 'temperature') return null;
  if (parameter === 'hardness') return 90;
  // Nitrite passes through a source or a stream too quickly to be worth a routine.
  if (parameter === 'nitrite' && (water.kind === 'source' || water.kind === 'stream')) return null;
  if (water.cycling) return parameter === 'ammonia' || parameter === 'nitrite' ? 2 : 7;
  return settledDays[water.kind];
}

/** Milliseconds after which a reading no longer tells how a water is: three cadences. Hedge Lamp's own rule. */
export const staleAfter = (water: Pick<Water, 'kind' | 'cycling'>, parameter: ParameterId): number =>
  3 * day * (cadenceDays(water, parameter) ?? cadenceDays(water, 'ph')!);

/** What falls due within half a day counts as due: people test when they come by, not at the hour. */
const soon = day / 2;

/** Deeds after which the next day wants a test. Common practice. */
const testAfter: readonly Deed['kind'][] = ['treatment', 'stocked', 'filter-clean', 'loss', 'rain'];

/**
 * What is due by now, longest overdue first.
 * @param statusOf how each parameter stands; one that needs acting on is tested again the next day
 */
export function dueTests(
  water: Water,
  latest: Partial<Record<ParameterId, Reading>>,
  deeds: readonly Deed[],
  statusOf: (parameter: ParameterId) => Status,
  at: number,
): DueTest[] {
  const due: DueTest[] = [];
  for (const { id, label, routine } of Object.values(parameters)) {
    if (!routine) continue;
    const cadence = cadenceDays(water, id);
    const last = latest[id];
    const status = statusOf(id);
    if (!last) {
      if (cadence !== null && id !== 'hardness')
        due.push({ parameter: id, label, dueAt: water.createdAt, why: 'Not tested yet.' });
      continue;
    }
    const deed = deeds.find((d) => testAfter.includes(d.kind) && d.at > last.takenAt);
    if (status === 'act' || status === 'urgent')
      due.push({
        parameter: id,
        label,
        dueAt: last.takenAt + day,
        why: 'It needed acting on: test again the next day.',
      });
    else if (deed && (id === 'ammonia' || id === 'ph'))
      due.push({ parameter: id, label, dueAt: deed.at + day, why: 'Something was done that can upset it.' });
    else if (cadence !== null)
      due.push({
        parameter: id,
        label,
        dueAt: last.takenAt + cadence * day,
        why: `Usual every ${cadence} days.`,
      });
  }
  return due.filter((d) => d.dueAt <= at + soon).sort((a, b) => a.dueAt - b.dueAt);
}
