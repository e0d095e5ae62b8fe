import type { ParameterId } from '../readings';
import type { Facts } from './facts';
import { type Finding, byWhen, testAgain } from './finding';
import type { Scenario } from './scenario';
import type { Status } from './status';
import type { Subject } from './subject';

/** What a rule says; the rest is filled in by its status. */
export interface Said {
  readonly subject?: Subject;
  readonly status: Exclude<Status, 'unread'>;
  readonly sure: boolean;
  readonly what: string;
  readonly howSure: string;
  readonly why: string;
  readonly todo: string;
  readonly byWhen?: string;
  readonly testAgain?: string;
  readonly tests: readonly ParameterId[];
}

/** A made-up water and what the rule must say of it: shown beside the rule, and run by the tests. */
export interface RuleExample {
  /** "Nitrate reads zero in a stocked tank without plants: watch." */
  readonly says: string;
  readonly given: Scenario;
  /** The worst status said; null where it keeps quiet. */
  readonly expect: Said['status'] | null;
  /** Words that must stand in what is said. */
  readonly words?: readonly string[];
}

export const ruleGroups = ['figures', 'together', 'cross-checks'] as const;
export type RuleGroup = (typeof ruleGroups)[number];
export const ruleGroupLabel: Readonly<Record<RuleGroup, string>> = {
  figures: 'Figures by their limits',
  together: 'What figures say together',
  'cross-checks': 'Tests that contradict each other',
};

/** A small pure function with its name, its source and its own examples. A new rule is one more entry of one file. */
export interface Rule {
  readonly id: string;
  readonly name: string;
  /** What it looks at, in a sentence. */
  readonly looksAt: string;
  readonly source: string;
  readonly find: (facts: Facts) => readonly Said[];
  readonly examples: readonly RuleExample[];
}

/** What a rule said as a whole finding. */
export function findingOf(rule: Rule, said: Said): Finding {
  return {
    byWhen: byWhen[said.status],
    testAgain: testAgain[said.status],
    change: '',
    ...said,
    id: `${rule.id}:${said.subject ?? ''}`,
    rule: rule.id,
    subject: said.subject ?? null,
    tests: [...said.tests],
  };
}
