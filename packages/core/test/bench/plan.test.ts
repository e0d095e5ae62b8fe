import { type PlanJob, jobOfMethod, methodsOfSet, planOf, testSets } from '@hedge-lamp/core/bench';
import { methodOf, shippedMethods } from '@hedge-lamp/core/methods';
import fc from 'fast-check';

interface Placed {
  job: number;
  op: number;
}

/**
 * The soonest end of one sequence, independent of the planner: longest paths over all pairs of differences
 * (Floyd–Warshall), so that windows are kept whatever has to begin later. Infinity where no times fit.
 */
function endOf(jobs: readonly PlanJob[], sequence: readonly Placed[]): number {
  const n = sequence.length + 1;
  const d = Array.from({ length: n }, (_, i) =>
    Array.from({ length: n }, (_, j) => (i === j ? 0 : -Infinity)),
  );
  const at = (job: number, op: number) => 1 + sequence.findIndex((p) => p.job === job && p.op === op);
  const edge = (from: number, to: number, weight: number) => (d[from]![to] = Math.max(d[from]![to]!, weight));
  sequence.forEach(({ job, op }, k) => {
    const { hands, wait, slack } = jobs[job]!.ops[op]!;
    const here = k + 1;
    edge(0, here, 0);
    if (k + 1 < sequence.length) edge(here, here + 1, hands);
    const pred = op > 0 ? at(job, op - 1) : 0;
    const lag = (op > 0 ? jobs[job]!.ops[op - 1]!.hands : 0) + wait;
    edge(pred, here, lag);
    if (slack < Infinity) edge(here, pred, -(lag + slack));
  });
  for (let k = 0; k < n; k++)
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++) d[i]![j] = Math.max(d[i]![j]!, d[i]![k]! + d[k]![j]!);
  if (d.some((row, i) => row[i]! > 1e-9)) return Infinity;
  return Math.max(...sequence.map((p, k) => d[0]![k + 1]! + jobs[p.job]!.ops[p.op]!.hands));
}

/** Every order in which the stretches of all tests can follow each other. */
function* orders(jobs: readonly PlanJob[], next = jobs.map(() => 0), so: Placed[] = []): Generator<Placed[]> {
  const open = jobs.flatMap((job, j) => (next[j]! < job.ops.length ? [j] : []));
  if (open.length === 0) yield so;
  for (const j of open) yield* orders(jobs, next.with(j, next[j]! + 1), [...so, { job: j, op: next[j]! }]);
}
const soonest = (jobs: readonly PlanJob[]) => {
  let best = Infinity;
  for (const order of orders(jobs)) best = Math.min(best, endOf(jobs, order));
  return best;
};

/**
 * The soonest end of all orders where no window shuts, by going through every state once: what is done of each test,
 * with all fronts of (hands free, ends of the tests that stand) that no other is better than throughout. Independent of
 * the planner, and exhaustive: a state that is worse in nothing can only be gone on from as well or better.
 */
function soonestWithoutWindows(jobs: readonly PlanJob[]): number {
  const start = jobs.map(() => 0);
  const fronts = new Map<string, { next: number[]; states: number[][] }>();
  fronts.set(start.join(), { next: start, states: [jobs.map(() => 0).concat(0)] });
  let best = Infinity;
  // A map is gone through in the order of adding: those with more done are added later.
  for (const { next, states } of fronts.values()) {
    if (next.every((n, j) => n === jobs[j]!.ops.length)) {
      best = Math.min(best, ...states.map((s) => s.at(-1)!));
      continue;
    }
    jobs.forEach((job, j) => {
      const op = job.ops[next[j]!];
      if (!op) return;
      const after = next.with(j, next[j]! + 1);
      const key = after.join();
      const there = fronts.get(key) ?? { next: after, states: [] };
      for (const state of states) {
        const end = Math.max(state.at(-1)!, state[j]! + op.wait) + op.hands;
        // How long ago a test was finished or not begun does not matter any more.
        const ends = state.with(j, after[j] === job.ops.length ? 0 : end).with(-1, end);
        if (there.states.some((other) => other.every((x, k) => x <= ends[k]! + 1e-9))) continue;
        there.states = there.states.filter((other) => !other.every((x, k) => ends[k]! <= x + 1e-9));
        there.states.push(ends);
      }
      fronts.set(key, there);
    });
  }
  return best;
}

const shipped = shippedMethods.map((m) => jobOfMethod(m.id, m));
const op = fc.record({
  hands: fc.integer({ min: 5, max: 120 }),
  wait: fc.integer({ min: 0, max: 400 }),
  slack: fc.constantFrom(10, 30, 60, 240, 600, Infinity),
});
const anyJob = fc.array(op, { minLength: 1, maxLength: 3 }).map((ops) => ({
  id: 'made up',
  rank: 0,
  ops: ops.map((o, k) => (k === 0 ? { ...o, wait: 0, slack: Infinity } : o)),
}));
const named = (jobs: readonly PlanJob[]) => jobs.map((job, k) => ({ ...job, id: `${k} ${job.id}` }));

/** Every stretch once, in the order of its test, one at a time, after its wait and inside its window. */
function expectSound(jobs: readonly PlanJob[], plan: ReturnType<typeof planOf>): void {
  plan.ops.slice(1).forEach((o, k) => expect(o.start).toBeGreaterThanOrEqual(plan.ops[k]!.end - 1e-6));
  for (const job of jobs) {
    const own = plan.ops.filter((o) => o.jobId === job.id);
    expect(own.map((o) => o.op)).toEqual(job.ops.map((_o, k) => k));
    own.forEach((o, k) => {
      const ready = (own[k - 1]?.end ?? 0) + job.ops[k]!.wait;
      expect(o.start).toBeGreaterThanOrEqual(ready - 1e-6);
      if (plan.inWindows) expect(o.start).toBeLessThanOrEqual(ready + job.ops[k]!.slack + 1e-6);
    });
  }
}

describe('the order of work', () => {
  it('of up to four made-up tests is as soon as the soonest of all orders', () => {
    fc.assert(
      fc.property(
        fc
          .array(anyJob, { minLength: 1, maxLength: 4 })
          .filter((jobs) => jobs.flatMap((j) => j.ops).length <= 7),
        (raw) => {
          const jobs = named(raw);
          const plan = planOf(jobs);
          const best = soonest(jobs);
          expectSound(jobs, plan);
          if (best === Infinity) expect(plan.inWindows).toBe(false);
          else
            expect([plan.proved, plan.inWindows, plan.seconds]).toEqual([
              true,
              true,
              expect.closeTo(best, 6),
            ]);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('of tests that have begun, with windows that are running out, is so too', () => {
    const begun = fc.array(
      fc
        .tuple(anyJob, fc.integer({ min: 0, max: 300 }), fc.constantFrom(20, 120, 600))
        .map(([job, wait, slack]) => ({
          ...job,
          ops: job.ops.map((o, k) => (k === 0 ? { ...o, wait, slack } : o)),
        })),
      { minLength: 1, maxLength: 3 },
    );
    fc.assert(
      fc.property(begun, (raw) => {
        const jobs = named(raw);
        const [plan, best] = [planOf(jobs), soonest(jobs)];
        expectSound(jobs, plan);
        expect(plan.inWindows).toBe(best < Infinity);
        if (plan.inWindows) expect(plan.seconds).toBeCloseTo(best, 6);
      }),
      { numRuns: 60 },
    );
  });

  it('of four shipped methods is as soon as the soonest of all orders', () => {
    const two = shipped.filter((job) => job.ops.length === 2);
    fc.assert(
      fc.property(fc.shuffledSubarray(two, { minLength: 4, maxLength: 4 }), (jobs) => {
        expect(planOf(jobs).seconds).toBeCloseTo(soonest(jobs), 6);
      }),
      { numRuns: 4 },
    );
  });

  it('of eight shipped tests is as soon as the soonest of all orders', () => {
    // Windows of five minutes and more do not shut in so short a run; the others are checked above.
    const patient = shipped.filter((job) => job.ops.slice(1).every((o) => o.slack >= 300));
    const eight = fc.shuffledSubarray(patient, { minLength: 8, maxLength: 8 });
    fc.assert(
      fc.property(eight, (jobs) => {
        const plan = planOf(jobs);
        expect([plan.proved, plan.seconds]).toEqual([true, expect.closeTo(soonestWithoutWindows(jobs), 6)]);
      }),
      { numRuns: 12 },
    );
  });

  it('of any eight shipped tests is proved, and no sooner than if no window shut', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(shipped, { minLength: 8, maxLength: 8 }), (jobs) => {
        const plan = planOf(named(jobs));
        expectSound(named(jobs), plan);
        expect(plan.proved).toBe(true);
      }),
      { numRuns: 60 },
    );
    const quick = shipped.filter((job) => job.ops.some((o) => o.slack < 100)).slice(0, 2);
    const others = shipped.filter((job) => !quick.includes(job)).slice(0, 5);
    const jobs = [...quick, ...others];
    expect(planOf(jobs).seconds).toBeGreaterThanOrEqual(soonestWithoutWindows(jobs) - 1e-6);
  });

  it('of nine to twenty different tests keeps every window, and hardly idles', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(shipped, { minLength: 9 }), (jobs) => {
        const plan = planOf(jobs);
        expectSound(jobs, plan);
        const hands = jobs.flatMap((j) => j.ops).reduce((sum, o) => sum + o.hands, 0);
        const longest = Math.max(...jobs.flatMap((j) => j.ops).map((o) => o.wait));
        expect(plan.inWindows).toBe(true);
        expect(plan.seconds).toBeLessThanOrEqual(hands + longest);
      }),
      { numRuns: 200 },
    );
  });

  it('of eighteen tubes is sound, and no longer than one after the other', () => {
    const jobs = named([...shipped, ...shipped].slice(0, 18));
    const plan = planOf(jobs);
    expectSound(jobs, plan);
    expect(plan.seconds).toBeLessThan(plan.oneAfterTheOther * 0.6);
  });

  it('of nothing is over at once', () => {
    expect(planOf([])).toMatchObject({ ops: [], seconds: 0, inWindows: true });
  });
});

describe('overlapping', () => {
  // Common practice: four tests are done in little more than the longest wait and the handling.
  it('does four tests in little more than the longest wait and the handling', () => {
    const ids = [
      'ammonia-salicylate-two-bottles',
      'nitrite-one-bottle',
      'nitrate-two-bottles',
      'ph-low-range',
    ];
    const jobs = ids.map((id) => jobOfMethod(id, methodOf(id)));
    const hands = jobs.flatMap((j) => j.ops).reduce((sum, o) => sum + o.hands, 0);
    const longest = Math.max(...jobs.flatMap((j) => j.ops).map((o) => o.wait));
    const plan = planOf(jobs);
    expect(plan.seconds).toBeLessThanOrEqual(longest + hands);
    expect(plan.seconds).toBeLessThan(plan.oneAfterTheOther / 1.9);
  });

  it('with danger first starts ammonia, then nitrite, and reads them as soon as it can', () => {
    const sick = testSets.find((set) => set.id === 'looks-sick')!;
    const usual = (parameter: string) => shippedMethods.find((m) => m.parameter === parameter);
    const jobs = methodsOfSet(sick, usual).map((id) => jobOfMethod(id, methodOf(id)));
    const plan = planOf(jobs, sick.order);
    expectSound(jobs, plan);
    const first = plan.ops.filter((o) => o.op === 0).map((o) => methodOf(o.jobId).parameter);
    expect(first.slice(0, 3)).toEqual(['ammonia', 'nitrite', 'ph']);
  });
});

describe('a tube that is past its window already', () => {
  const read = (id: string, slack: number, overdue = 0): PlanJob => ({
    id,
    rank: 0,
    ops: [{ hands: 25, wait: 0, slack }],
    overdue,
  });
  const whole = (id: string): PlanJob => ({
    id,
    rank: 0,
    ops: [
      { hands: 70, wait: 0, slack: Infinity },
      { hands: 25, wait: 300, slack: 300 },
    ],
  });

  it('is read before anything that can wait, the one that stood longest first', () => {
    const jobs = [whole('new'), read('late', Infinity, 40), read('very late', Infinity, 400)];
    const plan = planOf(jobs);
    expectSound(jobs, plan);
    expect(plan.ops.slice(0, 2).map((o) => o.jobId)).toEqual(['very late', 'late']);
  });
  it('lets a tube go first whose window is about to shut', () => {
    const jobs = [read('late', Infinity, 40), read('now or never', 10), whole('new')];
    expect(planOf(jobs).ops.map((o) => o.jobId)).toEqual(['now or never', 'late', 'new', 'new']);
  });
  it('goes first too where danger leads', () => {
    const jobs = [whole('ammonia'), { ...read('late', Infinity, 40), rank: 5 }];
    expect(planOf(jobs, 'danger').ops[0]!.jobId).toBe('late');
  });
});

describe('a tube that stands ready', () => {
  it('is read first where that costs no time, and later where another window would be lost or the end is put off', () => {
    const ready: PlanJob = { id: 'ready', rank: 0, ops: [{ hands: 25, wait: 0, slack: 300 }] };
    const short: PlanJob = { id: 'short', rank: 0, ops: [{ hands: 60, wait: 0, slack: Infinity }] };
    const long: PlanJob = {
      id: 'long',
      rank: 0,
      ops: [
        { hands: 60, wait: 0, slack: Infinity },
        { hands: 25, wait: 300, slack: 300 },
      ],
    };
    expect(planOf([short, ready]).ops.map((o) => o.jobId)).toEqual(['ready', 'short']);
    const both = planOf([ready, long]);
    expect(both.ops.map((o) => o.jobId)).toEqual(['long', 'ready', 'long']);
    expect([both.seconds, both.proved]).toEqual([385, true]);
  });
});

describe('where danger leads', () => {
  it('a new ammonia test goes before a nitrate tube that stands ready, which keeps its window', () => {
    const jobs: PlanJob[] = [
      { id: 'nitrate', rank: 5, ops: [{ hands: 25, wait: 0, slack: 300 }] },
      { id: 'ammonia', rank: 0, ops: [{ hands: 70, wait: 0, slack: Infinity }] },
    ];
    expect(planOf(jobs, 'danger').ops.map((o) => o.jobId)).toEqual(['ammonia', 'nitrate']);
    expect(planOf(jobs).ops.map((o) => o.jobId)).toEqual(['nitrate', 'ammonia']);
  });
});

describe('the stretches of a method', () => {
  const stretches = (id: string) => jobOfMethod(id, methodOf(id)).ops;
  it('tell reading from other work, for the lanes', () => {
    expect(stretches('ammonia-salicylate-two-bottles').map((o) => o.reads ?? false)).toEqual([false, true]);
    // All in one go: filled, dropped, and read at once.
    expect(stretches('ph-low-range').map((o) => o.reads ?? false)).toEqual([false]);
    expect(stretches('kh-drops').map((o) => o.reads ?? false)).toEqual([false]);
  });
});
