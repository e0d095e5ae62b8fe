/** A stretch in which a test needs hands, after a wait that it does not. */
export interface PlanOp {
  /** Seconds of hands. */
  readonly hands: number;
  /** Seconds that must pass after the stretch before it; before a first one, seconds from now. */
  readonly wait: number;
  /** How many seconds later than that it may begin at the latest; Infinity where nothing is spoiled by waiting. */
  readonly slack: number;
  /** True where nothing is done in it but reading. */
  readonly reads?: boolean;
}

/** A test as the planner sees it. */
export interface PlanJob {
  readonly id: string;
  readonly ops: readonly PlanOp[];
  /** 0 for the most dangerous; only used where danger goes first. */
  readonly rank: number;
  /** Seconds that its first stretch is past its window already: no order can mend it, but the sooner the better. */
  readonly overdue?: number;
}

interface PlannedOp {
  readonly jobId: string;
  readonly op: number;
  /** Seconds from now. */
  readonly start: number;
  readonly end: number;
}

export interface Plan {
  /** In the order of the hands. */
  readonly ops: readonly PlannedOp[];
  /** Seconds until the last read is done. */
  readonly seconds: number;
  /** Seconds if each test were finished before the next began. */
  readonly oneAfterTheOther: number;
  /** True where no order can finish sooner. */
  readonly proved: boolean;
  /** False where some window cannot be kept, whatever the order. */
  readonly inWindows: boolean;
}

/** What finishes soonest, or the most dangerous first however long the rest takes. */
export type PlanOrder = 'soonest' | 'danger';

/** Up to so many tests the answer is proved; beyond, the best of a few rules is taken. */
const provedUpTo = 8;
const nodesWhenProving = 100_000;
/** A wait and its window that few stretches of work fit into, seconds. */
const shortWindow = 120;

interface Placed {
  readonly job: number;
  readonly op: number;
  start: number;
}

/**
 * The earliest times of a sequence, by pushing starts later until all waits and windows hold: a longest path in a
 * graph of differences (Bellman 1958, Ford 1956).
 * @returns null where no times fit
 */
function timesOf(jobs: readonly PlanJob[], sequence: readonly Placed[]): Placed[] | null {
  const placed = sequence.map((p) => ({ ...p }));
  const last = new Map<number, Placed>();
  const before = placed.map((p) => {
    const pred = last.get(p.job);
    last.set(p.job, p);
    return pred;
  });
  for (let round = 0; round <= placed.length; round++) {
    let moved = false;
    const later = (p: Placed, start: number) => {
      if (start <= p.start + 1e-9) return;
      p.start = start;
      moved = true;
    };
    let free = 0;
    placed.forEach((p, k) => {
      const op = jobs[p.job]!.ops[p.op]!;
      const pred = before[k];
      const ready = pred ? pred.start + jobs[pred.job]!.ops[pred.op]!.hands + op.wait : op.wait;
      later(p, Math.max(free, ready));
      if (p.start > ready + op.slack + 1e-9) {
        // Too late for its window: what came before it in this test must begin later, if it can.
        if (pred) later(pred, p.start - op.slack - op.wait - jobs[pred.job]!.ops[pred.op]!.hands);
        else moved = true;
      }
      free = p.start + op.hands;
    });
    if (!moved) return placed;
  }
  return null;
}

/** What one machine needs at least for what is left: Jackson's preemptive schedule (Jackson 1955, Carlier 1982). */
function leastTime(parts: { release: number; hands: number; tail: number }[]): number {
  const left = parts.map((p) => ({ ...p })).sort((a, b) => a.release - b.release);
  let [now, bound, open] = [0, 0, left.length];
  while (open > 0) {
    let [chosen, upcoming] = [-1, Infinity];
    for (let k = 0; k < left.length; k++) {
      const part = left[k]!;
      if (part.hands <= 0) continue;
      if (part.release > now + 1e-9) {
        upcoming = Math.min(upcoming, part.release);
        break;
      }
      if (chosen < 0 || part.tail > left[chosen]!.tail) chosen = k;
    }
    if (chosen < 0) {
      if (upcoming === Infinity) break;
      now = upcoming;
      continue;
    }
    const part = left[chosen]!;
    for (const other of left)
      if (other.hands > 0 && other.release > now + 1e-9) upcoming = Math.min(upcoming, other.release);
    const run = Math.min(part.hands, upcoming - now);
    now += run;
    part.hands -= run;
    if (part.hands <= 1e-9) {
      part.hands = 0;
      open -= 1;
      bound = Math.max(bound, now + part.tail);
    }
  }
  return bound;
}

/** Seconds that a test still needs from an op on, hands and waits, without that op's own wait. */
const tailsOf = (job: PlanJob): number[] =>
  job.ops.map((_op, k) => job.ops.slice(k + 1).reduce((sum, o) => sum + o.wait + o.hands, 0));

/** The search for the order that finishes soonest. A class, since it carries the best found so far. */
class Search {
  best: Placed[] | null = null;
  bestEnd = Infinity;
  private nodes = 0;
  private readonly tails: number[][];
  private readonly twins: number[];
  private readonly chain: Placed[] = [];

  constructor(
    private readonly jobs: readonly PlanJob[],
    private readonly most: number,
  ) {
    this.tails = jobs.map(tailsOf);
    // Tests that are alike in every second need not be tried in both orders.
    const shape = (job: PlanJob) => JSON.stringify(job.ops.map((o) => [o.hands, o.wait, String(o.slack)]));
    this.twins = jobs.map((job, k) => jobs.findIndex((other, j) => j < k && shape(other) === shape(job)));
    for (const tried of firstTries(jobs)) {
      const times = timesOf(jobs, tried);
      const last = times?.at(-1);
      const end = last ? last.start + jobs[last.job]!.ops[last.op]!.hands : Infinity;
      if (end < this.bestEnd) [this.bestEnd, this.best] = [end, times];
    }
  }

  run(): boolean {
    this.go(
      this.jobs.map(() => 0),
      0,
      this.jobs.map(() => 0),
    );
    return this.nodes < this.most;
  }

  private bound(next: readonly number[], free: number, ended: readonly number[]): number {
    const parts: { release: number; hands: number; tail: number }[] = [];
    this.jobs.forEach((job, j) => {
      let at = ended[j]!;
      for (let k = next[j]!; k < job.ops.length; k++) {
        const op = job.ops[k]!;
        const release = Math.max(free, at + op.wait);
        parts.push({ release, hands: op.hands, tail: this.tails[j]![k]! });
        at = release + op.hands;
      }
    });
    const hands = parts.reduce((sum, p) => sum + p.hands, 0);
    return Math.max(leastTime(parts), free + hands + this.idleAtLeast(next));
  }

  /**
   * Seconds in which the hands must rest whatever the order: in a short wait with a short window, when nothing of
   * what is left fills it.
   */
  private idleAtLeast(next: readonly number[]): number {
    let most = 0;
    this.jobs.forEach((job, j) => {
      for (let k = Math.max(1, next[j]! + 1); k < job.ops.length; k++) {
        const { wait, slack } = job.ops[k]!;
        const room = wait + slack;
        if (room > shortWindow || wait <= most) continue;
        const filled = new Set([0]);
        this.jobs.forEach((other, i) => {
          if (i === j) return;
          for (const op of other.ops.slice(next[i]))
            for (const sum of [...filled]) if (sum + op.hands <= room) filled.add(sum + op.hands);
        });
        most = Math.max(most, wait - Math.max(...filled));
      }
    });
    return most;
  }

  private isFiller(job: number): boolean {
    const [op, second] = this.jobs[job]!.ops;
    return !second && op!.wait === 0 && op!.slack === Infinity;
  }

  private go(next: readonly number[], free: number, ended: readonly number[]): void {
    this.nodes += 1;
    const open = this.jobs.flatMap((job, j) => (next[j]! < job.ops.length ? [j] : []));
    if (open.length === 0) {
      if (free < this.bestEnd - 1e-9) [this.bestEnd, this.best] = [free, this.chain.map((p) => ({ ...p }))];
      return;
    }
    if (this.bound(next, free, ended) >= this.bestEnd - 1e-9) return;

    const candidates = open
      .map((j) => {
        const op = this.jobs[j]!.ops[next[j]!]!;
        const start = Math.max(free, ended[j]! + op.wait);
        return { j, op, start, tail: op.hands + this.tails[j]![next[j]!]! };
      })
      .filter(({ j }) => {
        // Neither need tests without a wait that follow one another.
        const before = this.chain.at(-1)?.job;
        if (before !== undefined && before > j && this.isFiller(before) && this.isFiller(j)) return false;
        const twin = this.twins[j]!;
        return twin < 0 || next[twin]! > next[j]! || next[twin]! >= this.jobs[twin]!.ops.length;
      });
    // What would idle so long that a last stretch fits in before it, may as well let that one go first.
    const fits = Math.min(
      Infinity,
      ...candidates
        .filter(
          ({ j, op, start }) =>
            next[j]! === this.jobs[j]!.ops.length - 1 && start <= ended[j]! + op.wait + op.slack + 1e-9,
        )
        .map(({ start, op }) => start + op.hands),
    );
    candidates
      .filter(({ start, j }) => start < fits - 1e-9 || next[j]! === this.jobs[j]!.ops.length - 1)
      .filter(({ start }) => start <= fits + 1e-9)
      .sort((a, b) => a.start - b.start || b.tail - a.tail)
      .forEach(({ j, op, start }) => {
        // Where no window can be kept there is no first answer to stop at.
        if (this.nodes >= this.most && (this.best || this.nodes >= 2 * this.most)) return;
        this.chain.push({ job: j, op: next[j]!, start });
        const late = start > ended[j]! + op.wait + op.slack + 1e-9;
        const times = late ? timesOf(this.jobs, this.chain) : this.chain;
        if (late) this.nodes += 1;
        if (times) {
          const kept = this.chain.map((p) => p.start);
          times.forEach((p, k) => (this.chain[k]!.start = p.start));
          const ends = [...ended];
          for (const p of this.chain) ends[p.job] = p.start + this.jobs[p.job]!.ops[p.op]!.hands;
          const end = this.chain.at(-1)!.start + op.hands;
          this.go(next.with(j, next[j]! + 1), end, ends);
          this.chain.forEach((p, k) => (p.start = kept[k]!));
        }
        this.chain.pop();
      });
  }
}

interface Ready {
  readonly j: number;
  readonly op: PlanOp;
  readonly start: number;
  /** Seconds at which its window shuts. */
  readonly until: number;
}

/**
 * Work as a practiced hand would do it: what can begin soonest goes first, unless a tube that stands would run
 * past its window meanwhile; of several, the one that a rule prefers.
 * @param rule lower goes first
 * @param through whether a short wait is waited through, with nothing begun meanwhile: no two of them then meet
 */
function dispatched(
  jobs: readonly PlanJob[],
  rule: (ready: Ready, next: number) => number,
  through = false,
): Placed[] {
  const next = jobs.map(() => 0);
  const ended = jobs.map(() => 0);
  const chain: Placed[] = [];
  let free = 0;
  for (;;) {
    const open: Ready[] = jobs.flatMap((job, j) => {
      const op = job.ops[next[j]!];
      if (!op) return [];
      const ready = ended[j]! + op.wait;
      return [{ j, op, start: Math.max(free, ready), until: ready + op.slack }];
    });
    if (open.length === 0) return chain;
    const short = through && open.find(({ j, op }) => next[j]! > 0 && op.wait + op.slack <= shortWindow);
    const mayGo = open.filter((o) =>
      open.every((other) => other === o || other.until >= o.start + o.op.hands - 1e-9),
    );
    const soon = mayGo.length > 0 ? mayGo : [open.reduce((a, b) => (b.until < a.until ? b : a))];
    const among = short ? [short] : soon;
    const soonest = Math.min(...among.map((o) => o.start));
    const [chosen] = among
      .filter((o) => o.start <= soonest + 1e-9)
      .sort((a, b) => rule(a, next[a.j]!) - rule(b, next[b.j]!));
    const { j, op, start } = chosen!;
    chain.push({ job: j, op: next[j]!, start });
    free = start + op.hands;
    ended[j] = free;
    next[j]! += 1;
  }
}

/** Orders that are good to begin a search from. */
function firstTries(jobs: readonly PlanJob[]): Placed[][] {
  const tails = jobs.map(tailsOf);
  const tail = ({ j }: Ready, next: number) => -tails[j]![next]!;
  return [
    dispatched(jobs, tail),
    dispatched(
      jobs,
      ({ op, until }, next) => (until < Infinity ? until - 1e6 : 0) + (next > 0 ? -1e5 : op.hands),
    ),
    dispatched(jobs, (ready, next) => tail(ready, next) + ready.op.hands),
    dispatched(jobs, ({ op }) => op.hands),
    dispatched(jobs, tail, true),
  ];
}

/** Seconds until the last stretch of an order is done. */
const endOf = (jobs: readonly PlanJob[], placed: readonly Placed[]): number =>
  Math.max(0, ...placed.map(({ job, op, start }) => start + jobs[job]!.ops[op]!.hands));

/**
 * Puts forward what a hand would take up first. A tube that is past its window goes as early as the windows of the
 * others allow, the latest first; one that stands ready in its window as early as the end does not suffer, unless
 * danger leads.
 */
function readyFirst(
  jobs: readonly PlanJob[],
  placed: readonly Placed[],
  order: PlanOrder,
): readonly Placed[] {
  const isReady = (first: PlanOp) => order === 'soonest' && first.wait === 0 && first.slack < Infinity;
  const ready = jobs
    .flatMap(({ ops: [first], overdue = 0 }, job) =>
      first && (overdue > 0 || isReady(first)) ? [{ job, overdue }] : [],
    )
    .sort((a, b) => a.overdue - b.overdue);
  return ready.reduce((sequence, { job, overdue }) => {
    const at = sequence.findIndex((p) => p.job === job);
    const others = sequence.filter((_p, k) => k !== at);
    const latest = overdue > 0 ? Infinity : endOf(jobs, sequence) + 1e-9;
    for (let k = 0; k < at; k++) {
      const forward = [...others.slice(0, k), sequence[at]!, ...others.slice(k)];
      const times = timesOf(
        jobs,
        forward.map((p) => ({ ...p, start: 0 })),
      );
      if (times && endOf(jobs, times) <= latest) return times;
    }
    return sequence;
  }, placed);
}

/** An order that was found, and the windows that it was found for. */
interface Found {
  readonly jobs: readonly PlanJob[];
  readonly placed: readonly Placed[];
  readonly proved: boolean;
  readonly inWindows: boolean;
}

const withoutWindows = (jobs: readonly PlanJob[]): PlanJob[] =>
  jobs.map((job) => ({ ...job, ops: job.ops.map((op) => ({ ...op, slack: Infinity })) }));

function soonest(jobs: readonly PlanJob[]): Found {
  const search = new Search(jobs, nodesWhenProving);
  const proved = jobs.length <= provedUpTo && search.run();
  if (search.best) return { jobs, placed: search.best, proved, inWindows: true };
  // No order keeps every window: the soonest one that does not try to.
  const relaxed = withoutWindows(jobs);
  const placed = new Search(relaxed, nodesWhenProving).best ?? [];
  return { jobs: relaxed, placed, proved: false, inWindows: jobs.length === 0 };
}

function dangerFirst(jobs: readonly PlanJob[]): Found {
  const placed = dispatched(jobs, ({ j }) => jobs[j]!.rank);
  const fitting = timesOf(jobs, placed);
  return fitting
    ? { jobs, placed: fitting, proved: false, inWindows: true }
    : { jobs: withoutWindows(jobs), placed, proved: false, inWindows: false };
}

/**
 * The order of work for one pair of hands: tests overlap in their waits, and every read falls inside its window.
 * @param jobs what is to be done, or what is left of it
 * @returns the order that finishes soonest, proved so for up to eight tests; or the most dangerous first. What is past
 * its window already is read as soon as that spoils no other tube, whatever the order
 */
export function planOf(jobs: readonly PlanJob[], order: PlanOrder = 'soonest'): Plan {
  const busy = jobs.filter((job) => job.ops.length > 0);
  const found = order === 'danger' ? dangerFirst(busy) : soonest(busy);
  const placed = readyFirst(found.jobs, found.placed, order);
  const seconds = endOf(busy, placed);
  return {
    ops: placed
      .map(({ job, op, start }) => {
        const { id, ops } = busy[job]!;
        return { jobId: id, op, start, end: start + ops[op]!.hands };
      })
      .sort((a, b) => a.start - b.start),
    seconds,
    oneAfterTheOther: jobs.flatMap((job) => job.ops).reduce((sum, op) => sum + op.wait + op.hands, 0),
    proved: found.proved && seconds <= endOf(busy, found.placed) + 1e-9,
    inWindows: found.inWindows,
  };
}
