import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { FastifyInstance } from 'fastify';
import { buildApp } from '../src/app';
import { type Database, openDatabase } from '../src/database/open-database';
import { migrations } from './made-app';

const folder = mkdtempSync(join(tmpdir(), 'hedge-lamp-'));
const web = join(folder, 'web');
let app: FastifyInstance;
let database: Database;

beforeAll(async () => {
  mkdirSync(join(web, 'assets'), { recursive: true });
  writeFileSync(join(web, 'index.html'), '<!doctype html><title>Hedge Lamp</title>');
  writeFileSync(join(web, 'assets', 'index-abc123.js'), 'export {};');
  writeFileSync(join(folder, 'secret.txt'), 'not for the web');
  database = openDatabase(join(folder, 'data'), migrations);
  app = await buildApp({ database, now: Date.now, webFolder: web, hosts: ['lamp.home'] });
});
afterAll(async () => {
  await app.close();
  database.$client.close();
  rmSync(folder, { recursive: true });
});
const get = (url: string, headers: Record<string, string> = {}) =>
  app.inject({ method: 'GET', url, headers });

describe('the server of pages', () => {
  it('answers every page address with the application', async () => {
    for (const url of ['/', '/waters/new', '/waters/1/today?x=1']) {
      const answer = await get(url, { accept: 'text/html,*/*' });
      expect([answer.statusCode, answer.headers['content-type']]).toEqual([
        200,
        expect.stringContaining('text/html'),
      ]);
    }
  });

  it('answers an API address that is none with a problem document, not with the page', async () => {
    const answer = await get('/api/nothing', { accept: 'text/html' });
    expect(answer.statusCode).toBe(404);
    expect(answer.headers['content-type']).toContain('application/problem+json');
  });

  it('answers a missing file with 404, so that an old page notices', async () => {
    expect((await get('/assets/gone.js')).statusCode).toBe(404);
  });

  it('lets files with a hash in their name be kept, and asks for the page anew', async () => {
    expect((await get('/assets/index-abc123.js')).headers['cache-control']).toContain('immutable');
    expect((await get('/', { accept: 'text/html' })).headers['cache-control']).toBe('no-cache');
  });

  it('does not hand out what lies outside its folder', async () => {
    for (const url of ['/../secret.txt', '/%2e%2e/secret.txt', '/assets/..%2f..%2fsecret.txt']) {
      const answer = await get(url);
      expect(answer.body).not.toContain('not for the web');
    }
  });

  it('forbids the page to load anything from elsewhere or to be framed', async () => {
    const { headers } = await get('/', { accept: 'text/html' });
    const policy = String(headers['content-security-policy']);
    expect(policy).toContain("default-src 'self'");
    expect(policy).toContain("frame-ancestors 'none'");
    expect(policy).not.toContain('unsafe');
    expect(headers['x-content-type-options']).toBe('nosniff');
  });

  it('answers to the names it was given and to no other', async () => {
    expect((await get('/api/revision', { host: 'lamp.home:4870' })).statusCode).toBe(200);
    expect((await get('/api/revision', { host: '[::1]:4870' })).statusCode).toBe(200);
    expect((await get('/api/revision', { host: 'elsewhere.example' })).statusCode).toBe(403);
  });
});
