import { useServerLink } from '../src/clock/server-link';
import { type Run, RunDraftSchema, type RunEvent } from '@hedge-lamp/core/bench';
import { writtenHeader } from '@hedge-lamp/core/wire';
import { openPage } from './made-page';
import { useBench } from '../src/bench/bench-store';
import { asideOf, eventsOf as outboxOf } from '../src/offline/outbox';
import { hearWritten } from '../src/wire/call';
import { useUnsentWaters } from '../src/offline/unsent-waters';
import { useOutbox } from '../src/offline/outbox-store';
import { madeStorage } from './made-storage';

const runId = '00000000-0000-4000-8000-000000000001';
const testId = '00000000-0000-4000-8000-000000000002';
const draft = RunDraftSchema.parse({
  id: runId,
  waterId: '00000000-0000-4000-8000-000000000003',
  startedAt: 1_750_000_000_000,
  zone: 'Etc/UTC',
  tests: [{ id: testId, methodId: 'kh-drops', methodVersion: 1 }],
});
const fresh = (): Run => ({
  ...draft,
  events: [],
  finishedAt: null,
});

/** A server that can be switched off, and that refuses some kinds of events. */
function standIn() {
  const state = {
    up: true,
    run: fresh(),
    refuses: '' as string,
    batches: 0,
    asked: [] as string[],
    written: '',
  };
  globalThis.fetch = jest.fn(async (path: string, init: { body?: string }) => {
    if (!state.up) throw new TypeError('network');
    if (path === '/api/runs/open') state.asked.push(path);
    if (path === '/api/runs/open')
      return Response.json(state.run.finishedAt === null ? [state.run] : [], {
        headers: state.written ? { [writtenHeader]: state.written } : {},
      });
    if (path === '/api/revision') return Response.json({ boot: 'b', count: 1, now: Date.now(), demo: false });
    if (path === '/api/methods') return Response.json([]);
    state.asked.push(path);
    const { events = [] } = JSON.parse(init.body ?? '{}') as { events?: RunEvent[] };
    if (init.body) state.batches += 1;
    if (events.some((e) => e.type === state.refuses))
      return Response.json(
        { detail: 'Not this one.', errors: [] },
        { status: 422, headers: { 'content-type': 'application/problem+json' } },
      );
    const known = new Set(state.run.events.map((e) => e.id));
    state.run = { ...state.run, events: [...state.run.events, ...events.filter((e) => !known.has(e.id))] };
    if (!init.body) return Response.json(state.run);
    return Response.json({
      id: runId,
      took: events.length,
      kept: state.run.events.length,
      finishedAt: state.run.finishedAt,
      benchCount: 1,
    });
  }) as unknown as typeof fetch;
  return state;
}
const settled = () => new Promise((resolve) => setTimeout(resolve, 30));

describe('the bench of a page', () => {
  const real = globalThis.fetch;
  beforeEach(() => {
    // The pages of the tests before are closed.
    hearWritten.clear();
    globalThis.localStorage = madeStorage();
    openPage();
  });
  afterAll(() => {
    globalThis.fetch = real;
  });
  const drops = (bench: ReturnType<typeof useBench>) => bench.tubesOf(bench.runs[0]!)[0]!.drops[2];
  const toCount = (bench: ReturnType<typeof useBench>) =>
    [0, 1].forEach((step) => bench.tell(runId, { type: 'step-done', testId, step }));
  const drop = (bench: ReturnType<typeof useBench>) => bench.tell(runId, { type: 'drop', testId, step: 2 });

  it('shows at once what happened, and sends it', async () => {
    const server = standIn();
    const bench = useBench();
    await bench.load();
    toCount(bench);
    drop(bench);
    expect(drops(bench)).toBe(1);
    await settled();
    expect(server.run.events.map((e) => e.type)).toEqual(['step-done', 'step-done', 'drop']);
    expect(outboxOf(localStorage, runId)).toEqual([]);
    expect(bench.waiting).toBe(0);
  });

  it('asks for what is open once, whoever wants it meanwhile, and again after an answer that failed', async () => {
    const server = standIn();
    const bench = useBench();
    server.up = false;
    await Promise.all([bench.load(), bench.load()]);
    expect(bench.loaded).toBe(false);
    server.up = true;
    await Promise.all([bench.load(), bench.load(), bench.load()]);
    expect(bench.loaded).toBe(true);
    expect(bench.runs).toHaveLength(1);
    expect(server.asked.filter((path) => path === '/api/runs/open')).toHaveLength(1);
  });

  it('keeps what the server did not answer for, also through a reload, and sends it once', async () => {
    const server = standIn();
    const first = useBench();
    await first.load();
    server.up = false;
    toCount(first);
    drop(first);
    drop(first);
    await settled();
    expect(first.waiting).toBe(4);
    // The page is opened anew: another store on the same device.
    server.up = true;
    openPage();
    const second = useBench();
    await second.load();
    expect(drops(second)).toBe(2);
    await settled();
    expect(server.run.events).toHaveLength(4);
    expect(outboxOf(localStorage, runId)).toEqual([]);
    await second.load();
    expect(drops(second)).toBe(2);
  });

  it('shows the run as it stood when the page is opened anew and nobody answers', async () => {
    const server = standIn();
    const first = useBench();
    await first.load();
    toCount(first);
    drop(first);
    await settled();
    server.up = false;
    drop(first);
    await settled();
    // Still away, and the page is opened anew: what was sent and what waits are both there.
    openPage();
    const second = useBench();
    await second.load();
    expect(drops(second)).toBe(2);
    server.up = true;
    await second.load();
    useOutbox().sendNow();
    await settled();
    expect(server.run.events.map((e) => e.type)).toEqual(['step-done', 'step-done', 'drop', 'drop']);
  });

  it('on a full device gives up the copy of the runs before anything that is not sent', async () => {
    const server = standIn();
    const bench = useBench();
    await bench.load();
    await settled();
    const plain = localStorage;
    const isFull = () => plain.getItem('hedge-lamp.live-runs') !== null;
    globalThis.localStorage = Object.create(plain, {
      setItem: {
        value: (key: string, value: string) => {
          if (isFull()) throw new Error('quota');
          plain.setItem(key, value);
        },
      },
    }) as Storage;
    expect(isFull()).toBe(true);
    server.up = false;
    await bench.tell(runId, { type: 'step-done', testId, step: 0 });
    expect(outboxOf(plain, runId)).toHaveLength(1);
    expect(bench.tubesOf(bench.runs[0]!)[0]!.step).toBe(1);
  });

  it('says so when there is no room at all, and does not show what it cannot keep', async () => {
    standIn();
    const bench = useBench();
    await bench.load();
    localStorage.setItem = () => {
      throw new Error('quota');
    };
    expect(await bench.tell(runId, { type: 'step-done', testId, step: 0 })).toBe('refused');
    expect(bench.refusal).toContain('no room left');
    expect(bench.tubesOf(bench.runs[0]!)[0]!.step).toBe(0);
  });

  it('puts aside what was refused, says so, and sends it later', async () => {
    const server = standIn();
    server.refuses = 'doubt';
    const bench = useBench();
    await bench.load();
    server.up = false;
    toCount(bench);
    bench.tell(runId, { type: 'doubt', testId, doubt: 'lost-count', on: true });
    drop(bench);
    await settled();
    server.up = true;
    useOutbox().sendNow();
    await settled();
    expect(bench.refusal).toContain('Not this one.');
    // A drop that came after what was refused waits: the tube might be another one without it.
    expect(server.run.events.map((e) => e.type)).toEqual(['step-done', 'step-done']);
    expect(asideOf(localStorage)).toMatchObject([{ why: 'Not this one.' }]);
    expect(bench.tubesOf(bench.runs[0]!)[0]).toMatchObject({ doubts: [], drops: { 2: 1 } });
    // Its water is not called clear meanwhile.
    expect(useUnsentWaters().has(draft.waterId)).toBe(true);
    expect(useUnsentWaters().has('another')).toBe(false);
    server.refuses = '';
    useOutbox().again(asideOf(localStorage)[0]!);
    await settled();
    expect(server.run.events.map((e) => e.type)).toEqual(['step-done', 'step-done', 'doubt', 'drop']);
    expect(asideOf(localStorage)).toEqual([]);
    expect(useUnsentWaters().has(draft.waterId)).toBe(false);
  });

  it('asks for the open runs anew when the server was started again, on whatever data', async () => {
    const server = standIn();
    const [bench, link] = [useBench(), useServerLink()];
    link.learn({ boot: 'one', topics: {} });
    await bench.load();
    await settled();
    const open = () => server.asked.filter((path) => path === '/api/runs/open').length;
    const before = open();
    server.run = { ...server.run, finishedAt: 1 };
    link.learn({ boot: 'another', topics: {} });
    await settled();
    expect(open()).toBe(before + 1);
    expect(bench.runs).toEqual([]);
  });

  it('asks for the open runs anew where something was written while they were on their way, and only then', async () => {
    const server = standIn();
    const [bench, link] = [useBench(), useServerLink()];
    const open = () => server.asked.filter((path) => path === '/api/runs/open').length;
    const loading = bench.load();
    link.learn({ boot: 'one', topics: { bench: 4 } });
    await loading;
    await settled();
    // The first word of the server came meanwhile: asked for once.
    expect(open()).toBe(1);
    // Asked for while the server was away, it is asked for once it answers.
    server.up = false;
    link.learn({ boot: 'one', topics: { bench: 5 } });
    await settled();
    server.up = true;
    expect(open()).toBe(1);
    link.answers += 1;
    await settled();
    expect(open()).toBe(2);
    link.answers += 1;
    await settled();
    expect(open()).toBe(2);
    // A drop that is answered for while the answer about the runs, from before it, is on its way.
    server.written = 'one bench=5';
    const again = bench.load();
    link.learn({ boot: 'one', topics: { bench: 6 } });
    server.written = 'one bench=6';
    await again;
    await settled();
    expect(open()).toBe(4);
  });

  it('calls no water clear while something was refused of a run that nobody here knows', () => {
    standIn();
    const event = { id: 'e', testId, at: 1, type: 'drop', step: 2 };
    const key = `hedge-lamp.outbox.${runId}.000000000000001-000000.e`;
    const entry = { key, lane: runId, id: 'e', at: 1, thing: { what: 'event', event } };
    localStorage.setItem('hedge-lamp.aside.e', JSON.stringify({ entry, why: 'No.', at: 1 }));
    useBench();
    expect(useUnsentWaters().has('any')).toBe(true);
  });
});
