import {
  alkalinityUsed,
  carbonateReading,
  chlorideNitrite,
  feedLoad,
  householdAmmoniaDose,
  mixWaters,
  nitrogenBalance,
  saltDose,
  saltEffect,
  saltOf,
  spoonsAndWeight,
  totalNitrogen,
} from '@hedge-lamp/core/chemistry';
import { scaledBack } from '@hedge-lamp/core/methods';
import { type Interval, interval, point } from '@hedge-lamp/core/quantity';
import { freeAmmonia } from '@hedge-lamp/core/readings';
import { afterChange, afterDrip, fractionToReach, settledLevel } from '@hedge-lamp/core/remedies';
import fc from 'fast-check';
import { evenShare } from '../even-share';

/**
 * Every computation on intervals, with the range of each of its inputs. Two things must hold of all: a point
 * inside each input gives a point inside the output, and a narrower input never gives a wider output.
 */
type Range = readonly [low: number, high: number];
interface Computation {
  readonly name: string;
  readonly inputs: readonly Range[];
  readonly compute: (...inputs: Interval[]) => readonly Interval[];
}
const dated = (value: Interval) => ({ value, takenAt: 0 });
const nitrate = (now: Interval, source: Interval) => ({ label: 'Nitrate', unit: 'mg/L NO3', now, source });
const [kh, ph, celsius, gh]: Range[] = [
  [0, 6],
  [5, 10.5],
  [0, 35],
  [0, 4],
];
const soda = saltOf('sodium-carbonate');
const epsom = saltOf('magnesium-sulfate');

const computations: Computation[] = [
  {
    name: 'free ammonia',
    inputs: [[0, 8], ph!, celsius!],
    compute: (t, p, c) => [freeAmmonia(dated(t!), dated(p!), dated(c!)).value],
  },
  {
    name: 'carbonate',
    inputs: [kh!, ph!, celsius!, gh!],
    compute: (alkalinity, p, temperature, hardness) => {
      const { value } = carbonateReading({
        alkalinity: alkalinity!,
        ph: p!,
        temperature: temperature!,
        hardness: hardness!,
      });
      return [
        value.co2,
        value.dic,
        value.bicarbonate,
        value.carbonate,
        value.airedPh,
        value.timesAir,
        value.ruleOfThumb,
      ];
    },
  },
  {
    name: 'a mix',
    inputs: [[10, 90], celsius!, kh!, ph!, [0, 60], celsius!, kh!, ph!, [0, 60]],
    compute: (liters, t1, a1, p1, n1, t2, a2, p2, n2) => {
      const { value } = mixWaters([
        { liters: liters!, temperature: t1!, alkalinity: a1!, ph: p1!, nitrate: n1! },
        { liters: point(50), temperature: t2!, alkalinity: a2!, ph: p2!, nitrate: n2! },
      ]);
      return [
        value.ph,
        value.airedPh,
        value.alkalinity,
        value.temperature,
        value.dic,
        value.co2,
        value.nitrate!,
      ];
    },
  },
  {
    name: 'what a salt does',
    inputs: [kh!, ph!, celsius!, gh!, [0, 20], [50, 300]],
    compute: (alkalinity, p, temperature, hardness, grams, liters) => {
      const water = { alkalinity: alkalinity!, ph: p!, temperature: temperature!, hardness: hardness! };
      const { value } = saltEffect(water, soda, grams!, liters!);
      return [value.alkalinity, value.hardness!, value.ph, value.airedPh];
    },
  },
  {
    name: 'what a salt does that leaves carbonate alone',
    inputs: [kh!, ph!, celsius!, gh!, [0, 20]],
    compute: (alkalinity, p, temperature, hardness, grams) => {
      const water = { alkalinity: alkalinity!, ph: p!, temperature: temperature!, hardness: hardness! };
      const { value } = saltEffect(water, epsom, grams!, point(100));
      return [value.hardness!, value.ph, value.airedPh];
    },
  },
  {
    name: 'a dose',
    inputs: [
      [0, 4],
      [20, 400],
    ],
    compute: (rise, liters) => {
      const { value } = saltDose(soda, 'alkalinity', rise!, liters!);
      return [value.grams, value.teaspoons, value.rises.alkalinity];
    },
  },
  {
    name: 'household ammonia',
    inputs: [
      [0, 4],
      [20, 400],
      [2, 25],
      [0.9, 0.99],
    ],
    compute: (rise, liters, w, d) => [householdAmmoniaDose(rise!, liters!, w!, d!).value],
  },
  {
    name: 'spoons',
    inputs: [[0, 50]],
    compute: (grams) => [spoonsAndWeight(soda, { grams: grams! }).value.teaspoons],
  },
  { name: 'KH used', inputs: [[0, 20]], compute: (n) => [alkalinityUsed(n!).value] },
  {
    name: 'chloride to nitrite',
    inputs: [
      [0, 100],
      [0.01, 5],
    ],
    compute: (chloride, nitrite) => {
      const { value } = chlorideNitrite(chloride!, nitrite!);
      return [value.perIon!, value.perNitrogen!, value.wantingPerIon];
    },
  },
  {
    name: 'feed',
    inputs: [
      [0, 50],
      [0.1, 0.6],
      [20, 3000],
    ],
    compute: (feed, protein, liters) => [feedLoad(feed!, protein!, liters!).value.perLiter],
  },
  {
    name: 'nitrogen',
    inputs: [
      [0, 5],
      [0, 5],
      [0, 40],
      [0, 40],
    ],
    compute: (ammonia, nitrite, before, after) => {
      const forms = { ammonia: ammonia!, nitrite: nitrite! };
      return [
        totalNitrogen({ ...forms, nitrate: before! }).value,
        nitrogenBalance(
          { ...forms, nitrate: before! },
          { ammonia: point(0), nitrite: point(0), nitrate: after! },
        ).value.gained,
      ];
    },
  },
  {
    name: 'a water change',
    inputs: [
      [0, 100],
      [0, 50],
      [0, 1],
    ],
    compute: (now, source, part) => [afterChange(nitrate(now!, source!), part!).value],
  },
  {
    name: 'a drip',
    inputs: [
      [0, 100],
      [0, 50],
      [0, 200],
      [50, 400],
    ],
    compute: (now, source, dripped, liters) => [afterDrip(nitrate(now!, source!), dripped!, liters!).value],
  },
  {
    name: 'where it settles',
    inputs: [
      [0, 30],
      [0.05, 0.9],
      [0, 20],
    ],
    compute: (source, fraction, made) => {
      const { value } = settledLevel(nitrate(point(0), source!), { fraction: fraction!, made: made! });
      return [value.before, value.after];
    },
  },
  {
    name: 'the part to change',
    inputs: [
      [41, 100],
      [0, 39],
    ],
    compute: (now, source) => [fractionToReach(nitrate(now!, source!), 40).value],
  },
  {
    name: 'a dilution',
    inputs: [
      [0, 10],
      [1, 20],
    ],
    compute: (r, f) => [scaledBack(r!, f!, 'mg/L').value],
  },
];

/** An input: an interval inside its range, one inside that, and a point inside that in turn. */
const nested = ([from, to]: Range) =>
  fc.array(evenShare, { minLength: 5, maxLength: 5 }).map((shares) => {
    const [a, b, c, d, e] = shares.map((s) => from + s * (to - from)).sort((x, y) => x - y) as [
      number,
      number,
      number,
      number,
      number,
    ];
    return { outer: interval(a, c, e), inner: interval(b, c, d), inside: point(c) };
  });

const within = (inner: Interval, outer: Interval, what: string) => {
  const slack = 1e-7 * Math.max(1, Math.abs(inner.best));
  expect([what, inner.low >= outer.low - slack]).toEqual([what, true]);
  expect([what, inner.high <= outer.high + slack]).toEqual([what, true]);
};

describe.each(computations.map((c) => [c.name, c] as const))('%s', (_, { inputs, compute }) => {
  const box = fc.tuple(...inputs.map(nested));

  it('holds every point of the box, and a narrower box gives no wider answer', () => {
    fc.assert(
      fc.property(box, fc.infiniteStream(evenShare), (sides, shares) => {
        const outer = compute(...sides.map((s) => s.outer));
        const inner = compute(...sides.map((s) => s.inner));
        // Any point of the inner box, not only the best guesses.
        const somewhere = compute(
          ...sides.map((s) => point(s.inner.low + shares.next().value! * (s.inner.high - s.inner.low))),
        );
        fc.pre(outer.length > 0 && inner.length > 0 && somewhere.length > 0);
        inner.forEach((value, k) => within(value, outer[k]!, `answer ${k}, narrower box`));
        somewhere.forEach((value, k) => within(value, inner[k]!, `answer ${k}, a point`));
        inner.forEach((value) => {
          expect(value.low).toBeLessThanOrEqual(value.best);
          expect(value.best).toBeLessThanOrEqual(value.high);
        });
      }),
      { numRuns: Number(process.env.HEDGE_LAMP_RUNS ?? 60) },
    );
  });
});
