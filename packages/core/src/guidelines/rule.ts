import type { ParameterId } from '../parameters';
import type { Facts } from './facts';
import type { Finding } from './finding';
import { type Proposed, proposal } from '../remedies/plan/proposal';
import type { Scenario } from './scenario';
import type { Status } from '../limits/status';
import type { Subject } from '../limits/subject';

/** What a rule says; the rest is filled in by its status. */
export interface Said {
  readonly subject?: Subject;
  readonly status: Status;
  /** True for what is worth knowing and never moves the lamp: facts about the source, doubts between kits. */
  readonly note?: boolean;
  readonly sure: boolean;
  readonly what: string;
  /** For the lamp, where `what` is too long for it: at most 20 words. */
  readonly short?: string;
  readonly howSure: string;
  readonly why: string;
  readonly proposes: readonly Proposed[];
  /** Times by which the sample is diluted for the test that decides. */
  readonly dilution?: number;
  readonly tests: readonly ParameterId[];
}

/** A made-up water and what the rule must say of it: shown beside the rule, and run by the tests. */
interface RuleExample {
  /** "Nitrate reads zero in a stocked tank without plants: watch." */
  readonly says: string;
  readonly given: Scenario;
  /** The worst status said; null where it keeps quiet. */
  readonly expect: Said['status'] | null;
  /** Words that must stand in what is said. */
  readonly words?: readonly string[];
}

export const ruleGroups = ['animals', 'figures', 'together', 'cross-checks'] as const;
export type RuleGroup = (typeof ruleGroups)[number];
export const ruleGroupLabel: Readonly<Record<RuleGroup, string>> = {
  animals: 'What the animals show',
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
  /** True where it speaks of the water as a whole, so that it is said once and not at each place. */
  readonly once?: true;
  readonly examples: readonly RuleExample[];
}

/** What a rule said of a place, as a whole finding. */
export function findingOf(rule: Rule, said: Said, { place }: Pick<Facts, 'place'>): Finding {
  const here = rule.once || place.name === '' ? '' : place.name;
  return {
    note: false,
    dilution: 1,
    short: said.what,
    ...said,
    id: [`${rule.id}:${said.subject ?? ''}`, ...(here ? [place.id ?? ''] : [])].join('@'),
    rule: rule.id,
    subject: said.subject ?? null,
    place: here,
    placeId: here ? place.id : null,
    tests: [...said.tests],
    proposes: said.proposes.map(proposal),
  };
}
