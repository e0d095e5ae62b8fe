import { givenOf, today } from '@hedge-lamp/core/guidelines';
import { saidBy } from './said-by';
import { workedWaters } from './worked-waters';

const volumes = [1, 0.5, 3] as const;
const cases = workedWaters.flatMap((w) =>
  volumes.map((times) => ({ name: `${w.id}, ${times} times its volume`, w, times })),
);

describe('forty-five worked waters', () => {
  it('are all there', () => {
    expect(workedWaters).toHaveLength(45);
    expect(new Set(workedWaters.map((w) => w.id)).size).toBe(45);
  });
  it.each(cases)('$name: the lamp, its reason, and nothing that must not be said', ({ w, times }) => {
    const netLiters = w.liters === null ? null : w.liters * times;
    // The same fish in less water crowd it: their number follows the volume.
    const stock = ((w.given.water as { stock?: { count: number }[] } | undefined)?.stock ?? []).map(
      (line) => ({
        ...line,
        count: Math.max(1, Math.round(line.count * times)),
      }),
    );
    const t = today(givenOf({ ...w.given, water: { ...w.given.water, netLiters, stock } }));
    const text = saidBy(t);
    expect([w.id, t.lamp.status]).toEqual([w.id, w.lamp]);
    expect(t.status).toBe(t.lamp.status);
    for (const word of w.says) {
      if (typeof word === 'string') expect(text).toContain(word);
      else expect(text).toMatch(word);
    }
    for (const word of w.not) expect(text).not.toMatch(word);
    expect(text).not.toMatch(/NaN|undefined|Infinity|null/);
    expect(t.lamp.sentence.split(/\s+/).length).toBeLessThanOrEqual(20);
  });
});
