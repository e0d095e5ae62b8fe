import { type OwnParameter, knownIds, parameterInfo } from '@hedge-lamp/core/parameters';
import { v4 as newId } from 'uuid';
import { buildApp } from '../src/app';
import { openDatabase } from '../src/database/open-database';
import { type MadeApp, figureReading, makeApp, migrations, now } from './made-app';

let made: MadeApp;
beforeEach(async () => {
  made = await makeApp();
});
afterEach(() => made.close());

const boron = (more: Partial<OwnParameter> = {}): OwnParameter => ({
  id: `own-${newId()}`,
  version: 1,
  name: 'Boron',
  unit: 'mg/L B',
  low: 0,
  high: 50,
  ...more,
});
const keep = (parameter: object) =>
  made.call<{ errors: { path: string; message: string }[]; current: OwnParameter }>(
    'POST',
    '/api/parameters',
    parameter,
  );
const read = (waterId: string, parameter: OwnParameter['id'], text: string, unit = 'mg/L B') =>
  made.call<{ errors: { path: string; message: string }[]; value: { best: number } }>(
    'POST',
    '/api/readings',
    figureReading(waterId, parameter, text, unit),
  );
interface Day {
  lamp: { status: string };
  gauges: { subject: string; label: string; status: string; best: number }[];
}

describe('a parameter of the keeper’s own', () => {
  it('is kept, read, judged by a limit of one’s own and shown on Today', async () => {
    const parameter = boron();
    expect((await keep(parameter)).status).toBe(201);
    expect((await keep(parameter)).status).toBe(200);
    const waterId = await made.makeWater({
      guidance: {
        own: [
          {
            subject: parameter.id,
            unit: 'mg/L B',
            target: { from: null, to: 1 },
            watch: { below: null, above: 1 },
            act: { below: null, above: 2 },
            urgent: { below: null, above: null },
            source: 'mine',
          },
        ],
      } as never,
    });
    expect((await read(waterId, parameter.id, '3')).status).toBe(201);
    const { body } = await made.call<Day>('GET', `/api/waters/${waterId}/today`);
    const gauge = body.gauges.find((g) => g.subject === parameter.id);
    expect(gauge).toMatchObject({ label: 'Boron', status: 'act' });
  });
  it('is judged by nothing where no limit was set, and Clear is not said for it', async () => {
    const parameter = boron();
    await keep(parameter);
    const waterId = await made.makeWater();
    await read(waterId, parameter.id, '40');
    const { body } = await made.call<Day>('GET', `/api/waters/${waterId}/today`);
    expect(body.lamp.status).toBe('unread');
    expect(body.gauges.find((g) => g.subject === parameter.id)?.status).not.toBe('clear');
  });
  it('refuses a figure that cannot be, another unit, and a parameter nobody told of', async () => {
    const parameter = boron();
    await keep(parameter);
    const waterId = await made.makeWater();
    expect((await read(waterId, parameter.id, '51')).status).toBe(422);
    expect((await read(waterId, parameter.id, '5', 'µmol/L')).body.errors[0]!.path).toBe('entered.unit');
    expect((await read(waterId, `own-${newId()}`, '5')).status).toBe(422);
  });
  it('keeps its unit once readings stand in it; its name and range may change', async () => {
    const parameter = boron();
    await keep(parameter);
    const waterId = await made.makeWater();
    await read(waterId, parameter.id, '5');
    const other = await keep({ ...parameter, version: 2, unit: 'µmol/L' });
    expect(other.body.errors).toEqual([
      { path: 'unit', message: expect.stringContaining('One reading stands') },
    ]);
    expect((await keep({ ...parameter, version: 2, name: 'Boron, total' })).status).toBe(201);
    expect(parameterInfo(parameter.id).label).toBe('Boron, total');
  });
  it('is not overwritten by whoever saw an older version', async () => {
    const parameter = boron();
    await keep(parameter);
    await keep({ ...parameter, version: 2, high: 60 });
    const late = await keep({ ...parameter, version: 2, high: 70 });
    expect(late.status).toBe(409);
    expect(late.body.current).toMatchObject({ version: 2, high: 60 });
  });
  it('put away is offered no more, and its readings keep their unit', async () => {
    const parameter = boron();
    await keep(parameter);
    const waterId = await made.makeWater();
    await read(waterId, parameter.id, '5');
    await made.call('DELETE', `/api/parameters/${parameter.id}`);
    expect(knownIds()).not.toContain(parameter.id);
    expect(parameterInfo(parameter.id).usualUnit).toBe('mg/L B');
    await made.call('POST', `/api/parameters/${parameter.id}/restore`);
    expect(knownIds()).toContain(parameter.id);
  });
  it('is known again after a new start, and not in the data of somebody else', async () => {
    const parameter = boron();
    await keep(parameter);
    const other = await makeApp();
    expect(knownIds()).not.toContain(parameter.id);
    await other.close();
    const database = openDatabase(made.folder, migrations);
    const again = await buildApp({ database, now: () => now });
    expect(knownIds()).toContain(parameter.id);
    await again.close();
    database.$client.close();
  });
  it.each([
    [{ name: '' }, 'name'],
    [{ name: 'nitrate' }, 'name'],
    [{ name: 'KH' }, 'name'],
    [{ unit: ' ' }, 'unit'],
    [{ low: 5, high: 5 }, 'high'],
    [{ id: 'boron' }, 'id'],
  ])('is refused by field: %p', async (more, path) => {
    const { status, body } = await keep({ ...boron(), ...more });
    expect([status, body.errors[0]!.path]).toEqual([422, path]);
  });
});

it('a card, a method and a parameter go by one way of keeping: version after version, each once', async () => {
  const parameter = boron();
  const skipped = await keep({ ...parameter, version: 3 });
  expect(skipped.body.errors[0]!.path).toBe('version');
});
