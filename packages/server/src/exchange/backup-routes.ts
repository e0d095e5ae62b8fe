import { createReadStream, statSync } from 'node:fs';
import { basename } from 'node:path';
import {
  type BackupWork,
  BackupWorkSchema,
  BackupsSchema,
  type StagedBackup,
} from '@hedge-lamp/core/exchange';
import { IdSchema } from '@hedge-lamp/core/wire';
import type { FastifyInstance } from 'fastify';
import { z } from 'zod';
import { type Context, typed } from '../door/context';
import { photosNameOf } from '../database/photos-folder';
import { ProblemError, ProblemSchema, problem, refused } from '../wire/problem';
import { BackupFault } from './backup-fault';
import type { BackupKeeper, Replaced, Replacement, Work } from './backup-keeper';
import { uploadRoutes } from './backup-uploads';
import type { Staged } from './staged-restore';
import { checkAside, dropAside, listAside } from './swap';

const tags = ['backups'];

const FileSchema = z.object({ place: z.string().max(4096), name: z.string().max(300) });
const answers = { 409: ProblemSchema, 422: ProblemSchema, 507: ProblemSchema };

const demoOnly =
  'This server runs the demo, which is made anew every day. Start it on your own data with npm start, and restore there.';

export interface BackupRoutes {
  readonly keeper: BackupKeeper;
  /** Closes everything, replaces the data and starts again. */
  readonly replace: (how: Replacement) => void;
  readonly replaced: Replaced | null;
}

export function backupRoutes(
  app: FastifyInstance,
  { database }: Context,
  { keeper, replace, replaced }: BackupRoutes,
): void {
  const api = typed(app);
  const { folder } = keeper;
  /** None of these writes to the data: they need not wait for those that do. */
  const config = { takesItsTurn: true } as const;

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

  api.get(
    '/api/backups',
    {
      schema: {
        tags,
        summary: 'The backups, where they lie, how it stands with them, and what was kept aside',
        response: { 200: BackupsSchema },
      },
    },
    async () => {
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
    },
  );
  api.post(
    '/api/backups',
    {
      config,
      schema: {
        tags,
        summary: 'Begins a backup into its place; see /api/backups/work',
        response: { 202: BackupWorkSchema, ...answers },
      },
    },
    (_request, reply) => {
      void reply.code(202);
      return workAnswer(keeper.backUp('asked'));
    },
  );
  api.get(
    '/api/backups/work',
    {
      schema: {
        tags,
        summary: 'What is being done with backups, or was last',
        response: { 200: z.object({ work: BackupWorkSchema.nullable() }) },
      },
    },
    () => ({ work: keeper.work && workAnswer(keeper.work) }),
  );
  api.delete(
    '/api/backups/work',
    { config, schema: { tags, summary: 'Stops it', response: { 200: z.object({}) } } },
    () => {
      keeper.stop();
      return {};
    },
  );
  api.put(
    '/api/backups/place',
    {
      config,
      schema: {
        tags,
        summary: 'Sets where backups go; null for beside the data folder',
        body: z.object({
          place: z
            .string()
            .trim()
            .min(1, { error: 'Name a folder.' })
            .max(4096, { error: 'The name is too long.' })
            .nullable(),
        }),
        response: { 200: z.object({ place: z.string() }), ...answers },
      },
    },
    (request) => {
      try {
        keeper.setPlace(request.body.place);
      } catch (error) {
        throw error instanceof BackupFault ? refused('place', error.message) : error;
      }
      return { place: keeper.place };
    },
  );
  api.get(
    '/api/backups/file',
    {
      schema: { tags, summary: 'A backup as a file, to keep elsewhere', querystring: FileSchema },
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
  api.post(
    '/api/backups/checks',
    {
      config,
      schema: {
        tags,
        summary: 'Reads every byte of a backup again',
        body: FileSchema,
        response: { 202: BackupWorkSchema, ...answers },
      },
    },
    (request, reply) => {
      const { place, name } = request.body;
      void reply.code(202);
      return workAnswer(keeper.check(keeper.fileOf(place, name)));
    },
  );

  const uploads = uploadRoutes(app, folder);
  api.post(
    '/api/backups/looks',
    {
      config,
      schema: {
        tags,
        summary: 'Opens a backup: checks every byte, and sets what is in it beside what is here',
        body: z.union([FileSchema, z.object({ uploadId: IdSchema })]),
        response: { 202: BackupWorkSchema, 404: ProblemSchema, ...answers },
      },
    },
    (request, reply) => {
      const { body } = request;
      void reply.code(202);
      if (!('uploadId' in body)) return workAnswer(keeper.look(keeper.fileOf(body.place, body.name)));
      const path = uploads.wholeFile(body.uploadId);
      return workAnswer(keeper.look(path, () => uploads.drop(body.uploadId)));
    },
  );
  api.delete(
    '/api/backups/looks',
    {
      config,
      schema: { tags, summary: 'Closes it again; nothing was changed', response: { 200: z.object({}) } },
    },
    () => {
      keeper.letGo();
      return {};
    },
  );
  const IdBody = z.object({ id: IdSchema });
  api.post(
    '/api/backups/restores',
    {
      config,
      schema: {
        tags,
        summary:
          'Puts what was opened in the place of the present data, which are kept aside; the server starts again',
        body: IdBody,
        response: { 202: z.object({}), 404: ProblemSchema, ...answers },
      },
    },
    (request, reply) => {
      const { staged } = keeper.work ?? {};
      if (!staged || staged.id !== request.body.id)
        throw new ProblemError(problem(404, 'This backup is not open any more. Open it again.'));
      const refusal = refusalOf(staged);
      if (refusal) throw new ProblemError(problem(422, refusal));
      afterAnswer({ kind: 'restore', id: staged.id }, reply);
      void reply.code(202);
      return {};
    },
  );
  api.post(
    '/api/backups/aside/returns',
    {
      config,
      schema: {
        tags,
        summary: 'Brings back what was kept aside; what is here is kept aside in its turn',
        body: IdBody,
        response: { 202: z.object({}), ...answers },
      },
    },
    (request, reply) => {
      const aside = checkAside(folder, request.body.id);
      if (keeper.settings.demo && aside.contents && !aside.contents.demo)
        throw new ProblemError(problem(422, demoOnly));
      afterAnswer({ kind: 'bring-back', id: aside.id }, reply);
      void reply.code(202);
      return {};
    },
  );
  api.delete(
    '/api/backups/aside/:id',
    {
      config,
      schema: {
        tags,
        summary: 'Throws away for good what was kept aside',
        params: IdBody,
        response: { 200: z.object({}), ...answers },
      },
    },
    (request) => {
      dropAside(folder, request.params.id, photosNameOf(database.$client));
      return {};
    },
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
