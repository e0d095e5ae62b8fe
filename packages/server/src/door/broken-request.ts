import { STATUS_CODES } from 'node:http';
import type { Socket } from 'node:net';
import type { ConnectionError, FastifyReply, FastifyRequest } from 'fastify';
import { problem } from '../wire/problem';

const said: Readonly<Record<string, readonly [status: number, detail: string]>> = {
  ERR_HTTP_REQUEST_TIMEOUT: [408, 'The rest of this did not come. Send it again.'],
  HPE_HEADER_OVERFLOW: [431, 'The address or the headers are too long.'],
};

/** Answers what was no request that can be read, on the bare socket. */
export function answerBroken(error: ConnectionError, socket: Socket): void {
  if (error.code === 'ECONNRESET' || !socket.writable) return;
  const [status, detail] = said[error.code ?? ''] ?? [400, 'This is no request that can be read.'];
  const body = JSON.stringify(problem(status, detail));
  socket.end(
    [
      `HTTP/1.1 ${status} ${STATUS_CODES[status] ?? ''}`,
      'content-type: application/problem+json',
      `content-length: ${Buffer.byteLength(body)}`,
      'connection: close',
      '',
      body,
    ].join('\r\n'),
  );
}

/** Answers an address that makes no sense to the router, before any route is looked for. */
export function answerBadAddress(_error: Error, _request: FastifyRequest, reply: FastifyReply): void {
  const body = problem(400, 'This address cannot be read. Check it for stray characters such as %.');
  void reply.code(400).type('application/problem+json').send(JSON.stringify(body));
}
