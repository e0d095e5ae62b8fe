import { day, hour } from '@hedge-lamp/core/wire';
import type { CycleStartDraft } from '@hedge-lamp/core/cycle';
import type { Entered, ReadingDraft } from '@hedge-lamp/core/readings';
import type { DeedDraft, DeedKind } from '@hedge-lamp/core/remedies';
import type { WaterDraft } from '@hedge-lamp/core/waters';
import { type KitDraft, methodOf } from '@hedge-lamp/core/methods';
import { kitOf, ternLaneKits } from './tern-lane-kits';
import { madeUpTest } from './made-up-test';
import { type SeededRandom, seededRandom } from '@hedge-lamp/core/quantity';
import { firstGrowth } from './tern-lane-first-growth';
import { nurseryCube } from './tern-lane-nursery';
import { rescueDays, rescueTub } from './tern-lane-rescue';
import { ternLaneWaters } from './tern-lane-waters';

const firstDay = 365;

const ammonia = 'ammonia-salicylate-two-bottles';
const nitrite = 'nitrite-one-bottle';
const nitrate = 'nitrate-two-bottles';
const nitratePowder = 'nitrate-powder-and-drops';
const kh = 'kh-drops';
const gh = 'gh-drops';
const ph = 'pen-ph';
const temperature = 'pen-temperature';

/** 0 before `from`, 1 after `to`, a straight line between; days ago count down. */
const ramp = (daysAgo: number, from: number, to: number) =>
  Math.min(1, Math.max(0, (from - daysAgo) / (from - to)));

export interface DemoData {
  readonly waters: readonly WaterDraft[];
  readonly readings: readonly ReadingDraft[];
  readonly deeds: readonly DeedDraft[];
  readonly kits: readonly KitDraft[];
  /** Oldest first. */
  readonly cycles: readonly CycleStartDraft[];
}

/**
 * A year of Tern Lane Glasshouse, up to the day before `now`. All invented. The same day gives the same data.
 * @param now the present instant, ms since epoch UTC
 * @param zone IANA name of the zone the readings were taken in
 */
export function ternLane(now: number, zone: string): DemoData {
  const random = seededRandom(4870);
  const w = ternLaneWaters(random);
  const readings: ReadingDraft[] = [];
  const deeds: DeedDraft[] = [];
  const midnight = Math.floor(now / day) * day;
  /** An instant on a day some days ago, never in the future. */
  const at = (daysAgo: number, hours: number) =>
    Math.round(Math.min(now - hour, midnight - daysAgo * day + hours * hour));
  const season = (daysAgo: number) => {
    const date = new Date(midnight - daysAgo * day);
    const dayOfYear = (Date.UTC(2001, date.getUTCMonth(), date.getUTCDate()) - Date.UTC(2001, 0, 1)) / day;
    // Warmest at the end of July.
    return Math.cos(((dayOfYear - 209) / 365) * 2 * Math.PI);
  };

  interface More {
    readonly point?: number;
    readonly note?: string;
    readonly doubts?: ReadingDraft['doubts'];
    /** Its own, so that a water that is added leaves the others as they were. */
    readonly random?: SeededRandom;
  }
  const keep = (
    water: WaterDraft,
    methodId: string,
    entered: Entered,
    daysAgo: number,
    hours: number,
    more: More = {},
  ) => {
    readings.push({
      id: (more.random ?? random).id(),
      waterId: water.id,
      samplingPointId: more.point === undefined ? null : (water.samplingPoints[more.point]?.id ?? null),
      parameter: methodOf(methodId).parameter,
      methodId,
      methodVersion: null,
      kitId: kitOf(methodId),
      drawnFrom: null,
      takenAt: at(daysAgo, hours),
      zone,
      entered,
      doubts: more.doubts ?? [],
      by: 'TL',
      note: more.note ?? '',
      runId: null,
    });
  };
  const test = (
    water: WaterDraft,
    daysAgo: number,
    truths: Partial<Record<string, number>>,
    more: More = {},
  ) => {
    const drawn = more.random ?? random;
    let hours = 9 + drawn.next();
    for (const [methodId, truth] of Object.entries(truths)) {
      if (truth === undefined) continue;
      keep(water, methodId, madeUpTest(methodId, truth, drawn), daysAgo, hours, more);
      hours += 0.05;
    }
  };
  const did = (
    water: WaterDraft,
    daysAgo: number,
    kind: DeedKind,
    detail: string,
    amount: DeedDraft['amount'] = null,
  ) => deeds.push({ id: random.id(), waterId: water.id, kind, at: at(daysAgo, 16), zone, detail, amount });

  // Fern Window: settled, planted. Nitrate creeps up between changes; for two months a second kit reads double.
  let fernNitrate = 14;
  for (let d = firstDay; d >= 3; d--) {
    fernNitrate += 0.45;
    if (d % 21 === 3) {
      fernNitrate = fernNitrate * 0.65 + 0.35 * 6;
      if (d > 15) did(w.fern, d, 'water-change', 'tap', { by: 'part', percent: '35' });
    }
    if (d % 10 === 3)
      test(w.fern, d, {
        [ammonia]: d === 203 ? 0.5 : 0.02,
        [nitrite]: d === 203 ? 0.2 : 0.01,
        [nitrate]: fernNitrate,
        [ph]: 7.3 + random.spread(0.06),
        [kh]: 5.4 - 0.6 * season(d),
        [gh]: d % 60 === 3 ? 7.5 : undefined,
        [temperature]: 24.5 + 1.2 * season(d),
      });
    if (d < 130 && d > 70 && d % 10 === 3)
      keep(w.fern, nitratePowder, madeUpTest(nitratePowder, fernNitrate * 2.1, random), d, 10, {
        note: 'Second kit on the same sample: reads about double. Each is true to itself.',
      });
  }
  did(w.fern, 204, 'filter-clean', 'Rinsed too hard; ammonia showed the next day');

  // Bell Pond: rain without carbonate washes the KH out for a month; oyster shell and bicarbonate bring it back.
  const pondKh = (d: number) => 6.2 - 4.3 * ramp(d, 150, 118) + 3.2 * ramp(d, 112, 80);
  for (let d = 364; d >= 14; d -= 7) {
    if (d < 100 && d % 14 !== 0) continue;
    const carbonate = pondKh(d);
    test(w.pond, d, {
      [ammonia]: 0.08 + 0.12 * Math.max(0, season(d)),
      [nitrite]: 0.03 + 0.05 * Math.max(0, season(d)),
      [nitrate]: 9 + 4 * season(d),
      [ph]: 7.0 + Math.log10(carbonate / 2.2) * 1.6 + 0.3 * season(d),
      [kh]: carbonate,
      [temperature]: 12.5 + 8 * season(d),
    });
  }
  for (const d of [148, 143, 137, 131, 126, 121]) did(w.pond, d, 'rain', 'Gutter ran into the pond all day');
  did(w.pond, 113, 'buffer', '90 g bicarbonate, in three parts over three days');
  did(w.pond, 106, 'buffer', 'Net of oyster shell into the filter');

  // Long Bench loop: nitrate climbs after the big harvest; KH is eaten by the filter meanwhile.
  for (let d = firstDay; d >= 1; d -= 1) {
    if (d % 6 !== 1) continue;
    const sinceHarvest = ramp(d, 62, 8);
    test(
      w.loop,
      d,
      {
        [ammonia]: 0.15,
        [nitrite]: 0.08,
        [nitrate]: 38 + 10 * Math.sin(d / 23) + 70 * sinceHarvest,
        [ph]: 6.8 - 0.5 * sinceHarvest + random.spread(0.05),
        [kh]: 4.4 - 2.6 * sinceHarvest,
        [gh]: d % 90 === 1 ? 9 : undefined,
        [temperature]: 21 + 3.5 * season(d),
      },
      { point: 0 },
    );
  }
  for (const d of [310, 240, 171, 110]) did(w.loop, d, 'harvest', 'Some beds, cut and come again');
  did(w.loop, 63, 'harvest', 'All beds at once, for the market day');
  did(w.loop, 44, 'planting', '120 lettuce seedlings');
  did(w.loop, 296, 'buffer', '60 g dolomite lime');
  did(w.loop, 200, 'buffer', '60 g dolomite lime');

  // Nursery cube: fishless cycle. It stalls when the carbonate is gone, hides behind a false zero, and recovers.
  const nurseryRandom = seededRandom(2903);
  const nursery = nurseryCube(w.cube, now, zone, nurseryRandom);
  for (const {
    daysAgo,
    ammonia: total,
    nitrite: shown,
    diluted,
    nitrate: no3,
    kh: degrees,
    ph: acid,
  } of nursery.days) {
    test(
      w.cube,
      daysAgo,
      {
        [ammonia]: total,
        // From the rescue on it is diluted each time.
        [nitrite]: diluted === undefined || shown === 0 ? shown : undefined,
        [nitrate]: no3,
        [kh]: degrees,
        [ph]: acid,
        [temperature]: 25.5,
      },
      { random: nurseryRandom },
    );
    if (diluted !== undefined) {
      const read = madeUpTest(nitrite, diluted / 20, nurseryRandom);
      keep(w.cube, nitrite, { ...read, dilution: 20 } as Entered, daysAgo, 12, {
        random: nurseryRandom,
        note:
          shown === 0
            ? 'False zero: it flashed deep purple and faded. 1 mL into 19 mL RO water.'
            : '1 mL into 19 mL RO water.',
      });
    }
  }
  const firstRandom = seededRandom(2904);
  const first = firstGrowth(w.cube, now, zone, firstRandom);
  for (const { daysAgo, ammonia: total, nitrite: shown, nitrate: no3, kh: degrees, ph: acid } of first.days)
    test(
      w.cube,
      daysAgo,
      { [ammonia]: total, [nitrite]: shown, [nitrate]: no3, [kh]: degrees, [ph]: acid, [temperature]: 24.5 },
      { random: firstRandom },
    );
  for (const { daysAgo, kind, detail, amount } of [...first.deeds, ...nursery.deeds])
    deeds.push({
      id: nurseryRandom.id(),
      waterId: w.cube.id,
      kind,
      at: at(daysAgo, 16),
      zone,
      detail,
      amount,
    });

  // Sources: the mains carries a little ammonia since the works changed its disinfection.
  for (let d = 360; d >= 20; d -= 30) {
    test(w.mains, d, {
      [ammonia]: d > 180 ? 0.02 : 0.32,
      [nitrate]: 6,
      [ph]: 7.6,
      [kh]: 5.2,
      [gh]: 7.4,
    });
    if (d % 60 === 0) {
      test(w.rain, d, { [ammonia]: 0.15, [nitrate]: 2, [ph]: 6.1, [kh]: 0.4, [gh]: 0.5 });
      test(w.ro, d, { [ammonia]: 0.01, [ph]: 6.4, [kh]: 0.3, [gh]: 0.2, [nitrate]: 0.5 });
    }
  }

  // Footbridge: above and below in one go, monthly.
  for (let d = 356; d >= 10; d -= 30)
    for (const point of [0, 1])
      test(
        w.footbridge,
        d,
        {
          [ammonia]: 0.05 + 0.12 * point,
          [nitrate]: 7 + 5 * point,
          [ph]: 7.8,
          [kh]: 8.2,
          [gh]: 9.6,
          [temperature]: 10.5 + 5 * season(d),
        },
        { point },
      );

  // Rescue tub: ammonia climbs as pH slides; harmless so far, and a change with the tap would end that.
  const rescue = rescueTub(w.mains.id);
  for (const { daysAgo, ...truth } of rescueDays)
    test(
      rescue.water,
      daysAgo,
      {
        [ammonia]: truth.ammonia,
        [nitrite]: truth.nitrite,
        [nitrate]: truth.nitrate,
        [ph]: truth.ph,
        [kh]: truth.kh,
        [temperature]: 23.5,
      },
      { random: rescue.random },
    );
  deeds.push({
    id: rescue.random.id(),
    waterId: rescue.water.id,
    kind: 'stocked',
    at: at(7, 16),
    zone,
    detail: 'Eleven fish and a handful of snails, taken in',
    amount: null,
  });

  return {
    waters: [...Object.values<WaterDraft>({ ...w }), rescue.water],
    readings,
    deeds,
    kits: ternLaneKits(now),
    cycles: [first.start, nursery.start],
  };
}
