import { createHash } from 'node:crypto';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync, brotliDecompressSync, gunzipSync, gzipSync } from 'node:zlib';
import type { FastifyInstance } from 'fastify';
import { buildApp } from '../src/app';
import { type Database, openDatabase } from '../src/database/open-database';
import { migrations, now } from './made-app';

const begin = `console.log('begin')`;
const script = `export const words = ${JSON.stringify('water '.repeat(400))};`;
const document = `<!doctype html><meta name="release" content="0123abcd"><script>${begin}</script><script type="module" src="/assets/index-1.js"></script>`;

describe('what goes over the wire', () => {
  let folder: string;
  let database: Database;
  let app: FastifyInstance;
  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'hedge-lamp-'));
    const web = join(folder, 'web');
    mkdirSync(join(web, 'assets'), { recursive: true });
    writeFileSync(join(web, 'index.html'), document);
    writeFileSync(join(web, 'lamp.svg'), '<svg xmlns="http://www.w3.org/2000/svg"/>');
    writeFileSync(join(web, 'assets/index-1.js'), script);
    writeFileSync(join(web, 'assets/index-1.js.br'), brotliCompressSync(script));
    writeFileSync(join(web, 'assets/index-1.js.gz'), gzipSync(script));
    database = openDatabase(folder, migrations);
    app = await buildApp({ database, now: () => now, webFolder: web });
  });
  afterAll(async () => {
    await app.close();
    database.$client.close();
    rmSync(folder, { recursive: true });
  });
  const get = (url: string, takes: string) =>
    app.inject({ url, headers: { 'accept-encoding': takes, accept: 'text/html' } });

  it.each([
    ['br', (body: Buffer) => brotliDecompressSync(body)],
    ['gzip', (body: Buffer) => gunzipSync(body)],
    ['identity', (body: Buffer) => body],
  ] as const)('a script comes in the way that is taken: %s', async (takes, undo) => {
    const answer = await get('/assets/index-1.js', takes);
    expect(undo(answer.rawPayload).toString()).toBe(script);
    expect(answer.headers['content-encoding'] ?? 'identity').toBe(takes);
    expect(answer.headers.vary).toContain('accept-encoding');
    expect(answer.headers['cache-control']).toContain('immutable');
    expect(answer.headers['content-type']).toContain('javascript');
  });

  it('a long answer of the API is compressed, a short one is not', async () => {
    const long = await get('/api/openapi.json', 'br');
    expect(long.headers['content-encoding']).toBe('br');
    expect(JSON.parse(brotliDecompressSync(long.rawPayload).toString())).toHaveProperty('paths');
    const short = await get('/api/waters', 'br');
    expect(short.headers['content-encoding']).toBeUndefined();
    expect(short.json()).toEqual([]);
  });

  it('allows the script within the document by its hash, and no other', async () => {
    const policy = String((await get('/', 'br')).headers['content-security-policy']);
    const hash = createHash('sha256').update(begin).digest('base64');
    expect(/script-src (?<allowed>[^;]*)/.exec(policy)?.groups?.allowed).toBe(`'self' 'sha256-${hash}'`);
  });

  it('says which release it hands out', async () => {
    expect((await get('/api/revision', 'br')).json<{ release: string }>().release).toBe('0123abcd');
  });

  it('describes every question on pages of its own, and from here alone', async () => {
    const page = await get('/api/reference/', 'identity');
    expect(page.statusCode).toBe(200);
    expect(page.body).toContain('<title>Hedge Lamp');
    // All that it asks for lies here.
    expect(page.body).not.toMatch(/(?:src|href)="(?:https?:)?\/\//);
  });
});
