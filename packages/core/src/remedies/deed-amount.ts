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
  parseFigure,
  parseRange,
  point,
  possibleAmount,
  scale,
} from '../quantity';
import { ammoniaFromProtein, risePerGram, saltIds, salts } from '../chemistry';
import { IdSchema } from '../readings/reading';
import { lifeStages } from '../waters/stock-entry';
import { StockGroupIdSchema, isAnimal, stockGroupLabel } from '../waters/stock-group';
import { SignIdSchema, signIds, signLabel } from './sign-id';

const typed = z
  .string({ error: 'Type a figure.' })
  .trim()
  .min(1, 'Type a figure.')
  .max(40, 'At most 40 characters.');

/** What a water was changed with. */
const changed = {
  /** Left out: the source that the water names. Null: nobody knows. */
  sourceWaterId: IdSchema.nullable().optional(),
  /** False where the new water went in without conditioner. */
  conditioned: z.boolean().optional(),
};

export const conditionerAims = ['chlorine', 'ammonia'] as const;

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
    z.object({ by: z.literal('part'), percent: typed, ...changed }),
    z.object({ by: z.literal('liters'), liters: typed, ...changed }),
    z.object({ by: z.literal('salt'), salt: z.enum(saltIds), grams: typed }),
    z.object({
      by: z.literal('feed'),
      grams: typed,
      /** Protein in it, % by weight. */
      protein: typed,
      /** True for food that rots uneaten: all of its nitrogen comes out. */
      rots: z.boolean(),
    }),
    /** Animals that came, died or went. */
    z.object({
      by: z.literal('animals'),
      /** Null where it was not said which. */
      group: StockGroupIdSchema.refine(isAnimal, 'Choose a kind of animal.').nullable().default(null),
      count: typed,
      /** Weight of one, grams. */
      gramsEach: z.string().trim().max(40, 'At most 40 characters.').default(''),
      stage: z.enum(lifeStages).nullable().default(null),
    }),
    z.object({ by: z.literal('rain'), millimeters: typed }),
    z.object({ by: z.literal('hours'), hours: typed }),
    z.object({ by: z.literal('against'), against: z.enum(conditionerAims) }),
    z.object({
      by: z.literal('signs'),
      signs: z.array(SignIdSchema).min(1, 'Tick what you see.').max(signIds.length),
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
    case 'animals':
      return {
        count: wholeNumber(amount.count),
        ...(amount.gramsEach === ''
          ? {}
          : {
              gramsEach: figure(amount.gramsEach, 'gramsEach', {
                ...possibleAmount('The weight of one', 'g'),
                high: 100_000,
              }),
            }),
      };
    case 'rain':
      return {
        millimeters: figure(amount.millimeters, 'millimeters', {
          ...possibleAmount('Rain', 'mm'),
          high: mostRain,
        }),
      };
    case 'hours':
      return { hours: figure(amount.hours, 'hours', { ...possibleAmount('The time', 'h'), high: 8760 }) };
    case 'against':
    case 'signs':
      return {};
  }
}

/** More has never fallen in a day anywhere: 1,825 mm in 24 hours, La Réunion 1966 (WMO's list of extremes, from memory). */
const mostRain = 1825;

/** @throws FieldError for what is no whole number of animals */
function wholeNumber(text: string): Interval {
  const { value } = parseFigure(text, 'count');
  if (value < 1 || value > 1_000_000 || !Number.isInteger(value))
    throw new FieldError('out-of-range', 'count', 'Type how many as a whole number, 1 or more.');
  return point(value);
}

/** How many animals, and what one weighs where that was told. Null for an amount of something else. */
export function animalsOf(
  amount: DeedAmount,
): { readonly count: number; readonly gramsEach: number | null } | null {
  if (amount.by !== 'animals') return null;
  const { count, gramsEach } = figuresOf(amount);
  return { count: count!.best, gramsEach: gramsEach?.best ?? null };
}
/** Millimeters of rain, or hours without a filter; null for an amount of something else. */
export const figureOf = (amount: DeedAmount): Interval | null =>
  amount.by === 'rain' || amount.by === 'hours' ? (Object.values(figuresOf(amount))[0] ?? null) : null;

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
    case 'animals':
    case 'rain':
    case 'hours':
    case 'against':
    case 'signs':
      return {};
  }
}

const bare = ({ conditioned }: { readonly conditioned?: boolean | undefined }): string =>
  conditioned === false ? ', without conditioner' : '';

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
      return `${amount.percent} %${bare(amount)}`;
    case 'liters':
      return `${amount.liters} L${bare(amount)}`;
    case 'salt':
      return `${amount.grams} g ${salts[amount.salt].name.toLowerCase()}`;
    case 'feed':
      return `${amount.grams} g with ${amount.protein} % protein`;
    case 'animals': {
      const kind = amount.group === null ? '' : ` ${stockGroupLabel[amount.group].toLowerCase()}`;
      const weight = amount.gramsEach === '' ? '' : ` of ${amount.gramsEach} g`;
      return `${amount.count}${amount.stage === 'young' ? ' young' : ''}${kind}${weight}`;
    }
    case 'rain':
      return `${amount.millimeters} mm`;
    case 'hours':
      return `${amount.hours} h`;
    case 'against':
      return `against ${amount.against}`;
    case 'signs':
      return amount.signs.map((id) => signLabel[id].toLowerCase()).join('; ');
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
