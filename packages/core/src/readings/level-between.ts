import { day } from '../wire';
import type { Interval } from '../quantity';
import { FieldError } from '../quantity/field-error';

/** A reading at its instant. */
interface Read {
  /** Milliseconds since 1970. */
  readonly at: number;
  /** Any one unit; all by one method at one place. */
  readonly value: Interval;
}

/** Where a level lay at one instant, as far as the readings around it tell. */
export interface LevelAt {
  readonly at: number;
  readonly middle: number;
  /** Half the width of what holds it one time in two, and four times in five. */
  readonly half: number;
  readonly fourFifths: number;
}

/** Standard deviations within which a normal value lies one time in two, and four times in five. */
const oneInTwo = 0.6745;
const fourInFive = 1.2816;
/** A range is taken to hold the true value nine times in ten, 1.645 standard deviations to either side. Hedge Lamp's own. */
const rangeHolds = 2 * 1.645;
/** What is told is so much wider than worked out: made-up water showed it too narrow by as much. Hedge Lamp's own. */
const widened = 1.12;
/** Paces of drift that are tried, in powers of two around that of the readings themselves. */
const paces = Array.from({ length: 15 }, (_, k) => 2 ** (k - 11));

const noiseOf = ({ low, best, high }: Interval, least: number): number => {
  // Past the top of a card only its lower end is known: it may well be twice as much.
  const width = Number.isFinite(high)
    ? high - (Number.isFinite(low) ? low : 2 * best - high)
    : 2 * Math.abs(best);
  return Math.max(width / rangeHolds, least) ** 2;
};

/** Changes of water between readings: what they moved is not read. */
interface Changes {
  /** Their instants, ms. */
  readonly changes: readonly number[];
  /** How far one may have moved the level, as a share of it, one standard deviation. */
  readonly moves: number;
}

/** What a range says of the level: the mean of what rises to its best guess and falls from there. A count of drops has its best guess at its end. */
const middleOf = ({ low, best, high }: Interval): number =>
  Number.isFinite(low) && Number.isFinite(high) ? (low + best + high) / 3 : best;

interface Moment {
  readonly at: number;
  readonly reading: { readonly level: number; readonly noise: number } | null;
  /** Variance that was added since the moment before, in units of the drift; and by changes of water. */
  readonly days: number;
  readonly changes: number;
}

function momentsOf(
  reads: readonly Read[],
  times: readonly number[],
  changes: readonly number[],
  least: number,
): Moment[] {
  const all = [
    ...reads.map(({ at, value }) => ({
      at,
      reading: { level: middleOf(value), noise: noiseOf(value, least) },
    })),
    ...times.map((at) => ({ at, reading: null })),
  ].sort((a, b) => a.at - b.at);
  return all.map((moment, k) => {
    const before = all[k - 1];
    return {
      ...moment,
      days: before ? (moment.at - before.at) / day : 0,
      changes: before ? changes.filter((c) => c > before.at && c <= moment.at).length : 0,
    };
  });
}

/** Filters forward and smooths backward: the level at each moment, its variance, and how well this pace explains the readings. */
function smooth(moments: readonly Moment[], drift: number, jump: number) {
  const levels: number[] = [];
  const variances: number[] = [];
  const grown: number[] = [];
  let [level, variance] = [0, 0];
  let fit = 0;
  let known = false;
  for (const { reading, days, changes } of moments) {
    variance += drift * days + jump * changes;
    grown.push(variance);
    if (reading && !known) {
      [level, variance, known] = [reading.level, reading.noise, true];
      grown[grown.length - 1] = Infinity;
    } else if (reading) {
      const total = variance + reading.noise;
      const miss = reading.level - level;
      fit -= (Math.log(total) + miss ** 2 / total) / 2;
      level += (variance / total) * miss;
      variance *= reading.noise / total;
    }
    levels.push(level);
    variances.push(variance);
  }
  for (let k = moments.length - 2; k >= 0; k--) {
    const ahead = grown[k + 1]!;
    if (!Number.isFinite(ahead) || ahead <= 0) continue;
    const share = variances[k]! / ahead;
    variances[k]! += share ** 2 * (variances[k + 1]! - ahead);
    levels[k]! += share * (levels[k + 1]! - levels[k]!);
  }
  return { levels, variances, fit };
}

/**
 * Where a level lay between readings: a level that drifts, read with the error that each range tells. How fast it drifts is
 * not known; every pace counts by how well it explains the readings. So what is told is narrow at a reading, wider the longer
 * nobody looked, and wider still across a change of water; in water that moves smoothly it is wider than it need be. It is
 * not asked about before the first reading or after the last.
 * Source: local level model, Kalman 1960; Rauch, Tung & Striebel 1965, AIAA J. 3: 1445–1450; ranges, weights and changes
 * are Hedge Lamp's own.
 * @param reads at least two of different times
 * @param times at which it is asked for, ms; those outside the readings are left out
 * @throws FieldError `out-of-range` with fewer than two readings of different times
 */
export function levelBetween(
  reads: readonly Read[],
  times: readonly number[],
  { changes, moves }: Changes = { changes: [], moves: 0 },
): LevelAt[] {
  const sorted = [...reads].sort((a, b) => a.at - b.at);
  const [first, last] = [sorted[0], sorted.at(-1)];
  if (!first || !last || last.at <= first.at)
    throw new FieldError(
      'out-of-range',
      'reads',
      'A level between readings needs two readings of different times.',
    );
  const asked = times.filter((t) => t >= first.at && t <= last.at);
  const bests = sorted.map((r) => middleOf(r.value));
  const size = Math.max(...bests.map(Math.abs));
  // Nothing is read more finely than a thousandth of itself.
  const least = Math.max(size / 1000, 1e-9);
  const steps = sorted
    .slice(1)
    .map((r, k) => (bests[k + 1]! - bests[k]!) ** 2 / Math.max((r.at - sorted[k]!.at) / day, 1e-3));
  const usual = Math.max(steps.reduce((a, b) => a + b, 0) / steps.length, least ** 2);
  const mean = bests.reduce((a, b) => a + Math.abs(b), 0) / bests.length;
  const moments = momentsOf(sorted, asked, changes, least);
  const tried = paces.map((pace) => smooth(moments, pace * usual, (moves * mean) ** 2));
  const best = Math.max(...tried.map((t) => t.fit));
  const weights = tried.map((t) => Math.exp(t.fit - best));
  const sum = weights.reduce((a, b) => a + b, 0);
  return moments.flatMap(({ at, reading }, k) => {
    if (reading) return [];
    const weighed = (of: (t: (typeof tried)[number]) => number) =>
      tried.reduce((total, t, i) => total + weights[i]! * of(t), 0) / sum;
    const middle = weighed((t) => t.levels[k]!);
    const variance = weighed((t) => t.variances[k]! + (t.levels[k]! - middle) ** 2);
    const sd = widened * Math.sqrt(Math.max(variance, 0));
    return [{ at, middle, half: oneInTwo * sd, fourFifths: fourInFive * sd }];
  });
}
