import { execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Run, RunEvent, RunReceipt } from '@hedge-lamp/core/bench';
import { tubesAt } from '@hedge-lamp/core/bench';
import { v4 as newId } from 'uuid';
import { type MadeApp, makeApp, now } from './made-app';

const runDraft = (waterId: string, startedAt: number) => ({
  id: newId(),
  waterId,
  startedAt,
  zone: 'Etc/UTC',
  by: 'TL',
  tests: [{ id: newId(), methodId: 'kh-drops' }],
});
type Body = { type: RunEvent['type'] } & Record<string, unknown>;
const eventsFor = (testId: string, start: number, bodies: Body[]) =>
  bodies.map((body, k) => ({ id: newId(), testId, at: start + k * 1000, ...body }));
const counting = (drops: number): Body[] => [
  { type: 'step-done', step: 0 },
  { type: 'step-done', step: 1 },
  ...Array.from({ length: drops }, (): Body => ({ type: 'drop', step: 2 })),
];

describe('a run', () => {
  let made: MadeApp;
  let waterId: string;
  beforeEach(async () => {
    made = await makeApp();
    waterId = await made.makeWater();
  });
  afterEach(() => made.close());

  const start = async () => {
    const draft = runDraft(waterId, now - 120_000);
    expect((await made.call('POST', '/api/runs', draft)).status).toBe(201);
    return draft;
  };
  const send = (run: { id: string }, events: object[]) =>
    made.call<RunReceipt & { errors: { path: string }[] }>('POST', `/api/runs/${run.id}/events`, { events });

  const tubeOf = async ({ id }: { id: string }) => {
    const { body } = await made.call<Run>('GET', `/api/runs/${id}`);
    return tubesAt(body, body.events, now)[0]!;
  };

  it('answers a drop with next to nothing, however long the run is, and counts what it changed', async () => {
    const run = await start();
    const testId = run.tests[0]!.id;
    await send(run, eventsFor(testId, now - 100_000, counting(100)));
    const counts = async () =>
      (await made.call<{ topics: Record<string, number> }>('GET', '/api/revision')).body.topics;
    const before = await counts();
    const { body } = await send(run, eventsFor(testId, now - 9000, [{ type: 'drop', step: 2 }]));
    expect(body).toEqual({
      id: run.id,
      took: 1,
      kept: 103,
      finishedAt: null,
      benchCount: before.bench! + 1,
    });
    expect(await counts()).toEqual({ ...before, bench: before.bench! + 1 });
    // Sent again it changes nothing; a reading that comes of it does.
    const done = eventsFor(testId, now - 8000, [
      { type: 'turned', step: 2 },
      { type: 'confirmed', readingId: newId(), zone: 'Etc/UTC' },
    ]);
    await send(run, done);
    const after = await counts();
    expect(after).toEqual({ ...before, bench: before.bench! + 2, readings: before.readings! + 1 });
    await send(run, done);
    expect(await counts()).toEqual(after);
  });

  it('keeps the reading in the same stroke as the word that it is kept', async () => {
    const run = await start();
    const testId = run.tests[0]!.id;
    const readingId = newId();
    const { body } = await send(
      run,
      eventsFor(testId, now - 100_000, [
        ...counting(5),
        { type: 'turned', step: 2 },
        { type: 'confirmed', readingId, zone: 'Etc/UTC' },
      ]),
    );
    expect(body.finishedAt).toBe(now);
    const reading = await made.call('GET', `/api/readings/${readingId}`);
    expect(reading.body).toMatchObject({
      entered: { how: 'drops', drops: 5 },
      runId: run.id,
      by: 'TL',
      takenAt: now - 100_000,
    });
    expect((await made.call<unknown[]>('GET', '/api/runs/open')).body).toEqual([]);
  });

  it('stays finished when it was, when its last event is sent once more a day later', async () => {
    const run = await start();
    const last = eventsFor(run.tests[0]!.id, now - 100_000, [
      ...counting(5),
      { type: 'turned', step: 2 },
      { type: 'confirmed', readingId: newId(), zone: 'Etc/UTC' },
    ]);
    expect((await send(run, last)).body.finishedAt).toBe(now);
    made.at(now + 86_400_000);
    expect((await send(run, last)).body.finishedAt).toBe(now);
  });

  it('counts events once, however often an offline page sends them', async () => {
    const run = await start();
    const events = eventsFor(run.tests[0]!.id, now - 100_000, counting(4));
    await send(run, events);
    const { body } = await send(run, events);
    expect(body.kept).toBe(events.length);
    expect((await tubeOf(run)).drops[2]).toBe(4);
  });

  it('takes the drops of two pages together', async () => {
    const run = await start();
    const testId = run.tests[0]!.id;
    await send(run, eventsFor(testId, now - 90_000, counting(2)));
    await send(run, eventsFor(testId, now - 80_000, [{ type: 'drop', step: 2 }]));
    expect((await tubeOf(run)).drops[2]).toBe(3);
  });

  it('does not lose a reading to a clock that runs ahead', async () => {
    const run = await start();
    const readingId = newId();
    await send(
      run,
      eventsFor(run.tests[0]!.id, now + 3_600_000, [
        ...counting(3),
        { type: 'turned', step: 2 },
        { type: 'confirmed', readingId, zone: 'Etc/UTC' },
      ]),
    );
    expect((await made.call('GET', `/api/readings/${readingId}`)).body).toMatchObject({ takenAt: now });
  });

  it('keeps nothing of a batch in which a reading cannot be', async () => {
    const draft = { ...runDraft(waterId, now), tests: [{ id: newId(), methodId: 'pen-ph' }] };
    await made.call('POST', '/api/runs', draft);
    const { status, body } = await send(
      draft,
      eventsFor(draft.tests[0]!.id, now, [
        { type: 'figure', step: 0, text: '15', unit: 'pH' },
        { type: 'confirmed', readingId: newId(), zone: 'Etc/UTC' },
      ]),
    );
    expect(status).toBe(422);
    expect(body.errors[0]!.path).toBe('entered.text');
    expect((await made.call<Run>('GET', `/api/runs/${draft.id}`)).body.events).toEqual([]);
  });

  it.each([
    ['no tests', { tests: [] }, 422, 'tests'],
    ['a method that is none', { tests: [{ id: newId(), methodId: 'tea-leaves' }] }, 422, 'tests.0.methodId'],
    ['a water that is gone', { waterId: newId() }, 404, 'waterId'],
  ])('with %s is refused at the field', async (_name, more, status, path) => {
    const answer = await made.call<{ errors: { path: string }[] }>('POST', '/api/runs', {
      ...runDraft(waterId, now),
      ...more,
    });
    expect(answer.status).toBe(status);
    expect(answer.body.errors.map((e) => e.path)).toContain(path);
  });
});

describe('a server that is killed', () => {
  const root = join(__dirname, '../../..');
  const main = join(root, 'packages/server/dist/main.mjs');
  const folder = mkdtempSync(join(tmpdir(), 'hedge-lamp-'));
  const servers: ReturnType<typeof spawn>[] = [];
  beforeAll(() => execFileSync('node', [join(root, 'scripts/build.mjs'), '--server-only']), 60_000);
  afterAll(() => {
    servers.forEach((s) => s.kill('SIGKILL'));
    rmSync(folder, { recursive: true });
  });

  const boot = async () => {
    const server = spawn('node', [main], {
      env: { ...process.env, HEDGE_LAMP_DATA: folder, HEDGE_LAMP_PORT: '0', HEDGE_LAMP_DEMO: '' },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    servers.push(server);
    const address = await new Promise<string>((resolve) =>
      server.stdout!.on('data', (text: Buffer) => {
        const found = /http:\S+/.exec(String(text));
        if (found) resolve(found[0]);
      }),
    );
    return { server, address };
  };
  const post = async (url: string, body: object) => {
    const answer = await fetch(url, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    expect(answer.ok).toBe(true);
  };

  it('has on disk what it had answered, and the run stands at the same drop', async () => {
    const first = await boot();
    const waterId = newId();
    await post(`${first.address}/api/waters`, {
      id: waterId,
      name: 'Tank',
      kind: 'aquarium',
      netLiters: 100,
    });
    const start = Date.now() - 60_000;
    const kept = runDraft(waterId, start);
    const open = runDraft(waterId, start);
    const readingId = newId();
    await post(`${first.address}/api/runs`, kept);
    await post(`${first.address}/api/runs`, open);
    await post(`${first.address}/api/runs/${open.id}/events`, {
      events: eventsFor(open.tests[0]!.id, start, counting(7)),
    });
    await post(`${first.address}/api/runs/${kept.id}/events`, {
      events: eventsFor(kept.tests[0]!.id, start, [
        ...counting(5),
        { type: 'turned', step: 2 },
        { type: 'confirmed', readingId, zone: 'Etc/UTC' },
      ]),
    });
    // At once after the answer, without a chance to tidy up.
    first.server.kill('SIGKILL');

    const second = await boot();
    const reading = await (await fetch(`${second.address}/api/readings/${readingId}`)).json();
    expect(reading).toMatchObject({ entered: { how: 'drops', drops: 5 }, version: 1 });
    const runs = (await (await fetch(`${second.address}/api/runs/open`)).json()) as Run[];
    expect(runs.map((r) => r.id)).toEqual([open.id]);
    const [tube] = tubesAt(runs[0]!, runs[0]!.events, Date.now());
    expect([tube!.step, tube!.drops[2]]).toEqual([2, 7]);
  }, 60_000);
});
