import { type ChildProcess, spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { existsSync, mkdtempSync, renameSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';

const root = join(new URL('.', import.meta.url).pathname, '..');
const main = join(root, 'packages/server/dist/main.mjs');
const launch = join(root, 'scripts/launch.mjs');

let folder: string;
const running: ChildProcess[] = [];
test.beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'hedge-lamp-process-'));
});
test.afterEach(() => {
  running.splice(0).forEach((child) => child.kill('SIGKILL'));
  rmSync(folder, { recursive: true, force: true });
});

interface Started {
  readonly child: ChildProcess;
  readonly url: string;
  /** Empty where it came up. */
  readonly said: string;
  readonly code: number | null;
  readonly ended: Promise<number | null>;
}
function start(script = main, env: Record<string, string> = {}): Promise<Started> {
  const child = spawn('node', [script], {
    env: { ...process.env, HEDGE_LAMP_DATA: folder, HEDGE_LAMP_PORT: '0', HEDGE_LAMP_DEMO: '', ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  running.push(child);
  let said = '';
  child.stderr!.on('data', (text: Buffer) => (said += String(text)));
  const ended = new Promise<number | null>((resolve) => child.once('exit', resolve));
  return new Promise((resolve) => {
    child.stdout!.on('data', (text: Buffer) => {
      const found = /http:\/\/\S+/.exec(String(text));
      if (found) resolve({ child, url: found[0], said: '', code: null, ended });
    });
    void ended.then((code) => resolve({ child, url: '', said: said.trim(), code, ended }));
  });
}
const answers = async (url: string) => {
  try {
    return (await fetch(`${url}/api/revision`)).ok;
  } catch {
    return false;
  }
};
const post = (url: string, path: string, body: object) =>
  fetch(url + path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });

test.describe('the server does not start, and says why in a sentence, without a stack,', () => {
  const cases: [string, () => void, RegExp, Record<string, string>][] = [
    [
      'on a damaged file',
      () => truncateSync(join(folder, 'hedge-lamp.sqlite'), 5000),
      /is damaged.*Restore a backup/s,
      {},
    ],
    [
      'on an empty file',
      () => truncateSync(join(folder, 'hedge-lamp.sqlite')),
      /is empty, and this folder had one/,
      {},
    ],
    [
      'where the file is gone',
      () => renameSync(join(folder, 'hedge-lamp.sqlite'), join(folder, 'elsewhere')),
      /is missing, and this folder had one/,
      {},
    ],
    [
      'beyond this machine',
      () => undefined,
      /does not listen on 0\.0\.0\.0 yet/,
      { HEDGE_LAMP_ADDRESS: '0.0.0.0' },
    ],
    ['on no port', () => undefined, /is no port/, { HEDGE_LAMP_PORT: 'tea' }],
  ];
  for (const [name, spoil, sentence, env] of cases)
    test(name, async () => {
      const first = await start();
      first.child.kill('SIGTERM');
      await first.ended;
      spoil();
      const second = await start(main, env);
      expect(second.code).toBe(1);
      expect(second.said).toMatch(sentence);
      expect(second.said).not.toMatch(/\n\s+at |Error:|\bsafe\b/);
      expect(second.said.split('\n')).toHaveLength(1);
    });

  test('where another one works, which is named, and which notices nothing', async () => {
    const first = await start();
    const second = await start();
    expect([second.code, second.said]).toEqual([
      1,
      expect.stringMatching(new RegExp(`Another Hedge Lamp works on .*process ${first.child.pid}`)),
    ]);
    const water = { id: randomUUID(), name: 'Tank', kind: 'aquarium', netLiters: 100 };
    expect((await post(first.url, '/api/waters', water)).status).toBe(201);
  });

  test('where its port is taken, before it touches the data', async () => {
    const other = await start(main, { HEDGE_LAMP_DATA: join(folder, 'other') });
    const own = join(folder, 'own');
    const second = await start(main, { HEDGE_LAMP_DATA: own, HEDGE_LAMP_PORT: new URL(other.url).port });
    expect([second.code, second.said]).toEqual([1, expect.stringMatching(/^Port \d+ is taken/)]);
    expect(existsSync(join(own, 'hedge-lamp.sqlite'))).toBe(false);
  });

  test('where the folder is a file', async () => {
    const place = join(folder, 'a-file');
    writeFileSync(place, 'x');
    const server = await start(main, { HEDGE_LAMP_DATA: place });
    expect([server.code, server.said]).toEqual([1, expect.stringMatching(/is no folder/)]);
  });
});

test.describe('npm start ends', () => {
  for (const signals of [['SIGTERM'], ['SIGINT'], ['SIGINT', 'SIGINT', 'SIGTERM']] as const)
    test(`with its server, told by ${signals.join(' and ')}`, async () => {
      const started = await start(launch);
      expect(await answers(started.url)).toBe(true);
      for (const signal of signals) started.child.kill(signal);
      expect(await started.ended).toBe(0);
      expect(await answers(started.url)).toBe(false);
    });

  test('and its server with it, even when it is killed', async () => {
    const started = await start(launch);
    started.child.kill('SIGKILL');
    await started.ended;
    await expect.poll(() => answers(started.url), { timeout: 15_000 }).toBe(false);
    const again = await start();
    expect(again.code).toBe(null);
  });

  test('when what is under way is finished and answered', async () => {
    const started = await start(launch);
    const waterId = randomUUID();
    await post(started.url, '/api/waters', { id: waterId, name: 'Tank', kind: 'aquarium', netLiters: 100 });
    const readings = Array.from({ length: 8000 }, (_, k) => ({
      id: randomUUID(),
      waterId,
      parameter: 'alkalinity',
      methodId: 'kh-drops',
      takenAt: Date.now() - 60_000 - k * 60_000,
      zone: 'Etc/UTC',
      entered: { how: 'drops', drops: 5 },
    }));
    const sent = post(started.url, '/api/readings/bulk', { readings });
    await new Promise((resolve) => setTimeout(resolve, 150));
    started.child.kill('SIGTERM');
    expect(await (await sent).json()).toEqual({ kept: 8000, alreadyThere: 0 });
    expect(await started.ended).toBe(0);
    const again = await start();
    const list = (await (await fetch(`${again.url}/api/waters/${waterId}/contents`)).json()) as {
      readings: number;
    };
    expect(list.readings).toBe(8000);
  });
});
