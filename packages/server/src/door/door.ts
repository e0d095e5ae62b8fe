import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import type { Database } from '../database/open-database';
import { problem } from '../wire/problem';
import { isLoopback } from './loopback';

const ownNames = ['localhost', '127.0.0.1', '[::1]'];
const nameOf = (host: string) => host.replace(/:\d+$/, '').toLowerCase();
const isWrite = ({ method }: FastifyRequest) => !['GET', 'HEAD', 'OPTIONS'].includes(method);

function refuse(reply: FastifyReply, status: number, detail: string): FastifyReply {
  return reply
    .code(status)
    .type('application/problem+json')
    .send(JSON.stringify(problem(status, detail)));
}

/** Features of the browser that a page from here may use: its camera, and nothing else. */
const permissions = [
  'camera=(self)',
  ...['microphone', 'geolocation', 'payment', 'usb', 'serial', 'bluetooth', 'display-capture', 'midi'].map(
    (feature) => `${feature}=()`,
  ),
].join(', ');

/** True for a request that a page of Hedge Lamp itself made, or that no page made. */
function isFromOurPage({ headers }: FastifyRequest): boolean {
  const site = headers['sec-fetch-site'];
  if (site !== undefined && site !== 'same-origin' && site !== 'none') return false;
  const { origin } = headers;
  if (origin === undefined) return true;
  try {
    return new URL(origin).host.toLowerCase() === (headers.host ?? '').toLowerCase();
  } catch {
    return false;
  }
}

/**
 * Who may come in. The machine itself is told by the address of its socket; the name that was asked for keeps pages away
 * that pointed a name of theirs here; where a write came from is asked at every write.
 * @param names further names of this machine
 * @param how `readOnly` where nobody's waters are behind it: every write is refused
 */
export function keepDoor(
  app: FastifyInstance,
  database: Database,
  names: readonly string[],
  { readOnly }: { readonly readOnly: boolean } = { readOnly: false },
): void {
  const hosts = new Set([...ownNames, ...names].map((name) => name.toLowerCase()));

  app.addHook('onRequest', (request, reply, done) => {
    void reply.header('permissions-policy', permissions);
    if (request.url.startsWith('/api/')) void reply.header('cache-control', 'no-store');
    if (!isLoopback(request.socket.remoteAddress))
      return void refuse(reply, 403, 'Hedge Lamp answers only on the machine that it runs on.');
    if (!hosts.has(nameOf(request.headers.host ?? '')))
      return void refuse(
        reply,
        403,
        'Hedge Lamp answers only under its own address. Name others in HEDGE_LAMP_HOSTS.',
      );
    if (isWrite(request) && !isFromOurPage(request))
      return void refuse(reply, 403, 'This came from a page that is not Hedge Lamp’s. Nothing was changed.');
    if (isWrite(request) && readOnly) return void refuse(reply, 409, onlyLookedAt);
    if (isWrite(request) && !database.isThere()) return void refuse(reply, 503, fileGone);
    done();
  });
  // Asked again before anything is called kept: the file may have gone while it was written.
  app.addHook('onSend', (request, reply, payload, done) => {
    if (!isWrite(request) || reply.statusCode >= 300 || database.isThere()) return done(null, payload);
    reply.code(503).type('application/problem+json').removeHeader('content-length');
    done(null, JSON.stringify(problem(503, fileGone)));
  });
}

const onlyLookedAt =
  'These waters are made up, to look at only: nothing is kept here. Go back to your own to do this.';
const fileGone =
  'The data file was deleted or replaced while Hedge Lamp ran. Nothing more is kept. Stop Hedge Lamp, put the file back, and start it again.';
