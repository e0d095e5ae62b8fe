import {
  type FactsGiven,
  type Scenario,
  factsOfPlaces,
  findingsOf,
  givenOf,
  scenarioNow,
  standingOf,
  today,
} from '@hedge-lamp/core/guidelines';
import { type Status, severity } from '@hedge-lamp/core/limits';
import type { ParameterId } from '@hedge-lamp/core/parameters';
import type { Reading } from '@hedge-lamp/core/readings';
import type { Deed, DeedAmount, DeedKind } from '@hedge-lamp/core/remedies';
import { type StockGroupId, isAnimal, stockGroupIds } from '@hedge-lamp/core/limits';
import fc from 'fast-check';

/**
 * What must hold for every water. Random waters of all kinds, stocks and stages, with readings that are missing, old,
 * without a value or coarse, with deeds, signs, sources and places. `npm run lamp` runs many more of them.
 */
const runs = Number(process.env.HEDGE_LAMP_RUNS ?? 1500);
const day = 86_400_000;

type Shape = 'good' | 'trace' | 'bad' | 'awful' | 'coarse' | 'none' | 'open';
/** Low, best and high of each shape, in the usual unit of its parameter. */
const figures: Record<string, Partial<Record<Shape, readonly [number, number, number]>>> = {
  ammonia: {
    good: [0, 0, 0.1],
    trace: [0.1, 0.25, 0.5],
    bad: [1, 2, 3],
    awful: [6, 8, 10],
    coarse: [0, 0, 0.25],
  },
  nitrite: {
    good: [0, 0, 0.1],
    trace: [0.1, 0.25, 0.4],
    bad: [1, 2, 3],
    awful: [8, 10, 15],
    coarse: [0, 0, 0.25],
  },
  nitrate: { good: [8, 12, 15], trace: [18, 25, 35], bad: [60, 80, 120], awful: [300, 400, 500] },
  ph: { good: [7, 7.2, 7.4], trace: [6.4, 6.6, 6.8], bad: [8.4, 8.6, 8.8], awful: [9.3, 9.5, 9.7] },
  alkalinity: { good: [5, 6, 6], trace: [2, 3, 3], bad: [0.1, 1, 1], awful: [0, 0.3, 0.5] },
  hardness: { good: [7, 8, 8], trace: [3, 4, 4], bad: [0.5, 1, 1], awful: [30, 35, 40] },
  temperature: { good: [23.5, 24, 24.5], trace: [19, 20, 21], bad: [11, 12, 13], awful: [33, 34, 35] },
  chloride: {
    good: [20, 30, 40],
    trace: [150, 200, 260],
    bad: [900, 1000, 1100],
    awful: [15000, 18000, 19000],
  },
};
const parameters = Object.keys(figures) as ParameterId[];

/** Mostly well, so that Clear is not rare. */
const shape = fc.oneof(
  { weight: 24, arbitrary: fc.constant<Shape>('good') },
  { weight: 2, arbitrary: fc.constantFrom<Shape>('trace', 'bad', 'awful', 'coarse', 'none', 'open') },
);
const read = (parameter: ParameterId) =>
  fc
    .record({
      shape,
      ago: fc.oneof(
        { weight: 24, arbitrary: fc.constantFrom(0, 0.1, 0.6, 1.5) },
        { weight: 2, arbitrary: fc.constantFrom(3, 8, 15, 40, 80, 200) },
      ),
      by: fc.constantFrom(undefined, undefined, 'strip-five-pads'),
      doubts: fc.oneof(
        { weight: 24, arbitrary: fc.constant(undefined) },
        { weight: 1, arbitrary: fc.constantFrom(['old-bottle'], ['flashed'], ['step-skipped']) },
      ),
    })
    .map(({ shape: s, ago, by, doubts }) => {
      const [low, best, high] = figures[parameter]![s] ?? figures[parameter]!.good!;
      const says = s === 'none' ? 'none' : s === 'open' ? `over ${high}` : `${best} (${low}–${high})`;
      return {
        says:
          (parameter === 'ph' || parameter === 'temperature') && s === 'open'
            ? `${best} (${low}–${high})`
            : says,
        daysAgo: ago,
        ...(by ? { by } : {}),
        ...(doubts ? { doubts } : {}),
      };
    });
const reads = (missing: number) =>
  fc.record(
    Object.fromEntries(
      parameters.map((p) => [
        p,
        fc.oneof(
          { weight: p === 'chloride' ? 1 : 24, arbitrary: read(p) },
          { weight: p === 'chloride' ? 4 : missing, arbitrary: fc.constant(undefined) },
        ),
      ]),
    ),
  );

const amounts: Partial<Record<DeedKind, fc.Arbitrary<DeedAmount>>> = {
  'water-change': fc.constantFrom<DeedAmount>(
    { by: 'part', percent: '10' },
    { by: 'part', percent: '25' },
    { by: 'part', percent: '60' },
    { by: 'part', percent: '30', conditioned: false },
    { by: 'part', percent: '30', sourceWaterId: null },
  ),
  'power-cut': fc.constantFrom<DeedAmount>({ by: 'hours', hours: '1' }, { by: 'hours', hours: '5' }),
  rain: fc.constantFrom<DeedAmount>({ by: 'rain', millimeters: '10' }, { by: 'rain', millimeters: '80' }),
  conditioner: fc.constantFrom<DeedAmount>(
    { by: 'against', against: 'chlorine' },
    { by: 'against', against: 'ammonia' },
  ),
  loss: fc.constantFrom<DeedAmount>(
    { by: 'animals', group: null, count: '1', gramsEach: '', stage: null },
    { by: 'animals', group: 'snails', count: '1', gramsEach: '', stage: null },
    { by: 'animals', group: null, count: '3', gramsEach: '', stage: null },
  ),
  sign: fc.constantFrom<DeedAmount>(
    { by: 'signs', signs: ['gasping'] },
    { by: 'signs', signs: ['listless', 'cloudy'] },
    { by: 'signs', signs: ['brown-gills'] },
  ),
};
const deedKinds: readonly DeedKind[] = [
  'water-change',
  'rain',
  'stocked',
  'loss',
  'filter-rinse',
  'filter-wash',
  'filter-clean',
  'power-cut',
  'medicine',
  'treatment',
  'conditioner',
  'buffer',
  'acid',
  'rescape',
  'harvest',
  'sign',
  'planting',
  'feed',
];
const deed = fc.constantFrom(...deedKinds).chain((kind) =>
  fc.record({
    kind: fc.constant(kind),
    daysAgo: fc.constantFrom(0.05, 0.4, 1.2, 2.5, 6, 20),
    amount:
      kind === 'sign'
        ? amounts.sign!
        : amounts[kind]
          ? fc.option(amounts[kind], { nil: undefined })
          : fc.constant(undefined),
  }),
);

const anyScenario = fc
  .record({
    kind: fc.constantFrom('aquarium', 'aquarium', 'pond', 'aquaponics', 'standing'),
    stock: fc.oneof(
      { weight: 5, arbitrary: fc.constant<StockGroupId[]>(['community-fish']) },
      { weight: 1, arbitrary: fc.constant<StockGroupId[]>([]) },
      { weight: 2, arbitrary: fc.subarray([...stockGroupIds], { maxLength: 2 }) },
    ),
    cycling: fc.constantFrom(false, false, false, true),
    guidance: fc.record({
      lifeStage: fc.constantFrom('grown', 'grown', 'young'),
      sets: fc.constantFrom(null, null, null, ['planted-tank'], ['general-aquarium', 'ccme']),
      schools: fc.record({ ammonia: fc.constantFrom(null, 'any-trace', 'free-only', 'acid-nitrite') }),
    }),
    water: fc.record({
      units: fc.constantFrom({}, { ammonia: 'mg/L NH4', nitrite: 'mg/L NO2-N', temperature: '°F' }),
      livesHere: fc.constantFrom(null, null, null, 'animals', 'nobody'),
      salinity: fc.constantFrom(null, null, null, null, 'marine', 'medicine'),
      meanDepth: fc.constantFrom(null, 1),
      roofWater: fc.constantFrom(null, false, true),
    }),
    read: reads(1),
    deeds: fc.oneof(
      { weight: 1, arbitrary: fc.constant([]) },
      { weight: 1, arbitrary: fc.array(deed, { maxLength: 2 }) },
    ),
    source: fc.constantFrom(
      undefined,
      { ammonia: '0 (0–0.1)', nitrate: '5', ph: '7.2', alkalinity: '6', hardness: '8' },
      { ammonia: '0.5 (0.25–1)', nitrate: '5', ph: '8.2', alkalinity: '10', hardness: '14' },
    ),
    places: fc.oneof(
      { weight: 6, arbitrary: fc.constant(undefined) },
      { weight: 1, arbitrary: fc.tuple(reads(1), reads(1)) },
    ),
  })
  .map(({ places, read: unnamed, ...rest }): Scenario => {
    const clean = (r: object) => Object.fromEntries(Object.entries(r).filter(([, v]) => v !== undefined));
    return {
      ...rest,
      read: clean(unnamed),
      deeds: [...rest.deeds].map((d: object) => d) as never,
      ...(places ? { places: places.map((r, k) => ({ name: `Place ${k + 1}`, read: clean(r) })) } : {}),
    } as Scenario;
  });

const lampOf = (given: FactsGiven): Status => standingOf(given).lamp.status;

/** Free ammonia, mg/L NH3, by Emerson and others 1975, written here anew. */
const free = (total: number, ph: number, celsius: number) =>
  (total * 1.2159) / (1 + 10 ** (0.09018 + 2729.92 / (273.15 + celsius) - ph));

/** Deeds that make ammonia and nitrite the past, whatever was told with them. */
const upsetting: readonly DeedKind[] = [
  'stocked',
  'filter-wash',
  'filter-clean',
  'medicine',
  'treatment',
  'rescape',
];

/** Why a water cannot be Clear, worked out from what was given and not from what was found; empty where it can. */
function reasonsAgainstClear({ water, latest, places, deeds = [], at }: FactsGiven): string[] {
  const against: string[] = [];
  const groups = water.stockGroups;
  const animals = groups.filter(isAnimal);
  // "Nobody" was said a month ago: it stands where no animals were told, and none were noted since.
  const nobody = water.livesHere === 'nobody' && animals.length === 0;
  if (nobody && !deeds.some((d) => ['stocked', 'loss', 'departure', 'sign'].includes(d.kind))) return [];
  const views: { name: string; of: (p: ParameterId) => Reading | undefined }[] =
    places && water.samplingPoints.length > 0
      ? water.samplingPoints.flatMap(({ id, name }) => {
          const own = places.find((p) => p.id === id)!.latest;
          const whole = places.find((p) => p.id === null)!.latest;
          return Object.values(own).some(Boolean)
            ? [{ name, of: (p: ParameterId) => own[p] ?? whole[p] }]
            : [];
        })
      : [{ name: '', of: (p: ParameterId) => latest[p] }];
  const vital: ParameterId[] = ['ammonia', 'nitrite', 'ph'];
  if (water.kind === 'pond' || water.kind === 'aquaponics' || water.cycling) vital.push('alkalinity');
  if (animals.some((g) => ['shrimp', 'crystal-shrimp', 'snails'].includes(g))) vital.push('hardness');
  const holds: Partial<Record<ParameterId, number>> = {
    ammonia: 14,
    nitrite: 14,
    ph: 14,
    alkalinity: 14,
    hardness: 60,
  };
  if (water.kind === 'standing') [holds.ammonia, holds.nitrite] = [2, 2];
  else if (water.cycling) [holds.ammonia, holds.nitrite] = [2, 2];
  for (const view of views) {
    for (const p of vital) {
      const reading = view.of(p);
      const days = reading ? (at - reading.takenAt) / day : Infinity;
      if (!reading) against.push(`${view.name} ${p} missing`);
      else if (!reading.value) against.push(`${view.name} ${p} has no value`);
      else if (days > holds[p]! + 0.01) against.push(`${view.name} ${p} is ${days} days old`);
      else if (
        (p === 'ammonia' || p === 'nitrite') &&
        reading.value.best === 0 &&
        reading.doubts.includes('old-bottle')
      )
        against.push(`${view.name} ${p} zero of an old bottle`);
      else if (
        (p === 'ammonia' || p === 'nitrite') &&
        deeds.some((d) => upsetting.includes(d.kind) && d.at > reading.takenAt)
      )
        against.push(`${view.name} ${p} before an upset`);
    }
    const [ammonia, nitrite, ph, celsius] = (['ammonia', 'nitrite', 'ph', 'temperature'] as const).map(
      (p) => view.of(p)?.value,
    );
    // What was changed since may have thinned it: then the estimate is judged elsewhere.
    const thinned = deeds.some((d) => d.kind === 'water-change' || d.kind === 'rain');
    if (!thinned) {
      if (ammonia && ph && free(ammonia.high ?? Infinity, ph.high ?? 14, celsius?.high ?? 20) > 0.051)
        against.push(`${view.name} free ammonia past 0.05 at its high end`);
      if (nitrite && (nitrite.high ?? Infinity) * 3.2845 > 0.51)
        against.push(`${view.name} nitrite past 0.5`);
      if (ammonia && (ammonia.high ?? Infinity) > 4) against.push(`${view.name} total ammonia past 4`);
    }
  }
  for (const d of deeds) if (at - d.at < 2 * day && d.kind === 'sign') against.push('a sign within two days');
  if (water.salinity === 'marine' || water.salinity === 'medicine') against.push('salted');
  return against;
}

describe('the lamp of any water', () => {
  const tally: Partial<Record<Status, number>> = {};

  it('never says Clear with something vital missing, too old, without a value, of the past, or past what harms at either end', () => {
    fc.assert(
      fc.property(anyScenario, (scenario) => {
        const given = givenOf(scenario);
        const status = lampOf(given);
        tally[status] = (tally[status] ?? 0) + 1;
        const against = reasonsAgainstClear(given);
        if (status === 'clear') expect(against).toEqual([]);
      }),
      { numRuns: runs, endOnFailure: true },
    );
    // A lamp that is never Clear would hold this too: it must be Clear often enough to mean something.
    if (process.env.HEDGE_LAMP_RUNS) console.log(`${runs} waters: ${JSON.stringify(tally)}`);
    expect(tally.clear ?? 0).toBeGreaterThan(runs / 50);
  });

  /** Every value of one reading changed. */
  const withValue = (
    given: FactsGiven,
    parameter: ParameterId,
    change: (v: NonNullable<Reading['value']>) => NonNullable<Reading['value']>,
  ): FactsGiven => {
    const reading = given.latest[parameter];
    if (!reading?.value) return given;
    const changed: Reading = { ...reading, value: change(reading.value) };
    const put = <T extends FactsGiven['latest']>(latest: T): T =>
      latest[parameter]?.id === reading.id ? { ...latest, [parameter]: changed } : latest;
    return {
      ...given,
      latest: put(given.latest),
      ...(given.places ? { places: given.places.map((p) => ({ ...p, latest: put(p.latest) })) } : {}),
      history: (p) =>
        (given.history?.(p) ?? []).map((r) => (r.id === reading.id ? { ...r, value: changed.value } : r)),
    };
  };

  /** What can be at most: no meter and no card says more. */
  const highest: Partial<Record<ParameterId, number>> = { ph: 14, temperature: 50 };

  it('is never milder for a wider reading of the same best guess by the same kit', () => {
    fc.assert(
      fc.property(
        anyScenario,
        fc.constantFrom(...parameters),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 3, noNaN: true }),
        (scenario, parameter, down, up) => {
          const given = givenOf(scenario);
          const wide = withValue(given, parameter, ({ low, best, high }) => ({
            low: low === null ? null : low - (parameter === 'temperature' ? 5 : low) * down,
            best,
            high:
              high === null
                ? null
                : Math.min(highest[parameter] ?? Infinity, high + Math.max(0.1, best * 0.2) * up),
          }));
          expect(severity(lampOf(wide))).toBeGreaterThanOrEqual(severity(lampOf(given)));
        },
      ),
      { numRuns: runs, endOnFailure: true },
    );
  });

  it('is never milder when what there is too much of is doubled', () => {
    fc.assert(
      fc.property(anyScenario, (scenario) => {
        const given = givenOf(scenario);
        const before = standingOf(given);
        const worst = findingsOf(factsOfPlaces(given)).find(
          (f) =>
            f.rule === 'limits' &&
            !f.note &&
            ['ammonia', 'nitrite', 'nitrate', 'free-ammonia'].includes(f.subject ?? ''),
        );
        const parameter: ParameterId =
          worst?.subject === 'free-ammonia'
            ? 'ammonia'
            : ((worst?.subject as ParameterId | null | undefined) ?? 'ammonia');
        const double = (x: number | null) => (x === null ? null : Math.min(990, 2 * x));
        const after = withValue(given, parameter, ({ low, best, high }) => ({
          low: double(low),
          best: double(best)!,
          high: double(high),
        }));
        // Too little nitrate for plants is another matter than too much.
        if (parameter === 'nitrate' && (given.latest.nitrate?.value?.best ?? 0) < 5) return;
        expect(severity(lampOf(after))).toBeGreaterThanOrEqual(severity(before.lamp.status));
      }),
      { numRuns: runs, endOnFailure: true },
    );
  });

  it('is that of the findings that bear on it, and names what is unread beside it', () => {
    fc.assert(
      fc.property(anyScenario, (scenario) => {
        const t = today(givenOf(scenario));
        const bearing = t.findings.filter((f) => !f.note).map((f) => severity(f.status));
        expect(severity(t.lamp.status)).toBeGreaterThanOrEqual(Math.max(0, ...bearing));
        const missing = t.lamp.rests.filter((r) => r.light === 'dusk' || r.light === 'dark');
        if (missing.length > 0) expect(severity(t.lamp.status)).toBeGreaterThanOrEqual(severity('unread'));
        if (missing.length > 0 && t.lamp.status !== 'unread')
          expect(t.lamp.missing).toMatch(/^(Also unread|Read again): /);
        expect([t.lamp.sentence, t.lamp.sentence.split(/\s+/).length <= 20]).toEqual([t.lamp.sentence, true]);
        expect(JSON.stringify(t)).not.toMatch(/NaN|undefined|Infinity/);
      }),
      { numRuns: Math.min(runs, 600), endOnFailure: true },
    );
  });

  it('is quick to be looked at again: the same water gives the same lamp', () => {
    const given = givenOf({ read: { ammonia: '0 (0–0.1)', nitrite: '0 (0–0.1)', ph: '7.2' } });
    expect(lampOf(given)).toBe('clear');
    expect(lampOf({ ...given, at: scenarioNow + 13 * day })).toBe('clear');
    expect(lampOf({ ...given, at: scenarioNow + 15 * day })).toBe('unread');
    const upset: Deed = {
      id: '00000000-0000-4000-8000-000000000777',
      waterId: given.water.id,
      kind: 'medicine',
      amount: null,
      at: scenarioNow,
      zone: 'Etc/UTC',
      detail: '',
      planLine: null,
      createdAt: scenarioNow,
      deletedAt: null,
    };
    expect(lampOf({ ...given, deeds: [upset] })).toBe('unread');
  });
});
