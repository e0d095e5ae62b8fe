import { useQueryCache } from '@pinia/colada';
import { todayRoutes } from '@hedge-lamp/core/guidelines';
import { waterRoutes } from '@hedge-lamp/core/waters';
import { type WrittenSoFar, writeWritten, writtenHeader } from '@hedge-lamp/core/wire';
import { deedRoutes } from '@hedge-lamp/core/remedies';
import { type Ref, ref } from 'vue';
import { useServerLink } from '../src/clock/server-link';
import { ApiError } from '../src/wire/api-error';
import { ask } from '../src/wire/ask';
import { hearWritten } from '../src/wire/call';
import { useKeptAnswer } from '../src/shell/kept-answer';
import { useAnswer, useLoaded } from '../src/shell/use-loaded';
import { madeStorage } from './made-storage';
import { openPage } from './made-page';

const waterId = '00000000-0000-4000-8000-000000000003';
const quarter = 1_980_000;
const real = globalThis.fetch;
let open: ReturnType<typeof openPage>;
beforeEach(() => {
  // The pages of the tests before are closed.
  hearWritten.clear();
  globalThis.localStorage = madeStorage();
  open = openPage();
});
afterEach(() => {
  // With what waits to be let go.
  const cache = useQueryCache();
  cache.getEntries().forEach((entry) => cache.remove(entry));
  globalThis.fetch = real;
});
const settled = () => new Promise((resolve) => setTimeout(resolve, 0));

/** Answers that come when the test lets them. */
function waiting() {
  const answers: { key: string; give: (value: string) => void; fail: (error: Error) => void }[] = [];
  const load = (key: string) =>
    new Promise<string>((give, fail) => {
      answers.push({ key, give, fail });
    });
  return { answers, load };
}

describe('what a page loads', () => {
  it('drops an answer that comes after the page went on to something else', async () => {
    const { answers, load } = waiting();
    const key = ref('first');
    const { data } = open(() =>
      useLoaded(
        () => key.value,
        () => load(key.value),
      ),
    );
    key.value = 'second';
    await settled();
    expect(answers.map((a) => a.key)).toEqual(['first', 'second']);
    answers[1]!.give('of the second');
    await settled();
    answers[0]!.give('of the first, too late');
    await settled();
    expect(data.value).toBe('of the second');
  });

  it('keeps what is shown while it loads again, and when that fails', async () => {
    const { answers, load } = waiting();
    const { data, error, again } = open(() =>
      useLoaded(
        () => 'one',
        () => load('one'),
      ),
    );
    answers[0]!.give('shown');
    await settled();
    void again();
    expect(data.value).toBe('shown');
    answers[1]!.fail(new Error('The server does not answer.'));
    await settled();
    expect([data.value, error.value]).toEqual(['shown', 'The server does not answer.']);
  });

  it('loads again when what it shows was written anywhere, but not for the first word of the server', async () => {
    const { answers, load } = waiting();
    const link = useServerLink();
    open(() =>
      useLoaded(
        () => 'one',
        () => load('one'),
        { shows: ['readings', 'deeds'] },
      ),
    );
    link.quarter = quarter;
    const told = async (boot: string, topics: WrittenSoFar['topics']) => {
      link.learn({ boot, topics });
      await settled();
      return answers.length;
    };
    expect(await told('b', { readings: 1, bench: 1 })).toBe(1);
    // Ten drops on the bench are nothing to it.
    for (let drops = 2; drops <= 11; drops++) expect(await told('b', { readings: 1, bench: drops })).toBe(1);
    expect(await told('b', { readings: 2, bench: 11 })).toBe(2);
    expect(await told('b', { readings: 2, deeds: 1, bench: 11 })).toBe(3);
    // An answer that was overtaken on its way says less: nothing is new.
    expect(await told('b', { readings: 1 })).toBe(3);
    // A server that was started again counts anew.
    expect(await told('another', { readings: 2, deeds: 1, bench: 11 })).toBe(4);
  });

  it('asks again by itself once the server answers, but not for what the server refused', async () => {
    const { answers, load } = waiting();
    const link = useServerLink();
    const { data, error } = open(() =>
      useLoaded(
        () => 'one',
        () => load('one'),
      ),
    );
    answers[0]!.fail(new ApiError(0, 'Nobody there.'));
    await settled();
    expect(error.value).toBe('Nobody there.');
    // One attempt at a time: a slow answer is not overtaken by the next question.
    for (let k = 0; k < 3; k++) {
      link.answers += 1;
      await settled();
    }
    expect(answers).toHaveLength(2);
    answers[1]!.fail(new ApiError(404, 'This is not here.'));
    await settled();
    link.answers += 1;
    await settled();
    expect([answers.length, data.value, error.value]).toEqual([2, null, 'This is not here.']);
  });

  it('loads again as time goes by, though nothing was written: what was true grows old', async () => {
    const { answers, load } = waiting();
    const link = useServerLink();
    open(() =>
      useLoaded(
        () => 'one',
        () => load('one'),
      ),
    );
    link.learn({ boot: 'b', topics: {} });
    link.quarter = quarter;
    await settled();
    expect(answers).toHaveLength(1);
    link.quarter += 1;
    await settled();
    expect(answers).toHaveLength(2);
  });

  it('asks for something else at once, though an answer is on its way', async () => {
    const { answers, load } = waiting();
    const rows = ref(100);
    const { data, askOtherwise } = open(() =>
      useLoaded(
        () => 'log',
        () => load(`${rows.value} rows`),
      ),
    );
    rows.value = 200;
    void askOtherwise();
    await settled();
    expect(answers.map((a) => a.key)).toEqual(['100 rows', '200 rows']);
    answers[1]!.give('200 rows');
    answers[0]!.give('100 rows');
    await settled();
    expect(data.value).toBe('200 rows');
  });
});

/** A server that counts as the real one does, and says beside each answer what was written. */
function standIn() {
  const state = {
    up: true,
    boot: 'b',
    topics: { deeds: 1 } as Record<string, number>,
    asked: [] as string[],
  };
  const answer = (body: unknown, written: string) =>
    Response.json(body, { headers: { [writtenHeader]: written } });
  globalThis.fetch = jest.fn(async (path: string, { method = 'GET' }: { method?: string } = {}) => {
    if (!state.up) throw new TypeError('network');
    const before = writeWritten(state);
    if (path === '/api/revision') {
      const { boot, topics } = state;
      return Response.json({ boot, topics, count: 1, now: quarter * 900_000, demo: false });
    }
    state.asked.push(`${method} ${path}`);
    await Promise.resolve();
    if (method === 'GET') return answer({ verdict: `of ${state.topics.deeds} deeds` }, before);
    state.topics = { ...state.topics, deeds: (state.topics.deeds ?? 0) + 1 };
    return answer({}, writeWritten(state));
  }) as unknown as typeof fetch;
  return state;
}

describe('what this page knows already', () => {
  const today = () => open(() => useAnswer(todayRoutes.today, () => ({ params: { id: waterId } })));
  const asked = (server: ReturnType<typeof standIn>) =>
    server.asked.filter((a) => a.endsWith('/today')).length;
  /** A page whose server was just heard. */
  const heard = async () => {
    const link = useServerLink();
    await link.ask();
    return link;
  };

  it('is shown at once where nothing was written since, and asked for once where two parts show it', async () => {
    const server = standIn();
    await heard();
    const [first, second] = [today(), today()];
    await settled();
    expect(first.data.value).toEqual({ verdict: 'of 1 deeds' });
    expect(second.data.value).toBe(first.data.value);
    first.leave();
    second.leave();
    const later = today();
    expect(later.data.value).toEqual({ verdict: 'of 1 deeds' });
    await settled();
    expect(asked(server)).toBe(1);
    later.leave();
  });

  /** An old verdict must not stand on a page for a moment, as “Clear” over what was just read. */
  const forgets: Record<string, (server: ReturnType<typeof standIn>) => Promise<unknown>> = {
    'after a write of this very page, before the server is asked what changed': () =>
      ask(deedRoutes.remove, { params: { id: waterId } }),
    'after a write elsewhere': async () => useServerLink().learn({ boot: 'b', topics: { deeds: 2 } }),
    'as time goes by': async () => void (useServerLink().quarter += 1),
    'when the server was started again': async (server) => {
      Object.assign(server, { boot: 'c', topics: {} });
      useServerLink().learn({ boot: 'c', topics: {} });
    },
  };
  it.each(Object.entries(forgets))('is forgotten where nobody shows it %s', async (_when, happens) => {
    const server = standIn();
    await heard();
    const first = today();
    await settled();
    expect(first.data.value).not.toBeNull();
    first.leave();
    await happens(server);
    const later = today();
    expect(later.data.value).toBeNull();
    await settled();
    expect(later.data.value).not.toBeNull();
    expect(asked(server)).toBe(2);
    later.leave();
  });

  it('is put right at once where somebody else wrote since the server was last asked what changed', async () => {
    const server = standIn();
    await heard();
    const first = today();
    await settled();
    first.leave();
    server.topics = { deeds: 7 };
    const later = today();
    await settled();
    await settled();
    expect(later.data.value).toEqual({ verdict: 'of 7 deeds' });
    later.leave();
  });

  it('is not shown to a page that opens while the server is away: nobody can say whether it still is so', async () => {
    const server = standIn();
    const link = await heard();
    const first = today();
    await settled();
    first.leave();
    server.up = false;
    await link.ask();
    const later = today();
    expect(later.data.value).toBeNull();
    await settled();
    expect([later.data.value, later.error.value]).toEqual([null, expect.stringContaining('does not answer')]);
    later.leave();
  });

  it('is not shown to a page that opens after this device slept, before the server was heard again', async () => {
    standIn();
    await heard();
    const first = today();
    await settled();
    first.leave();
    const woken = jest.spyOn(Date, 'now').mockReturnValue(Date.now() + 3_600_000);
    const later = today();
    expect(later.data.value).toBeNull();
    woken.mockRestore();
    await settled();
    expect(later.data.value).not.toBeNull();
    later.leave();
  });

  it('asks for a shown answer once after a write of this page, and not again for the same news', async () => {
    const server = standIn();
    const link = await heard();
    const shown = today();
    await settled();
    await ask(deedRoutes.remove, { params: { id: waterId } });
    await shown.again();
    expect(shown.data.value).toEqual({ verdict: 'of 2 deeds' });
    link.learn({ boot: 'b', topics: { deeds: 2 } });
    await settled();
    expect(asked(server)).toBe(2);
    shown.leave();
  });

  it('asks once more for what was written while the first answer of all was on its way', async () => {
    const server = standIn();
    const link = useServerLink();
    const shown = today();
    // Another page writes, and another answer tells of it, before ours is there.
    server.topics = { deeds: 5 };
    link.learn({ boot: 'b', topics: { deeds: 5 } });
    await settled();
    expect(shown.data.value).toEqual({ verdict: 'of 5 deeds' });
    expect(asked(server)).toBe(2);
    shown.leave();
  });

  it('asks nothing where there is nothing to ask, and asks when there is', async () => {
    const server = standIn();
    await heard();
    const stocked: Ref<boolean> = ref(false);
    const shown = open(() =>
      useAnswer(todayRoutes.today, () => (stocked.value ? { params: { id: waterId } } : null)),
    );
    await settled();
    expect([server.asked, shown.data.value]).toEqual([[], null]);
    stocked.value = true;
    await settled();
    expect(shown.data.value).toEqual({ verdict: 'of 1 deeds' });
    stocked.value = false;
    await settled();
    expect(shown.data.value).toBeNull();
    shown.leave();
  });

  it('asks whenever the page opens where what it says changes without a write', async () => {
    const server = standIn();
    await heard();
    const removed = () =>
      open(() => useAnswer(todayRoutes.today, () => ({ params: { id: waterId } }), { anew: true }));
    const first = removed();
    await settled();
    first.leave();
    const later = removed();
    expect(later.data.value).toBeNull();
    await settled();
    expect(asked(server)).toBe(2);
    later.leave();
  });
});

describe('a list kept on this device', () => {
  const list = (rows: unknown[]) => {
    const state = { up: true, rows, asked: 0, topics: { waters: 1 } };
    globalThis.fetch = jest.fn(async () => {
      if (!state.up) throw new TypeError('network');
      state.asked += 1;
      return Response.json(state.rows, {
        headers: { [writtenHeader]: writeWritten({ boot: 'b', topics: state.topics }) },
      });
    }) as unknown as typeof fetch;
    return state;
  };
  const kept = () => open(() => useKeptAnswer(waterRoutes.list, 'hedge-lamp.test'));

  it('stays when nobody answers, and is asked for by itself once somebody does', async () => {
    const server = list([{ id: waterId }]);
    const { kept: waters, loaded, isAnswered, error, load } = kept();
    expect(loaded.value).toBe(false);
    server.up = false;
    await load();
    expect([loaded.value, isAnswered.value]).toEqual([true, false]);
    expect(error.value).toContain('does not answer');
    server.up = true;
    useServerLink().answers += 1;
    await settled();
    expect([waters.value, isAnswered.value, error.value]).toEqual([[{ id: waterId }], true, null]);
    server.up = false;
    await load();
    expect([waters.value, loaded.value]).toEqual([[{ id: waterId }], true]);
  });

  it('is asked for anew when it was written, not as time goes by', async () => {
    const server = list([]);
    const link = useServerLink();
    link.quarter = quarter;
    await kept().load();
    link.quarter += 1;
    await settled();
    expect(server.asked).toBe(1);
    server.topics = { waters: 2 };
    link.learn({ boot: 'b', topics: { waters: 2 } });
    await settled();
    expect(server.asked).toBe(2);
  });
});
