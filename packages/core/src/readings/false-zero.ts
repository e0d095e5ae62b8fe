import { type Interval, fromWire, overlap, point } from '../quantity';
import { day, type WireInterval } from '../wire';
import type { ParameterId } from '../parameters';

/** A reading of the same water, as the history knows it. Canonical units. */
export interface Before {
  readonly parameter: ParameterId;
  readonly value: WireInterval | null;
  readonly takenAt: number;
}

export interface ZeroSuspicion {
  /** `likely` where the history speaks for a false zero, `possible` otherwise: it is always worth the question. */
  readonly level: 'likely' | 'possible';
  /** What the history tells, in sentences. */
  readonly reasons: readonly string[];
}

/** How far back the history is asked. Common practice: a filter turns within weeks. */
const rememberedMs = 21 * day;
const dayMs = day;
/** Falls and doses of this much leave nitrite behind in a young filter; mg/L as N. Common practice: doses of 2 to 4. */
const noticeable = 1;

/** Kits that bleach back to the color of zero far above their range. Common practice. */
export const mayBleach = (parameter: ParameterId): boolean =>
  parameter === 'nitrite' || parameter === 'ammonia';

const ago = (ms: number) => {
  const days = Math.round(ms / dayMs);
  return days <= 0 ? 'today' : days === 1 ? 'yesterday' : `${days} days ago`;
};
const figure = (mgPerLiter: number) => Number(mgPerLiter.toPrecision(2));

/**
 * Whether a zero for nitrite or total ammonia may be a false one: far above its range the color flashes deep and fades
 * to that of zero. Null for a reading that is not near zero, or of something that does not bleach.
 * @param value in the canonical unit, mg/L as N; as read, before any doubt
 * @param cycling true while the filter is still growing in
 * @param history readings of the same water, in any order
 */
export function falseZero(
  parameter: ParameterId,
  value: Interval,
  at: number,
  history: readonly Before[],
  cycling: boolean,
): ZeroSuspicion | null {
  if (!mayBleach(parameter) || !overlap(value, point(0))) return null;
  const past = history
    .filter((r) => r.takenAt < at && r.takenAt > at - rememberedMs && r.value !== null)
    .map((r) => ({ ...r, value: fromWire(r.value!) }))
    .sort((a, b) => b.takenAt - a.takenAt);
  const of = (p: ParameterId) => past.filter((r) => r.parameter === p);
  const reasons: string[] = [];

  const last = of(parameter)[0];
  if (last && last.value.best >= noticeable)
    reasons.push(
      `It read ${last.value.high === Infinity ? 'over ' : ''}${figure(last.value.best)} mg/L as nitrogen ${ago(at - last.takenAt)}: that seldom goes to nothing so soon.`,
    );
  if (parameter === 'nitrite') {
    const ammonia = of('ammonia');
    const most = ammonia.reduce<(typeof ammonia)[number] | null>(
      (m, r) => (m === null || r.value.best > m.value.best ? r : m),
      null,
    );
    const since = most && ammonia.find((r) => r.takenAt > most.takenAt);
    if (most && since && most.value.best - since.value.best >= noticeable)
      reasons.push(
        `Total ammonia fell from ${figure(most.value.best)} to ${figure(since.value.best)} mg/L as nitrogen: it turns into nitrite first, and that must be somewhere.`,
      );
    else if (most && most.value.best >= 2 * noticeable)
      reasons.push(`There was much ammonia ${ago(at - most.takenAt)}: nitrite usually follows it.`);
  }
  if (cycling)
    reasons.push(
      parameter === 'nitrite'
        ? 'The filter is still growing in: nitrite far over the card is common then.'
        : 'The filter is still growing in: ammonia that was dosed can lie far over the card.',
    );
  return { level: reasons.length > 0 ? 'likely' : 'possible', reasons };
}

/** What the tube is diluted by for the repeat: bleaching begins at about ten times the top of a card. Common practice. */
export const bleachDilution = 10;
