import {
  FieldError,
  type Interval,
  type Worked,
  checkInterval,
  formatReading,
  interval,
  molarMass,
  possibleConcentration,
  worked,
} from '../quantity';

export const saltIds = [
  'sodium-bicarbonate',
  'potassium-bicarbonate',
  'sodium-carbonate',
  'potassium-carbonate',
  'calcium-hydroxide',
  'calcium-carbonate',
  'calcium-chloride',
  'calcium-chloride-dihydrate',
  'magnesium-sulfate',
  'calcium-sulfate',
  'ammonium-chloride',
  'sodium-chloride',
  'potassium-nitrate',
  'sodium-nitrate',
] as const;
export type SaltId = (typeof saltIds)[number];

/** What one mole of a salt brings into water, in moles (alkalinity in equivalents). */
export interface SaltYield {
  readonly alkalinity: number;
  readonly dic: number;
  readonly hardness: number;
  readonly chloride: number;
  readonly ammonia: number;
  readonly nitrate: number;
}

export interface Salt {
  readonly id: SaltId;
  readonly name: string;
  readonly formula: string;
  /** g/mol. */
  readonly molarMass: number;
  readonly perMole: SaltYield;
  /** mol/L of ionic strength that one mol/L of it brings. */
  readonly ionicStrength: number;
  /** g/mL as it lies in a spoon, level and not packed. From memory; grain and damp move it. */
  readonly bulkDensity: Interval;
  /** What must be known before it goes in. */
  readonly cautions: readonly string[];
}

const none: SaltYield = { alkalinity: 0, dic: 0, hardness: 0, chloride: 0, ammonia: 0, nitrate: 0 };
/** Half the sum of the squared charges of the ions that a mole brings: the definition of ionic strength. */
const strengthOf = (...charges: readonly number[]): number => charges.reduce((sum, z) => sum + z * z, 0) / 2;
/** Salts of one charge each, of two and twice one, and of two each. */
const oneAndOne = strengthOf(1, -1);
const twoAndTwiceOne = strengthOf(2, -1, -1);
const twoAndTwo = strengthOf(2, -2);
/** Carbonate and hydroxide count as the two bicarbonates that they end as below about pH 9. */
const alkaliCarbonate = strengthOf(1, 1, -1, -1);

const salt = (
  id: SaltId,
  name: string,
  formula: keyof typeof molarMass,
  perMole: Partial<SaltYield>,
  ionicStrength: number,
  [low, high]: readonly [number, number],
  ...cautions: string[]
): Salt => ({
  id,
  name,
  formula,
  molarMass: molarMass[formula],
  perMole: { ...none, ...perMole },
  ionicStrength,
  bulkDensity: interval(low, (low + high) / 2, high),
  cautions,
});

const slowly = 'Raise KH by no more than 1 to 2 °dKH a day, and watch pH (common practice).';
const caustic =
  'Caustic: gloves and eye protection; it lifts pH sharply. Dissolve it first, add it in small parts.';
const ammoniaTurns = 'It lifts pH, which turns ammonium into free ammonia: test ammonia first.';
const warms = 'It warms the water as it dissolves: dissolve it apart and let it cool.';

/** The salts with which keepers move a water. Yields follow from the formulas alone. */
export const salts: Readonly<Record<SaltId, Salt>> = {
  'sodium-bicarbonate': salt(
    'sodium-bicarbonate',
    'Baking soda (sodium bicarbonate)',
    'NaHCO3',
    { alkalinity: 1, dic: 1 },
    oneAndOne,
    [0.85, 1.1],
    slowly,
    ammoniaTurns,
  ),
  'potassium-bicarbonate': salt(
    'potassium-bicarbonate',
    'Potassium bicarbonate',
    'KHCO3',
    { alkalinity: 1, dic: 1 },
    oneAndOne,
    [0.85, 1.2],
    slowly,
    ammoniaTurns,
  ),
  'sodium-carbonate': salt(
    'sodium-carbonate',
    'Washing soda (sodium carbonate, without water)',
    'Na2CO3',
    { alkalinity: 2, dic: 1 },
    alkaliCarbonate,
    [0.5, 1.15],
    caustic,
    slowly,
    ammoniaTurns,
  ),
  'potassium-carbonate': salt(
    'potassium-carbonate',
    'Potash (potassium carbonate)',
    'K2CO3',
    { alkalinity: 2, dic: 1 },
    alkaliCarbonate,
    [0.75, 1.3],
    caustic,
    slowly,
    ammoniaTurns,
  ),
  'calcium-hydroxide': salt(
    'calcium-hydroxide',
    'Slaked lime (calcium hydroxide)',
    'Ca(OH)2',
    { alkalinity: 2, hardness: 1 },
    twoAndTwiceOne,
    [0.4, 0.65],
    caustic,
    'It raises GH as much as KH.',
    slowly,
    ammoniaTurns,
  ),
  'calcium-carbonate': salt(
    'calcium-carbonate',
    'Calcium carbonate powder (chalk, coral, shell)',
    'CaCO3',
    { alkalinity: 2, dic: 1, hardness: 1 },
    twoAndTwiceOne,
    [0.6, 1.4],
    'It dissolves only as far as CO2 lets it, over days: the figure is what would come of all of it.',
    'It raises GH as much as KH.',
  ),
  'calcium-chloride': salt(
    'calcium-chloride',
    'Calcium chloride, without water',
    'CaCl2',
    { hardness: 1, chloride: 2 },
    twoAndTwiceOne,
    [0.7, 1.0],
    warms,
    'It draws water from the air: keep it closed, or the figure is short.',
  ),
  'calcium-chloride-dihydrate': salt(
    'calcium-chloride-dihydrate',
    'Calcium chloride, dihydrate',
    'CaCl2·2H2O',
    { hardness: 1, chloride: 2 },
    twoAndTwiceOne,
    [0.75, 1.05],
    warms,
  ),
  'magnesium-sulfate': salt(
    'magnesium-sulfate',
    'Epsom salt (magnesium sulfate, 7 water)',
    'MgSO4·7H2O',
    { hardness: 1 },
    twoAndTwo,
    [0.85, 1.1],
    'It brings magnesium and no calcium.',
  ),
  'calcium-sulfate': salt(
    'calcium-sulfate',
    'Gypsum (calcium sulfate, 2 water)',
    'CaSO4·2H2O',
    { hardness: 1 },
    twoAndTwo,
    [0.6, 1.1],
    'It dissolves slowly, up to about 2 g in a liter.',
  ),
  'ammonium-chloride': salt(
    'ammonium-chloride',
    'Ammonium chloride',
    'NH4Cl',
    { ammonia: 1, chloride: 1 },
    oneAndOne,
    [0.6, 0.9],
    'Only for growing a filter in without animals: it is poison to them.',
  ),
  'sodium-chloride': salt(
    'sodium-chloride',
    'Plain salt (sodium chloride, nothing added)',
    'NaCl',
    { chloride: 1 },
    oneAndOne,
    [1.0, 1.35],
    'Salt harms some fish, snails and plants; it stays until water is changed. Not in a loop whose plants are eaten, unless they stand it.',
  ),
  'potassium-nitrate': salt(
    'potassium-nitrate',
    'Potassium nitrate',
    'KNO3',
    { nitrate: 1 },
    oneAndOne,
    [0.9, 1.3],
    'An oxidizer: keep it from heat and from anything that burns.',
  ),
  'sodium-nitrate': salt(
    'sodium-nitrate',
    'Sodium nitrate',
    'NaNO3',
    { nitrate: 1 },
    oneAndOne,
    [1.0, 1.45],
    'An oxidizer: keep it from heat and from anything that burns.',
  ),
};

/**
 * The salt with this id.
 * @throws FieldError `unknown-unit`
 */
export function saltOf(id: string, field = 'salt'): Salt {
  const found = Object.hasOwn(salts, id) ? salts[id as SaltId] : undefined;
  if (!found)
    throw new FieldError('unknown-unit', field, `There is no salt called “${id}”. Choose one of the list.`);
  return found;
}

/** What a spoon holds varies; the words that go beside every spoon. */
export const spoonWarning =
  'A spoon is a guess: grain, damp and how it is heaped change its weight. Weigh it where you can.';

/** US teaspoon, mL: NIST Handbook 44, appendix C. */
const millilitersPerTeaspoon = 4.92892159375;

/**
 * Grams to US teaspoons, level, by the salt's own bulk density. Wide, since that density is.
 * @example teaspoonsOf(saltOf('sodium-bicarbonate'), point(5)).best // 1
 */
export function teaspoonsOf({ bulkDensity }: Salt, grams: Interval): Interval {
  const spoons = (g: number, density: number) => g / (density * millilitersPerTeaspoon);
  return interval(
    spoons(grams.low, bulkDensity.high),
    spoons(grams.best, bulkDensity.best),
    spoons(grams.high, bulkDensity.low),
  );
}

/**
 * US teaspoons, level, to grams.
 * @example gramsOfTeaspoons({ bulkDensity: point(1) }, point(1)).best // 4.93
 */
export function gramsOfTeaspoons({ bulkDensity }: Salt, teaspoons: Interval): Interval {
  const grams = (spoons: number, density: number) => spoons * density * millilitersPerTeaspoon;
  return interval(
    grams(teaspoons.low, bulkDensity.low),
    grams(teaspoons.best, bulkDensity.best),
    grams(teaspoons.high, bulkDensity.high),
  );
}

export interface Measured {
  readonly grams: Interval;
  /** Level US teaspoons. */
  readonly teaspoons: Interval;
}

/**
 * A powder by the spoon and by weight, whichever of the two is known.
 * @throws FieldError `amount` when it is not 0 or more
 */
export function spoonsAndWeight(
  salt: Salt,
  amount: { readonly grams: Interval } | { readonly teaspoons: Interval },
): Worked<Measured> {
  const bySpoon = 'teaspoons' in amount;
  const known = bySpoon ? amount.teaspoons : amount.grams;
  checkInterval(known, 'amount', possibleConcentration('The amount', bySpoon ? 'tsp' : 'g'));
  const grams = bySpoon ? gramsOfTeaspoons(salt, known) : known;
  const teaspoons = bySpoon ? known : teaspoonsOf(salt, known);
  return worked({ grams, teaspoons }, () => {
    const density = formatReading(salt.bulkDensity);
    return {
      title: `${salt.name} by spoon and by weight`,
      result: `${formatReading(grams)} g, ${formatReading(teaspoons)} level teaspoons`,
      formula: 'grams = teaspoons × 4.929 mL × bulk density',
      substituted: `${formatReading(teaspoons)} tsp × 4.929 mL × ${density} g/mL = ${formatReading(grams)} g`,
      inputs: [
        {
          label: bySpoon ? 'Level teaspoons' : 'Weight',
          value: `${formatReading(known)} ${bySpoon ? 'tsp' : 'g'}`,
        },
        { label: 'Bulk density', value: `${density} g/mL`, note: 'level, not packed; from memory' },
      ],
      sources: ['Teaspoon: NIST Handbook 44, appendix C', 'Bulk densities: from memory'],
      caveats: [spoonWarning],
    };
  });
}
