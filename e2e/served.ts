import { type ChildProcess, spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Page, expect, test as base } from '@playwright/test';

const main = join(new URL('.', import.meta.url).pathname, '../packages/server/dist/main.mjs');

const usualUnits: Readonly<Record<string, string>> = {
  ammonia: 'mg/L NH3-N',
  nitrite: 'mg/L NO2',
  nitrate: 'mg/L NO3',
  ph: 'pH',
  alkalinity: '°dKH',
  hardness: '°dGH',
  temperature: '°C',
  chloride: 'mg/L Cl',
  'dissolved-oxygen': 'mg/L O2',
};

/** The built server as a process of its own, on a data folder of its own. */
export class Served {
  private server: ChildProcess | undefined;
  readonly folder = mkdtempSync(join(tmpdir(), 'hedge-lamp-e2e-'));
  private port = 0;

  /** @param made a folder of data to begin with, as it is */
  constructor(
    private readonly demo: boolean,
    private readonly program = main,
    made?: string,
  ) {
    if (made) cpSync(made, this.folder, { recursive: true });
  }

  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  /** Starts, or starts again at the same address on the same data. */
  async start(): Promise<void> {
    const server = spawn('node', [this.program], {
      env: {
        ...process.env,
        HEDGE_LAMP_DATA: this.folder,
        HEDGE_LAMP_PORT: String(this.port),
        HEDGE_LAMP_DEMO: this.demo ? '1' : '',
      },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    this.server = server;
    this.port = await new Promise<number>((resolve, reject) => {
      server.stdout!.on('data', (text: Buffer) => {
        const found = /http:\/\/127\.0\.0\.1:(\d+)/.exec(String(text));
        if (found) resolve(Number(found[1]));
      });
      server.once('exit', (code) => reject(new Error(`The server ended with ${code}.`)));
    });
  }

  /** As a keeper ends it. */
  async end(): Promise<void> {
    const ended = new Promise((resolve) => this.server!.once('exit', resolve));
    this.server!.kill('SIGTERM');
    await ended;
  }

  /** kill -9: no chance to tidy up. */
  async kill(): Promise<void> {
    const ended = new Promise((resolve) => this.server!.once('exit', resolve));
    this.server!.kill('SIGKILL');
    await ended;
  }

  async remove(): Promise<void> {
    if (this.server?.exitCode === null && this.server.signalCode === null) await this.kill();
    for (const folder of [this.folder, `${this.folder}-backups`])
      rmSync(folder, { recursive: true, force: true });
  }

  async call<T>(method: string, path: string, body?: unknown): Promise<T> {
    const answer = await fetch(this.url + path, {
      method,
      ...(body === undefined
        ? {}
        : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
    });
    expect(answer.ok, `${method} ${path}: ${answer.status}`).toBe(true);
    return (await answer.json()) as T;
  }

  /** Keeps a water; its identifier. */
  async water(more: object = {}): Promise<string> {
    const id = randomUUID();
    await this.call('POST', '/api/waters', {
      id,
      name: 'Reed tank',
      kind: 'aquarium',
      netLiters: 120,
      ...more,
    });
    return id;
  }

  /** Starts a run of these methods; its identifier and those of its tests. */
  async run(
    waterId: string,
    methodIds: string[],
    startedAt = Date.now(),
  ): Promise<{ id: string; tests: string[] }> {
    const tests = methodIds.map((methodId) => ({ id: randomUUID(), methodId }));
    const id = randomUUID();
    await this.call('POST', '/api/runs', { id, waterId, startedAt, zone: 'Etc/UTC', tests });
    return { id, tests: tests.map((t) => t.id) };
  }

  async tell(runId: string, testId: string, at: number, ...bodies: object[]): Promise<void> {
    const events = bodies.map((body) => ({ id: randomUUID(), testId, at, ...body }));
    await this.call('POST', `/api/runs/${runId}/events`, { events });
  }

  /** A water with a KH test at its counting step, and the bench open on it. */
  async countingKh(page: Page): Promise<{ water: string; bench: string }> {
    const water = await this.water();
    const run = await this.run(water, ['kh-drops']);
    const done = [0, 1].map((step) => ({ type: 'step-done', step, did: true }));
    await this.tell(run.id, run.tests[0]!, Date.now(), ...done);
    const bench = `${this.url}/waters/${water}/bench`;
    await page.goto(bench);
    await atBench(page);
    return { water, bench };
  }

  /** What was entered for the readings that are kept, newest first. */
  async entered(waterId: string): Promise<object[]> {
    const path = `/api/waters/${waterId}/readings`;
    const { readings } = await this.call<{ readings: { entered: object }[] }>('GET', path);
    return readings.map((r) => r.entered);
  }

  /** Figures that were written down elsewhere, each in its usual unit. */
  async read(
    waterId: string,
    figures: Readonly<Record<string, string>>,
    hoursAgo = 0.02,
    more: object = {},
  ): Promise<void> {
    for (const [parameter, text] of Object.entries(figures))
      await this.call('POST', '/api/readings', {
        id: randomUUID(),
        waterId,
        parameter,
        takenAt: Date.now() - Math.round(hoursAgo * 3_600_000),
        zone: 'Etc/UTC',
        entered: { how: 'figure', text, unit: usualUnits[parameter] },
        ...more,
      });
  }

  /** A KH reading written in; its identifier. */
  async khReading(waterId: string, drops: number, takenAt = Date.now() - 60_000): Promise<string> {
    const id = randomUUID();
    await this.call('POST', '/api/readings', {
      id,
      waterId,
      parameter: 'alkalinity',
      methodId: 'kh-drops',
      takenAt,
      zone: 'Etc/UTC',
      entered: { how: 'drops', drops },
    });
    return id;
  }
}

/**
 * `served` is an empty keeper's server, `demo` one with Tern Lane, which is made once for each worker and copied; each only
 * starts when a test asks for it.
 */
export const test = base.extend<{ served: Served; demo: Served }, { ternLane: string }>({
  // Playwright reads the first argument's pattern to know what a fixture needs: an empty one means nothing.
  // eslint-disable-next-line no-empty-pattern
  served: async ({}, use) => {
    const served = new Served(false);
    await served.start();
    await use(served);
    await served.remove();
  },
  ternLane: [
    // eslint-disable-next-line no-empty-pattern
    async ({}, use) => {
      const made = new Served(true);
      await made.start();
      await made.end();
      await use(made.folder);
      await made.remove();
    },
    { scope: 'worker' },
  ],
  demo: async ({ ternLane }, use) => {
    const served = new Served(true, main, ternLane);
    await served.start();
    await use(served);
    await served.remove();
  },
});

export { expect };

/** Presses a key so often, one after the other as a hand does. */
export async function pressTimes(page: Page, key: string, times: number): Promise<void> {
  for (let k = 0; k < times; k++) await page.keyboard.press(key);
}

/** Tab until the element has the focus; fails when the keyboard does not get there. */
export async function tabTo(
  page: Page,
  name: string | RegExp,
  role: Parameters<Page['getByRole']>[0],
): Promise<void> {
  const target = page.getByRole(role, { name }).first();
  for (let k = 0; k < 80; k++) {
    if (await target.evaluate((element) => element === document.activeElement)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`The keyboard does not reach ${role} ${String(name)}.`);
}

/** Waits until the bench shows a live run: keys pressed before belong to nothing. */
export async function atBench(page: Page): Promise<void> {
  await expect(page.getByText(/^Step \d+ of \d+$/)).toBeVisible();
}

/** Until the page has fetched all of the bench, as it does when it has nothing else to do: from then on it needs no server. */
export async function wholly(page: Page): Promise<void> {
  await page.waitForFunction(() =>
    performance.getEntriesByType('resource').some(({ name }) => /\/assets\/DeedForm-/.test(name)),
  );
  await page.waitForLoadState('networkidle');
}

/** On the page that starts a run: ticks these tests and no others, whatever is due. */
export async function chooseTests(page: Page, ...names: string[]): Promise<void> {
  const box = (name: string) => page.getByRole('checkbox', { name, exact: true });
  await page.getByRole('button', { name: 'pH, both ranges' }).click();
  for (const name of names) await box(name).check();
  for (const name of ['pH, low range', 'pH, high range'])
    if (!names.includes(name)) await box(name).uncheck();
}

/**
 * The stand-in camera draws by lot what is in its tube, and in which light. A test that goes on to read
 * the picture draws the same each time: some lots are rightly refused, or told as “over”.
 */
export async function sameLot(page: Page): Promise<void> {
  await page.addInitScript(() => {
    Math.random = () => 0.5;
  });
}
