import { createReadStream, statSync } from 'node:fs';
import { basename } from 'node:path';
import { type BackupWork, type StagedBackup, backupFileQuery, backupRoutes } from '@hedge-lamp/core/exchange';
import type { FastifyInstance } from 'fastify';
import type { z } from 'zod';
import type { Context } from '../door/context';
import { serve } from '../door/serve';
import { photosNameOf } from '../database/photos-folder';
import { ProblemError, problem, refused } from '../wire/problem';
import { BackupFault } from './backup-fault';
import type { BackupKeeper, Replaced, Replacement, Work } from './backup-keeper';
import { serveUploads } from './backup-uploads';
import type { Staged } from './staged-restore';
import { checkAside, dropAside, listAside } from './swap';

const demoOnly =
  'This server runs the demo, which is made anew every day. Start it on your own data with npm start, and restore there.';

export interface BackupRoutes {
  readonly keeper: BackupKeeper;
  /** Closes everything, replaces the data and starts again. */
  readonly replace: (how: Replacement) => void;
  readonly replaced: Replaced | null;
}

export function serveBackups(
  app: FastifyInstance,
  { database }: Context,
  { keeper, replace, replaced }: BackupRoutes,
): void {
  const { folder } = keeper;
  /** None of these writes to the data: they need not wait for those that do. */
  const options = { config: { takesItsTurn: true } } as const;

  const refusalOf = ({ contents }: Staged) => (keeper.settings.demo && !contents.demo ? demoOnly : null);
  const stagedAnswer = (staged: Staged): StagedBackup => ({
    ...staged,
    name: basename(staged.file),
    madeAt: staged.manifest?.madeAt ?? null,
    machine: staged.manifest?.source.machine ?? null,
    differences: staged.differences && {
      ...staged.differences,
      watersOnlyHere: [...staged.differences.watersOnlyHere],
    },
    refusal: refusalOf(staged),
  });
  const workAnswer = (work: Work): BackupWork => ({
    ...work,
    subject: basename(work.subject),
    staged: work.staged && stagedAnswer(work.staged),
  });
  const placeFault = (): string | null => {
    try {
      keeper.checkPlace();
      return null;
    } catch (error) {
      return error instanceof BackupFault ? error.message : 'It cannot be used.';
    }
  };

  serve(app, backupRoutes.list, async () => {
    const backups = await keeper.list();
    return {
      folder,
      place: keeper.place,
      isUsualPlace: keeper.isUsualPlace,
      disk: keeper.disk,
      standing: keeper.standing,
      lastGoodAt: keeper.lastGood,
      dailyFault: keeper.dailyFault,
      placeFault: placeFault(),
      backups,
      aside: listAside(folder),
      work: keeper.work && workAnswer(keeper.work),
      replaced,
    };
  });
  serve(app, backupRoutes.backUp, () => workAnswer(keeper.backUp('asked')), options);
  serve(app, backupRoutes.work, () => ({ work: keeper.work && workAnswer(keeper.work) }));
  serve(
    app,
    backupRoutes.stop,
    () => {
      keeper.stop();
      return {};
    },
    options,
  );
  serve(
    app,
    backupRoutes.setPlace,
    ({ body }) => {
      try {
        keeper.setPlace(body.place);
      } catch (error) {
        throw error instanceof BackupFault ? refused('place', error.message) : error;
      }
      return { place: keeper.place };
    },
    options,
  );
  app.get<{ Querystring: z.output<typeof backupFileQuery> }>(
    '/api/backups/file',
    {
      schema: {
        tags: ['backups'],
        summary: 'A backup as a file, to keep elsewhere',
        querystring: backupFileQuery,
      },
    },
    (request, reply) => {
      const { place, name } = request.query;
      const path = keeper.fileOf(place, name);
      return reply
        .type('application/octet-stream')
        .header('content-length', statSync(path).size)
        .header('content-disposition', `attachment; filename="${encodeURIComponent(name)}"`)
        .send(createReadStream(path));
    },
  );
  serve(
    app,
    backupRoutes.check,
    ({ body: { place, name } }) => workAnswer(keeper.check(keeper.fileOf(place, name))),
    options,
  );

  const uploads = serveUploads(app, folder);
  serve(
    app,
    backupRoutes.look,
    ({ body }) => {
      if (!('uploadId' in body)) return workAnswer(keeper.look(keeper.fileOf(body.place, body.name)));
      const path = uploads.wholeFile(body.uploadId);
      return workAnswer(keeper.look(path, () => uploads.drop(body.uploadId)));
    },
    options,
  );
  serve(
    app,
    backupRoutes.letGo,
    () => {
      keeper.letGo();
      return {};
    },
    options,
  );
  serve(
    app,
    backupRoutes.restore,
    ({ body }, reply) => {
      const { staged } = keeper.work ?? {};
      if (!staged || staged.id !== body.id)
        throw new ProblemError(problem(404, 'This backup is not open any more. Open it again.'));
      const refusal = refusalOf(staged);
      if (refusal) throw new ProblemError(problem(422, refusal));
      afterAnswer({ kind: 'restore', id: staged.id }, reply);
      return {};
    },
    options,
  );
  serve(
    app,
    backupRoutes.bringBack,
    ({ body }, reply) => {
      const aside = checkAside(folder, body.id);
      if (keeper.settings.demo && aside.contents && !aside.contents.demo)
        throw new ProblemError(problem(422, demoOnly));
      afterAnswer({ kind: 'bring-back', id: aside.id }, reply);
      return {};
    },
    options,
  );
  serve(
    app,
    backupRoutes.dropAside,
    ({ params }) => {
      dropAside(folder, params.id, photosNameOf(database.$client));
      return {};
    },
    options,
  );
  /** The answer is on its way before the server goes. Of two pages that ask for it at once one is told no. */
  function afterAnswer(how: Replacement, reply: { raw: NodeJS.EventEmitter }): void {
    keeper.leave();
    reply.raw.once('close', () => setImmediate(() => replace(how)));
  }
  // What was begun by a page that is gone.
  app.addHook('onClose', async () => {
    uploads.dropAll();
    await keeper.end();
  });
}
