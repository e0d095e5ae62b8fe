import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { buildApp } from '../src/app';
import { LookRound } from '../src/demo/look-round';
import { openDatabase } from '../src/database/open-database';
import { migrations, now } from './made-app';

const folder = mkdtempSync(join(tmpdir(), 'hedge-lamp-'));
afterAll(() => rmSync(folder, { recursive: true }));

describe('made-up data to look round in', () => {
  it('refuses every write that there is, in a sentence, and answers every question', async () => {
    const database = openDatabase(folder, migrations);
    const app = await buildApp({ database, now: () => now, ownPort: 4870 });
    await app.ready();
    const writes = Object.entries(app.swagger().paths ?? {}).flatMap(([path, methods]) =>
      Object.keys(methods ?? {})
        .filter((method) => method !== 'get')
        .map((method) => ({ method, url: path.replace(/\{\w+\}/g, '5b1a8d30-52a4-4f06-8f0e-6d9f4b1c2222') })),
    );
    expect(writes.length).toBeGreaterThan(30);
    for (const { method, url } of writes) {
      const answer = await app.inject({ method: method as 'POST', url, payload: {} });
      expect([method, url, answer.statusCode]).toEqual([method, url, 409]);
      expect(answer.json()).toMatchObject({ detail: expect.stringContaining('nothing is kept here') });
    }
    const told = await app.inject({ url: '/api/revision' });
    expect(told.json()).toMatchObject({ count: 0, ownPort: 4870 });
    await app.close();
    database.$client.close();
  });

  /** A program that does this in place of Hedge Lamp. */
  const program = (does: string) => {
    const file = join(folder, `${String(Math.random()).slice(2)}.mjs`);
    writeFileSync(file, does);
    return file;
  };
  it('is opened once for all who ask, and anew when it has ended', async () => {
    const look = new LookRound(
      program(`process.send({ port: process.pid }); process.on('disconnect', () => process.exit());`),
      () => 4870,
    );
    const [one, two] = await Promise.all([look.open(), look.open()]);
    expect(one).toBe(two);
    process.kill(one, 'SIGKILL');
    const deadline = Date.now() + 10_000;
    let third = one;
    while (third === one && Date.now() < deadline) {
      await setTimeout(20);
      third = await look.open();
    }
    expect(third).not.toBe(one);
    look.close();
  });
  it('that takes long is asked for again: no answer is waited for until a browser gives up', async () => {
    const look = new LookRound(
      program(
        "setTimeout(() => process.send({ port: 7 }), 1500); process.on('disconnect', () => process.exit());",
      ),
      () => 4870,
    );
    expect(await look.openSoon(50)).toBeNull();
    expect(await look.open()).toBe(7);
    expect(await look.openSoon(50)).toBe(7);
    look.close();
  });
  it('says so where it cannot be opened, and can be asked again', async () => {
    const look = new LookRound(program('process.exit(1)'), () => 4870);
    for (const _ of [1, 2]) await expect(look.open()).rejects.toThrow(/could not be opened/);
    look.close();
  });
  it('is told where the way back leads, and to use neither the data nor the port of the keeper', async () => {
    const look = new LookRound(
      program(`
        const { HEDGE_LAMP_OWN_PORT: own, HEDGE_LAMP_PORT: port, HEDGE_LAMP_DATA: data, HEDGE_LAMP_DEMO: demo } = process.env;
        process.send({ port: own === '4899' && port === '0' && data === '' && demo === '1' ? 1 : 2 });
      `),
      () => 4899,
    );
    expect(await look.open()).toBe(1);
    look.close();
  });
});
