import { cycleFormOf, emptyCycleForm, readCycleForm } from '../src/cycle/cycle-form';

const now = new Date(2026, 10, 25, 18).getTime();
const waterId = '00000000-0000-4000-8000-000000000001';
const water = { kind: 'aquarium' as const, stockGroups: [] };
const form = (more: object = {}) => ({ ...emptyCycleForm(water, now), ...more });
const errors = (more: object) => {
  const read = readCycleForm(form(more), waterId);
  return 'errors' in read ? read.errors : {};
};

describe('the form of a start', () => {
  it('proposes the way that goes with kind and stock', () => {
    expect(form().way).toBe('fishless-ammonia');
    expect(emptyCycleForm({ ...water, stockGroups: ['goldfish'] }, now).way).toBe('with-fish');
    expect(emptyCycleForm({ kind: 'aquaponics', stockGroups: [] }, now).way).toBe('loop');
    // Plants alone are no reason for care.
    expect(emptyCycleForm({ ...water, stockGroups: ['water-plants'] }, now).way).toBe('fishless-ammonia');
  });
  it('comes back the same from what was kept', () => {
    const typed = form({ target: '2,5', ended: 'ready', note: 'n', ammoniaFrom: 'household-ammonia' });
    const read = readCycleForm(typed, waterId);
    if (!('draft' in read)) throw new Error(JSON.stringify(read.errors));
    expect(read.draft).toMatchObject({ waterId, target: 2.5, outcome: 'ready', strength: 9.5 });
    const kept = { ...read.draft, version: 1, createdAt: now, updatedAt: now, deletedAt: null };
    expect(cycleFormOf(kept, now)).toEqual({ ...typed, target: '2.5' });
  });
  it('names each field that is wrong and keeps the rest', () => {
    expect(errors({ target: 'much' }).target).toMatch(/number/);
    expect(errors({ target: '1000' }).target).toMatch(/At most 8/);
    expect(errors({ startedAt: '' }).startedAt).toBe('Give the day and the time.');
    expect(errors({ strength: '' }).strength).toBeDefined();
    expect(errors({ ended: 'ready', endedAt: '2026-11-01T10:00' }).endedAt).toMatch(/before it began/);
    expect(errors({})).toEqual({});
  });
});
