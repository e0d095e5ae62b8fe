import { type Plan, type PlanJob } from '@hedge-lamp/core/bench';

interface LanePart {
  readonly kind: 'hands' | 'wait' | 'read';
  /** Seconds from the beginning of the plan. */
  readonly from: number;
  readonly to: number;
}
export interface Lane {
  readonly id: string;
  readonly name: string;
  readonly parts: readonly LanePart[];
}

/** A plan as lanes in time: where a test needs hands, where it stands alone, where it is read. */
export function lanesOf(plan: Plan, jobs: readonly PlanJob[], nameOf: (id: string) => string): Lane[] {
  return jobs
    .filter((job) => job.ops.length > 0)
    .map((job) => {
      const own = plan.ops.filter((o) => o.jobId === job.id);
      const parts = own.flatMap((o, k): LanePart[] => {
        const before = own[k - 1]?.end ?? (job.ops[0]!.wait > 0 ? 0 : o.start);
        const kind = job.ops[o.op]!.reads ? 'read' : 'hands';
        const hands: LanePart = { kind, from: o.start, to: o.end };
        return o.start > before ? [{ kind: 'wait', from: before, to: o.start }, hands] : [hands];
      });
      return { id: job.id, name: nameOf(job.id), parts };
    })
    .sort((a, b) => a.parts[0]!.from - b.parts[0]!.from);
}

/** "9 min", "under a minute", "1 h 5 min". */
export function spanInWords(seconds: number): string {
  const minutes = Math.round(seconds / 60);
  if (minutes < 1) return 'under a minute';
  return minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
}

/** m:ss from the beginning. */
export const clockOf = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.round(seconds) % 60).padStart(2, '0')}`;

/** A round number of seconds between ticks, so that about six fit. */
export function tickEvery(seconds: number): number {
  return [30, 60, 120, 300, 600, 1200, 1800, 3600].find((step) => seconds / step <= 6.5) ?? 7200;
}
