import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { root } from './ready.mjs';

/** The server as it was built. */
export const builtServer = join(root, 'packages/server/dist/main.mjs');

/** Longer than this no request may take: a server that does not answer counts as hanging, ms. */
export const patienceMs = 10_000;

export const madeFolder = () => mkdtempSync(join(tmpdir(), 'hedge-lamp-served-'));
export const removeFolder = (folder) => rmSync(folder, { recursive: true, force: true });

/**
 * A server as a process of its own.
 * @param main the built server
 * @param more `env`, `node` (arguments of node), `shell` (a line of sh before it, such as a limit)
 */
export async function serve(main, folder, { env = {}, node = [], shell = '' } = {}) {
  const given = {
    env: { ...process.env, HEDGE_LAMP_DATA: folder, HEDGE_LAMP_PORT: '0', HEDGE_LAMP_DEMO: '', ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  };
  const server = shell
    ? spawn('sh', ['-c', `${shell}; exec node ${node.join(' ')} ${main}`], given)
    : spawn('node', [...node, main], given);
  let said = '';
  server.stderr.on('data', (text) => (said += text));
  const ended = new Promise((resolve) => server.once('exit', resolve));
  const url = await new Promise((resolve, reject) => {
    server.stdout.on('data', (text) => {
      const found = /http:\S+/.exec(String(text));
      if (found) resolve(found[0]);
    });
    void ended.then((code) => reject(Object.assign(new Error(said.trim()), { code })));
  });
  return {
    url,
    pid: server.pid,
    said: () => said,
    async kill() {
      server.kill('SIGKILL');
      await ended;
    },
    async end() {
      server.kill('SIGTERM');
      return ended;
    },
  };
}

/**
 * Asks once.
 * @returns status 0 where the line broke, −1 where nobody answered in time
 */
export async function ask(url, method, path, body, headers = {}) {
  const isBytes = Buffer.isBuffer(body);
  try {
    const answer = await fetch(url + path, {
      method,
      signal: AbortSignal.timeout(patienceMs),
      headers: {
        ...(body === undefined ? {} : { 'content-type': isBytes ? 'image/jpeg' : 'application/json' }),
        ...headers,
      },
      ...(body === undefined ? {} : { body: isBytes ? body : JSON.stringify(body) }),
    });
    const text = await answer.text();
    const type = answer.headers.get('content-type') ?? '';
    return { status: answer.status, type, body: /json/.test(type) && text ? JSON.parse(text) : null };
  } catch (error) {
    return { status: error.name === 'TimeoutError' ? -1 : 0, type: '', body: null };
  }
}

/**
 * Asks where nothing but an answer will do.
 * @returns what was answered
 * @throws with the answer's status and text where it is none
 */
export async function call(url, method, path, body) {
  const answer = await fetch(url + path, {
    method,
    ...(body ? { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) } : {}),
  });
  const text = await answer.text();
  if (!answer.ok) throw new Error(`${path}: ${answer.status} ${text}`);
  return text ? JSON.parse(text) : null;
}
