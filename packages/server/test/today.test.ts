import type { Today } from '@hedge-lamp/core/guidelines';
import { v4 as newId } from 'uuid';
import { type MadeApp, khReading, makeApp, now, phReading } from './made-app';

let made: MadeApp;
let waterId: string;
beforeEach(async () => {
  made = await makeApp();
  waterId = await made.makeWater({ stockGroups: ['community-fish'] });
});
afterEach(() => made.close());

const ammonia = (match: object, more: object = {}) => ({
  id: newId(),
  waterId,
  parameter: 'ammonia',
  methodId: 'ammonia-salicylate-two-bottles',
  takenAt: now - 60_000,
  zone: 'Etc/UTC',
  entered: { how: 'card', cardId: 'salicylate-ammonia', match },
  ...more,
});
const temperature = (text: string) => ({
  ...phReading(waterId, text),
  parameter: 'temperature',
  methodId: 'pen-temperature',
  entered: { how: 'meter', text, unit: '°C' },
});
const keep = async (...readings: object[]) => {
  for (const reading of readings)
    expect((await made.call('POST', '/api/readings', reading)).status).toBe(201);
};
const today = async () => (await made.call<Today>('GET', `/api/waters/${waterId}/today`)).body;
const gauge = (t: Today, subject: string) => t.gauges.find((g) => g.subject === subject)!;

describe('Today', () => {
  it('of an untested water is unread, and everything is due', async () => {
    const t = await today();
    expect(t.status).toBe('unread');
    expect(t.due.map((d) => d.parameter)).toEqual(['ammonia', 'nitrite', 'nitrate', 'ph', 'alkalinity']);
    expect(gauge(t, 'free-ammonia').remark).toBe('Needs a total ammonia reading.');
  });

  it('computes free ammonia from the three readings: half a milligram at pH 8 and 25 °C is five percent free', async () => {
    await keep(
      ammonia({ found: 'between', below: 2, share: 0.25 }),
      phReading(waterId, '8.0'),
      temperature('25'),
    );
    const free = gauge(await today(), 'free-ammonia');
    // Emerson and others 1975: 5.366 % of 0.5 mg/L.
    expect(free.value!.best).toBeCloseTo(0.5 * 0.05366, 4);
    expect(free.value!.low).toBeLessThan(free.value!.best);
    expect(free.workings!.sources[0]).toContain('Emerson');
    expect(free.status).toBe('watch');
    expect(free.sure).toBe(false);
  });

  it('cannot tell without a pH, and says what would settle it', async () => {
    await keep(ammonia({ found: 'at', swatch: 3 }), temperature('25'));
    const finding = (await today()).findings.find((f) => f.subject === 'free-ammonia')!;
    expect(finding.howSure).toMatch(/Cannot tell yet: its range runs from clear to/);
    expect(finding.howSure).toMatch(/A fresh pH to the tenth would settle it\.|No single test settles it/);
  });

  it('puts the worst first and lights the lamp with it', async () => {
    await keep(phReading(waterId, '7.4'), khReading(waterId, 1));
    const t = await today();
    expect(t.status).toBe('act');
    expect(t.findings[0]).toMatchObject({ subject: 'alkalinity', status: 'act', sure: true });
    // How far KH may rise hangs on the ammonia, which was never read.
    expect(t.plan.lines.map((l) => l.kind)).not.toContain('raise-kh');
    expect(t.plan.lines.flatMap((l) => (l.kind === 'test' ? l.subjects : []))).toContain('ammonia');
  });

  it('shows figures in the keeper’s own units', async () => {
    const { body: water } = await made.call<Record<string, unknown>>('GET', `/api/waters/${waterId}`);
    const { version, createdAt: _c, updatedAt: _u, deletedAt: _d, ...draft } = water;
    await made.call('PUT', `/api/waters/${waterId}`, {
      version,
      water: { ...draft, units: { ...(draft.units as object), alkalinity: 'mg/L CaCO3' } },
    });
    await keep(khReading(waterId, 5));
    const kh = gauge(await today(), 'alkalinity');
    // 5 °dH × 17.848 mg/L as CaCO3.
    expect(kh.value!.best).toBeCloseTo(89.24, 1);
    expect(kh.unit).toBe('mg/L CaCO3');
  });

  it('of a color past the top has no upper end and still acts', async () => {
    await keep(ammonia({ found: 'past-top' }));
    const total = gauge(await today(), 'ammonia');
    expect(total.value).toEqual({ low: 6, best: 6, high: null });
    expect(total.status).toBe('urgent');
  });

  it('of a color that is not on the card is unread and says what to do', async () => {
    await keep(ammonia({ found: 'not-on-card' }));
    expect(gauge(await today(), 'ammonia')).toMatchObject({ value: null, status: 'unread' });
    expect(gauge(await today(), 'ammonia').remark).toMatch(/Dilute/);
  });

  it('calls a good reading of last year unread, and lets a bad one stand', async () => {
    await keep(khReading(waterId, 6, { takenAt: now - 300 * 86_400_000 }));
    expect(gauge(await today(), 'alkalinity').status).toBe('unread');
    await keep(khReading(waterId, 1, { takenAt: now - 299 * 86_400_000 }));
    const t = await today();
    expect(gauge(t, 'alkalinity').status).toBe('act');
    expect(t.plan.lines.find((l) => l.kind === 'test')!.subjects).toContain('alkalinity');
  });

  it('does not scold a fishless filter for the ammonia it is fed', async () => {
    waterId = await made.makeWater({ cycling: true, livesHere: 'nobody' });
    await keep(ammonia({ found: 'at', swatch: 5 }));
    const t = await today();
    expect(gauge(t, 'ammonia')).toMatchObject({ judged: false, status: 'unread', value: { best: 3 } });
    expect(gauge(t, 'ammonia').remark).toMatch(/Nobody lives here, as you said/);
    expect(t.findings).toEqual([]);
    expect(t.lamp).toMatchObject({ status: 'clear', notReady: true, asks: [] });
  });

  it('judges a filter growing in as if animals lived there until somebody said that none do', async () => {
    waterId = await made.makeWater({ cycling: true });
    await keep(ammonia({ found: 'at', swatch: 5 }));
    expect((await today()).lamp).toMatchObject({ status: 'act', asks: ['who-lives-here'] });
    const start = {
      id: '6f6f6f6f-0000-4000-8000-000000000001',
      waterId,
      startedAt: now - 5 * 86_400_000,
      zone: 'Etc/UTC',
      way: 'fishless-ammonia',
    };
    expect((await made.call('POST', '/api/cycle-starts', start)).status).toBe(201);
    // A fishless start is saying so.
    expect((await today()).lamp).toMatchObject({ status: 'clear', notReady: true });
  });
});

describe('the API', () => {
  it('describes itself as OpenAPI, from the schemas at its doors', async () => {
    const { body } = await made.call<{
      paths: Record<string, unknown>;
      components: { schemas: Record<string, unknown> };
    }>('GET', '/api/openapi.json');
    expect(Object.keys(body.paths)).toEqual(
      expect.arrayContaining([
        '/api/waters',
        '/api/readings/{id}',
        '/api/runs/{id}/events',
        '/api/waters/{id}/today',
      ]),
    );
    expect(Object.keys(body.components.schemas).join(' ')).toMatch(
      /ReadingDraft.*RunEvent|RunEvent.*ReadingDraft/,
    );
  });

  it('counts writes, so that another page learns of them', async () => {
    const count = async () => (await made.call<{ count: number }>('GET', '/api/revision')).body.count;
    const before = await count();
    await keep(khReading(waterId, 5));
    expect(await count()).toBe(before + 1);
  });
});

describe('what was reckoned before', () => {
  it('is not told again once anything was written, by whichever way, or a minute has gone by', async () => {
    const made = await makeApp();
    const waterId = await made.makeWater();
    const newest = async () => {
      const { body } = await made.call<{ gauges: { subject: string; takenAt: number | null }[] }>(
        'GET',
        `/api/waters/${waterId}/today`,
      );
      return body.gauges.find((g) => g.subject === 'alkalinity')?.takenAt ?? null;
    };
    const at = (minutes: number) => khReading(waterId, 5, { takenAt: now - minutes * 60_000 });
    expect(await newest()).toBeNull();
    await made.call('POST', '/api/readings', at(10));
    expect(await newest()).toBe(now - 600_000);
    // In bulk, on a connection of its own.
    await made.call('POST', '/api/readings/bulk', { readings: [at(9)] });
    expect(await newest()).toBe(now - 540_000);
    // And by something that is no request.
    made.database.$client.prepare('update readings set deleted_at = 1 where taken_at = ?').run(now - 540_000);
    expect(await newest()).toBe(now - 600_000);
    await made.close();
  });
});
