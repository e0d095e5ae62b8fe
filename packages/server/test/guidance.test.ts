import type { HelpSheet } from '@hedge-lamp/core/exchange';
import type { RuleEntry, Standing, Today } from '@hedge-lamp/core/guidelines';
import type { Water } from '@hedge-lamp/core/waters';
import { v4 as newId } from 'uuid';
import { type MadeApp, figureReading, khReading, makeApp, now, phReading } from './made-app';

let made: MadeApp;
let waterId: string;
beforeEach(async () => {
  made = await makeApp();
  waterId = await made.makeWater({ stockGroups: ['community-fish'] });
});
afterEach(() => made.close());

const waterNow = async () => (await made.call<Water>('GET', `/api/waters/${waterId}`)).body;
async function guide(guidance: object) {
  const { version, createdAt: _c, updatedAt: _u, deletedAt: _d, ...water } = await waterNow();
  return made.call<{ errors: { path: string; message: string }[] }>('PUT', `/api/waters/${waterId}`, {
    version,
    water: { ...water, guidance },
  });
}
const today = async () => (await made.call<Today>('GET', `/api/waters/${waterId}/today`)).body;
const statusOf = async (subject: string) => (await today()).gauges.find((g) => g.subject === subject)!.status;
const keep = async (...readings: object[]) => {
  for (const reading of readings)
    expect((await made.call('POST', '/api/readings', reading)).status).toBe(201);
};
const figure = (parameter: string, text: string, unit: string, more: object = {}) =>
  figureReading(waterId, parameter, text, unit, more);
const own = (more: object = {}) => ({
  subject: 'nitrate',
  unit: 'mg/L NO3',
  target: { from: null, to: 5 },
  watch: { below: null, above: 8 },
  act: { below: null, above: 50 },
  urgent: { below: null, above: null },
  source: 'mine',
  ...more,
});

describe('by which limits a water is judged', () => {
  it('is kept with the water, and the usual ones hold until it is', async () => {
    expect((await waterNow()).guidance).toEqual({
      sets: null,
      schools: { ammonia: null, nitrate: null, alkalinity: null, hardness: null },
      lifeStage: 'grown',
      own: [],
    });
    await keep(figure('nitrate', '12-14', 'mg/L NO3'));
    expect(await statusOf('nitrate')).toBe('clear');
    expect((await guide({ own: [own()] })).status).toBe(200);
    expect(await statusOf('nitrate')).toBe('watch');
    expect((await today()).gauges.find((g) => g.subject === 'nitrate')!.by).toEqual(['your own limit']);
    expect((await guide({ schools: { nitrate: 'planted' } })).status).toBe(200);
    expect(await statusOf('nitrate')).toBe('clear');
  });

  it.each([
    [
      'contradictory bounds',
      { own: [own({ act: { below: null, above: 6 } })] },
      'water.guidance.own.0.act.above',
      /Act begins above 6/,
    ],
    [
      'an unknown unit',
      { own: [own({ unit: 'drops' })] },
      'water.guidance.own.0.unit',
      /is no unit of nitrate/,
    ],
    [
      'a target past act',
      { own: [own({ target: { from: null, to: 60 } })] },
      'water.guidance.own.0.target.to',
      /inside the clear stretch/,
    ],
    ['an unknown guideline', { sets: ['nobody'] }, 'guidance.sets', /There is no guideline/],
    ['an unknown school', { schools: { nitrate: 'fifty' } }, 'water.guidance.schools.nitrate', /./],
  ])('refuses %s with field and sentence, and changes nothing', async (_name, guidance, path, message) => {
    const before = await waterNow();
    const answer = await guide(guidance);
    expect(answer.status).toBe(422);
    expect(answer.body.errors).toContainEqual({ path, message: expect.stringMatching(message) });
    expect(await waterNow()).toEqual(before);
  });
});

describe('the shelf', () => {
  it('tells the worst finding, when it was last tested and what moved', async () => {
    const day = 86_400_000;
    await keep(
      { ...khReading(waterId, 6), takenAt: now - 6 * day },
      khReading(waterId, 1),
      phReading(waterId, '7.2'),
    );
    const [standing] = (await made.call<Standing[]>('GET', '/api/today')).body;
    expect(standing).toMatchObject({
      waterId,
      status: 'act',
      changed: ['KH down from 6 (5–6) °dKH to 1 (0–1) °dKH'],
    });
    expect(standing!.lamp.sentence).toMatch(/^KH \(alkalinity\) is 1/);
    expect(standing!.lamp.missing).toBe('Also unread: Total ammonia and Nitrite.');
    expect(standing!.troubles).toBeGreaterThan(0);
    expect(standing!.lastReadAt).toBeGreaterThan(now - day);
  });

  it('says the same as the page of the water', async () => {
    await keep(figure('nitrite', '0.5', 'mg/L NO2'), figure('ammonia', '1', 'mg/L NH3-N'));
    const [standing] = (await made.call<Standing[]>('GET', '/api/today')).body;
    const { gauges: _g, findings, plan: _p, ...rest } = await today();
    expect(rest).toEqual(standing);
    expect(standing!.lamp.sentence).toBe(findings[0]!.short);
  });
});

describe('what is found from history and source', () => {
  it('counts a reading kept before the last one, by the same kit only', async () => {
    const day = 86_400_000;
    for (const d of [8, 14, 21, 28, 35]) await keep({ ...khReading(waterId, 5), takenAt: now - d * day });
    await keep(khReading(waterId, 12));
    expect((await today()).findings.map((f) => f.id)).toContain('out-of-line:alkalinity');
  });

  it('sizes a change by the source that is named', async () => {
    const tap = await made.makeWater({ name: 'Tap', kind: 'source', netLiters: null });
    const { version, createdAt: _c, updatedAt: _u, deletedAt: _d, ...water } = await waterNow();
    await made.call('PUT', `/api/waters/${waterId}`, { version, water: { ...water, sourceWaterId: tap } });
    await keep(figure('nitrate', '45', 'mg/L NO3'), figure('nitrate', '5', 'mg/L NO3', { waterId: tap }));
    await keep(figure('ph', '7.4', 'pH'), figure('alkalinity', '5', '°dKH'));
    // Neither its own ammonia nor the tap’s pH is known: what decides is tested first.
    const first = (await today()).plan;
    expect(first.lines.filter((l) => l.amount !== null)).toEqual([]);
    expect(first.lines.map((l) => l.says).join(' ')).toContain('Test pH and KH of Tap');
    await keep(
      figure('ammonia', '0 (0-0.1)', 'mg/L NH3-N'),
      figure('ph', '7.4', 'pH', { waterId: tap }),
      figure('alkalinity', '5', '°dKH', { waterId: tap }),
    );
    const line = (await today()).plan.lines.find((l) => l.kind === 'change')!;
    expect(line.says).toBe('Change 30 %, 30 L of Tap.');
    expect(line.effects[0]).toMatchObject({ label: 'Nitrate', unit: 'mg/L NO3' });
    expect(line.effects[0]!.after.best).toBeCloseTo(0.7 * 45 + 0.3 * 5, 1);
  });
});

describe('the rules', () => {
  it('are listed, each with its source and examples', async () => {
    const rules = (await made.call<RuleEntry[]>('GET', '/api/rules')).body;
    expect(rules.length).toBeGreaterThan(15);
    for (const rule of rules) expect(rule.examples.length).toBeGreaterThan(1);
  });
});

describe('the page for somebody who helps', () => {
  it('gives readings in the zone they were taken in, and refuses a water that is not here', async () => {
    await keep(figure('nitrate', '25', 'mg/L NO3', { zone: 'Asia/Tokyo', doubts: ['poor-light'] }));
    const { body: sheet } = await made.call<HelpSheet>(
      'GET',
      `/api/waters/${waterId}/sheet?zone=Europe/Berlin`,
    );
    expect(sheet.rows).toHaveLength(1);
    expect(sheet.rows[0]).toMatchObject({ what: 'Nitrate', doubts: 'The light was poor' });
    expect(sheet.rows[0]!.when).toMatch(/Asia\/Tokyo$/);
    expect(sheet.made).toMatch(/Europe\/Berlin$/);
    expect((await made.call('GET', `/api/waters/${newId()}/sheet`)).status).toBe(404);
  });
});
