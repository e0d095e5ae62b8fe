import { type Scenario, givenOf, today } from '@hedge-lamp/core/guidelines';
import type { Plan, PlanLine } from '@hedge-lamp/core/remedies';
import { type PlannedLine, workedPlans } from './worked-plans';
import { type WorkedWater, workedWaters } from './worked-waters';

const hour = 3_600_000;

/** The water in another size: fish and water at hand go with it. */
function inSize({ given, liters }: WorkedWater, times: number): Scenario {
  const stock = (given.water as { stock?: { count: number }[] } | undefined)?.stock ?? [];
  const scale = (text: string) => (text === '' ? '' : String(Number(text) * times));
  const deeds = (given.deeds ?? []).map((d) =>
    d.amount?.by === 'ready'
      ? {
          ...d,
          amount: { ...d.amount, liters: scale(d.amount.liters), nextLiters: scale(d.amount.nextLiters) },
        }
      : d,
  );
  return {
    ...given,
    deeds,
    water: {
      ...given.water,
      netLiters: liters === null ? null : liters * times,
      stock: stock.map((line) => ({ ...line, count: Math.max(1, Math.round(line.count * times)) })),
    },
  };
}

const near = (x: number, wanted: number, part: number) =>
  Math.abs(x - wanted) <= part * Math.abs(wanted) + 1e-9;

/** What of a line differs from what it must be; empty where nothing does. */
function differs(l: PlanLine, p: PlannedLine, times: number, from: number): string[] {
  const not: string[] = [];
  const check = (holds: boolean, what: string) => {
    if (!holds) not.push(what);
  };
  check(l.kind === p.kind, `kind ${l.kind}`);
  if (not.length > 0) return not;
  for (const of of p.of ?? []) check(l.subjects.includes(of), `tests ${l.subjects.join(', ')}`);
  if (p.way) check(l.way === p.way, `way ${l.way}`);
  if (p.hold) check(l.hold === p.hold, `hold ${l.hold}`);
  if (p.hours !== undefined) {
    const hours = l.at === null ? NaN : (l.at - from) / hour;
    check(Math.abs(hours - p.hours) <= (p.off ?? 0.15), `at ${hours} h`);
    if (p.within) check(l.within, 'not "within"');
  }
  const liters = l.amount?.waters.reduce((sum, w) => sum + w.liters, 0) ?? 0;
  if (p.share !== undefined) check(near(l.amount?.share ?? 0, p.share, 0.02), `share ${l.amount?.share}`);
  if (p.liters !== undefined) check(near(liters, p.liters * times, 0.05), `${liters} L`);
  for (const [name, wanted] of Object.entries(p.blend ?? {})) {
    const there = l.amount?.waters.find((w) => w.name === name)?.liters ?? 0;
    check(near(there, wanted * times, 0.05), `${there} L of ${name}`);
  }
  for (const [salt, wanted] of Object.entries(p.grams ?? {})) {
    const there = l.amount?.salts.find((s) => s.salt === salt)?.grams ?? 0;
    check(near(there, wanted * times, 0.05), `${there} g of ${salt}`);
  }
  check(p.onlyIf ? p.onlyIf.test(l.onlyIf) : true, `only if “${l.onlyIf}”`);
  if (p.says) check(p.says.test(l.says), `says “${l.says}”`);
  if (p.details) check(p.details.test(l.details.join(' ')), `adds “${l.details.join(' ')}”`);
  for (const [label, best, off] of p.comesTo ?? []) {
    const e = l.effects.find((x) => x.label === label);
    const holds =
      e !== undefined &&
      (off === undefined ? Math.abs(e.after.best - best) <= 0.15 + 1e-9 : near(e.after.best, best, off));
    check(holds, `${label} comes to ${e?.after.best}, not ${best}`);
  }
  return not;
}

/** The lines of a plan in order, others allowed between; what is missing in words. */
function missing(plan: Plan, wanted: readonly PlannedLine[], times: number): string[] {
  let from = 0;
  return wanted.flatMap((p) => {
    const found = plan.lines.findIndex((l, k) => k >= from && differs(l, p, times, plan.at).length === 0);
    if (found >= 0) {
      from = found + 1;
      return [];
    }
    const like = plan.lines
      .filter((l) => l.kind === p.kind)
      .map((l) => `${l.id}: ${differs(l, p, times, plan.at).join(', ') || 'out of order'}`);
    return [`${p.kind} ${(p.of ?? []).join('+')}: ${like.join(' | ') || 'none of its kind'}`];
  });
}

const cases = workedWaters.flatMap((w) =>
  [1, 0.5, 3].map((times) => ({ name: `${w.id}, ${times} times its volume`, w, times })),
);

describe('the plans of forty-five worked waters', () => {
  it('are all there', () => {
    expect(Object.keys(workedPlans).sort()).toEqual(workedWaters.map((w) => w.id.split(' ')[0]!).sort());
  });
  it.each(cases)('$name: lines in order, amounts, times, and what must not stand there', ({ w, times }) => {
    const { plan } = today(givenOf(inSize(w, times)));
    const wanted = workedPlans[w.id.split(' ')[0]!]!;
    expect(missing(plan, wanted.lines, times)).toEqual([]);
    for (const kind of wanted.without ?? []) expect(plan.lines.map((l) => l.kind)).not.toContain(kind);
    expect(plan.emergency).toBe(wanted.emergency === true);
    if (wanted.cannot) expect(plan.cannot.join(' ')).toMatch(wanted.cannot);
    // Whatever the water: short lines, each said once, one identifier each, in the order of the clock.
    for (const l of plan.lines) {
      expect([l.says, l.says.split(/\s+/).length <= 20]).toEqual([l.says, true]);
      expect(l.says).toMatch(/^[A-Z].*\.$/);
    }
    expect(new Set(plan.lines.map((l) => l.id)).size).toBe(plan.lines.length);
    const times_ = plan.lines.map((l) => l.at ?? Infinity);
    expect(times_).toEqual([...times_].sort((a, b) => a - b));
  });
});
