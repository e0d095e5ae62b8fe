import { type OwnParameter, OwnParameterSchema } from '@hedge-lamp/core/parameters';
import { v4 as newId } from 'uuid';
import { type FieldErrors, errorsOf } from '../shell/field-errors';
import { typedNumber } from '../shell/typed-number';

/** A parameter of the keeper's own as it stands in its form: figures as typed. */
export interface ParameterForm {
  id: OwnParameter['id'];
  /** 0 for one that is not saved yet. */
  version: number;
  name: string;
  unit: string;
  low: string;
  high: string;
}

export const formOfParameter = (parameter: OwnParameter | null): ParameterForm => ({
  id: parameter?.id ?? `own-${newId()}`,
  version: parameter?.version ?? 0,
  name: parameter?.name ?? '',
  unit: parameter?.unit ?? '',
  low: String(parameter?.low ?? 0),
  high: parameter ? String(parameter.high) : '',
});

/** Reads the form as the server will check it: as the version after the one that was seen. */
export function readParameterForm(
  form: ParameterForm,
  others: readonly OwnParameter[],
): { readonly parameter: OwnParameter } | { readonly errors: FieldErrors } {
  const parsed = OwnParameterSchema.safeParse({
    ...form,
    version: form.version + 1,
    low: typedNumber(form.low),
    high: typedNumber(form.high),
  });
  if (!parsed.success) return { errors: errorsOf(parsed.error) };
  const { name, id } = parsed.data;
  if (others.some((o) => o.id !== id && o.name.toLowerCase() === name.toLowerCase()))
    return { errors: { name: 'You have one of this name already. Edit that one.' } };
  return { parameter: parsed.data };
}

/** What it says, each fact under its name, to show two versions side by side. */
export const parameterFacts = ({ name, unit, low, high }: OwnParameter): Record<string, string> => ({
  Name: name,
  Unit: unit,
  'Lowest that can be': `${low} ${unit}`,
  'Highest that can be': `${high} ${unit}`,
});
