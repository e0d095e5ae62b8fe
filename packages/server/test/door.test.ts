import { connect } from 'node:net';
import type { AddressInfo } from 'node:net';
import { isLoopback } from '../src/door/loopback';
import { type MadeApp, makeApp } from './made-app';

let made: MadeApp;
beforeAll(async () => {
  made = await makeApp();
  await made.app.listen({ port: 0, host: '127.0.0.1' });
});
afterAll(() => made.close());

const water = { id: '5b1a8d30-52a4-4f06-8f0e-6d9f4b1c2222', name: 'Tank', kind: 'aquarium', netLiters: 100 };
const send = async (headers: Record<string, string>, more: object = {}) => {
  const answer = await made.app.inject({
    method: 'POST',
    url: '/api/waters',
    payload: water,
    headers: { host: 'localhost:4870', ...headers },
    ...more,
  });
  return answer.statusCode;
};
const port = () => (made.app.server.address() as AddressInfo).port;
/** Sends bytes as they are; what comes back until the line is closed, or until it has been quiet for so long. */
const raw = (text: string, quietMs = 3000) =>
  new Promise<string>((resolve) => {
    let got = '';
    const socket = connect(port(), '127.0.0.1', () => socket.write(text));
    socket.on('data', (bytes) => (got += String(bytes)));
    socket.on('error', () => undefined);
    socket.on('close', () => resolve(got));
    socket.setTimeout(quietMs, () => socket.destroy());
  });

describe('who may come in', () => {
  it.each(['127.0.0.1', '127.8.9.10', '::1', '::ffff:127.0.0.1', 'localhost'])('%s is this machine', (a) => {
    expect(isLoopback(a)).toBe(true);
  });
  it.each([
    '192.168.1.7',
    '::ffff:192.168.1.7',
    '0.0.0.0',
    '::',
    '10.0.0.1',
    'fe80::1',
    '',
    undefined,
    '127.0.0.1.example',
  ])('%s is not', (a) => {
    expect(isLoopback(a)).toBe(false);
  });
  it('is told by the socket: no header makes a stranger local', async () => {
    const from = { remoteAddress: '192.168.1.7' };
    expect(await send({}, from)).toBe(403);
    expect(
      await send({ host: '127.0.0.1', 'x-forwarded-for': '127.0.0.1', 'x-real-ip': '127.0.0.1' }, from),
    ).toBe(403);
  });
  it.each([
    [{ 'sec-fetch-site': 'cross-site' }],
    [{ 'sec-fetch-site': 'same-site' }],
    [{ origin: 'http://elsewhere.example' }],
    [{ origin: 'http://localhost:9999' }],
    [{ origin: 'null' }],
    [{ origin: 'http://localhost:4870.elsewhere.example' }],
  ])('a write from another page is refused: %j', async (headers) => {
    expect(await send(headers)).toBe(403);
    expect((await made.call<object[]>('GET', '/api/waters')).body).toEqual([]);
  });
  it('a write from our own page is taken, and one that no page made', async () => {
    expect(await send({ origin: 'http://localhost:4870', 'sec-fetch-site': 'same-origin' })).toBe(201);
    expect(await send({})).toBe(200);
  });
});

const longHead = `GET / HTTP/1.1\r\nhost: localhost\r\nx: ${'y'.repeat(100_000)}\r\n\r\n`;

describe('every answer', () => {
  it('of the API is kept by no browser and may use the camera only', async () => {
    const { headers } = await made.app.inject({ method: 'GET', url: '/api/waters' });
    expect(headers['cache-control']).toBe('no-store');
    expect(headers['cross-origin-opener-policy']).toBe('same-origin');
    expect(headers['permissions-policy']).toMatch(/^camera=\(self\), microphone=\(\)/);
  });
  it.each([
    ['GET', '/api/waters/%'],
    ['GET', `/api/${'x'.repeat(120)}`],
    ['GET', '/api/waters/%E0%A4%A'],
    ['GET', '/api/waters/../../etc/passwd'],
    ['GET', '//api//waters'],
    ['DELETE', '/api/nothing'],
    ['PATCH', '/api/waters'],
    ['PUT', '/api/waters/none'],
    ['POST', '/api/readings'],
    ['GET', '/api/waters/none/readings?limit=-1'],
  ] as const)('to %s %s is a problem document', async (method, url) => {
    const answer = await made.app.inject({ method, url });
    expect(answer.statusCode).toBeGreaterThanOrEqual(400);
    expect(answer.statusCode).toBeLessThan(500);
    expect(answer.headers['content-type']).toContain('application/problem+json');
    expect(JSON.parse(answer.body)).toMatchObject({
      status: answer.statusCode,
      detail: expect.stringMatching(/\w.*\.$/),
    });
  });
  it.each([
    ['no request', 'hello\r\n\r\n', 400],
    ['a head of a hundred thousand letters', longHead, 431],
  ] as const)('to %s is one too', async (_name, text, status) => {
    const answer = await raw(text);
    expect(answer).toContain(`HTTP/1.1 ${status}`);
    expect(answer).toContain('application/problem+json');
    expect(answer).not.toMatch(/stack|at .*\.js/);
  });
});

describe('a body of which only half comes', () => {
  it('is closed within half a minute', async () => {
    const from = Date.now();
    const head =
      'POST /api/waters HTTP/1.1\r\nhost: localhost\r\ncontent-type: application/json\r\ncontent-length: 100\r\n\r\n';
    const answer = await raw(`${head}{"id"`, 40_000);
    expect(Date.now() - from).toBeLessThan(30_000);
    expect(answer).toContain('408');
  }, 45_000);
});
