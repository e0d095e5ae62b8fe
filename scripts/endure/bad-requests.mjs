import { randomUUID } from 'node:crypto';
import { ask, madeFolder, removeFolder, serve } from '../served.mjs';

const pick = (list) => list[Math.floor(Math.random() * list.length)];
const absurd = [
  null,
  true,
  -0,
  0,
  -1,
  1e308,
  -1e308,
  0.1,
  2 ** 53,
  '',
  ' ',
  '0',
  '<b>',
  '=1+1',
  '💧',
  '\ud800',
  'a'.repeat(5000),
  '\u0000',
  '../..',
  '%',
  'NaN',
  [],
  {},
  [[[[]]]],
  { __proto__: null, constructor: 1 },
  Array.from({ length: 300 }, () => 0),
  '2026-02-31',
  1_780_000_000_000,
];
const absurdPaths = [
  '%',
  '..',
  '%00',
  'x'.repeat(300),
  'none',
  '0',
  '%E0%A4%A',
  ' ',
  '💧',
  '-1',
  "'; drop table waters; --",
];

/** Something like what a schema asks for, with as much of it wrong as luck has it. */
function like(schema, all, depth = 0) {
  if (!schema || depth > 6 || Math.random() < 0.12) return pick(absurd);
  if (schema.$ref) return like(all[schema.$ref.split('/').at(-1)], all, depth + 1);
  if (schema.enum) return pick(schema.enum);
  if ('const' in schema) return schema.const;
  const several = schema.anyOf ?? schema.oneOf;
  if (several) return like(pick(several), all, depth + 1);
  switch ([schema.type].flat()[0]) {
    case 'object':
      return Object.fromEntries(
        Object.entries(schema.properties ?? {})
          .filter(([name]) => Math.random() < (schema.required?.includes(name) ? 0.93 : 0.5))
          .map(([name, inner]) => [name, like(inner, all, depth + 1)]),
      );
    case 'array':
      return Array.from({ length: Math.floor(Math.random() * 4) }, () => like(schema.items, all, depth + 1));
    case 'integer':
    case 'number':
      return pick([0, 1, 5, schema.minimum ?? -1, schema.maximum ?? 1e15, Date.now() - 1000, 0.5]);
    case 'boolean':
      return Math.random() < 0.5;
    case 'string':
      return schema.format === 'uuid' || /uuid/.test(schema.format ?? '')
        ? randomUUID()
        : pick(['Etc/UTC', 'mg/L NO2', 'text', '7.4']);
    default:
      return pick(absurd);
  }
}

/** Requests drawn from the OpenAPI document, most of them wrong in some way. */
export async function badRequests(main, times) {
  const counts = { asked: 0, wellAnswered: 0, refused: 0, failed: 0, hung: 0, broke: 0, unplain: 0 };
  const folder = madeFolder();
  const server = await serve(main, folder);
  const faults = new Set();
  try {
    const document = (await ask(server.url, 'GET', '/api/openapi.json')).body;
    const all = document.components?.schemas ?? {};
    const operations = Object.entries(document.paths).flatMap(([path, methods]) =>
      Object.entries(methods).map(([method, operation]) => ({
        path,
        method: method.toUpperCase(),
        operation,
      })),
    );
    const waterId = randomUUID();
    await ask(server.url, 'POST', '/api/waters', {
      id: waterId,
      name: 'Tank',
      kind: 'aquarium',
      netLiters: 100,
    });
    const start = {
      id: randomUUID(),
      waterId,
      startedAt: Date.now() - 1e7,
      zone: 'Etc/UTC',
      way: 'fishless-ammonia',
    };
    await ask(server.url, 'POST', '/api/cycle-starts', start);
    const known = [];
    const forecastId = randomUUID();
    const one = async () => {
      // Now and then a forecast that is sound, under an identifier that is known already.
      const isForecast = Math.random() < 0.02;
      const { path, method, operation } = isForecast
        ? { path: '/api/forecasts', method: 'POST', operation: {} }
        : pick(operations);
      const filled = path.replace(/\{\w+\}/g, () =>
        Math.random() < 0.4
          ? waterId
          : Math.random() < 0.5
            ? randomUUID()
            : encodeURIComponent(pick(absurdPaths)).replaceAll('%25', '%'),
      );
      const query = (operation.parameters ?? [])
        .filter((p) => p.in === 'query' && Math.random() < 0.5)
        .map(
          (p) =>
            `${p.name}=${encodeURIComponent(String(JSON.stringify(like(p.schema, all)) ?? '').replace(/[\ud800-\udfff]/g, ''))}`,
        );
      const schema = operation.requestBody?.content?.['application/json']?.schema;
      let body =
        method === 'GET' || (method === 'DELETE' && Math.random() < 0.9) ? undefined : like(schema, all);
      if (isForecast)
        body = {
          id: forecastId,
          startId: start.id,
          madeAt: Date.now() - 1000,
          newestReadingAt: Date.now() - Math.floor(Math.random() * 1e9),
          readings: 5,
          early: null,
          middle: null,
          late: null,
        };
      else if (body && typeof body === 'object' && !Array.isArray(body)) {
        if ('waterId' in body && Math.random() < 0.8) body.waterId = waterId;
        if ('startId' in body) body.startId = start.id;
        // Known identifiers come again with other content.
        if ('id' in body && known.length > 0 && Math.random() < 0.3) body.id = pick(known);
        else if ('id' in body && typeof body.id === 'string') known.push(body.id);
      }
      if (body !== undefined && JSON.stringify(body) === undefined) body = null;
      const answer = await ask(
        server.url,
        method,
        query.length ? `${filled}?${query.join('&')}` : filled,
        body,
      );
      counts.asked += 1;
      if (answer.status === -1) counts.hung += 1;
      else if (answer.status === 0) counts.broke += 1;
      else if (answer.status >= 500) {
        counts.failed += 1;
        faults.add(`${method} ${path}`);
      } else if (answer.status < 400) counts.wellAnswered += 1;
      else {
        counts.refused += 1;
        if (!answer.type.startsWith('application/problem+json') || !/[.?]$/.test(answer.body?.detail ?? '')) {
          counts.unplain += 1;
          faults.add(`${method} ${path}: ${answer.type} ${answer.body?.detail}`.slice(0, 200));
        }
      }
    };
    while (counts.asked < times) await Promise.all(Array.from({ length: 8 }, one));
    if ((await ask(server.url, 'GET', '/api/waters')).status !== 200) counts.failed += 1;
    return { counts, faults: [...faults].slice(0, 12) };
  } finally {
    await server.kill();
    removeFolder(folder);
  }
}
