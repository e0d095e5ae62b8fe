import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { runInNewContext } from 'node:vm';

/**
 * Every example in a docstring of core is run: `@example what one writes // what comes of it`. Figures are as they are after
 * rounding to what is written; of a list or an object what is written must be in it; “throws …” quotes a sentence.
 */
const source = join(__dirname, '../src');
const files = readdirSync(source, { recursive: true, encoding: 'utf8' })
  .filter((file) => file.endsWith('.ts'))
  .map((file) => join(source, file));
const examples = files.flatMap((file) =>
  [...readFileSync(file, 'utf8').matchAll(/@example (?<says>.+)$/gm)].map(({ groups }) => {
    const [code = '', result = ''] = groups!.says!.replace(/ \*\/$/, '').split(' // ');
    return [code, result, file] as const;
  }),
);

/** All that core offers, and what this file alone exports. */
async function offered(file: string): Promise<Record<string, unknown>> {
  const areas = readdirSync(source).map((area) => join(source, area, 'index.ts'));
  const modules = await Promise.all([...areas, file].map((path) => import(path) as Promise<object>));
  return Object.assign({}, ...modules) as Record<string, unknown>;
}

/** Decimals written after the point. */
const decimals = (figure: string): number => figure.split('.')[1]?.length ?? 0;

function agrees(actual: unknown, expected: unknown, text: string): void {
  if (typeof expected === 'number') {
    const shown = /-?\d[\d_]*(?:\.\d+)?/.exec(text)?.[0] ?? text;
    expect(actual).toEqual(expect.any(Number));
    if (!Number.isFinite(expected)) expect(actual).toBe(expected);
    else expect(Number((actual as number).toFixed(decimals(shown)))).toBeCloseTo(expected, 9);
  } else if (typeof expected === 'object' && expected !== null) {
    for (const [key, value] of Object.entries(expected)) {
      const written = String(value);
      agrees((actual as Record<string, unknown>)[key], value, written);
    }
  } else expect(actual).toEqual(expected);
}

describe('examples in docstrings', () => {
  it('stand where formulas live', () => {
    expect(examples.length).toBeGreaterThan(40);
  });

  it.each(examples)('%s // %s', async (code, result, file) => {
    const known = await offered(file);
    if (result.startsWith('throws ')) {
      expect(() => runInNewContext(`(${code})`, known)).toThrow(result.slice(7));
      return;
    }
    expect(result).not.toBe('');
    agrees(runInNewContext(`(${code})`, known), runInNewContext(`(${result})`, {}), result);
  });
});
