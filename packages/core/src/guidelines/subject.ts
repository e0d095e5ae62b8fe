import { z } from 'zod';
import type { QuantityKind } from '../quantity';
import { type ParameterId, parameterIds, parameters } from '../readings';

/** What can be judged: everything measured, and free ammonia, which is computed. */
export const subjectIds = ['free-ammonia', ...parameterIds] as const;
export const SubjectSchema = z.enum(subjectIds);
export type Subject = z.infer<typeof SubjectSchema>;

export const subjectLabel = (subject: Subject): string =>
  subject === 'free-ammonia' ? 'Free ammonia' : parameters[subject].label;

export const subjectKind = (subject: Subject): QuantityKind =>
  subject === 'free-ammonia' ? 'ammonia' : parameters[subject as ParameterId].kind;
