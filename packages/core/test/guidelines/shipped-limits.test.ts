import {
  adviceFor,
  bandsFor,
  isFishless,
  judge,
  limitsFor,
  shippedLimits,
  subjectIds,
} from '@hedge-lamp/core/guidelines';
import { point, toCanonical } from '@hedge-lamp/core/quantity';
import { stockGroupIds, waterKinds } from '@hedge-lamp/core/waters';
import fc from 'fast-check';

const general = adviceFor('temperature', 'high').why;

describe('the limits that ship', () => {
  it.each(
    shippedLimits.map(
      (l) =>
        [`${l.subject} for ${l.kinds.join(', ')}${l.stock ? ` with ${l.stock.join(', ')}` : ''}`, l] as const,
    ),
  )('%s cover every value once, rising, and name their source', (_name, { bands, source }) => {
    expect(bands[0]!.from).toBe(-Infinity);
    expect(bands.at(-1)!.to).toBe(Infinity);
    bands.slice(1).forEach((b, k) => expect(b.from).toBe(bands[k]!.to));
    bands.forEach((b) => expect(b.to).toBeGreaterThan(b.from));
    expect(bands.filter((b) => b.status === 'clear')).toHaveLength(1);
    expect(source.length).toBeGreaterThan(10);
  });

  it('judge every value of every subject in every kind of water that they speak of', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...subjectIds),
        fc.constantFrom(...waterKinds),
        fc.subarray([...stockGroupIds]),
        fc.double({ min: 0, max: 500, noNaN: true }),
        (subject, kind, stockGroups, value) => {
          const bands = bandsFor(subject, { kind, stockGroups });
          if (bands.length === 0) return;
          const verdict = judge(point(value), bands);
          expect(verdict.sure).toBe(true);
          // The joined bands are as strict as the strictest school that speaks.
          const each = limitsFor(subject, { kind, stockGroups }).map(
            (l) => judge(point(value), l.bands).status,
          );
          expect(each).toContain(verdict.status);
        },
      ),
    );
  });

  it('have advice of their own wherever they can leave clear', () => {
    for (const { subject, bands } of shippedLimits) {
      const clear = bands.findIndex((b) => b.status === 'clear');
      const usual = 'It lies outside the usual advice for this water.';
      if (clear > 0) expect(adviceFor(subject, 'low').why).not.toBe(usual);
      if (clear < bands.length - 1) expect(adviceFor(subject, 'high').why).not.toBe(usual);
    }
    expect(general).toMatch(/oxygen/);
  });

  // Aquaponics ranges: FAO Fisheries Technical Paper 589 (from memory).
  it.each([
    ['ph', 6.5, 'pH', 'clear'],
    ['ph', 7.3, 'pH', 'watch'],
    ['nitrate', 120, 'mg/L NO3', 'clear'],
    ['nitrate', 200, 'mg/L NO3', 'watch'],
    ['alkalinity', 100, 'mg/L CaCO3', 'clear'],
    ['temperature', 16, '°C', 'watch'],
  ] as const)('of a loop: %s %d %s is %s', (subject, value, unit, status) => {
    const bands = bandsFor(subject, { kind: 'aquaponics', stockGroups: ['leafy-greens'] });
    const kind = subject === 'ph' ? 'ph' : subject;
    expect(judge(point(toCanonical(value, kind, unit)), bands).status).toBe(status);
  });

  it('leave a source to be what it is, but watch for what a change would bring in', () => {
    const tap = { kind: 'source', stockGroups: [] } as Parameters<typeof bandsFor>[1];
    expect(bandsFor('ph', tap)).toEqual([]);
    expect(judge(point(0.32), bandsFor('ammonia', tap)).status).toBe('watch');
  });

  it('call a filter fishless only while it grows in and no animal lives there', () => {
    expect(isFishless({ cycling: true, stockGroups: ['water-plants'] })).toBe(true);
    expect(isFishless({ cycling: true, stockGroups: ['snails'] })).toBe(false);
    expect(isFishless({ cycling: false, stockGroups: [] })).toBe(false);
  });
});
