import { type Latest, sentence, today } from '@hedge-lamp/core/guidelines';
import { toWire } from '@hedge-lamp/core/quantity';
import { type Observation, type Reading, interpret } from '@hedge-lamp/core/readings';
import { type ParameterId } from '@hedge-lamp/core/parameters';
import { type Water, WaterDraftSchema } from '@hedge-lamp/core/waters';

const day = 86_400_000;
const now = 1_750_000_000_000;
const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;

const water = (more: object = {}): Water => ({
  ...WaterDraftSchema.parse({
    id: id(1),
    name: 'Reed tank',
    kind: 'aquarium',
    netLiters: 100,
    stockGroups: ['community-fish'],
    ...more,
  }),
  version: 1,
  livesToldAt: null,
  createdAt: now - 400 * day,
  updatedAt: now,
  deletedAt: null,
});

/** A reading as the server would have kept it. */
function reading(observation: Omit<Observation, 'doubts'>, daysAgo = 0): Reading {
  const { value } = interpret({ ...observation, doubts: [] });
  return {
    ...observation,
    id: id(2),
    waterId: id(1),
    samplingPointId: null,
    takenAt: now - daysAgo * day - 60_000,
    zone: 'Etc/UTC',
    doubts: [],
    by: '',
    note: '',
    runId: null,
    kitId: null,
    drawnFrom: null,
    methodVersion: 1,
    value: value && toWire(value),
    version: 1,
    createdAt: now,
    deletedAt: null,
  } as Reading;
}
const pen = (parameter: 'ph' | 'temperature', text: string, daysAgo = 0) =>
  reading(
    {
      parameter,
      methodId: `pen-${parameter}`,
      entered: { how: 'meter', text, unit: parameter === 'ph' ? 'pH' : '°C' },
    },
    daysAgo,
  );
const ammonia = (below: number, share: number, daysAgo = 0) =>
  reading(
    {
      parameter: 'ammonia',
      methodId: 'ammonia-salicylate-two-bottles',
      entered: { how: 'card', cardId: 'salicylate-ammonia', match: { found: 'between', below, share } },
    },
    daysAgo,
  );
const of = (latest: Latest, more: object = {}) => today({ water: water(more), latest, at: now });
const gauge = (t: ReturnType<typeof today>, subject: string) => t.gauges.find((g) => g.subject === subject)!;

describe('how a water is', () => {
  it('tells the same ammonia harmless in cool acid water and dangerous in warm alkaline water', () => {
    const total = ammonia(3, 0.5);
    const mild = of({ ammonia: total, ph: pen('ph', '6.6'), temperature: pen('temperature', '24.0') });
    const harsh = of({ ammonia: total, ph: pen('ph', '8.4'), temperature: pen('temperature', '27.0') });
    expect(gauge(mild, 'free-ammonia')).toMatchObject({ status: 'clear', sure: true });
    expect(gauge(harsh, 'free-ammonia')).toMatchObject({ status: 'act' });
    // The total itself stands the same in both.
    expect(gauge(mild, 'ammonia').status).toBe(gauge(harsh, 'ammonia').status);
  });

  it('names the pH as what would settle free ammonia when the pH is what is missing', () => {
    const t = of({ ammonia: ammonia(1, 0.5), temperature: pen('temperature', '25.0') });
    const finding = t.findings.find((f) => f.subject === 'free-ammonia')!;
    expect(finding.sure).toBe(false);
    expect(finding.howSure).toMatch(/A fresh pH to the tenth would settle it\.$/);
    expect(gauge(t, 'free-ammonia').workings!.caveats.join(' ')).toMatch(/No pH was measured/);
    // The gap stands beside the figure too, with how wide it makes it; with everything fresh there is none.
    expect(gauge(t, 'free-ammonia').gaps).toEqual([
      expect.stringMatching(
        /^No pH was measured.*That makes free ammonia .* with pH known to be 7.5 it would be/,
      ),
    ]);
    expect(
      gauge(
        of({ ammonia: ammonia(1, 0.5), ph: pen('ph', '7.4'), temperature: pen('temperature', '25') }),
        'free-ammonia',
      ).gaps,
    ).toEqual([]);
  });

  it('starts with what narrows most when no single test settles it: the pH never read before the old temperature', () => {
    const t = of({ ammonia: ammonia(4, 0.5), temperature: pen('temperature', '25.0', 1) });
    const finding = t.findings.find((f) => f.subject === 'free-ammonia')!;
    expect(finding.howSure).toMatch(/No single test settles it\. Start with a fresh pH to the tenth\.$/);
  });

  it('does not judge by a pH of last month', () => {
    const fresh = of({
      ammonia: ammonia(1, 0.5),
      ph: pen('ph', '7.0'),
      temperature: pen('temperature', '25.0'),
    });
    const old = of({
      ammonia: ammonia(1, 0.5),
      ph: pen('ph', '7.0', 30),
      temperature: pen('temperature', '25.0'),
    });
    expect(gauge(fresh, 'free-ammonia').sure).toBe(true);
    expect(gauge(old, 'free-ammonia').sure).toBe(false);
  });

  it('opens every figure that it shows: result, formula, own figures, what went in, source', () => {
    const t = of({ ammonia: ammonia(1, 0.5), ph: pen('ph', '7.4'), temperature: pen('temperature', '25.0') });
    for (const { subject, value, workings } of t.gauges.filter((g) => g.value !== null)) {
      expect([subject, value !== null, workings !== null]).toEqual([subject, true, true]);
      expect(workings!.inputs.length).toBeGreaterThan(0);
      expect(workings!.sources.join(' ')).toMatch(/Bands: /);
      expect(`${workings!.formula}${workings!.substituted}${workings!.result}`).not.toMatch(
        /NaN|undefined|null/,
      );
    }
  });

  it('shows each figure in the unit its keeper likes, and its bands in the same', () => {
    const units = { temperature: '°F', ammonia: 'mg/L NH4' };
    const t = of({ ammonia: ammonia(1, 0), temperature: pen('temperature', '25.0') }, { units });
    expect(gauge(t, 'temperature').value!.best).toBeCloseTo(77, 9);
    expect(gauge(t, 'temperature').bands.map((b) => b.to)).toEqual([
      // 15, 19, 22, 28, 31 and 33 °C.
      expect.closeTo(59, 6),
      expect.closeTo(66.2, 6),
      expect.closeTo(71.6, 6),
      expect.closeTo(82.4, 6),
      expect.closeTo(87.8, 6),
      expect.closeTo(91.4, 6),
      null,
    ]);
    // 0.2 mg/L as N is 0.2576 mg/L as the ion (ratio of molar masses 1.2878).
    expect(gauge(t, 'ammonia').value!.best).toBeCloseTo(0.2576, 4);
  });

  it('is unread when everything is too old, and says so beside the last figure', () => {
    const t = of({ ph: pen('ph', '7.4', 200) });
    expect(t.status).toBe('unread');
    expect(gauge(t, 'ph')).toMatchObject({ status: 'unread', value: { best: 7.4 } });
    expect(gauge(t, 'ph').remark).toMatch(/^Read 200 days ago; a reading holds 14 days/);
    expect(t.findings.map((f) => f.rule)).toEqual(['unread']);
  });

  it('is as bad as its worst figure, which comes first in words that can be acted on', () => {
    const low = reading({
      parameter: 'alkalinity',
      methodId: 'kh-drops',
      entered: { how: 'drops', drops: 1 },
    });
    const t = of({ ph: pen('ph', '7.4'), alkalinity: low, temperature: pen('temperature', '28.5') });
    expect(t.status).toBe('act');
    expect(t.findings.map((f) => f.subject).slice(0, 2)).toEqual(['alkalinity', 'temperature']);
    for (const f of t.findings.filter((x) => x.rule === 'limits' && x.status !== 'clear')) {
      expect(sentence(f)).toMatch(/\.$/);
      for (const part of [f.what, f.howSure, f.why]) expect(part.length).toBeGreaterThan(3);
    }
  });

  it('leaves free ammonia out for a source, and judges no pH there', () => {
    const t = of({ ph: pen('ph', '6.1') }, { kind: 'source', stockGroups: [] });
    expect(t.gauges.some((g) => g.subject === 'free-ammonia')).toBe(false);
    expect(gauge(t, 'ph')).toMatchObject({ judged: false, bands: [] });
  });

  it('of every parameter alone never shows a figure that is none', () => {
    const any: Partial<Record<ParameterId, Reading>> = {
      ammonia: ammonia(0, 1),
      nitrite: reading({
        parameter: 'nitrite',
        methodId: null,
        entered: { how: 'figure', text: '0', unit: 'mg/L NO2' },
      }),
      nitrate: reading({
        parameter: 'nitrate',
        methodId: null,
        entered: { how: 'figure', text: '1999', unit: 'mg/L NO3' },
      }),
      ph: pen('ph', '0'),
      alkalinity: reading({
        parameter: 'alkalinity',
        methodId: 'kh-drops',
        entered: { how: 'drops', drops: 100 },
      }),
      hardness: reading({ parameter: 'hardness', methodId: 'gh-drops', entered: { how: 'drops', drops: 1 } }),
      temperature: pen('temperature', '-2'),
    };
    for (const kind of ['aquarium', 'pond', 'aquaponics', 'standing', 'source', 'stream'])
      for (const [parameter, one] of Object.entries(any))
        expect(JSON.stringify(of({ [parameter]: one }, { kind }))).not.toMatch(/NaN|Infinity|undefined/);
  });
});
