import {
  type Interval,
  type Worked,
  add,
  checkInterval,
  formatReading,
  interval,
  possibleConcentration,
  subtract,
  worked,
} from '../quantity';

/** The three forms in which a kept water's nitrogen is tested, mg/L as N. */
export interface NitrogenForms {
  readonly ammonia: Interval;
  readonly nitrite: Interval;
  readonly nitrate: Interval;
}

const check = (forms: NitrogenForms, prefix: string) => {
  checkInterval(forms.ammonia, `${prefix}ammonia`, possibleConcentration('Total ammonia', 'mg/L NH3-N'));
  checkInterval(forms.nitrite, `${prefix}nitrite`, possibleConcentration('Nitrite', 'mg/L NO2-N'));
  checkInterval(forms.nitrate, `${prefix}nitrate`, possibleConcentration('Nitrate', 'mg/L NO3-N'));
};

const parts = (f: NitrogenForms) =>
  `${formatReading(f.ammonia)} + ${formatReading(f.nitrite)} + ${formatReading(f.nitrate)}`;

/**
 * All nitrogen that the three tests see, mg/L as N.
 * @example totalNitrogen({ ammonia: point(1), nitrite: point(0.5), nitrate: point(20) }).value.best // 21.5
 */
export function totalNitrogen(forms: NitrogenForms): Worked<Interval> {
  check(forms, '');
  const value = add(forms.ammonia, forms.nitrite, forms.nitrate);
  return worked(value, () => ({
    title: 'Nitrogen in all three forms',
    result: `${formatReading(value)} mg/L N`,
    formula: 'total ammonia + nitrite + nitrate, all as N',
    substituted: `${parts(forms)} = ${formatReading(value)} mg/L N`,
    inputs: [
      { label: 'Total ammonia', value: `${formatReading(forms.ammonia)} mg/L NH3-N` },
      { label: 'Nitrite', value: `${formatReading(forms.nitrite)} mg/L NO2-N` },
      { label: 'Nitrate', value: `${formatReading(forms.nitrate)} mg/L NO3-N` },
    ],
    sources: ['Conservation of mass'],
    caveats: ['Nitrogen in plants, food and animals is not in it.'],
  }));
}

export interface NitrogenBalance {
  /** mg/L as N; below zero where nitrogen went missing. */
  readonly gained: Interval;
  readonly verdict: 'gained' | 'lost' | 'balanced';
  readonly sentence: string;
}

/**
 * What became of the nitrogen between two times, after what was dosed or fed is taken off.
 * @param added mg/L as N put in between, by doses or feed
 */
export function nitrogenBalance(
  before: NitrogenForms,
  after: NitrogenForms,
  added: Interval = interval(0, 0, 0),
): Worked<NitrogenBalance> {
  check(before, 'before.');
  check(after, 'after.');
  checkInterval(added, 'added', possibleConcentration('What was added', 'mg/L N'));
  const [first, last] = [totalNitrogen(before).value, totalNitrogen(after).value];
  const gained = subtract(last, add(first, added));
  const verdict = gained.low > 0 ? 'gained' : gained.high < 0 ? 'lost' : 'balanced';
  const sentence = {
    gained:
      'More nitrogen than there was: something feeds it (food, decay, the source water), or a test is off. Repeat the nitrate test first.',
    lost: 'Nitrogen went missing: plants, a water change, or denitrification; or a test reads low. A bottle not shaken makes nitrate read low.',
    balanced: 'The three forms add up within their ranges.',
  }[verdict];
  return worked({ gained, verdict, sentence }, () => ({
    title: 'Nitrogen balance',
    result: `${formatReading(gained)} mg/L N`,
    formula: '(ammonia + nitrite + nitrate) after − the same before − what was added, all as N',
    substituted: `(${parts(after)}) − (${parts(before)}) − ${formatReading(added)} = ${formatReading(gained)} mg/L N`,
    inputs: [
      { label: 'Before', value: `${formatReading(first)} mg/L N` },
      { label: 'Added', value: `${formatReading(added)} mg/L N` },
      { label: 'After', value: `${formatReading(last)} mg/L N` },
    ],
    sources: ['Conservation of mass'],
    caveats: [
      sentence,
      'Both sets must come from the same kits: two nitrate kits may differ by two or three times.',
    ],
  }));
}
