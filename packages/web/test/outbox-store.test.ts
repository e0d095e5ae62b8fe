import { type ReadingDraft, readingRoutes } from '@hedge-lamp/core/readings';
import { planRoutes } from '@hedge-lamp/core/remedies';
import { type RunReceipt, RunDraftSchema, type RunEvent } from '@hedge-lamp/core/bench';
import { openPage } from './made-page';
import { asideOf, outboxOf } from '../src/offline/outbox';
import { useOutbox } from '../src/offline/outbox-store';
import { madeStorage } from './made-storage';

const runId = '00000000-0000-4000-8000-000000000001';
const draft = RunDraftSchema.parse({
  id: runId,
  waterId: '00000000-0000-4000-8000-000000000003',
  startedAt: 1_750_000_000_000,
  zone: 'Etc/UTC',
  tests: [{ id: '00000000-0000-4000-8000-000000000002', methodId: 'kh-drops', methodVersion: 1 }],
});
const drop = (n: number) =>
  ({ id: `drop-${n}`, testId: 't', at: 1_750_000_000_000 + n, type: 'drop', step: 2 }) as RunEvent;
const asThing = (event: RunEvent) => ({
  id: event.id,
  at: event.at,
  thing: { what: 'event' as const, event },
});

/** A server that answers as it is told; counts what it was asked. */
function standIn(answer: (path: string, events: RunEvent[]) => Response | 'dropped') {
  const asked: string[] = [];
  const kept: RunEvent[] = [];
  globalThis.fetch = jest.fn(async (path: string, init: { body?: string }) => {
    if (path === '/api/revision')
      return Response.json({ boot: 'b', count: asked.length, now: Date.now(), demo: false });
    asked.push(path);
    const body = init.body ? (JSON.parse(init.body) as { events?: RunEvent[] }) : {};
    const answered = answer(path, body.events ?? []);
    if (answered === 'dropped') throw new TypeError('fetch failed');
    if (answered.ok) for (const e of body.events ?? []) if (!kept.some((k) => k.id === e.id)) kept.push(e);
    return answered;
  }) as unknown as typeof fetch;
  return { asked, kept };
}
/** What the server says of events that it kept, of so many in all. */
const receipt = (took: number, kept: number, id = runId): RunReceipt => ({
  id,
  took,
  kept,
  finishedAt: null,
  benchCount: 1,
});
const problem = (status: number, detail: string) =>
  Response.json(
    { type: 'about:blank', title: '', status, detail, errors: [] },
    { status, headers: { 'content-type': 'application/problem+json' } },
  );
const ms = (n: number) => new Promise((resolve) => setTimeout(resolve, n));
const waiting = () => outboxOf(localStorage).map((e) => e.id);

describe('the one sender', () => {
  const real = globalThis.fetch;
  beforeEach(() => {
    globalThis.localStorage = madeStorage();
    openPage();
  });
  afterAll(() => {
    globalThis.fetch = real;
  });
  const three = [1, 2, 3].map((n) => asThing(drop(n)));

  it.each([
    ['a host name refused', () => problem(403, 'Only under its own address.')],
    ['a run that this server does not have', () => problem(404, 'This run is not here.')],
    ['a proxy that finds it too large', () => new Response('<h1>413</h1>', { status: 413 })],
    ['a proxy’s own 422', () => Response.json({ error: 'no' }, { status: 422 })],
    ['a failing server', () => problem(500, 'Hedge Lamp failed at this.')],
    ['a login page that answers 200', () => new Response('<html>', { status: 200 })],
    ['somebody else’s JSON', () => Response.json({ ok: true })],
    ['half an answer', () => Response.json(receipt(1, 9))],
    ['a dropped connection', () => 'dropped' as const],
  ])('%s costs no drop', async (_name, answer) => {
    let well = false;
    const server = standIn((_path, events) =>
      well ? Response.json(receipt(events.length, server.kept.length + events.length)) : answer(),
    );
    const outbox = useOutbox();
    outbox.put(runId, three);
    expect(await outbox.outcomeOf(new Set(['drop-1']))).toBe('waiting');
    expect(waiting()).toEqual(['drop-1', 'drop-2', 'drop-3']);
    expect(asideOf(localStorage)).toEqual([]);
    expect(outbox.failing).not.toBe('');
    well = true;
    server.kept.length = 0;
    outbox.sendNow();
    await ms(20);
    expect(server.kept.map((e) => e.id)).toEqual(['drop-1', 'drop-2', 'drop-3']);
    expect(waiting()).toEqual([]);
    expect(outbox.failing).toBe('');
  });

  it('asks a failing server less and less often, however much is put in', async () => {
    const server = standIn(() => problem(500, 'Failed.'));
    const outbox = useOutbox();
    const until = Date.now() + 4000;
    let put = 0;
    for (; Date.now() < until; put++) {
      outbox.put(runId, [asThing(drop(put))]);
      await ms(40);
    }
    // Far more was put in than was asked for, however slow the machine; all of it waits.
    expect(put).toBeGreaterThan(20);
    expect(waiting()).toHaveLength(put);
    // 1 s and 2 s by lot between once and twice as long: at most at 0, 1 and 3 s.
    expect(server.asked.length).toBeGreaterThanOrEqual(2);
    expect(server.asked.length).toBeLessThanOrEqual(3);
  }, 10_000);

  it('finds the one that is refused among many, and puts just that aside', async () => {
    const server = standIn((_path, events) =>
      events.some((e) => e.id === 'drop-7')
        ? problem(422, 'Not this one.')
        : Response.json(receipt(events.length, server.kept.length + events.length)),
    );
    const outbox = useOutbox();
    const others = Array.from({ length: 12 }, (_, n) => drop(n)).map((e) =>
      e.id === 'drop-7' ? e : { ...e, testId: `tube ${e.id}` },
    ) as RunEvent[];
    outbox.put(runId, others.map(asThing));
    await outbox.outcomeOf(new Set(['drop-11']));
    expect(asideOf(localStorage).map((a) => [a.entry.id, a.why])).toEqual([['drop-7', 'Not this one.']]);
    expect(server.kept).toHaveLength(11);
    expect(waiting()).toEqual([]);
  });

  it('sends what another lane holds though one fails', async () => {
    const server = standIn((path, events) =>
      path.includes(runId)
        ? problem(404, 'This run is not here.')
        : Response.json(receipt(events.length, events.length, 'run-b')),
    );
    const outbox = useOutbox();
    outbox.put(runId, [asThing(drop(1))]);
    await ms(20);
    // The first lane is tried again later; what is new in another one does not wait for that.
    outbox.put('run-b', [asThing(drop(2))]);
    expect(await outbox.outcomeOf(new Set(['drop-2']))).toBe('sent');
    expect(outbox.failing).not.toBe('');
    expect(server.kept.map((e) => e.id)).toEqual(['drop-2']);
    expect(waiting()).toEqual(['drop-1']);
  });

  describe('a reading that somebody types', () => {
    const id = '00000000-0000-4000-8000-0000000000a1';
    const about = { waterId: draft.waterId, says: 'Nitrite 0.25 mg/L' };
    // The server is a stand-in: what a reading holds does not matter to it.
    const other = '00000000-0000-4000-8000-000000000009';
    const reading = { body: { id } as ReadingDraft };
    it('is sent, and its answer is given', async () => {
      standIn(() => Response.json({ id: '00000000-0000-4000-8000-0000000000a1', version: 1 }));
      const outcome = await useOutbox().ask(id, about, readingRoutes.keep, reading);
      expect(outcome).toEqual({
        sent: true,
        answer: { id: '00000000-0000-4000-8000-0000000000a1', version: 1 },
      });
      expect(waiting()).toEqual([]);
    });
    it('waits on this device while nobody takes it, with the change that follows it', async () => {
      let away = true;
      const bodies: string[] = [];
      standIn((path) => {
        if (away) return 'dropped';
        bodies.push(path);
        return Response.json({ id: '00000000-0000-4000-8000-0000000000a1' });
      });
      const outbox = useOutbox();
      expect(await outbox.ask(id, about, readingRoutes.keep, reading)).toEqual({ sent: false });
      const change = { params: { id }, body: { version: 1, change: {} as ReadingDraft } };
      expect(await outbox.ask(id, about, readingRoutes.change, change)).toEqual({ sent: false });
      expect(waiting()).toHaveLength(2);
      away = false;
      outbox.sendNow();
      await ms(20);
      expect(bodies).toEqual(['/api/readings', '/api/readings/00000000-0000-4000-8000-0000000000a1']);
      expect(waiting()).toEqual([]);
    });
    it.each([
      [
        'a change',
        () =>
          useOutbox().ask('lane', about, readingRoutes.change, {
            params: { id: other },
            body: { version: 1, change: {} as ReadingDraft },
          }),
      ],
      ['a deletion', () => useOutbox().ask('lane', about, readingRoutes.remove, { params: { id: other } })],
      [
        'a tick',
        () =>
          useOutbox().ask('lane', about, planRoutes.tick, {
            params: { id: draft.waterId },
            body: { id, lineId: 'l', key: 'k', at: 1, zone: 'Etc/UTC' },
          }),
      ],
    ])('%s that somebody else’s JSON answered is not called sent', async (_name, send) => {
      standIn(() => Response.json({ ok: true }));
      expect(await send()).toEqual({ sent: false });
      expect(waiting()).toHaveLength(1);
    });
    it('stays in its form when the server refuses it', async () => {
      standIn(() => problem(422, 'This time lies in the future.'));
      await expect(useOutbox().ask(id, about, readingRoutes.keep, reading)).rejects.toThrow('future');
      expect(waiting()).toEqual([]);
      expect(asideOf(localStorage)).toEqual([]);
    });
  });

  it('keeps what waits through a reload, and what was refused', async () => {
    standIn(() => 'dropped');
    useOutbox().put(runId, three);
    await ms(10);
    openPage();
    const refusing = standIn(() => problem(409, 'Something else is kept under this identifier.'));
    const second = useOutbox();
    expect(second.entries).toHaveLength(3);
    second.sendNow();
    await ms(20);
    openPage();
    const third = useOutbox();
    expect(third.aside.map((a) => a.why)).toEqual(['Something else is kept under this identifier.']);
    expect(third.entries.map((e) => e.id)).toEqual(['drop-2', 'drop-3']);
    expect(refusing.kept).toEqual([]);
  });

  it('puts in all of what was done at once, or nothing', () => {
    standIn(() => 'dropped');
    const outbox = useOutbox();
    const plain = localStorage.setItem.bind(localStorage);
    let room = 2;
    localStorage.setItem = (key, value) => {
      if (key.includes('outbox') && room-- <= 0) throw new Error('quota');
      plain(key, value);
    };
    expect(() => outbox.put(runId, three)).toThrow('quota');
    expect(waiting()).toEqual([]);
  });
});
