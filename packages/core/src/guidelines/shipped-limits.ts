import { isAnimal, type Water, type WaterKind } from '../waters';
import { type Band, type Limit, limit, strictest } from './limit';
import type { Subject } from './subject';

const kept: WaterKind[] = ['aquarium', 'pond', 'aquaponics', 'standing'];
const still: WaterKind[] = ['aquarium', 'standing'];
const living: WaterKind[] = [...kept, 'stream'];

const practice = 'common practice';
const loop = 'FAO Fisheries Technical Paper 589 (Somerville and others 2014, from memory)';

/**
 * The limits that ship. Where a band beyond a named limit has no published figure, the step from watch to act
 * to urgent is Hedge Lamp's own and said so. All are opinions of a school, not laws.
 */
export const shippedLimits: readonly Limit[] = [
  limit('free-ammonia', 'mg/L NH3', [['clear', 0.025], ['watch', 0.05], ['act', 0.5], ['urgent']], {
    source:
      'clear to 0.025 mg/L NH3: EIFAC 1970, Technical Paper 11; harm from 0.05: IFAS FA16 (from memory); urgent from ten times that: our own step',
    kinds: living,
  }),
  limit('ammonia', 'mg/L NH3-N', [['clear', 0.15], ['watch', 1], ['act', 4], ['urgent']], {
    source: 'any trace watched, over 1 mg/L acted on: common practice; urgent from 4: our own step',
    kinds: kept,
  }),
  limit('ammonia', 'mg/L NH3-N', [['clear', 0.15], ['watch']], {
    source: 'common practice: what a source carries, a water change brings in',
    kinds: ['source'],
  }),
  limit('nitrite', 'mg/L NO2', [['clear', 0.15], ['watch', 0.5], ['act', 5], ['urgent']], {
    source: 'anything readable is wrong in a settled water: common practice; the steps above: our own',
    kinds: kept,
  }),
  limit('nitrite', 'mg/L NO2', [['clear', 0.15], ['watch']], {
    source: 'common practice: what a source carries, a water change brings in',
    kinds: ['source', 'stream'],
  }),
  limit('nitrate', 'mg/L NO3', [['clear', 20], ['watch', 40], ['act']], {
    source: 'at or under 20 good, under 40 acceptable, from 40 change water: common practice',
    kinds: ['aquarium', 'pond', 'standing'],
  }),
  limit('nitrate', 'mg/L NO3', [['clear', 150], ['watch', 400], ['act']], {
    source: `5–150 mg/L: ${loop}; act above 400: our own step`,
    kinds: ['aquaponics'],
  }),
  limit('nitrate', 'mg/L NO3', [['clear', 20], ['watch']], { source: practice, kinds: ['source'] }),
  limit('nitrate', 'mg/L NO3', [['clear', 13], ['watch']], {
    source: 'long-term guideline 13 mg/L NO3: CCME 2012',
    kinds: ['stream'],
  }),
  limit('ph', 'pH', [['act', 6], ['watch', 6.5], ['clear', 8], ['watch', 8.5], ['act']], {
    source: 'most fish 6.5–8.0: common practice; the outer steps: our own',
    kinds: still,
  }),
  limit('ph', 'pH', [['act', 6], ['watch', 6.5], ['clear', 8.5], ['watch', 9], ['act']], {
    source: 'pond 6.5–8.5: common practice; the outer steps: our own',
    kinds: ['pond', 'stream'],
  }),
  limit('ph', 'pH', [['act', 5.5], ['watch', 6], ['clear', 7], ['watch', 7.6], ['act']], {
    source: `6–7: ${loop}; the outer steps: our own`,
    kinds: ['aquaponics'],
  }),
  limit('ph', 'pH', [['act', 5], ['watch', 5.5], ['clear', 7], ['watch', 7.5], ['act']], {
    source: 'soft-water fish, lower: common practice (figures from memory)',
    kinds: still,
    stock: ['soft-water-fish'],
  }),
  limit('ph', 'pH', [['act', 7], ['watch', 7.6], ['clear', 8.8], ['watch', 9.2], ['act']], {
    source: 'rift-lake cichlids, higher: common practice (figures from memory)',
    kinds: still,
    stock: ['rift-lake-fish'],
  }),
  limit('alkalinity', '°dKH', [['act', 2], ['watch', 4], ['clear', 8], ['watch']], {
    source: '4–8 °dKH, under 2 act: common practice',
    kinds: still,
  }),
  limit('alkalinity', '°dKH', [['act', 2], ['watch', 4], ['clear', 12], ['watch']], {
    source: 'under 2 act, 4 and more steady: common practice',
    kinds: ['pond'],
  }),
  limit('alkalinity', 'mg/L CaCO3', [['act', 36], ['watch', 60], ['clear', 140], ['watch']], {
    source: `60–140 mg/L as CaCO3: ${loop}; act under 2 °dKH: common practice`,
    kinds: ['aquaponics'],
  }),
  limit('alkalinity', '°dKH', [['act', 0.5], ['watch', 1], ['clear', 4], ['watch']], {
    source: 'soft-water fish and crystal shrimp, much lower: common practice (figures from memory)',
    kinds: still,
    stock: ['soft-water-fish'],
  }),
  limit('alkalinity', '°dKH', [['act', 5], ['watch', 8], ['clear', 18], ['watch']], {
    source: 'rift-lake cichlids, much higher: common practice (figures from memory)',
    kinds: still,
    stock: ['rift-lake-fish'],
  }),
  limit('alkalinity', 'mg/L CaCO3', [['watch', 100], ['clear', 400], ['watch']], {
    source: '100–400 mg/L as CaCO3: common practice',
    kinds: ['stream'],
  }),
  limit('hardness', '°dGH', [['act', 2], ['watch', 4], ['clear', 12], ['watch']], {
    source: '4–8 °dGH, another school 10–12: common practice; both are clear here',
    kinds: kept,
  }),
  limit('hardness', '°dGH', [['act', 4], ['watch', 8], ['clear', 20], ['watch']], {
    source: 'livebearers, goldfish and rift-lake cichlids, higher: common practice (figures from memory)',
    kinds: kept,
    stock: ['livebearers', 'goldfish', 'rift-lake-fish'],
  }),
  limit('hardness', 'mg/L CaCO3', [['watch', 100], ['clear', 400], ['watch']], {
    source: '100–400 mg/L as CaCO3: common practice',
    kinds: ['stream'],
  }),
  limit('temperature', '°C', [['act', 18], ['watch', 22], ['clear', 27], ['watch', 30], ['act']], {
    source: 'tropical fish 22–27 °C: common practice (figures from memory)',
    kinds: still,
  }),
  limit('temperature', '°C', [['watch', 2], ['clear', 25], ['watch', 30], ['act']], {
    source: 'goldfish and pond fish: common practice (figures from memory)',
    kinds: ['pond', ...still],
    stock: ['goldfish'],
  }),
  limit('temperature', '°C', [['act', 14], ['watch', 18], ['clear', 30], ['watch', 32], ['act']], {
    source: `18–30 °C: ${loop}; the outer steps: our own`,
    kinds: ['aquaponics'],
  }),
];

/** The limits that speak of this water, most specific only: those of its stock replace those of its kind. */
export function limitsFor(subject: Subject, water: Pick<Water, 'kind' | 'stockGroups'>): Limit[] {
  const ofKind = shippedLimits.filter((l) => l.subject === subject && l.kinds.includes(water.kind));
  const ofStock = ofKind.filter((l) => l.stock?.some((group) => water.stockGroups.includes(group)));
  return ofStock.length > 0 ? ofStock : ofKind.filter((l) => !l.stock);
}

/** The joined bands for a subject in a water, the strictest school at each value; empty where none speaks. */
export const bandsFor = (subject: Subject, water: Pick<Water, 'kind' | 'stockGroups'>): Band[] => {
  const limits = limitsFor(subject, water);
  return limits.length > 0 ? strictest(limits) : [];
};

/** A filter growing in without animals: ammonia and nitrite are its food and harm nobody. */
export const isFishless = (water: Pick<Water, 'cycling' | 'stockGroups'>): boolean =>
  water.cycling && !water.stockGroups.some(isAnimal);
