import { z } from 'zod';
import { type ShippedParameterId, shippedParameters } from '../parameters';
import { type Kind, type QuantityKind, canonicalUnit, kindName, unitsOf } from '../quantity';

/** The units for the volume of a water; spoons and cups are for doses. */
export const waterVolumeUnits = ['L', 'US gal', 'imp gal'] as const;

type Shipped = (typeof shippedParameters)[number];
type NameOf<K> = K extends string ? K : K extends { readonly name: infer N extends string } ? N : never;
/** The kinds that something which ships is measured in. */
export type MeasuredKind = NameOf<Extract<Shipped, { id: ShippedParameterId }>['kind']>;

const choiceOf = (kind: Kind, usual: string) =>
  z
    .enum(
      unitsOf(kind).map((u) => u.id) as [string, ...string[]],
      `Choose one of: ${unitsOf(kind)
        .map((u) => u.id)
        .join(', ')}.`,
    )
    .default(usual);

const byKind = Object.fromEntries(
  shippedParameters.map(({ kind, usualUnit }) => [kindName(kind), choiceOf(kind, usualUnit)]),
) as Record<MeasuredKind, ReturnType<typeof choiceOf>>;

/** The units in which a water's keeper wants to see figures, by kind. */
export const UnitChoiceSchema = z
  .object({ volume: z.enum(waterVolumeUnits).default('L'), ...byKind })
  .meta({ id: 'UnitChoice' });
export type UnitChoice = z.infer<typeof UnitChoiceSchema>;

/** The units in which figures are seen where nobody chose others. */
export const usualUnits: UnitChoice = {
  volume: 'L',
  ...(Object.fromEntries(
    shippedParameters.map(({ kind, usualUnit }) => [kindName(kind), usualUnit]),
  ) as Record<MeasuredKind, string>),
};

const isMeasured = (name: string): name is MeasuredKind =>
  name !== 'volume' && Object.hasOwn(usualUnits, name);

/** What a keeper can choose between, by kind, each kind once and under the name of its first parameter; not what has one unit. */
export const unitChoices: readonly {
  readonly kind: MeasuredKind;
  readonly label: string;
  /** False for what only some keepers measure. */
  readonly routine: boolean;
  readonly units: readonly string[];
}[] = shippedParameters.flatMap(({ id, label, kind, routine }) => {
  const name = kindName(kind);
  const ids = unitsOf(kind).map((u) => u.id);
  const isFirst = shippedParameters.find((p) => kindName(p.kind) === name)!.id === id;
  return isMeasured(name) && isFirst && ids.length > 1 ? [{ kind: name, label, routine, units: ids }] : [];
});

/**
 * The unit in which a keeper sees figures of a kind: the one chosen; percent for a share; for what no choice is of, its
 * only one.
 */
export function chosenUnit(units: UnitChoice, kind: Kind): string {
  const name = kindName(kind);
  // A water kept on this device by an earlier version names fewer kinds.
  if (isMeasured(name)) return units[name] ?? usualUnits[name];
  return kind === ('share' satisfies QuantityKind) ? '%' : canonicalUnit(kind);
}
