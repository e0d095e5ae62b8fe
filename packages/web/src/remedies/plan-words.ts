import { dated } from '../clock/dated';
import { minute } from '@hedge-lamp/core/wire';
import type { Effect, PlanLine } from '@hedge-lamp/core/remedies';
import { formatReading, fromWire } from '@hedge-lamp/core/quantity';
import { differenceInCalendarDays, format } from 'date-fns';

/** When a line is to be done, by the clock on the wall: empty where no clock is meant, "now", "18:30", "tomorrow 08:00", "by Thursday, 3 December". */
export function whenWords({ at, within }: Pick<PlanLine, 'at' | 'within'>, now: number): string {
  if (at === null) return '';
  if (at <= now + 5 * minute) return 'now';
  const days = differenceInCalendarDays(at, now);
  const clock = format(at, 'HH:mm');
  const by = within ? 'by ' : '';
  if (days === 0) return `${by}${clock}`;
  if (days === 1) return within ? 'by tomorrow' : `tomorrow ${clock}`;
  return `${by}${dated(at, 'EEEE, d MMMM')}`;
}

/** A figure before and after: "Total ammonia 1.5 (1–2) → 0.75 (0.5–1) mg/L NH3-N". */
export const effectWords = ({ label, unit, before, after }: Omit<Effect, 'subject'>): string =>
  `${label} ${formatReading(fromWire(before))} → ${formatReading(fromWire(after))}${unit ? ` ${unit}` : ''}`;

/** True for what is held back: it stands under a double bar and is not ticked. */
export const isHold = ({ kind }: Pick<PlanLine, 'kind'>): boolean => kind === 'hold';
