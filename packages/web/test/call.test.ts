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
