import { ApiError } from '../src/wire/api-error';
import { call } from '../src/wire/call';

const answering = (status: number, body: string) => {
  globalThis.fetch = jest.fn(async () => new Response(body, { status })) as typeof fetch;
};
const failure = async (): Promise<ApiError> => {
  try {
    await call('GET', '/api/x');
  } catch (error) {
    if (error instanceof ApiError) return error;
  }
  throw new Error('It should have failed with an ApiError.');
};

describe('asking the server', () => {
  const real = globalThis.fetch;
  afterEach(() => {
    globalThis.fetch = real;
  });

  it('gives the answer', async () => {
    answering(200, '{"a":1}');
    expect(await call('GET', '/api/x')).toEqual({ a: 1 });
  });

  it('tells the fields of a problem document', async () => {
    answering(422, JSON.stringify({ detail: 'No.', errors: [{ path: 'name', message: 'Give a name.' }] }));
    expect(await failure()).toMatchObject({ status: 422, message: 'No.', fields: [{ path: 'name' }] });
  });

  it('brings along what is kept now, on a conflict', async () => {
    answering(409, JSON.stringify({ detail: 'Changed.', current: { version: 3 } }));
    expect((await failure()).current).toEqual({ version: 3 });
  });

  it.each([
    [200, '<html>a captive portal</html>'],
    [502, 'Bad gateway'],
  ])('does not take %d with a page for an answer', async (status, body) => {
    answering(status, body);
    expect((await failure()).message).toMatch(/on the way/);
  });

  it('calls a refusal only what the server itself says of what was sent', async () => {
    const refuses = async (status: number, type: string) => {
      globalThis.fetch = jest.fn(
        async () => new Response('{"detail":"No."}', { status, headers: { 'content-type': type } }),
      ) as typeof fetch;
      return (await failure()).refuses;
    };
    expect(await refuses(422, 'application/problem+json; charset=utf-8')).toBe(true);
    expect(await refuses(409, 'application/problem+json')).toBe(true);
    for (const status of [400, 403, 404, 408, 413, 415, 429, 500, 502, 503])
      expect([status, await refuses(status, 'application/problem+json')]).toEqual([status, false]);
    expect(await refuses(422, 'application/json')).toBe(false);
    expect(await refuses(409, 'text/html')).toBe(false);
  });

  it('says that nobody answers, and that what was typed is still here', async () => {
    globalThis.fetch = jest.fn(() => Promise.reject(new TypeError('network')));
    const error = await failure();
    expect(error.unreachable).toBe(true);
    expect(error.message).toMatch(/still here/);
  });
});

describe('an answer that the document asked for', () => {
  const real = globalThis.fetch;
  const said = (what: string, written: string) =>
    new Response(JSON.stringify(what), { headers: { 'hedge-lamp-written': written } });
  const early = (answer: Response) =>
    Object.assign(globalThis, {
      window: { hedgeLampEarly: new Map([['/api/today', Promise.resolve(answer)]]) },
    });
  beforeEach(() => void jest.spyOn(performance, 'now').mockReturnValue(900));
  afterEach(() => {
    jest.restoreAllMocks();
    globalThis.fetch = real;
    Reflect.deleteProperty(globalThis, 'window');
  });

  it('is taken as long as nothing is known to be written since', async () => {
    globalThis.fetch = jest.fn(async () => said('kept', 'b1 readings=3'));
    await call('POST', '/api/readings', {});
    early(said('clear', 'b1 readings=3'));
    expect(await call('GET', '/api/today')).toBe('clear');
    expect(globalThis.fetch).toHaveBeenCalledTimes(1);
  });

  it.each([
    ['a reading was kept since', 'b1 readings=3'],
    ['it does not say what was written by then', ''],
    ['the server was started anew since', 'b0 readings=9'],
  ])('is asked for anew where %s: it may call clear what is not', async (_why, written) => {
    globalThis.fetch = jest.fn(async () => said('kept', 'b1 readings=4'));
    await call('POST', '/api/readings', {});
    early(said('clear', written));
    globalThis.fetch = jest.fn(async () => said('urgent', 'b1 readings=4'));
    expect(await call('GET', '/api/today')).toBe('urgent');
  });
});
