import { day } from '../wire';
import { type Interval, convertInterval, formatReading, overlap, point } from '../quantity';
import { risePerGram, salts } from '../chemistry';
import { type ParameterId, midSentence, shortName } from '../parameters';
import { carry, dilutionsOf } from './carried';
import { pouredOf } from './effective';
import type { Facts, FactsGiven } from './facts';
import { shownWords } from './shown';

/** A newest reading of which it is still worth saying how it agrees. Hedge Lamp's own. */
const lately = 2 * day;
/** Apart by less than a kit tells it is no news. */
const watchedFigures = [
  'ammonia',
  'nitrite',
  'nitrate',
  'alkalinity',
  'hardness',
  'chloride',
] as const satisfies readonly ParameterId[];

/**
 * Net volume that a dose tells, liters: V = m ÷ (k · ΔKH), ends from the ends. Null where KH may not have risen.
 * @param rise meq/L
 * @example volumeFromDose(30, 'sodium-bicarbonate', interval(0.7, 0.9, 1.1)) // { low: 325, best: 397, high: 510 }
 */
export function volumeFromDose(grams: number, salt: keyof typeof salts, rise: Interval): Interval | null {
  const perGram = risePerGram(salts[salt]).alkalinity;
  if (!(rise.low > 0) || perGram <= 0) return null;
  return {
    low: (grams * perGram) / rise.high,
    best: (grams * perGram) / rise.best,
    high: (grams * perGram) / rise.low,
  };
}

/** The newest reading of each against what was foretold from the one before and what was done in between; in sentences. */
export function afterwardsOf(facts: Facts, given: FactsGiven): string[] {
  const { water, at, deeds } = facts;
  const lines: string[] = [];
  // What is dosed to feed a filter is meant to go: the cycle tells of that.
  if (facts.lives === 'nobody') return lines;
  const sources = (id: string) =>
    given.sourceOf?.(id) ?? (given.source?.water.id === id ? given.source : null);
  for (const parameter of watchedFigures) {
    const [newest, before] = facts.history(parameter);
    if (!newest || !before || at - newest.takenAt > lately || newest.takenAt - before.takenAt > 7 * day)
      continue;
    const between = deeds.filter((d) => d.at > before.takenAt && d.at < newest.takenAt);
    const poured = dilutionsOf({ water, deeds: between, pouredFrom: (id) => pouredOf(sources(id), at) });
    if (poured.length === 0) continue;
    const carried = carry({ [parameter]: { value: before.value, takenAt: before.takenAt } }, poured)[
      parameter
    ];
    if (!carried || carried.changes.length === 0 || carried.lost?.includes('noted without')) continue;
    const [said, read] = [carried.value, newest.value];
    if (parameter === 'alkalinity') {
      const volume = trueVolume(facts, before.value, read, before.takenAt, newest.takenAt);
      if (volume) lines.push(volume);
    }
    const name = midSentence(shortName(parameter));
    const should = `${name[0]!.toUpperCase()}${name.slice(1)} should be ${shownWords(water, parameter, said)}; you read ${shownWords(water, parameter, read)}`;
    if (overlap(said, read)) lines.push(`${should}: agrees.`);
    else if (read.low > said.high)
      lines.push(
        parameter === 'alkalinity' || parameter === 'hardness' || parameter === 'chloride'
          ? `${should}: more than was put in can explain. Less water than you think, or the kit.`
          : `${should}: it fell less than the change explains. More water than you think, still being made, or the kit.`,
      );
    else
      lines.push(
        parameter === 'alkalinity' || parameter === 'hardness' || parameter === 'chloride'
          ? `${should}: less than was put in. More water than you think, something used it up, or the kit.`
          : `${should}: it fell more than the change explains. The filter is at work, or the kit.`,
      );
  }
  return lines;
}

/** The volume that one dose of known weight tells, with KH read before and after and nothing else poured in. */
function trueVolume(facts: Facts, was: Interval, is: Interval, from: number, to: number): string | null {
  const { deeds, water } = facts;
  const between = deeds.filter((d) => d.at > from && d.at < to);
  const doses = between.filter((d) => d.kind === 'buffer');
  if (doses.length !== 1 || between.some((d) => ['water-change', 'rain', 'acid'].includes(d.kind)))
    return null;
  const { amount } = doses[0]!;
  if (amount?.by !== 'salt') return null;
  const grams = Number(amount.grams.replace(',', '.'));
  if (!Number.isFinite(grams) || grams <= 0) return null;
  const volume = volumeFromDose(grams, amount.salt, {
    low: is.low - was.high,
    best: is.best - was.best,
    high: is.high - was.low,
  });
  if (!volume || water.netLiters === null || overlap(volume, point(water.netLiters))) return null;
  const shown = convertInterval(volume, 'volume', 'L', water.units.volume);
  return `${amount.grams} g lifted KH as in ${formatReading(shown)} ${water.units.volume} of water; the form says ${formatReading(convertInterval(point(water.netLiters), 'volume', 'L', water.units.volume))}.`;
}
