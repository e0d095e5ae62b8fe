import { day, hour } from '../wire';
import {
  eifacFreeAmmonia,
  eifacFreeAmmoniaNitrogen as limit,
  phAtFreeAmmonia,
  temperatureAtFreeAmmonia,
  uncheckedUnionizedFraction,
} from '../chemistry';
import {
  type Interval,
  type Workings,
  bounded,
  checkInterval,
  formatBest,
  formatInterval,
  formatReading,
  interval,
  point,
  possibleConcentration,
  possiblePh,
  possibleTemperature,
} from '../quantity';
import { type AmmoniaOpinion, ammoniaOpinions, opinionSentence } from './ammonia-opinions';

/** A measured value with the instant it was taken at; null when never measured. */
export interface Dated {
  readonly value: Interval;
  readonly takenAt: number;
}

/** The inputs as used, for asking what would settle a verdict. */
interface Used {
  readonly total: Interval;
  readonly ph: Interval;
  readonly temperature: Interval;
  /** False where no pH near enough in time was measured, or its top is open. */
  readonly phKnown: boolean;
}

/** Where a water would cross the limit if one condition alone moved. */
export interface Crossing {
  /** pH; ∞ where no pH gets there. */
  readonly ph: { readonly low: number; readonly best: number; readonly high: number };
  /** °C; ∞ where no temperature up to 50 °C gets there. */
  readonly temperature: { readonly low: number; readonly best: number; readonly high: number };
}

export interface FreeAmmoniaResult {
  /** mg/L as NH3-N. */
  readonly value: Interval;
  /**
   * Sentences on what was missing or old, what was taken instead, and how wide that makes the answer. Empty
   * when all was fresh.
   */
  readonly gaps: readonly string[];
  readonly used: Used;
  /** The pH and the temperature at which the free ammonia reaches EIFAC's limit. */
  readonly crossing: Crossing;
  readonly opinions: readonly AmmoniaOpinion[];
  readonly workings: Workings;
}

/** Where kept waters lie when nothing was measured: Hedge Lamp's own assumption, wide on purpose. */
const unmeasured = { ph: interval(6, 7.5, 9), temperature: interval(4, 20, 30) };

const names = { ph: 'pH', temperature: 'temperature' } as const;
type Companion = keyof typeof names;

interface Aged {
  readonly used: Interval;
  /** What was assumed, in words; null when the reading was fresh. */
  readonly why: string | null;
}

/**
 * How an older companion reading widens. pH moves by a few tenths between dawn and dusk (common practice), so
 * after six hours it is ±0.3 wider, temperature ±2 °C; after a week it counts as missing, but the range assumed then
 * reaches as far as what was read. The sizes are Hedge Lamp's own.
 */
const widening = { ph: 0.3, temperature: 2 } as const;
const possible = { ph: possiblePh, temperature: possibleTemperature } as const;
const freshFor = 6 * hour;
const missingAfter = 7 * day;

function aged(kind: Companion, reading: Dated | null, at: number): Aged {
  const limits = possible[kind];
  const unit = limits.unit ? ` ${limits.unit}` : '';
  const wide = unmeasured[kind];
  if (!reading)
    return {
      used: wide,
      why: `No ${names[kind]} was measured, so ${wide.low} to ${wide.high}${unit} is assumed`,
    };
  const used = checkInterval(bounded(reading.value, limits), kind, limits);
  const age = Math.abs(at - reading.takenAt);
  if (age <= freshFor) return { used, why: null };
  const widen = widening[kind];
  const wider = interval(
    Math.max(limits.low, used.low - widen),
    used.best,
    Math.min(limits.high, used.high + widen),
  );
  if (age <= missingAfter)
    return {
      used: wider,
      why: `The ${names[kind]} was taken ${Math.round(age / hour)} hours apart, so it is taken ±${widen}${unit} wider`,
    };
  const both = interval(
    Math.min(wide.low, wider.low),
    // Beyond what is usual, what was read is the better guess.
    used.best > wide.high || used.best < wide.low ? used.best : wide.best,
    Math.max(wide.high, wider.high),
  );
  return {
    used: both,
    why: `The last ${names[kind]} is more than a week away from it, so ${formatReading(point(both.low))} to ${formatReading(point(both.high))}${unit} is assumed`,
  };
}

/** Free ammonia rises with each of the three, so its ends are at the ends of theirs. */
function freeOf({ total, ph, temperature }: Used): Interval {
  return interval(
    total.low * uncheckedUnionizedFraction(ph.low, temperature.low),
    total.best * uncheckedUnionizedFraction(ph.best, temperature.best),
    total.high * uncheckedUnionizedFraction(ph.high, temperature.high),
  );
}

/** How wide one uncertain companion makes the answer, by taking it as known for once. */
function gapSentence(why: string, kind: Companion, used: Used, value: Interval): string {
  const { best } = used[kind];
  const known = freeOf({ ...used, [kind]: interval(best, best, best) });
  const unit = kind === 'ph' ? '' : ' °C';
  return `${why}. That makes free ammonia ${formatInterval(value)} mg/L NH3-N; with ${names[kind]} known to be ${formatBest(point(best))}${unit} it would be ${formatInterval(known)}. Measure it.`;
}

/** The crossings fall with total and with the other condition: opposite ends. */
function crossingOf({ total, ph, temperature }: Used): Crossing {
  return {
    ph: {
      low: phAtFreeAmmonia(total.high, temperature.high, limit),
      best: phAtFreeAmmonia(total.best, temperature.best, limit),
      high: phAtFreeAmmonia(total.low, temperature.low, limit),
    },
    temperature: {
      low: temperatureAtFreeAmmonia(total.high, ph.high, limit),
      best: temperatureAtFreeAmmonia(total.best, ph.best, limit),
      high: temperatureAtFreeAmmonia(total.low, ph.low, limit),
    },
  };
}

function crossingSentence(kind: Companion, at: Crossing['ph']): string {
  const [label, unit, floor] =
    kind === 'ph' ? ['pH', '', possiblePh.low] : ['temperature', ' °C', possibleTemperature.low];
  const staying = kind === 'ph' ? 'if the temperature stays' : 'if the pH stays';
  const past = `EIFAC’s ${eifacFreeAmmonia} mg/L NH3`;
  if (at.low === Infinity) return `No ${label} in reach takes this much total ammonia past ${past}.`;
  if (at.high <= floor) return `It is past ${past} at any ${label} ${staying}.`;
  // An end that is out of reach leaves only the near one to speak of, rounded so that it claims no more.
  const tenth = (round: (x: number) => number, x: number) => `${round(x * 10) / 10}${unit}`.replace('-', '−');
  const where = (): string => {
    if (at.best === Infinity || at.high === Infinity) return `${tenth(Math.floor, at.low)} at the earliest`;
    if (at.low <= floor) return `${tenth(Math.ceil, at.high)} at the latest`;
    if (at.high - at.low < 0.05) return `about ${tenth(Math.round, at.best)}`;
    const [low, high] = [tenth(Math.floor, at.low), tenth(Math.ceil, at.high)];
    return `${low.replace(unit, '')} to ${high}`;
  };
  return `It reaches ${past} at ${kind === 'ph' ? 'pH ' : ''}${where()} ${staying}.`;
}

/** Where this water would cross EIFAC's limit if pH or temperature alone moved, as sentences. */
export const crossingSentences = (crossing: Crossing): string[] => [
  crossingSentence('ph', crossing.ph),
  crossingSentence('temperature', crossing.temperature),
];

/** A class so that a hundred thousand results share their getters instead of carrying four functions each. */
class FreeAmmonia implements FreeAmmoniaResult {
  readonly value: Interval;

  constructor(
    readonly used: Used,
    private readonly whyPh: string | null,
    private readonly whyTemperature: string | null,
  ) {
    this.value = freeOf(used);
  }

  get gaps(): string[] {
    const gap = (why: string | null, kind: Companion) =>
      why === null ? [] : [gapSentence(why, kind, this.used, this.value)];
    return [...gap(this.whyPh, 'ph'), ...gap(this.whyTemperature, 'temperature')];
  }
  get crossing(): Crossing {
    return crossingOf(this.used);
  }
  get opinions(): AmmoniaOpinion[] {
    return ammoniaOpinions(this.used.total, this.value, this.used.ph, this.used.temperature);
  }
  get workings(): Workings {
    return explain(this, { ph: this.whyPh, temperature: this.whyTemperature });
  }
}

/** The words for what the result knows. */
function explain(result: FreeAmmoniaResult, why: Readonly<Record<Companion, string | null>>): Workings {
  const { value, used, gaps, crossing } = result;
  const fraction = freeOf({ ...used, total: interval(100, 100, 100) });
  const noteOf = (kind: Companion) => (why[kind] ? { note: `${why[kind]}.` } : {});
  return {
    title: 'Free ammonia',
    result: `${formatReading(value)} mg/L NH3-N`,
    formula: 'free = total ÷ (1 + 10^(pKa − pH)), pKa = 0.09018 + 2729.92 ÷ (273.15 + °C)',
    substituted: `${formatReading(used.total)} mg/L × ${formatReading(fraction)} % = ${formatReading(value)} mg/L NH3-N`,
    inputs: [
      { label: 'Total ammonia', value: `${formatReading(used.total)} mg/L NH3-N` },
      { label: 'pH', value: formatReading(used.ph), ...noteOf('ph') },
      { label: 'Temperature', value: `${formatReading(used.temperature)} °C`, ...noteOf('temperature') },
    ],
    sources: ['Emerson, Russo, Lund & Thurston 1975, J. Fish. Res. Board Can. 32: 2379–2383'],
    caveats: [
      ...gaps,
      ...crossingSentences(crossing),
      'Fresh water; salt shifts it a little.',
      'The low end takes every reading at its lowest, the high end every reading at its highest.',
    ],
    opinions: result.opinions.map((o) => ({ school: o.school, says: opinionSentence(o), source: o.source })),
  };
}

const possibleTotal = possibleConcentration('Total ammonia', 'mg/L NH3-N');

/**
 * Free (un-ionized) ammonia from total ammonia, pH and temperature, all as intervals. What is missing or old
 * widens the answer and is said. Crossings, opinions and workings are worked out when they are asked for.
 * Source: Emerson and others 1975; see unionizedFraction.
 * @param total mg/L as NH3-N, with its instant
 * @returns mg/L as NH3-N
 * @throws FieldError `not-a-number`, `out-of-range`, `upside-down` with field `total`, `ph` or `temperature`
 */
export function freeAmmonia(total: Dated, ph: Dated | null, temperature: Dated | null): FreeAmmoniaResult {
  checkInterval(total.value, 'total', possibleTotal);
  const phAged = aged('ph', ph, total.takenAt);
  const temperatureAged = aged('temperature', temperature, total.takenAt);
  const phKnown =
    ph !== null && Number.isFinite(ph.value.high) && Math.abs(total.takenAt - ph.takenAt) <= missingAfter;
  return new FreeAmmonia(
    { total: total.value, ph: phAged.used, temperature: temperatureAged.used, phKnown },
    phAged.why,
    temperatureAged.why,
  );
}
