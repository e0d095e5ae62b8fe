import type { RuleEntry } from './told-rule';
import type { Facts } from './facts';
import type { Finding } from './finding';
import { type Rule, type RuleGroup, findingOf, ruleGroups } from './rule';
import { ammoniaRules } from './rules/ammonia';
import { carbonateChecks, carbonateRules } from './rules/carbonate';
import { figureRules } from './rules/figures';
import { kitChecks, kitRules } from './rules/kits';
import { nitrogenChecks, nitrogenRules } from './rules/nitrogen';
import { signRules } from './rules/signs';
import { unreadRules } from './rules/unread';
import { severity } from '../limits/status';

/** All rules. Each stands in the file of its theme; a new one is added there and is found here. */
const ruleTable: Readonly<Record<RuleGroup, readonly Rule[]>> = {
  animals: signRules,
  figures: [...figureRules, ...unreadRules],
  together: [...ammoniaRules, ...carbonateRules, ...nitrogenRules, ...kitRules],
  'cross-checks': [...carbonateChecks, ...nitrogenChecks, ...kitChecks],
};

export const allRules: readonly Rule[] = ruleGroups.flatMap((group) => ruleTable[group]);

export const ruleEntries = (): RuleEntry[] =>
  ruleGroups.flatMap((group) =>
    ruleTable[group].map(({ id, name, looksAt, source, examples }) => ({
      id,
      group,
      name,
      looksAt,
      source,
      examples: examples.map(({ says, expect }) => ({ says, expect })),
    })),
  );

/** Among findings of one status, the figures themselves come first, then what they say together, then doubts on tests. */
const rank = new Map(allRules.map((rule, k) => [rule.id, k]));

/** All that is to be said of a water at its places, worst first; what only is worth knowing comes last. */
export function findingsOf(places: readonly Facts[]): Finding[] {
  return places
    .flatMap((facts) =>
      allRules
        .filter((rule) => facts.first || !rule.once)
        .flatMap((rule) => rule.find(facts).map((said) => findingOf(rule, said, facts))),
    )
    .sort(
      (a, b) =>
        Number(a.note) - Number(b.note) ||
        severity(b.status) - severity(a.status) ||
        rank.get(a.rule)! - rank.get(b.rule)!,
    );
}
