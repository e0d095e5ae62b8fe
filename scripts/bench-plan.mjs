import { bundledCore } from './bundled-core.mjs';

/**
 * The planner on eight tests drawn from those that ship, beside the order that goes by one simple rule and searches
 * nothing.
 * @param say prints a name and a value
 */
export async function benchPlan(say) {
  const { jobOfMethod, planOf, shippedMethods } = await bundledCore('bench', 'methods');
  const jobs = shippedMethods.map((method) => jobOfMethod(method.id, method));
  // Draws that are the same in every run: a linear congruence, constants of Numerical Recipes.
  let seed = 1;
  const below = (n) => {
    seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0;
    return Math.floor((seed / 2 ** 32) * n);
  };
  const draw = () => {
    const left = [...jobs];
    return Array.from({ length: 8 }, () => left.splice(below(left.length), 1)[0]);
  };
  const timed = (act) => {
    const from = process.hrtime.bigint();
    const result = act();
    return { result, ms: Number(process.hrtime.bigint() - from) / 1e6 };
  };
  for (let k = 0; k < 50; k++) planOf(draw());
  const draws = Array.from({ length: 400 }, draw);
  const searched = draws.map((tests) => timed(() => planOf(tests)));
  const ruled = draws.map((tests) => timed(() => planOf(tests, 'danger')));
  const sorted = (all) => all.map(({ ms }) => ms).sort((a, b) => a - b);
  const [full, simple] = [sorted(searched), sorted(ruled)];
  const at = (share) => full[Math.min(full.length - 1, Math.floor(share * full.length))];
  const mean = (all) => all.reduce((sum, x) => sum + x, 0) / all.length;

  say(
    'eight tests planned and proved ÷ ordered by one rule, median',
    `${(at(0.5) / simple[simple.length / 2]).toFixed(2)} ×`,
  );
  say(
    '  (milliseconds here: median, 95 %, most; aim: under 50)',
    [0.5, 0.95, 1].map((share) => at(share).toFixed(1)).join(', '),
  );
  say('  proved', `${searched.filter(({ result }) => result.proved).length} of ${searched.length}`);
  say(
    'time of the planned run ÷ one test after the other, mean',
    `${mean(searched.map(({ result: r }) => r.seconds / r.oneAfterTheOther)).toFixed(2)} ×`,
  );
}
