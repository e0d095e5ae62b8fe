import { dueTests } from '@hedge-lamp/core/schedule';
import type { Reading } from '@hedge-lamp/core/readings';
import type { Water } from '@hedge-lamp/core/waters';

const day = 86_400_000;
const now = 1_750_000_000_000;
const water = { kind: 'aquarium', cycling: false, createdAt: now - 400 * day } as Water;
const read = (daysAgo: number) => ({ takenAt: now - daysAgo * day }) as Reading;
const all = (daysAgo: number) => ({
  ammonia: read(daysAgo),
  nitrite: read(daysAgo),
  nitrate: read(daysAgo),
  ph: read(daysAgo),
  alkalinity: read(daysAgo),
  hardness: read(daysAgo),
});
const clear = () => 'clear' as const;
const names = (...args: Parameters<typeof dueTests>) => dueTests(...args).map((d) => d.parameter);

describe('what is due', () => {
  it('is nothing the day after everything was tested', () => {
    expect(names(water, all(1), [], clear, now)).toEqual([]);
  });
  it('is everything that was never tested', () => {
    expect(names(water, {}, [], clear, now)).toEqual(['ammonia', 'nitrite', 'nitrate', 'ph', 'alkalinity']);
  });
  it('is monthly for a settled aquarium and every second day while cycling (common practice)', () => {
    expect(names(water, all(29), [], clear, now)).toEqual([]);
    expect(names(water, all(30), [], clear, now)).toContain('nitrate');
    expect(names({ ...water, cycling: true }, all(2), [], clear, now)).toEqual(['ammonia', 'nitrite']);
  });
  it('while a cycle runs is ammonia and nitrite every second day, with fish every day, also where the water is not ticked as cycling', () => {
    const due = (age: number, growing: 'fishless' | 'with-fish') =>
      dueTests(water, all(age), [], clear, now, [], growing).map((d) => d.parameter);
    expect(due(2, 'fishless')).toEqual(['ammonia', 'nitrite']);
    expect(due(1, 'fishless')).toEqual([]);
    expect(due(1, 'with-fish')).toEqual(['ammonia', 'nitrite']);
    expect(due(0.4, 'with-fish')).toEqual([]);
  });
  it('leaves nitrite out for a source, which is tested every three months', () => {
    expect(names({ ...water, kind: 'source' }, {}, [], clear, now)).toEqual([
      'ammonia',
      'nitrate',
      'ph',
      'alkalinity',
    ]);
  });
  it('counts what falls due within half a day', () => {
    expect(names(water, all(29.6), [], clear, now)).toContain('ph');
    expect(names(water, all(29.4), [], clear, now)).toEqual([]);
  });
  it('is the next day for what needed acting on', () => {
    expect(names(water, all(1), [], (p) => (p === 'nitrate' ? 'act' : 'clear'), now)).toEqual(['nitrate']);
  });
  it('is the day after a treatment', () => {
    const deed = { kind: 'treatment', at: now - day } as Parameters<typeof dueTests>[2][number];
    expect(names(water, all(2), [deed], clear, now)).toEqual(['ammonia', 'ph']);
  });
});
