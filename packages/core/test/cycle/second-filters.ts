import type { CycleEvent, CycleLog, Observation, ObservedId } from '@hedge-lamp/core/cycle';
import { type SeededRandom, seededRandom } from '@hedge-lamp/core/quantity';
import { type FilterGroup, filterGroups } from './filter-groups';

/**
 * Filters and keepers of a second maker. It shares nothing with the model that is fitted: a film that has a thickness and
 * works only as deep as ammonia and oxygen reach, cells that drift and settle, cells that turn ammonia into nitrate alone,
 * sleep before growth, a carbonate system of its own with gas exchange, and keepers who forget, misread and spill. Its
 * sizes are Hedge Lamp's own, wide on purpose; nothing of the fit was set by it.
 */
export interface SecondFilter {
  readonly group: FilterGroup;
  /** Day on which a dose of 2 mg/L N would first be gone within a day; with animals, from which both stay low. Infinity where it never is. */
  readonly readyDay: number;
  /** Truths of each whole day: mg/L as N, meq/L, pH. */
  readonly days: readonly Readonly<Record<ObservedId, number>>[];
  /** Whether a dose would be gone within this whole day; with animals, whether both are low. */
  readonly passes: (day: number) => boolean;
  /** Day on which a film was lost; Infinity where none was. */
  readonly lostOn: number;
  /** What the keeper wrote until a day. */
  readonly until: (day: number) => CycleLog;
  /** Why it is no usual one; empty where it is. */
  readonly oddity: '' | 'never starts' | 'film lost' | 'basis mistaken' | 'kit changed';
}

const between = (random: SeededRandom, low: number, high: number) => low + (high - low) * random.next();
const decades = (random: SeededRandom, low: number, high: number) => 10 ** between(random, low, high);
const about = (random: SeededRandom, middle: number, spread: number) =>
  middle * Math.exp(random.spread(spread));

/** Days to the hour and a half. */
const step = 1 / 16;
const stepsPerDay = 16;
const target = 2;
const gone = { ammonia: 0.125, nitrite: 0.0381 };
const low = { ammonia: 0.25, nitrite: 0.0761 };

interface Tank {
  tan: number;
  no2: number;
  no3: number;
  alk: number;
  dic: number;
  celsius: number;
  /** Settled cells of three kinds, and drifting ones of two, as mg/L of N a day that they could turn. */
  settled: [number, number, number];
  drifting: [number, number];
  /** How far awake the cells are. */
  awake: number;
  food: number;
  /** Exposure that made the second step bear ammonia. */
  used: number;
}

interface Nature {
  readonly growth: readonly [number, number, number];
  readonly half: readonly [number, number, number];
  readonly warm: readonly [number, number];
  readonly phBest: number;
  readonly phWide: number;
  readonly carbon: number;
  readonly oxygen: readonly [number, number];
  readonly freeOnSecond: number;
  readonly acidOnBoth: number;
  readonly room: number;
  readonly reach: number;
  readonly settling: number;
  readonly death: number;
  readonly gas: number;
  readonly air: number;
  readonly rot: number;
  readonly load: number;
  readonly swing: number;
}

/** pH of water by alkalinity and carbon: found by halving. pK of Plummer & Busenberg 1982 at 25 °C, from memory. */
function phOfWater(alk: number, dic: number): { ph: number; co2: number; bicarbonate: number } {
  const [k1, k2] = [10 ** -6.35, 10 ** -10.33];
  let [a, b] = [3.5, 10.5];
  for (let n = 0; n < 26; n++) {
    const h = 10 ** (-(a + b) / 2);
    const whole = h * h + k1 * h + k1 * k2;
    const carried = (dic * (k1 * h + 2 * k1 * k2)) / whole + (1e-14 / h - h) * 1000;
    if (carried < alk) a = (a + b) / 2;
    else b = (a + b) / 2;
  }
  const ph = (a + b) / 2;
  const h = 10 ** -ph;
  const whole = h * h + k1 * h + k1 * k2;
  return { ph, co2: (dic * h * h) / whole, bicarbonate: (dic * k1 * h) / whole };
}

/** Cardinal temperatures (Rosso and others 1993, J. Theor. Biol. 162: 447, from memory): nothing under and over, one at the best. */
function byWarmth(celsius: number, best: number): number {
  const [least, most] = [3, 41];
  if (celsius <= least || celsius >= most) return 0;
  const top = (celsius - most) * (celsius - least) ** 2;
  const under =
    (best - least) * ((best - least) * (celsius - best) - (best - most) * (best + least - 2 * celsius));
  return Math.max(0, top / under);
}

/** A sixteenth of a day. What is eaten is taken out implicitly, so that nothing falls under zero. */
function pass(tank: Tank, nature: Nature, load: number): void {
  const { ph, co2, bicarbonate } = phOfWater(tank.alk, tank.dic);
  const pKa = 0.09018 + 2729.92 / (tank.celsius + 273.15);
  const free = tank.tan / (1 + 10 ** (pKa - ph));
  const acid = tank.no2 / (1 + 10 ** (ph - 3.3));
  const byPh = Math.exp(-(((ph - nature.phBest) / nature.phWide) ** 2));
  const byCarbon = bicarbonate / (bicarbonate + nature.carbon);
  const comfort = byPh * byCarbon;
  const [warm1, warm2] = nature.warm.map((best) => byWarmth(tank.celsius, best)) as [number, number];
  const bears = nature.freeOnSecond * (1 + tank.used);
  const speed1 = (warm1 * comfort * nature.oxygen[0]) / (1 + (free / 40) ** 2 + acid / nature.acidOnBoth);
  const speed2 =
    (warm2 * comfort * nature.oxygen[1]) / (1 + (free / bears) ** 1.5 + acid / nature.acidOnBoth);
  // A film works as deep as its food reaches: the tanh of a slab.
  const thick = (tank.settled[0] + tank.settled[1] + tank.settled[2]) / nature.room;
  const deep = thick * nature.reach;
  const share = deep < 1e-3 ? 1 : Math.tanh(deep) / deep;
  const could1 = (tank.settled[0] * share + tank.drifting[0]) * speed1;
  const could2 = (tank.settled[1] * share + tank.drifting[1]) * speed2;
  const could3 = tank.settled[2] * share * speed1;
  const rotted = tank.food * (1 - Math.exp(-nature.rot * byWarmth(tank.celsius, 33) * step));
  tank.food -= rotted;

  const into1 = tank.tan + load * step + 0.8 * rotted;
  const rate1 = could1 / (nature.half[0] + tank.tan) + could3 / (nature.half[2] + tank.tan);
  const left1 = into1 / (1 + rate1 * step);
  const eaten1 = into1 - left1;
  const alone = rate1 > 0 ? (eaten1 * (could3 / (nature.half[2] + tank.tan))) / rate1 : 0;
  tank.tan = left1;
  const into2 = tank.no2 + eaten1 - alone;
  const rate2 = could2 / (nature.half[1] + tank.no2);
  const left2 = into2 / (1 + rate2 * step);
  const eaten2 = into2 - left2;
  tank.no2 = left2;
  tank.no3 += eaten2 + alone;
  tank.alk = Math.max(0.005, tank.alk + (load * step + 0.8 * rotted - 2 * eaten1) / 14.007);
  tank.dic = Math.max(0.002, tank.dic + nature.gas * step * (nature.air - co2) + 0.3 * rotted);

  // Sleepers wake where there is food for them.
  const fed1 = left1 / (nature.half[0] + left1);
  tank.awake += step * nature.growth[0] * fed1 * Math.max(warm1, 0.05) * tank.awake;
  const awake = tank.awake / (1 + tank.awake);
  const eats = [
    awake * speed1 * fed1,
    awake * speed2 * (left2 / (nature.half[1] + left2)),
    awake * speed1 * (left1 / (nature.half[2] + left1)),
  ] as const;
  const dies = nature.death * (0.4 + 0.6 * warm1);
  for (const k of [0, 1, 2] as const) {
    const grows = nature.growth[k] * eats[k] * share;
    // What is thick is torn off.
    tank.settled[k] *= Math.exp(step * (grows - dies * (eats[k] < 0.02 ? 0.3 : 1) - 0.15 * thick ** 2));
  }
  for (const k of [0, 1] as const) {
    const settles = nature.settling * step * tank.drifting[k];
    tank.drifting[k] = tank.drifting[k] * Math.exp(step * (nature.growth[k] * eats[k] - dies)) - settles;
    if (tank.drifting[k] < 0) tank.drifting[k] = 0;
    tank.settled[k] += settles;
  }
  tank.used = Math.min(3, tank.used + step * 0.04 * Math.min(free / nature.freeOnSecond, 3));
}

function change(tank: Tank, part: number, tap: Pick<Tank, 'alk' | 'dic' | 'no3'>): void {
  const keep = 1 - part;
  tank.tan *= keep;
  tank.no2 *= keep;
  tank.no3 = keep * tank.no3 + part * tap.no3;
  tank.alk = keep * tank.alk + part * tap.alk;
  tank.dic = keep * tank.dic + part * tap.dic;
  tank.food *= 1 - 0.5 * part;
  tank.drifting[0] *= keep;
  tank.drifting[1] *= keep;
}
const copyOf = (tank: Tank): Tank => ({
  ...tank,
  settled: [...tank.settled],
  drifting: [...tank.drifting],
});

/** Whether a dose would be gone within a day. */
function wouldPass(tank: Tank, nature: Nature): boolean {
  if (tank.settled[0] + tank.settled[2] + tank.drifting[0] < 0.4) return false;
  const tried = copyOf(tank);
  tried.tan = Math.max(tried.tan, target);
  for (let k = 0; k < stepsPerDay; k++) pass(tried, nature, 0);
  return tried.tan < gone.ammonia && tried.no2 < gone.nitrite;
}

/** Cards of two makers of kits, canonical units. */
const cards: Readonly<Record<'ammonia' | 'nitrite' | 'nitrate', readonly (readonly number[])[]>> = {
  ammonia: [
    [0, 0.25, 0.5, 1, 2, 4, 8],
    [0, 0.2, 0.4, 0.8, 1.5, 3, 5],
  ],
  nitrite: [
    [0, 0.25, 0.5, 1, 2, 5].map((x) => x * 0.30446),
    [0, 0.05, 0.1, 0.2, 0.4, 0.8, 1.6].map((x) => x * 0.30446),
  ],
  nitrate: [
    [0, 5, 10, 20, 40, 80, 160].map((x) => x * 0.2259),
    [0, 1, 5, 10, 25, 50, 100].map((x) => x * 0.2259),
  ],
};

interface Kit {
  readonly card: readonly number[];
  readonly off: number;
  readonly noise: number;
}

/**
 * A made-up filter and its keeper's notes: the same for the same seed.
 * @param as what is to be odd about it; by lot where it is not given
 */
export function secondFilter(
  group: FilterGroup,
  seed: number,
  days = 90,
  as?: SecondFilter['oddity'],
): SecondFilter {
  const random = seededRandom(seed * 6 + filterGroups.indexOf(group));
  const animals = group === 'with animals';
  const odd = random.next();
  const oddity: SecondFilter['oddity'] =
    as !== undefined
      ? as
      : odd < 0.05
        ? 'never starts'
        : odd < 0.13
          ? 'film lost'
          : odd < 0.16
            ? 'basis mistaken'
            : odd < 0.24
              ? 'kit changed'
              : '';
  const nature: Nature = {
    growth: [about(random, 0.95, 0.25), about(random, 0.9, 0.28), between(random, 0.12, 0.3)],
    half: [decades(random, -1.2, -0.2), decades(random, -1.4, -0.5), 0.05],
    warm: [between(random, 27, 33), between(random, 25, 31)],
    phBest: between(random, 7.6, 8.2),
    phWide: between(random, 1, 1.7),
    carbon: decades(random, -1.3, -0.5),
    oxygen: [between(random, 0.75, 1), between(random, 0.6, 1)],
    freeOnSecond: decades(random, -0.7, 0.6),
    acidOnBoth: decades(random, -1, 0.2),
    room: decades(random, 1.5, 2.1),
    reach: between(random, 0.2, 1.2),
    settling: between(random, 0.15, 1.2),
    death: decades(random, -2.2, -1.5),
    gas: between(random, 1.5, 10),
    air: between(random, 0.014, 0.035),
    rot: between(random, 0.12, 0.5),
    load: animals ? decades(random, -1, -0.1) : 0,
    swing: between(random, 0.1, 0.5),
  };
  const celsius = group === 'cold' ? between(random, 17, 21) : between(random, 23, 27.5);
  const degrees = group === 'soft' ? between(random, 0.8, 2.2) : between(random, 3, 12);
  const alk = degrees * 0.35665;
  const tap = { alk, dic: alk * between(random, 1.02, 1.25), no3: decades(random, -1, 0.8) };
  const grown = group === 'seeded';
  const first = grown ? decades(random, -1.3, 0.1) : decades(random, -3, -1.7) * (animals ? 3 : 1);
  const second = grown ? first * decades(random, -0.6, 0) : decades(random, -3.6, -2) * (animals ? 3 : 1);
  const dead = oddity === 'never starts';
  const onlySecond = dead && random.next() < 0.4;
  const tank: Tank = {
    tan: 0,
    no2: 0,
    ...tap,
    celsius,
    settled: [
      dead && !onlySecond ? 0 : 0.3 * first,
      dead ? 0 : 0.3 * second,
      dead ? 0 : decades(random, -5, -2.6) * (grown ? 30 : 1),
    ],
    drifting: [dead && !onlySecond ? 0 : 0.7 * first, dead ? 0 : 0.7 * second],
    awake: grown ? 3 : decades(random, -1.6, 0),
    food: 0,
    used: 0,
  };
  const lostOn = oddity === 'film lost' ? Math.floor(between(random, 8, 40)) : Infinity;
  const oddFrom = Math.floor(between(random, 8, 25));

  const maker = random.next() < 0.6 ? 0 : 1;
  const kit = (of: keyof typeof cards, spread: number, which = maker): Kit => ({
    card: cards[of][which]!,
    off: about(random, 1, spread),
    noise: between(random, 0.06, 0.22),
  });
  const kits = { ammonia: kit('ammonia', 0.2), nitrite: kit('nitrite', 0.2), nitrate: kit('nitrate', 0.4) };
  const care = random.next();
  const readsKh = random.next() < (group === 'soft' ? 0.9 : 0.7);
  const readsPh = random.next() < 0.6;
  const buffers = random.next() < 0.85;
  /** Days between doses, as long as the last test showed ammonia gone. */
  const every = 1 + Math.floor(2.5 * random.next());
  const dilutes = random.next() < 0.5;
  const changesAt = random.next() < 0.3 ? Math.floor(between(random, 5, 9)) : 0;
  const spoon = about(random, 1, 0.13);
  const sees = (value: number, { card, off, noise }: Kit) => {
    const shown = Math.max(
      0,
      value * off * Math.exp(random.spread(noise)) + random.spread(0.03 * card.at(-1)! * 0.2),
    );
    const times = shown > card.at(-1)! * 1.05 && dilutes ? 10 : 1;
    const scale = card.map((x) => x * times);
    const near = scale.reduce((best, x) =>
      Math.abs(Math.sqrt(x) - Math.sqrt(shown)) < Math.abs(Math.sqrt(best) - Math.sqrt(shown)) ? x : best,
    );
    const k = scale.indexOf(near);
    return {
      value: {
        low: k === 0 ? 0 : (scale[k - 1]! + near) / 2,
        best: near,
        high: k === scale.length - 1 ? Infinity : (near + scale[k + 1]!) / 2,
      },
      diluted: times > 1,
    };
  };

  const events: CycleEvent[] = [];
  const observations: Observation[] = [];
  const truths: Record<ObservedId, number>[] = [];
  const tests: boolean[] = [];
  const tanks: Tank[] = [];
  let readyDay = Infinity;
  let lowSince = Infinity;
  let nextTest = 0;
  let lastDose = -9;
  let sawAmmonia = 0;
  let goneOnce = 0;
  let stuckBefore = false;
  const thinks = random.next() < 0.93;
  let sawNitrite = 0;
  let serial = 0;
  const source = { ammonia: 0, nitrite: 0, nitrate: 0, alkalinity: null };
  if (random.next() < 0.7)
    events.push({ day: 0, did: 'warm', celsius: Math.round(celsius + random.spread(0.5)) });

  const dose = (day: number, wanted: number) => {
    const spilled = random.next() < 0.03 ? 2 : 1;
    tank.tan += wanted * spoon * spilled * Math.exp(random.spread(0.07));
    lastDose = day;
    if (random.next() < 0.97) events.push({ day: day + 0.01, did: 'dose', nitrogen: wanted, alkalinity: 0 });
  };
  const passesNow = (at: Tank): boolean =>
    animals ? at.tan < low.ammonia && at.no2 < low.nitrite : wouldPass(at, nature);
  for (let day = 0; day <= days; day++) {
    const { ph } = phOfWater(tank.alk, tank.dic);
    truths.push({ ammonia: tank.tan, nitrite: tank.no2, nitrate: tank.no3, alkalinity: tank.alk, ph });
    tanks.push(copyOf(tank));
    if (!animals && readyDay === Infinity && passesNow(tank)) readyDay = day;
    if (animals) {
      if (!passesNow(tank)) lowSince = Infinity;
      else if (lowSince === Infinity) lowSince = day;
      if (readyDay === Infinity && day - lowSince >= 7 && day > 10) readyDay = lowSince;
    }
    const read = (of: ObservedId, seen: { value: Observation['value']; diluted?: boolean }) =>
      observations.push({ readingId: `${of}-${serial++}`, day, of, ...seen });
    const comes = day >= nextTest && day > 0;
    tests.push(comes);
    if (comes) {
      nextTest = day + 1 + Math.floor((3.5 - 2 * care) * random.next()) + (random.next() < 0.05 ? 6 : 0);
      const swap = oddity === 'kit changed' && day >= oddFrom;
      if (swap && kits.ammonia.card === cards.ammonia[maker]) {
        kits.ammonia = kit('ammonia', 0.2, 1 - maker);
        kits.nitrite = kit('nitrite', 0.2, 1 - maker);
      }
      const slip = () => (random.next() < 0.025 ? (random.next() < 0.5 ? 0 : 2.5) : 1);
      const basis = oddity === 'basis mistaken' && day >= oddFrom ? 1 / 0.30446 : 1;
      if (random.next() < 0.95) {
        const a = sees(tank.tan * slip(), kits.ammonia);
        read('ammonia', a);
        sawAmmonia = a.value.best;
      }
      if (random.next() < 0.9) {
        const n = sees(tank.no2 * slip(), kits.nitrite);
        const told = { low: n.value.low * basis, best: n.value.best * basis, high: n.value.high * basis };
        read('nitrite', { ...n, value: told });
        sawNitrite = n.value.best;
      }
      if (random.next() < 0.2) read('nitrate', sees(tank.no3, kits.nitrate));
      const looks = stuckBefore && thinks;
      stuckBefore = false;
      if (looks || (readsKh && random.next() < 0.35)) {
        const drops = Math.max(1, Math.ceil(tank.alk / 0.35665 + random.spread(0.4)));
        read('alkalinity', {
          value: { low: (drops - 1) * 0.35665, best: drops * 0.35665, high: drops * 0.35665 },
        });
        if (drops <= 3 && (buffers || looks)) {
          tank.alk += 1.6;
          tank.dic += 1.6;
          events.push({ day: day + 0.02, did: 'buffer', alkalinity: 1.6 });
        }
      }
      if (readsPh && random.next() < 0.3) {
        const shown = Math.round((ph + random.spread(0.15)) * 5) / 5;
        read('ph', { value: { low: shown - 0.2, best: shown, high: shown + 0.2 } });
      }
    }
    if (group === 'food') {
      if (day === 0 || (day - lastDose >= 1 + (every % 3) && sawAmmonia < 1.5)) {
        const helping = between(random, 0.8, 2.2);
        tank.food += helping * spoon;
        lastDose = day;
        events.push({ day: day + 0.01, did: 'feed', nitrogen: helping });
      }
    } else if (
      !animals &&
      (day === 0 ||
        (sawAmmonia <= 0.25 && day > 1 && day - lastDose >= every && (comes || day - lastDose < 3)))
    )
      dose(day, Math.max(0.3, target - sawAmmonia));
    // Where it stands still for long, people change water.
    if (sawAmmonia <= 0.25) goneOnce = day;
    const stuck = !animals && goneOnce > 0 && day - goneOnce >= 6;
    if (stuck) {
      goneOnce = day;
      stuckBefore = true;
    }
    const needs = animals && comes && (sawAmmonia >= 0.9 || sawNitrite >= 0.25);
    if (needs || stuck || (changesAt > 0 && day > 0 && day % changesAt === 0)) {
      const part = animals ? between(random, 0.25, 0.5) : stuck ? 0.5 : between(random, 0.1, 0.3);
      change(tank, part, tap);
      if (random.next() < 0.95)
        events.push({ day: day + 0.03, did: 'change', part: Math.round(part * 10) / 10, source });
    }
    if (day === lostOn) {
      const left = decades(random, -2, -0.5);
      for (const k of [0, 1, 2] as const) tank.settled[k] *= left;
      tank.awake = 0.3;
      readyDay = Infinity;
    }
    const today = nature.load * (1 + random.spread(nature.swing));
    tank.celsius = celsius + 0.6 * Math.sin(day / 5) + random.spread(0.3);
    for (let k = 0; k < stepsPerDay; k++) pass(tank, nature, Math.max(0, today));
  }
  return {
    group,
    oddity,
    lostOn,
    passes: (day) => passesNow(tanks[day]!),
    readyDay,
    days: truths,
    until: (day) => ({
      days: day,
      feeding: animals ? 'fish' : group === 'food' ? 'food' : 'ammonia',
      seeding: grown ? 'little' : 'none',
      planted: false,
      events: events.filter((e) => e.day < day),
      observations: observations.filter((o) => o.day <= day),
    }),
  };
}
