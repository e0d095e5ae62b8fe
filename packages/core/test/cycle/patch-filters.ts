import type { CycleEvent, CycleLog, Feeding, Observation, ObservedId, Seeding } from '@hedge-lamp/core/cycle';
import { type SeededRandom, seededRandom } from '@hedge-lamp/core/quantity';
import { type FilterGroup, filterGroups } from './filter-groups';

/**
 * Filters of a third maker, by which the doubts of the forecast are set; what is claimed is measured on the second
 * (`second-filters.ts`), which nothing is set by. Here a filter is a surface of patches: cells land on empty ones, ripen
 * through three ages, and spread from ripe ones. What eats goes at full speed or as fast as its food comes (Blackman), cold
 * and acid slow it along straight lines, and poison beyond a threshold. Its sizes are Hedge Lamp's own.
 */
interface PatchFilter {
  readonly group: FilterGroup;
  readonly readyDay: number;
  readonly days: readonly Readonly<Record<ObservedId, number>>[];
  readonly until: (day: number) => CycleLog;
  readonly oddity: '' | 'never starts' | 'film lost' | 'kit reads ions';
}

const target = 2;
const steps = 12;
const line = (x: number, zero: number, full: number) => Math.min(1, Math.max(0, (x - zero) / (full - zero)));
const pick = <T>(random: SeededRandom, list: readonly T[]): T =>
  list[Math.floor(random.next() * list.length)]!;

interface Patches {
  /** Shares of the surface: just landed, young, ripe. */
  ages: [number, number, number];
}
interface Tank {
  ammonia: number;
  nitrite: number;
  nitrate: number;
  alkalinity: number;
  food: number;
  first: Patches;
  second: Patches;
}

/** A made-up filter, the same for the same seed. @public */
export function patchFilter(group: FilterGroup, seed: number, days = 90): PatchFilter {
  const random = seededRandom(977 * seed + 31 * filterGroups.indexOf(group) + 5);
  const from = (low: number, high: number) => low + (high - low) * random.next();
  const ten = (low: number, high: number) => 10 ** from(low, high);
  const animals = group === 'with animals';
  const fate = random.next();
  const oddity: PatchFilter['oddity'] =
    fate < 0.03 ? 'never starts' : fate < 0.07 ? 'film lost' : fate < 0.1 ? 'kit reads ions' : '';
  const celsius = group === 'cold' ? from(16, 20.5) : from(22.5, 28);
  const nature = {
    full: [ten(0.9, 1.6), ten(0.85, 1.6)] as const,
    spreads: [from(0.55, 1.25), from(0.5, 1.2)] as const,
    ripens: from(0.8, 2.5),
    half: [ten(-0.9, 0.1), ten(-1, 0)] as const,
    dies: ten(-2.2, -1.4),
    cold: from(3, 8),
    acid: [from(5.6, 6.3), from(6.8, 7.4)] as const,
    bicarbonate: from(0.1, 0.6),
    free: ten(-0.6, 0.6),
    nitrous: ten(-0.8, 0.4),
    phAtOne: from(7.1, 7.9),
    rots: from(0.15, 0.6),
    load: animals ? ten(-0.9, -0.15) : 0,
    lands: ten(-7, -5.3),
    drifts: from(0, 0.5),
  };
  const never = oddity === 'never starts' ? pick(random, [0, 1] as const) : -1;
  const grown = group === 'seeded';
  const begin = grown ? ten(-3.6, -1.6) : ten(-5.3, -3.5) * (animals ? 4 : 1);
  const tap = { alkalinity: 0.357 * (group === 'soft' ? from(0.8, 2.5) : from(3, 14)), nitrate: from(0, 5) };
  const tank: Tank = {
    ammonia: 0,
    nitrite: 0,
    nitrate: tap.nitrate,
    alkalinity: tap.alkalinity,
    food: 0,
    first: { ages: never === 0 ? [0, 0, 0] : [begin * 0.6, 0, begin * (grown ? 0.8 : 0.1)] },
    second: { ages: never === 1 ? [0, 0, 0] : [begin * 0.4, 0, begin * ten(-1, 0) * (grown ? 0.8 : 0.1)] },
  };
  const ph = (t: Tank) => Math.min(9, nature.phAtOne + Math.log10(Math.max(1e-3, t.alkalinity)));

  const live = (t: Tank, load: number, warm: number) => {
    const dt = 1 / steps;
    const acidity = ph(t);
    const free = t.ammonia / (1 + 10 ** (9.25 - 0.03 * (warm - 25) - acidity));
    const nitrous = t.nitrite * 10 ** (3.25 - acidity);
    const speed =
      line(warm, nature.cold, 27) *
      (0.05 + 0.95 * line(acidity, ...nature.acid)) *
      line(t.alkalinity, 0.02, nature.bicarbonate);
    const poison = Math.max(0.1, 1 - Math.max(0, nitrous / nature.nitrous - 0.5));
    const speeds = [
      speed * poison * Math.max(0.15, 1 - free / 25),
      speed * poison * Math.max(0.1, 1 - Math.max(0, free / nature.free - 0.5)),
    ] as const;
    const rotted = t.food * nature.rots * line(warm, 5, 27) * dt;
    t.food -= rotted;
    t.ammonia += rotted + load * dt;
    t.alkalinity += (rotted + load * dt) / 14;
    const pools = [t.ammonia, t.nitrite] as const;
    const films = [t.first, t.second] as const;
    const eaten = films.map((film, k) => {
      const fed = Math.min(1, pools[k]! / nature.half[k]!);
      const could = nature.full[k]! * speeds[k]! * (film.ages[2] + 0.3 * film.ages[1]) * fed * dt;
      const eats = Math.min(pools[k]!, could);
      const [landed, young, ripe] = film.ages;
      const empty = Math.max(0, 1 - landed - young - ripe);
      const ripening = nature.ripens * speeds[k]! * fed * dt;
      const lands =
        (nature.spreads[k]! * speeds[k]! * fed * (ripe + 0.3 * young) + (never === k ? 0 : nature.lands)) *
        empty *
        dt *
        1.6;
      const dies = nature.dies * dt;
      film.ages = [
        landed + lands - ripening * landed - dies * landed,
        young + ripening * (landed - young) - dies * young,
        ripe + ripening * young - dies * ripe,
      ];
      return eats;
    });
    t.ammonia -= eaten[0]!;
    t.nitrite += eaten[0]! - eaten[1]!;
    t.nitrate += eaten[1]!;
    t.alkalinity = Math.max(0.003, t.alkalinity - (2 * eaten[0]!) / 14);
  };
  const copy = (t: Tank): Tank => ({
    ...t,
    first: { ages: [...t.first.ages] },
    second: { ages: [...t.second.ages] },
  });
  const passes = (t: Tank, warm: number) => {
    const tried = copy(t);
    tried.ammonia = Math.max(target, tried.ammonia);
    for (let k = 0; k < steps; k++) live(tried, 0, warm);
    return tried.ammonia < 0.125 && tried.nitrite < 0.0381;
  };

  // The keeper.
  const kit = { ammonia: from(0.75, 1.3), nitrite: from(0.75, 1.3), nitrate: from(0.5, 1.8) };
  const blur = from(0.05, 0.2);
  const cards: Record<'ammonia' | 'nitrite' | 'nitrate', readonly number[]> = {
    ammonia: pick(random, [
      [0, 0.25, 0.5, 1, 2, 4, 8],
      [0, 0.3, 0.6, 1.2, 2.5, 5],
    ]),
    nitrite: pick(random, [
      [0, 0.08, 0.15, 0.3, 0.6, 1.5],
      [0, 0.02, 0.05, 0.1, 0.3, 0.8, 1.6],
    ]),
    nitrate: [0, 1, 2.5, 5, 10, 20, 35],
  };
  const habit = {
    gap: from(0.5, 3.5),
    kh: random.next() < 0.6 ? from(0.1, 0.6) : 0,
    ph: from(0, 0.5),
    warm: random.next() < 0.65,
  };
  const dilutes = random.next() < 0.5;
  const daily = random.next() < 0.25;
  const spoon = from(0.75, 1.3);
  const lossDay = oddity === 'film lost' ? Math.floor(from(7, 45)) : Infinity;
  const swapDay = oddity === 'kit reads ions' ? Math.floor(from(6, 25)) : Infinity;
  const events: CycleEvent[] = habit.warm ? [{ day: 0, did: 'warm', celsius: Math.round(celsius) }] : [];
  const observations: Observation[] = [];
  const truths: Record<ObservedId, number>[] = [];
  let [readyDay, lowFrom, next, last, seen, seenNitrite] = [Infinity, Infinity, 0, -9, 0, 0];
  /** Day of the last test that showed ammonia gone; and whether this keeper then thinks of KH. */
  let goneOn = 0;
  const thinks = random.next() < 0.9;
  const read = (day: number, of: 'ammonia' | 'nitrite' | 'nitrate', truth: number, times = 1) => {
    const lapse = random.next() < 0.03 ? pick(random, [0, 0.3, 3]) : 1;
    const value = Math.max(
      0,
      truth * kit[of] * lapse * times * Math.exp(random.spread(blur)) + random.spread(0.02 * cards[of][1]!),
    );
    const thin = dilutes && value > cards[of].at(-1)! ? 5 : 1;
    const scale = cards[of].map((x) => x * thin);
    const edges = scale.slice(1).map((x, k) => (x + scale[k]!) / 2);
    const at = edges.filter((edge) => value > edge).length;
    const best = scale[at]!;
    observations.push({
      readingId: `${of}-${day}-${observations.length}`,
      day,
      of,
      value: { low: edges[at - 1] ?? 0, best, high: edges[at] ?? Infinity },
      diluted: thin > 1,
    });
    return best;
  };
  for (let day = 0; day <= days; day++) {
    const warm = celsius + random.spread(0.5);
    truths.push({
      ammonia: tank.ammonia,
      nitrite: tank.nitrite,
      nitrate: tank.nitrate,
      alkalinity: tank.alkalinity,
      ph: ph(tank),
    });
    if (animals) {
      if (tank.ammonia >= 0.25 || tank.nitrite >= 0.0761) lowFrom = Infinity;
      else if (lowFrom === Infinity) lowFrom = day;
      if (readyDay === Infinity && day > 10 && day - lowFrom >= 7) readyDay = lowFrom;
    } else if (readyDay === Infinity && passes(tank, celsius)) readyDay = day;
    const tests = day > 0 && day >= next;
    if (tests) {
      next = day + Math.max(1, Math.round(habit.gap + random.spread(1)));
      seen = read(day, 'ammonia', tank.ammonia);
      seenNitrite = read(day, 'nitrite', tank.nitrite, day >= swapDay ? 3.284 : 1);
      if (random.next() < 0.25) read(day, 'nitrate', tank.nitrate);
      if (seen <= cards.ammonia[1]!) goneOn = day;
      const stuck = thinks && goneOn > 0 && day - goneOn >= 6;
      if (stuck) goneOn = day;
      if (stuck || random.next() < habit.kh) {
        const drops = Math.max(1, Math.ceil(tank.alkalinity / 0.357 + random.spread(0.3)));
        observations.push({
          readingId: `kh-${day}`,
          day,
          of: 'alkalinity',
          value: { low: (drops - 1) * 0.357, best: drops * 0.357, high: drops * 0.357 },
        });
        if (drops <= 3) {
          tank.alkalinity += 1.43;
          events.push({ day: day + 0.02, did: 'buffer', alkalinity: 1.43 });
        }
      }
      if (random.next() < habit.ph) {
        const value = Math.round((ph(tank) + random.spread(0.2)) * 5) / 5;
        observations.push({
          readingId: `ph-${day}`,
          day,
          of: 'ph',
          value: { low: value - 0.2, best: value, high: value + 0.2 },
        });
      }
    }
    if (group === 'food') {
      if (day - last >= 2 && (day === 0 || seen < 1.5)) {
        const nitrogen = from(0.6, 2);
        tank.food += nitrogen * spoon;
        last = day;
        events.push({ day: day + 0.01, did: 'feed', nitrogen });
      }
    } else if (
      !animals &&
      (day === 0 ||
        (tests && seen <= cards.ammonia[1]!) ||
        (daily && seen <= cards.ammonia[1]! && day - last >= 1))
    ) {
      const nitrogen = target - (day === 0 ? 0 : Math.min(seen, 1));
      tank.ammonia += nitrogen * spoon * Math.exp(random.spread(0.1));
      last = day;
      if (random.next() < 0.98) events.push({ day: day + 0.01, did: 'dose', nitrogen, alkalinity: 0 });
    }
    const needs = animals ? tests && (seen >= 0.9 || seenNitrite >= 0.3) : seenNitrite > 4 && day % 9 === 0;
    if (needs) {
      const part = from(0.2, 0.5);
      tank.ammonia *= 1 - part;
      tank.nitrite *= 1 - part;
      tank.nitrate += part * (tap.nitrate - tank.nitrate);
      tank.alkalinity += part * (tap.alkalinity - tank.alkalinity);
      for (const film of [tank.first, tank.second])
        film.ages = [film.ages[0] * (1 - part * nature.drifts), film.ages[1], film.ages[2]];
      events.push({
        day: day + 0.03,
        did: 'change',
        part: Math.round(part * 10) / 10,
        source: { ammonia: null, nitrite: null, nitrate: null, alkalinity: null },
      });
    }
    if (day === lossDay) {
      const left = ten(-2, -0.6);
      for (const film of [tank.first, tank.second])
        film.ages = [film.ages[0] * left, film.ages[1] * left, film.ages[2] * left];
      readyDay = Infinity;
    }
    for (let k = 0; k < steps; k++) live(tank, nature.load * Math.max(0, 1 + random.spread(0.3)), warm);
  }
  const feeding: Feeding = animals ? 'fish' : group === 'food' ? 'food' : 'ammonia';
  const seeding: Seeding = grown ? 'little' : 'none';
  return {
    group,
    oddity,
    readyDay,
    days: truths,
    until: (day) => ({
      days: day,
      feeding,
      seeding,
      planted: false,
      events: events.filter((e) => e.day < day),
      observations: observations.filter((o) => o.day <= day),
    }),
  };
}
