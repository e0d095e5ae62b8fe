import { measuredIds, type ParameterId } from '../parameters';
import { type DueTest, dueTests } from '../schedule';
import { type Plan, type PlanGiven, planOf } from '../remedies';
import { changedSinceLast } from './changed-since-last';
import { type Facts, type FactsGiven, factsOfPlaces } from './facts';
import { type Finding } from './finding';
import { becauseOf, cellsOf, gaugesOf } from './gauges';
import { lampOf } from './lamp';
import type { Standing, Today } from './told-today';
import { findingsOf } from './rule-table';
import { type Status, worse } from '../limits/status';
import { parameterOf } from '../limits/subject';
import { planGivenOf } from './plan-given';
import { vitalRows } from './vital-row';

interface Judged {
  readonly places: readonly Facts[];
  readonly findings: Finding[];
  readonly standing: Standing;
}

function judged(given: FactsGiven): Judged {
  const places = factsOfPlaces(given);
  const findings = findingsOf(places);
  const lamp = lampOf(places, findings);
  const due = places.flatMap((facts) => dueAt(facts, findings)).sort((a, b) => a.dueAt - b.dueAt);
  const troubles = findings.filter((f) => f.status !== 'clear' && !f.note);
  const times = places.flatMap((f) => measuredIds().flatMap((p) => f.latest[p]?.takenAt ?? []));
  return {
    places,
    findings,
    standing: {
      waterId: given.water.id,
      at: given.at,
      status: lamp.status,
      lamp,
      due,
      troubles: troubles.length,
      lastReadAt: times.length > 0 ? Math.max(...times) : null,
      changed: places.flatMap((facts) =>
        changedSinceLast(facts).map((line) => (facts.place.name ? `${facts.place.name}: ${line}` : line)),
      ),
      cells: cellsOf(places, findings),
      because: becauseOf(places, findings),
    },
  };
}

/** What is due at one place; what another place lends is due there. */
function dueAt(facts: Facts, findings: readonly Finding[]): DueTest[] {
  const { place, water } = facts;
  const statusOf = (parameter: ParameterId): Status =>
    findings
      .filter(
        (f) =>
          f.rule === 'limits' &&
          !f.note &&
          f.subject !== null &&
          parameterOf(f.subject) === parameter &&
          f.placeId === (place.name ? place.id : null),
      )
      .map((f) => f.status)
      .reduce(worse, 'clear');
  const vital = vitalRows(facts);
  const several = place.name !== '';
  return dueTests(
    water,
    facts.latest,
    facts.deeds,
    statusOf,
    facts.at,
    vital.map((v) => ({
      parameter: v.parameter,
      holds: v.state === 'holds' || v.state === 'too-old',
      claim: v.claim,
      because: v.because,
    })),
    facts.growing,
  )
    .filter(
      (d) =>
        !several ||
        place.owns(d.parameter) ||
        vital.some((v) => v.parameter === d.parameter && v.state === 'never'),
    )
    .map((d) => ({ ...d, place: place.name, placeId: several ? place.id : null }));
}

/** How a water stands, without the figures one by one. */
export const standingOf = (given: FactsGiven): Standing => judged(given).standing;

/** The plan alone. */
export function planFor(given: FactsGiven, putOff: PlanGiven['putOff'] = []): Plan {
  const { places, findings } = judged(given);
  return planOf(planGivenOf(given, places, findings, putOff));
}

/** How a water is: every figure by its limits, all findings, the plan, and what is due. */
export function today(given: FactsGiven, putOff: PlanGiven['putOff'] = []): Today {
  const { places, findings, standing } = judged(given);
  return {
    ...standing,
    gauges: gaugesOf(places, findings),
    findings,
    plan: planOf(planGivenOf(given, places, findings, putOff)),
  };
}
