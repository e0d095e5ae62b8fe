import { z } from 'zod';
import {
  FieldError,
  type Interval,
  type Possible,
  checkInterval,
  convertInterval,
  formatReading,
  interval,
  molarMass,
  parseRange,
  possibleAmount,
  scale,
} from '../quantity';
import { ammoniaFromProtein, risePerGram, saltIds, salts } from '../chemistry';

const typed = z
  .string({ error: 'Type a figure.' })
  .trim()
  .min(1, 'Type a figure.')
  .max(40, 'At most 40 characters.');

/** How much was put in or changed, as the keeper typed it. */
export const DeedAmountSchema = z
  .discriminatedUnion('by', [
    /** Ammonia raised by so much in the water. */
    z.object({ by: z.literal('rise'), text: typed, unit: z.enum(['mg/L NH3-N', 'mg/L NH4', 'mg/L NH3']) }),
    z.object({ by: z.literal('ammonium-chloride'), grams: typed }),
    z.object({
      by: z.literal('household-ammonia'),
      milliliters: typed,
      /** Ammonia by weight, %. */
      strength: typed,
      /** g/mL. */
      density: typed.default('0.96'),
    }),
    /** Part of the water changed, %. */
    z.object({ by: z.literal('part'), percent: typed }),
    z.object({ by: z.literal('liters'), liters: typed }),
    z.object({ by: z.literal('salt'), salt: z.enum(saltIds), grams: typed }),
    z.object({
      by: z.literal('feed'),
      grams: typed,
      /** Protein in it, % by weight. */
      protein: typed,
      /** True for food that rots uneaten: all of its nitrogen comes out. */
      rots: z.boolean(),
    }),
  ])
  .meta({ id: 'DeedAmount' });
export type DeedAmount = z.infer<typeof DeedAmountSchema>;

/** What an amount does to a water. Ranges as typed; what it does not touch is absent. */
export interface DeedEffect {
  /** Rise of ammonia, mg/L as N. */
  readonly ammonia?: Interval;
  /** Nitrogen in food, which turns into ammonia bit by bit, mg/L as N. */
  readonly food?: Interval;
  /** Rise of alkalinity, meq/L. */
  readonly alkalinity?: Interval;
  /** Part of the water changed, 0 to 1. */
  readonly part?: Interval;
}

/** Nitrogen in protein: 16 % by weight, the usual factor of 6.25 (from memory). */
const nitrogenOfProtein = 0.16;

function figure(text: string, field: string, possible: Possible): Interval {
  return checkInterval(parseRange(text, field, { exact: true, floor: 0 }), field, possible);
}
const grams = (label: string): Possible => ({ ...possibleAmount(label, 'g'), high: 1e6 });
const percent = (label: string, high = 100): Possible => ({ ...possibleAmount(label, '%'), high });

/** What was typed, read as figures. */
function figuresOf(amount: DeedAmount): Record<string, Interval> {
  switch (amount.by) {
    case 'rise':
      return {
        text: figure(amount.text, 'text', { ...possibleAmount('The dose', amount.unit), high: 5000 }),
      };
    case 'ammonium-chloride':
      return { grams: figure(amount.grams, 'grams', grams('Ammonium chloride')) };
    case 'household-ammonia':
      return {
        milliliters: figure(amount.milliliters, 'milliliters', {
          ...possibleAmount('Household ammonia', 'mL'),
          high: 1e6,
        }),
        strength: figure(amount.strength, 'strength', percent('Strength', 35)),
        density: figure(amount.density, 'density', {
          label: 'Density',
          unit: 'g/mL',
          low: 0.85,
          high: 1.05,
        }),
      };
    case 'part':
      return { percent: figure(amount.percent, 'percent', percent('The part changed')) };
    case 'liters':
      return {
        liters: figure(amount.liters, 'liters', { ...possibleAmount('The water changed', 'L'), high: 1e7 }),
      };
    case 'salt':
      return { grams: figure(amount.grams, 'grams', grams(salts[amount.salt].name)) };
    case 'feed':
      return {
        grams: figure(amount.grams, 'grams', grams('Food')),
        protein: figure(amount.protein, 'protein', percent('Protein')),
      };
  }
}

/**
 * Refuses an amount that cannot be read or cannot be.
 * @throws FieldError whose field is that of the amount
 */
export const checkAmount = (amount: DeedAmount): void => void figuresOf(amount);

const needsVolume = (liters: number | null): number => {
  if (liters !== null && liters > 0) return liters;
  throw new FieldError('out-of-range', 'liters', 'The net volume of this water is not known. Type it first.');
};
const product = (...factors: readonly Interval[]): Interval =>
  interval(
    factors.reduce((p, f) => p * f.low, 1),
    factors.reduce((p, f) => p * f.best, 1),
    factors.reduce((p, f) => p * f.high, 1),
  );

/**
 * What an amount does to so much water. Ammonium chloride brings no alkalinity; household ammonia is a base and brings
 * one equivalent a mole (NH3 + H2O → NH4+ + OH−).
 * Sources: stoichiometry by IUPAC 2021 weights; share of fed protein: Timmons & Ebeling (from memory).
 * @param liters net volume; null where it is not known
 * @throws FieldError where the amount cannot be read, or needs a volume that is not known
 */
export function effectOf(amount: DeedAmount, liters: number | null): DeedEffect {
  const f = figuresOf(amount);
  switch (amount.by) {
    case 'rise':
      return { ammonia: convertInterval(f.text!, 'ammonia', amount.unit, 'mg/L NH3-N') };
    case 'ammonium-chloride':
      return {
        ammonia: scale(f.grams!, risePerGram(salts['ammonium-chloride']).ammonia / needsVolume(liters)),
      };
    case 'household-ammonia': {
      const perLiter = scale(
        product(f.milliliters!, f.strength!, f.density!),
        (10 * molarMass.N) / molarMass.NH3 / needsVolume(liters),
      );
      return { ammonia: perLiter, alkalinity: scale(perLiter, 1 / molarMass.N) };
    }
    case 'part':
      return { part: scale(f.percent!, 1 / 100) };
    case 'liters': {
      const part = scale(f.liters!, 1 / needsVolume(liters));
      return { part: interval(Math.min(1, part.low), Math.min(1, part.best), Math.min(1, part.high)) };
    }
    case 'salt': {
      const rise = risePerGram(salts[amount.salt]);
      return { alkalinity: scale(f.grams!, rise.alkalinity / needsVolume(liters)) };
    }
    case 'feed': {
      const share = amount.rots ? nitrogenOfProtein : ammoniaFromProtein;
      return { food: scale(product(f.grams!, f.protein!), (10 * share) / needsVolume(liters)) };
    }
  }
}

/** The amount in words, as on a list: "2 mg/L NH3-N", "30 %", "12 g sodium bicarbonate". */
export function amountWords(amount: DeedAmount): string {
  switch (amount.by) {
    case 'rise':
      return `${amount.text} ${amount.unit}`;
    case 'ammonium-chloride':
      return `${amount.grams} g ammonium chloride`;
    case 'household-ammonia':
      return `${amount.milliliters} mL ammonia of ${amount.strength} %`;
    case 'part':
      return `${amount.percent} %`;
    case 'liters':
      return `${amount.liters} L`;
    case 'salt':
      return `${amount.grams} g ${salts[amount.salt].name.toLowerCase()}`;
    case 'feed':
      return `${amount.grams} g with ${amount.protein} % protein`;
  }
}

/** What an amount does, in words: "ammonia up by 2 mg/L NH3-N". Empty where it cannot be told. */
export function effectWords(amount: DeedAmount, liters: number | null): string {
  let effect: DeedEffect;
  try {
    effect = effectOf(amount, liters);
  } catch (error) {
    if (error instanceof FieldError) return '';
    throw error;
  }
  // What was weighed exactly is still not known to the fourth digit.
  const shown = (x: Interval) =>
    x.low === x.high ? String(Number(x.best.toPrecision(3))) : formatReading(x);
  const { ammonia, food, alkalinity, part } = effect;
  const kh = alkalinity && convertInterval(alkalinity, 'alkalinity', 'meq/L', '°dKH');
  return [
    ammonia ? `total ammonia up by ${shown(ammonia)} mg/L NH3-N` : '',
    food ? `${shown(food)} mg/L N on its way` : '',
    kh && kh.best > 0.05 ? `KH up by ${shown(kh)} °dKH` : '',
    part ? `${shown(scale(part, 100))} % of the water new` : '',
  ]
    .filter(Boolean)
    .join(', ');
}
