import {
  type Interval,
  type Worked,
  checkInterval,
  formatReading,
  interval,
  possibleAmount,
  possibleShare,
  worked,
} from '../quantity';

/** Part of the protein fed that ends as ammonia nitrogen in the water (Timmons & Ebeling, from memory). */
export const ammoniaFromProtein = 0.092;

export interface FeedLoad {
  /** mg of N a day. */
  readonly milligrams: Interval;
  /** mg/L as N a day in this water. */
  readonly perLiter: Interval;
}

/**
 * Ammonia that feeding brings: feed × protein × 0.092.
 * @param feed grams a day
 * @param protein share of the feed, 0 to 1
 * @param liters of water
 * @example feedLoad(point(5), point(0.4), point(100)).value.perLiter.best // 1.84
 */
export function feedLoad(feed: Interval, protein: Interval, liters: Interval): Worked<FeedLoad> {
  checkInterval(feed, 'feed', { ...possibleAmount('Feed', 'g a day'), low: 0 });
  checkInterval(protein, 'protein', possibleShare('Protein'));
  checkInterval(liters, 'liters', possibleAmount('Volume', 'L'));
  const milligramsOf = (g: number, share: number) => g * 1000 * share * ammoniaFromProtein;
  const milligrams = interval(
    milligramsOf(feed.low, protein.low),
    milligramsOf(feed.best, protein.best),
    milligramsOf(feed.high, protein.high),
  );
  const perLiter = interval(
    milligrams.low / liters.high,
    milligrams.best / liters.best,
    milligrams.high / liters.low,
  );
  return worked({ milligrams, perLiter }, () => ({
    title: 'Ammonia from feed',
    result: `${formatReading(perLiter)} mg/L NH3-N a day`,
    formula: 'feed × protein × 0.092 ÷ volume',
    substituted: `${formatReading(feed)} g × ${formatReading(protein)} × 0.092 = ${formatReading(milligrams)} mg N; ÷ ${formatReading(liters)} L = ${formatReading(perLiter)} mg/L a day`,
    inputs: [
      { label: 'Feed', value: `${formatReading(feed)} g a day` },
      { label: 'Protein', value: `${formatReading(protein)} of the feed` },
      { label: 'Water', value: `${formatReading(liters)} L` },
    ],
    sources: ['Timmons & Ebeling, Recirculating Aquaculture (from memory)'],
    caveats: ['All of it eaten. What rots gives up to all of its nitrogen, more than is counted here.'],
  }));
}
