import { z } from 'zod';
import type { Kind, QuantityKind } from '../quantity/units';
import { type ParameterId, ParameterIdSchema, knownIds, parameterInfo } from '../parameters';

/** What is judged though nobody measures it: worked out from several readings. */
const computedSubjects = {
  'free-ammonia': { label: 'Free ammonia', kind: 'ammonia' },
  'epa-month': { label: 'Total ammonia against EPA’s monthly criterion', kind: 'share' },
  'epa-hour': { label: 'Total ammonia against EPA’s hourly criterion', kind: 'share' },
  'epa-hour-trout': { label: 'Total ammonia against EPA’s hourly criterion for trout', kind: 'share' },
  'nitrite-for-chloride': { label: 'Nitrite against EIFAC’s value for this chloride', kind: 'share' },
} as const satisfies Record<string, { label: string; kind: QuantityKind }>;
export type ComputedSubject = keyof typeof computedSubjects;

/** Everything that can be judged now, in the order of every list: what is measured, and what is computed from it. */
export const subjectIds = (): Subject[] => [
  'free-ammonia',
  ...knownIds(),
  'epa-month',
  'epa-hour',
  'epa-hour-trout',
  'nitrite-for-chloride',
];

const computedIds = Object.keys(computedSubjects) as [ComputedSubject, ...ComputedSubject[]];
export const SubjectSchema = z.union([z.enum(computedIds), ParameterIdSchema], {
  error: 'Choose what the limit is for.',
});
export type Subject = z.infer<typeof SubjectSchema>;

export const isComputed = (subject: Subject): subject is ComputedSubject => subject in computedSubjects;

export const subjectLabel = (subject: Subject): string =>
  isComputed(subject) ? computedSubjects[subject].label : parameterInfo(subject).label;

export const subjectKind = (subject: Subject): Kind =>
  isComputed(subject) ? computedSubjects[subject].kind : parameterInfo(subject).kind;

/** The measured parameter that a subject speaks of first: where the next test is due. */
export const parameterOf = (subject: Subject): ParameterId => {
  if (subject === 'nitrite-for-chloride') return 'nitrite';
  return isComputed(subject) ? 'ammonia' : subject;
};
