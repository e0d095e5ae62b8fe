import {
  type Guidance,
  GuidanceSchema,
  type SchoolChoice,
  type Subject,
  subjectKind,
} from '@hedge-lamp/core/limits';
import { FieldError, parseFigure, unitsOf } from '@hedge-lamp/core/quantity';
import { type FieldErrors, errorsOf } from '../shell/field-errors';

const bounds = [
  'target.from',
  'target.to',
  'watch.below',
  'watch.above',
  'act.below',
  'act.above',
  'urgent.below',
  'urgent.above',
] as const;
export type BoundPath = (typeof bounds)[number];

/** A limit of one's own as it stands in the form: figures as typed. */
export interface OwnLimitForm {
  subject: Subject;
  unit: string;
  typed: Record<BoundPath, string>;
  source: string;
}

export interface GuidanceForm {
  sets: string[] | null;
  schools: SchoolChoice;
  young: boolean;
  own: OwnLimitForm[];
}

export const unitsOfSubject = (subject: Subject): string[] => unitsOf(subjectKind(subject)).map((u) => u.id);

export const emptyOwnLimit = (subject: Subject, unit: string): OwnLimitForm => ({
  subject,
  unit,
  typed: Object.fromEntries(bounds.map((path) => [path, ''])) as OwnLimitForm['typed'],
  source: '',
});

const said = (x: number | null): string => (x === null ? '' : String(x));

export function guidanceFormOf(guidance: Guidance): GuidanceForm {
  return {
    sets: guidance.sets === null ? null : [...guidance.sets],
    schools: { ...guidance.schools },
    young: guidance.lifeStage === 'young',
    own: guidance.own.map(({ subject, unit, source, target, watch, act, urgent }) => ({
      subject,
      unit,
      source,
      typed: {
        'target.from': said(target.from),
        'target.to': said(target.to),
        'watch.below': said(watch.below),
        'watch.above': said(watch.above),
        'act.below': said(act.below),
        'act.above': said(act.above),
        'urgent.below': said(urgent.below),
        'urgent.above': said(urgent.above),
      },
    })),
  };
}

/** Reads the form; errors are by the field's path, such as "own.0.watch.above". */
export function readGuidanceForm(form: GuidanceForm): { guidance: Guidance } | { errors: FieldErrors } {
  const errors: Record<string, string> = {};
  const own = form.own.map(({ subject, unit, typed, source }, k) => {
    const at = (path: BoundPath): number | null => {
      if (typed[path].trim() === '') return null;
      try {
        return parseFigure(typed[path], path).value;
      } catch (error) {
        if (!(error instanceof FieldError)) throw error;
        errors[`own.${k}.${path}`] = error.message;
        return null;
      }
    };
    const edges = (status: 'watch' | 'act' | 'urgent') => ({
      below: at(`${status}.below`),
      above: at(`${status}.above`),
    });
    return {
      subject,
      unit,
      source: source.trim(),
      target: { from: at('target.from'), to: at('target.to') },
      watch: edges('watch'),
      act: edges('act'),
      urgent: edges('urgent'),
    };
  });
  const parsed = GuidanceSchema.safeParse({
    sets: form.sets,
    schools: form.schools,
    lifeStage: form.young ? 'young' : 'grown',
    own,
  });
  // What could not be read comes before what follows from its being left out.
  if (Object.keys(errors).length > 0) return { errors };
  return parsed.success ? { guidance: parsed.data } : { errors: errorsOf(parsed.error) };
}
