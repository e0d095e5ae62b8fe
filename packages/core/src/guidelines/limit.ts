import { canonicalUnit, toCanonical } from '../quantity';
import type { StockGroupId, WaterKind } from '../waters';
import { type Status, severity } from './status';
import { type Subject, subjectKind } from './subject';

/** A stretch of values with one status; `from` and `to` in canonical units, −∞ and ∞ at the outside. */
export interface Band {
  readonly from: number;
  readonly to: number;
  readonly status: Exclude<Status, 'unread'>;
}

/** One school's limits for one subject. */
export interface Limit {
  readonly subject: Subject;
  readonly source: string;
  /** Kinds of water it speaks of. */
  readonly kinds: readonly WaterKind[];
  /** When given, it replaces the kind's own limits in waters with one of these groups. */
  readonly stock?: readonly StockGroupId[];
  readonly bands: readonly Band[];
}

type Steps = readonly (readonly [status: Band['status'], upTo: number] | readonly [status: Band['status']])[];

/** Bands from a rising list of steps in any unit of the subject; the last step has no end. */
function bandsFrom(subject: Subject, unit: string, steps: Steps): Band[] {
  const kind = subjectKind(subject);
  let from = -Infinity;
  return steps.map(([status, upTo]) => {
    const to = upTo === undefined ? Infinity : toCanonical(upTo, kind, unit);
    const band = { from, to, status };
    from = to;
    return band;
  });
}

export function limit(
  subject: Subject,
  unit: string,
  steps: Steps,
  about: { source: string; kinds: readonly WaterKind[]; stock?: readonly StockGroupId[] },
): Limit {
  return { subject, ...about, bands: bandsFrom(subject, unit || canonicalUnit(subjectKind(subject)), steps) };
}

const statusAt = (bands: readonly Band[], value: number) =>
  bands.find((band) => value <= band.to)?.status ?? bands.at(-1)!.status;

/** Joins the bands of several limits: at each value the strictest school counts. */
export function strictest(limits: readonly Limit[]): Band[] {
  const ends = [...new Set(limits.flatMap((l) => l.bands.map((b) => b.to)))].sort((a, b) => a - b);
  const joined: Band[] = [];
  let from = -Infinity;
  for (const to of ends) {
    // A value inside the stretch; ends belong to the band below them.
    const inside = to === Infinity ? Number.MAX_VALUE : to;
    const status = limits
      .map((l) => statusAt(l.bands, inside))
      .reduce((a, b) => (severity(a) >= severity(b) ? a : b));
    const last = joined.at(-1);
    if (last?.status === status) joined[joined.length - 1] = { ...last, to };
    else joined.push({ from, to, status });
    from = to;
  }
  return joined;
}
