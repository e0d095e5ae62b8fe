import type { Kind } from '../quantity';
import { type OwnParameter, parameterOfOwn } from './own-parameter';
import type { Parameter } from './parameter';
import { type OwnParameterId, type ParameterId, isOwnParameter } from './parameter-id';
import { type ShippedParameterId, shippedParameters } from './registry';

const shipped = new Map<string, Parameter<ShippedParameterId>>(shippedParameters.map((p) => [p.id, p]));
/** What the keeper of this copy added, those put away too: their readings still have a unit. */
const own = new Map<string, Parameter<OwnParameterId>>();

/** Every parameter, in the order of every list: what ships, then the keeper's own by name. */
let known: readonly Parameter<ParameterId>[] = shippedParameters;

/**
 * Makes the keeper's own parameters known, in place of all that were known before. Called where they are read and kept.
 * @param told every version, oldest first; one that is put away is offered no more, but its readings are understood
 */
export function knowOwnParameters(
  told: readonly { readonly document: OwnParameter; readonly deletedAt: number | null }[],
): void {
  own.clear();
  const offered = new Map<string, Parameter<ParameterId>>();
  for (const { document, deletedAt } of told) {
    const parameter = parameterOfOwn(document);
    own.set(document.id, parameter);
    if (deletedAt === null) offered.set(document.id, parameter);
  }
  known = [...shippedParameters, ...[...offered.values()].sort((a, b) => a.label.localeCompare(b.label))];
}

/** A parameter of the keeper's own that nobody told of here: a figure of it has no unit that can be named. */
const untold = (id: OwnParameterId): Parameter<OwnParameterId> =>
  parameterOfOwn({
    id,
    name: 'A parameter that is not known here',
    unit: 'unit not known',
    low: -Number.MAX_VALUE,
    high: Number.MAX_VALUE,
  });

/** What is known of a parameter. */
export const parameterInfo = (id: ParameterId): Parameter<ParameterId> =>
  isOwnParameter(id) ? (own.get(id) ?? untold(id)) : shipped.get(id)!;

export const knownParameters = (): readonly Parameter<ParameterId>[] => known;
export const knownIds = (): ParameterId[] => known.map((p) => p.id);

/** True for what has an amount that can be judged and drawn over time. */
export const hasAmount = (id: ParameterId): boolean => parameterInfo(id).kind !== 'presence';
export const scalesWithDilution = (id: ParameterId): boolean => parameterInfo(id).dilutes;

/** The parameters that have an amount, in the order of every list. */
export const measuredIds = (): ParameterId[] => knownIds().filter(hasAmount);

/** The name without what explains it: "KH" for "KH (alkalinity)". */
export const shortName = (id: ParameterId): string => parameterInfo(id).label.replace(/ \(.*\)$/, '');

/** A label within a sentence: "total ammonia", but still "pH" and "KH". */
export const midSentence = (label: string): string =>
  label.replace(/^[A-Z](?=[a-z ])/, (c) => c.toLowerCase());

/** What stands behind a figure of this kind: its unit, and nothing behind a pH. */
export const behindFigure = (kind: Kind, unit: string): string => (kind === 'ph' ? '' : ` ${unit}`);
