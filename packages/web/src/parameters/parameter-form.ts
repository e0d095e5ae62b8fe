import { type OwnParameter, OwnParameterSchema } from '@hedge-lamp/core/parameters';
import { v4 as newId } from 'uuid';
import { type FieldErrors, errorsOf } from '../shell/field-errors';
import { typedNumber } from '../shell/typed-number';

/** A parameter of the keeper's own as it stands in its form: figures as typed. */
export interface ParameterForm {
  id: OwnParameter['id'];
  name: string;
  unit: string;
  low: string;
  high: string;
}

export const emptyParameterForm = (): ParameterForm => ({
  id: `own-${newId()}`,
  name: '',
  unit: '',
  low: '0',
  high: '',
});
export const formOfParameter = ({ id, name, unit, low, high }: OwnParameter): ParameterForm => ({
  id,
  name,
  unit,
  low: String(low),
  high: String(high),
});

/** Reads the form as the server will check it, as a first version. */
export function readParameterForm(
  form: ParameterForm,
  others: readonly OwnParameter[],
): { readonly sent: OwnParameter } | { readonly errors: FieldErrors } {
  const parsed = OwnParameterSchema.safeParse({
    ...form,
    version: 1,
    low: typedNumber(form.low),
    high: typedNumber(form.high),
  });
  if (!parsed.success) return { errors: errorsOf(parsed.error) };
  const { name, id } = parsed.data;
  if (others.some((o) => o.id !== id && o.name.toLowerCase() === name.toLowerCase()))
    return { errors: { name: 'You have one of this name already. Edit that one.' } };
  return { sent: parsed.data };
}

/** What it says, each fact under its name, to show two versions side by side. */
export const parameterFacts = ({ name, unit, low, high }: OwnParameter): Record<string, string> => ({
  Name: name,
  Unit: unit,
  'Lowest that can be': `${low} ${unit}`,
  'Highest that can be': `${high} ${unit}`,
});
