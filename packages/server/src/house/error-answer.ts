import { FieldError } from '@hedge-lamp/core/quantity';
import type { FastifyError, FastifyReply, FastifyRequest } from 'fastify';
import { hasZodFastifySchemaValidationErrors } from 'fastify-type-provider-zod';
import { ZodError } from 'zod';
import { isDamage, isFull, isUnwritable } from '../database/folder-fault';
import { BackupFault } from '../exchange/backup-fault';
import type { Problem } from '@hedge-lamp/core/wire';
import { ProblemError, problem } from '../wire/problem';

const pathOf = (pointer: string) => pointer.replace(/^\//, '').replaceAll('/', '.').replaceAll('~1', '/');

/** What others than Hedge Lamp itself found wrong, in plain words. */
const plainly = (status: number, { message }: Error): string =>
  status === 400 ? `This could not be read: ${message}.`.replace(/\.+$/, '.') : message;

/** Turns whatever was thrown into a problem document. */
function problemOf(error: FastifyError | Error): Problem {
  if (error instanceof ProblemError) return error.problem;
  if (error instanceof BackupFault) return problem(422, error.message);
  if (error instanceof FieldError)
    return problem(422, error.message, [{ path: error.field, message: error.message }]);
  if (error instanceof ZodError)
    return problem(
      422,
      error.issues.map((i) => i.message).join(' '),
      error.issues.map((i) => ({ path: i.path.join('.'), message: i.message })),
    );
  if (hasZodFastifySchemaValidationErrors(error)) {
    const errors = error.validation.map((v) => ({
      path: pathOf(v.instancePath),
      message: v.message ?? 'This does not fit.',
    }));
    // Asked for by an address that cannot be: that is no field of a form.
    return problem(422, errors.map((e) => e.message).join(' '), errors);
  }
  const code = 'code' in error ? error.code : '';
  if (code === 'FST_ERR_CTP_INVALID_JSON_BODY' || code === 'FST_ERR_CTP_EMPTY_JSON_BODY')
    return problem(400, 'What was sent is not JSON. Nothing was kept or changed.');
  if (code === 'FST_ERR_CTP_INVALID_MEDIA_TYPE')
    return problem(415, 'Send JSON, with the type application/json; a photograph as image/jpeg.');
  if (code === 'FST_ERR_CTP_BODY_TOO_LARGE')
    return problem(413, 'That is more than fits in one request. Send it in smaller parts.');
  if (isFull(error))
    return problem(507, 'The disk is full. This is not kept. Free some room, then send it again.');
  if (isDamage(error))
    return problem(
      503,
      'The data file is damaged. This is not kept. Stop Hedge Lamp and restore a backup: npm run restore FILE.',
    );
  if (isUnwritable(error))
    return problem(503, 'The data folder cannot be read or written. This is not kept. Look at its disk.');
  const status = 'statusCode' in error ? (error.statusCode ?? 500) : 500;
  if (status >= 400 && status < 500) return problem(status, plainly(status, error));
  return problem(500, 'Hedge Lamp failed at this. Do not count it as kept; the server’s log says more.');
}

export function answerError(error: FastifyError, request: FastifyRequest, reply: FastifyReply): void {
  const body = problemOf(error);
  if (body.status >= 500) request.log.error(error);
  void reply.code(body.status).type('application/problem+json').send(JSON.stringify(body));
}
