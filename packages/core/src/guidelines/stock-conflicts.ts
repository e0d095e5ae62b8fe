import type { UnitChoice } from '../waters';
import { type AppliedLimit, type Judgeable, appliedLimits, incompatible } from './applied-limits';
import { displayUnit } from './shown';
import type { Subject } from '../limits/subject';

/** What is a matter of the animals, not of waste: only here may two groups want different water. */
const ofStock = ['ph', 'alkalinity', 'hardness', 'temperature'] as const satisfies readonly Subject[];

export interface StockConflict {
  readonly subject: (typeof ofStock)[number];
  /** "No GH suits both Livebearers (8–20 °dGH) and Soft-water fish (2–7 °dGH)." */
  readonly sentence: string;
}

/**
 * Where no value is clear to all the animals of a water, before anything is read.
 * @param limits that hold for a subject, where they are known already
 */
export const stockConflicts = (
  water: Judgeable & { readonly units: UnitChoice },
  limits: (subject: Subject) => readonly AppliedLimit[] = (subject) => appliedLimits(subject, water),
): StockConflict[] =>
  ofStock.flatMap((subject) => {
    const unit = subject === 'ph' ? 'pH' : displayUnit(water, subject);
    const unsuited = incompatible(subject, limits(subject), unit);
    return unsuited && unsuited.groups.length > 0 ? [{ subject, sentence: unsuited.sentence }] : [];
  });
