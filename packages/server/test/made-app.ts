import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { WaterDraft } from '@hedge-lamp/core/waters';
import type { FastifyInstance } from 'fastify';
import { v4 as newId } from 'uuid';
import { buildApp } from '../src/app';
import { type Database, openDatabase } from '../src/database/open-database';

export const migrations = join(__dirname, '../drizzle');
export const now = Date.UTC(2026, 5, 1, 12);

export interface MadeApp {
  readonly app: FastifyInstance;
  readonly database: Database;
  readonly folder: string;
  /** Sends JSON and reads JSON. */
  call<T = Record<string, unknown>>(
    method: 'GET' | 'POST' | 'PUT' | 'DELETE',
    url: string,
    body?: object,
  ): Promise<{ status: number; type: string; body: T }>;
  /** From here on it is this instant. */
  at(instant: number): void;
  makeWater(more?: Partial<WaterDraft>): Promise<string>;
  close(): Promise<void>;
}

/** The application on a fresh file in a folder of its own, at a fixed instant. */
export async function makeApp(): Promise<MadeApp> {
  const folder = mkdtempSync(join(tmpdir(), 'hedge-lamp-'));
  const database = openDatabase(folder, migrations);
  let instant = now;
  const app = await buildApp({ database, now: () => instant, checkAnswers: true });
  const call: MadeApp['call'] = async (method, url, body) => {
    const answer = await app.inject({ method, url, ...(body ? { payload: body } : {}) });
    return {
      status: answer.statusCode,
      type: String(answer.headers['content-type']),
      body: answer.body ? JSON.parse(answer.body) : null,
    };
  };
  return {
    app,
    database,
    folder,
    call,
    at: (next) => {
      instant = next;
    },
    makeWater: async (more = {}) => {
      const id = newId();
      await call('POST', '/api/waters', { id, name: 'Tank', kind: 'aquarium', netLiters: 100, ...more });
      return id;
    },
    close: async () => {
      await app.close();
      database.$client.close();
      rmSync(folder, { recursive: true });
    },
  };
}

/** A figure that was written down elsewhere. */
export const figureReading = (
  waterId: string,
  parameter: string,
  text: string,
  unit: string,
  more: object = {},
) => ({
  id: newId(),
  waterId,
  parameter,
  takenAt: now - 60_000,
  zone: 'Etc/UTC',
  entered: { how: 'figure', text, unit },
  ...more,
});

export const khReading = (waterId: string, drops: number, more: object = {}) => ({
  id: newId(),
  waterId,
  parameter: 'alkalinity',
  methodId: 'kh-drops',
  takenAt: now - 60_000,
  zone: 'Etc/UTC',
  entered: { how: 'drops', drops },
  ...more,
});

export const phReading = (waterId: string, text: string, more: object = {}) => ({
  id: newId(),
  waterId,
  parameter: 'ph',
  methodId: 'pen-ph',
  takenAt: now - 60_000,
  zone: 'Etc/UTC',
  entered: { how: 'meter', text, unit: 'pH' },
  ...more,
});
