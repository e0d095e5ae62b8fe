import { randomUUID } from 'node:crypto';
import { type Topic, type TopicCounts, topics, writeWritten, writtenHeader } from '@hedge-lamp/core/wire';
import type { FastifyInstance } from 'fastify';

declare module 'fastify' {
  interface FastifyRequest {
    /** What was written before this was asked. */
    writtenBefore: string;
  }
}

/**
 * Counts writes by topic, so that other pages learn by one small question what changed. `boot` differs after a restart,
 * when the counts begin anew.
 */
export interface Revision {
  readonly boot: string;
  readonly count: number;
  readonly topics: TopicCounts;
  /** Of all topics where it is not said of which. */
  bump(changed?: readonly Topic[]): void;
}

export function newRevision(): Revision {
  let count = 0;
  const counts = Object.fromEntries(topics.map((topic) => [topic, 0])) as TopicCounts;
  return {
    boot: randomUUID(),
    get count() {
      return count;
    },
    topics: counts,
    bump(changed = topics) {
      if (changed.length === 0) return;
      count += 1;
      for (const topic of changed) counts[topic] += 1;
    },
  };
}

/**
 * Counts each write by its topics, and says beside every answer what was written by then: beside the answer to a question
 * what was written before it was asked, so that nobody takes an answer for newer than it is.
 */
export function tellWritten(app: FastifyInstance, revision: Revision): void {
  app.decorateRequest('writtenBefore', '');
  app.addHook('onRequest', (request, _reply, done) => {
    request.writtenBefore = writeWritten(revision);
    done();
  });
  app.addHook('onSend', (request, reply, _payload, done) => {
    const isWrite = request.method !== 'GET' && request.method !== 'HEAD';
    if (isWrite && reply.statusCode < 300) revision.bump(request.routeOptions.config.changes);
    const written = isWrite ? writeWritten(revision) : request.writtenBefore;
    if (written && request.url.startsWith('/api/')) void reply.header(writtenHeader, written);
    done();
  });
}
