import { z } from 'zod';
import {
  FieldError,
  type Interval,
  type Possible,
  add,
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
import { IdSchema } from '../wire/identifier';
import { lifeStages } from '../limits/life-stage';
import { StockGroupIdSchema, isAnimal, stockGroupLabel } from '../limits/stock-group';
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

const conditionerAims = ['chlorine', 'ammonia'] as const;

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
    /** New water from several sources. */
    z.object({
      by: z.literal('blend'),
      parts: z
        .array(z.object({ sourceWaterId: IdSchema.nullable(), liters: typed }))
        .min(2, 'Name at least two waters.')
        .max(6, 'At most six waters.'),
      conditioned: z.boolean().optional(),
    }),
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
    /** Fit water that stands ready for a change, and what comes after it. */
    z.object({
      by: z.literal('ready'),
      liters: typed,
      /** Null where it is not one of the waters kept here. */
      sourceWaterId: IdSchema.nullable().default(null),
      nextLiters: z.string().trim().max(40, 'At most 40 characters.').default(''),
      nextHours: z.string().trim().max(40, 'At most 40 characters.').default(''),
    }),
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
  /** Inorganic carbon that comes with it, mmol/L. */
  readonly dic?: Interval;
  /** Rise of hardness, mmol/L. */
  readonly hardness?: Interval;
  /** Rise of chloride, mg/L. */
  readonly chloride?: Interval;
  /** Rise of nitrate, mg/L as N. */
  readonly nitrate?: Interval;
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
    case 'blend':
      return Object.fromEntries(
        amount.parts.map((p, k) => [
          `parts.${k}.liters`,
          figure(p.liters, `parts.${k}.liters`, { ...possibleAmount('The water changed', 'L'), high: 1e7 }),
        ]),
      );
    case 'ready':
      return {
        liters: figure(amount.liters, 'liters', {
          ...possibleAmount('The water at hand', 'L'),
          low: 0,
          high: 1e7,
        }),
        ...(amount.nextLiters === ''
          ? {}
          : {
              nextLiters: figure(amount.nextLiters, 'nextLiters', {
                ...possibleAmount('The next water', 'L'),
                high: 1e7,
              }),
            }),
        ...(amount.nextHours === ''
          ? {}
          : {
              nextHours: figure(amount.nextHours, 'nextHours', {
                ...possibleAmount('The time', 'h'),
                high: 240,
              }),
            }),
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
    case 'blend': {
      const part = scale(add(...Object.values(f)), 1 / needsVolume(liters));
      return { part: interval(Math.min(1, part.low), Math.min(1, part.best), Math.min(1, part.high)) };
    }
    case 'salt': {
      const { perMole, molarMass: weight } = salts[amount.salt];
      const rise = risePerGram(salts[amount.salt]);
      const of = (perGram: number) =>
        perGram > 0 ? scale(f.grams!, perGram / needsVolume(liters)) : undefined;
      const found = {
        ammonia: of(rise.ammonia),
        alkalinity: of(rise.alkalinity),
        dic: of((1000 * perMole.dic) / weight),
        hardness: of(rise.hardness),
        chloride: of(rise.chloride),
        nitrate: of(rise.nitrate),
      };
      return Object.fromEntries(Object.entries(found).filter(([, x]) => x !== undefined));
    }
    case 'feed': {
      const share = amount.rots ? nitrogenOfProtein : ammoniaFromProtein;
      return { food: scale(product(f.grams!, f.protein!), (10 * share) / needsVolume(liters)) };
    }
    case 'animals':
    case 'rain':
    case 'ready':
    case 'hours':
    case 'against':
    case 'signs':
      return {};
  }
}

/** Water that stands ready, and what comes after it; null for an amount of something else. */
export function readyOf(amount: DeedAmount): {
  readonly liters: number;
  readonly sourceWaterId: string | null;
  readonly next: { readonly liters: number; readonly hours: number } | null;
} | null {
  if (amount.by !== 'ready') return null;
  const { liters, nextLiters, nextHours } = figuresOf(amount);
  return {
    liters: liters!.best,
    sourceWaterId: amount.sourceWaterId,
    next: nextLiters && nextHours ? { liters: nextLiters.best, hours: nextHours.best } : null,
  };
}

/** Waters of a blend with their liters; null for an amount of something else. */
export function blendOf(
  amount: DeedAmount,
): { readonly sourceWaterId: string | null; readonly liters: Interval }[] | null {
  if (amount.by !== 'blend') return null;
  const figures = figuresOf(amount);
  return amount.parts.map((p, k) => ({
    sourceWaterId: p.sourceWaterId,
    liters: figures[`parts.${k}.liters`]!,
  }));
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
    case 'blend':
      return `${amount.parts.map((p) => `${p.liters} L`).join(' and ')}${bare(amount)}`;
    case 'ready':
      return `${amount.liters} L${amount.nextLiters && amount.nextHours ? `, then ${amount.nextLiters} L in ${amount.nextHours} h` : ''}`;
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
  const { ammonia, food, alkalinity, hardness, chloride, part } = effect;
  const gh = hardness && convertInterval(hardness, 'hardness', 'mmol/L', '°dGH');
  const kh = alkalinity && convertInterval(alkalinity, 'alkalinity', 'meq/L', '°dKH');
  return [
    ammonia ? `total ammonia up by ${shown(ammonia)} mg/L NH3-N` : '',
    food ? `${shown(food)} mg/L N on its way` : '',
    kh && kh.best > 0.05 ? `KH up by ${shown(kh)} °dKH` : '',
    gh && gh.best > 0.05 ? `GH up by ${shown(gh)} °dGH` : '',
    chloride && chloride.best > 0.5 ? `chloride up by ${shown(chloride)} mg/L Cl` : '',
    part ? `${shown(scale(part, 100))} % of the water new` : '',
  ]
    .filter(Boolean)
    .join(', ');
}
