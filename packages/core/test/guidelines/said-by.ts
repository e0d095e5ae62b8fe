import { type Today, sentence } from '@hedge-lamp/core/guidelines';
import type { Plan } from '@hedge-lamp/core/remedies';

/** Everything that a plan says, line by line. */
export const saidByPlan = (plan: Plan): string =>
  [
    ...plan.lines.map((l) => [l.says, l.onlyIf, ...l.details].filter(Boolean).join(' ')),
    ...plan.cannot,
    ...plan.afterwards,
  ].join('\n');

/** Everything that Today says of a water. */
export function saidBy(t: Today): string {
  const { lamp } = t;
  return [
    lamp.word,
    lamp.sentence,
    lamp.missing,
    ...t.findings.map(sentence),
    ...t.gauges.map((g) => [g.remark, ...g.gaps].join(' ')),
    saidByPlan(t.plan),
  ].join('\n');
}
