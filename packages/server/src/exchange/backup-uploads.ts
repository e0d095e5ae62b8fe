import { randomUUID } from 'node:crypto';
import { existsSync, mkdirSync, rmSync } from 'node:fs';
import { open } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { backupRoutes, bytesWords } from '@hedge-lamp/core/exchange';
import type { FastifyInstance } from 'fastify';
import { serve } from '../door/serve';
import { ProblemError, problem } from '../wire/problem';
import { checkRoom } from './backup-target';
import { uploadPrefix } from './swap';

/** As many bytes of a file come at once from a page. */
const partBytes = 8 * 1024 * 1024;
/** None of these writes to the data: they need not wait for those that do. */
const config = { takesItsTurn: true } as const;

interface Upload {
  readonly path: string;
  readonly bytes: number;
  /** Everything before this is there. */
  received: number;
}

/** Files that pages bring from elsewhere. */
export interface Uploads {
  /** @throws ProblemError 404 for one that is not here, 409 for one that is not all here */
  wholeFile(id: string): string;
  drop(id: string): void;
  dropAll(): void;
}

/** The name is for the eye; what a file is, its bytes tell. */
function plainName(name: string): string {
  const plain = basename(name.replaceAll('\\', '/'))
    .replace(/[^\w. ()-]/g, '_')
    .slice(-100);
  return /^\.*$/.test(plain) ? 'file' : plain;
}

/** Brings a file in parts: each request is short, shows how far it is, and can be sent again. */
export function serveUploads(app: FastifyInstance, folder: string): Uploads {
  const uploads = new Map<string, Upload>();
  const uploadFolder = (id: string) => join(folder, `${uploadPrefix}${id}`);
  function drop(id: string): void {
    uploads.delete(id);
    rmSync(uploadFolder(id), { recursive: true, force: true });
  }
  function dropAll(): void {
    for (const id of [...uploads.keys()]) drop(id);
  }
  function uploadOf(id: string): Upload {
    const found = uploads.get(id);
    if (!found) throw new ProblemError(problem(404, 'This file was given up. Choose it again.'));
    return found;
  }

  // Only here parts of files are taken as they are.
  void app.register((scope, _options, done) => {
    scope.addContentTypeParser(
      'application/octet-stream',
      { parseAs: 'buffer', bodyLimit: partBytes },
      (_request, body, parsed) => parsed(null, body),
    );
    serve(
      scope,
      backupRoutes.beginUpload,
      ({ body: { name, bytes } }) => {
        checkRoom(folder, bytes, 'the file');
        dropAll();
        const id = randomUUID();
        mkdirSync(uploadFolder(id), { mode: 0o700 });
        uploads.set(id, { path: join(uploadFolder(id), plainName(name)), bytes, received: 0 });
        return { id, partBytes };
      },
      { config },
    );
    serve(
      scope,
      backupRoutes.upload,
      async ({ params, query: { at }, body: part }) => {
        const upload = uploadOf(params.id);
        if (!Buffer.isBuffer(part) || part.length === 0)
          throw new ProblemError(problem(415, 'Send a part of the file, as application/octet-stream.'));
        if (at > upload.received || at + part.length > upload.bytes)
          throw new ProblemError(problem(409, 'Parts of the file came out of order. Choose it again.'));
        const file = await open(upload.path, existsSync(upload.path) ? 'r+' : 'w', 0o600);
        try {
          await file.write(part, 0, part.length, at);
        } finally {
          await file.close();
        }
        upload.received = Math.max(upload.received, at + part.length);
        return { received: upload.received };
      },
      { config, bodyLimit: partBytes },
    );
    done();
  });

  return {
    wholeFile: (id) => {
      const { path, bytes, received } = uploadOf(id);
      if (received < bytes)
        throw new ProblemError(
          problem(409, `Only ${bytesWords(received)} of ${bytesWords(bytes)} came. Send the rest first.`),
        );
      return path;
    },
    drop,
    dropAll,
  };
}
