import type { FastifyInstance } from 'fastify';

/** Half of a character, as only an escape can write it: the file would keep something else, and know it no more. */
const halfWritten = /\\u[dD][89a-fA-F]/;

const wellFormed = (value: unknown): unknown => {
  if (typeof value === 'string') return Buffer.from(value, 'utf8').toString('utf8');
  if (Array.isArray(value)) return value.map(wellFormed);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([name, inner]) => [name, wellFormed(inner)]));
};

/** Reads JSON as Fastify does, and makes whole characters of what is none. */
export function readJson(app: FastifyInstance): void {
  const usual = app.getDefaultJsonParser('error', 'error');
  app.removeContentTypeParser('application/json');
  app.addContentTypeParser('application/json', { parseAs: 'string' }, (request, text, done) => {
    void usual(request, String(text), (error, value) =>
      error ? done(error) : done(null, halfWritten.test(String(text)) ? wellFormed(value) : value),
    );
  });
}
