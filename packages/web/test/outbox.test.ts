import type { RunEvent } from '@hedge-lamp/core/bench';
import { outboxOf, putInOutbox, runsInOutbox, takeFromOutbox } from '../src/bench/outbox';

/** The part of the browser's storage that the outbox uses. */
function storage(): Storage {
  const kept = new Map<string, string>();
  return {
    get length() {
      return kept.size;
    },
    key: (k: number) => [...kept.keys()][k] ?? null,
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
    removeItem: (key: string) => void kept.delete(key),
    clear: () => kept.clear(),
  };
}
const drop = (id: string, at: number) => ({ id, testId: 't', at, type: 'drop', step: 2 }) as RunEvent;

describe('the outbox', () => {
  it('gives back what waits in the order it happened, run by run', () => {
    const s = storage();
    putInOutbox(s, 'run-a', drop('1', 2000));
    putInOutbox(s, 'run-b', drop('2', 1000));
    putInOutbox(s, 'run-a', drop('3', 2000));
    putInOutbox(s, 'run-a', drop('4', 1500));
    expect(outboxOf(s, 'run-a').map((e) => e.id)).toEqual(['4', '1', '3']);
    expect(runsInOutbox(s).sort()).toEqual(['run-a', 'run-b']);
  });

  it('lets go only of what was answered for', () => {
    const s = storage();
    ['1', '2', '3'].forEach((id, k) => putInOutbox(s, 'run-a', drop(id, 1000 + k)));
    takeFromOutbox(s, 'run-a', new Set(['1', '3']));
    expect(outboxOf(s, 'run-a').map((e) => e.id)).toEqual(['2']);
  });

  it('passes over an entry that cannot be read, and keeps the others', () => {
    const s = storage();
    putInOutbox(s, 'run-a', drop('1', 1000));
    s.setItem('hedge-lamp.outbox.run-a.000000000000999-000000.x', '{broken');
    s.setItem('something.else', 'of another program');
    expect(outboxOf(s, 'run-a').map((e) => e.id)).toEqual(['1']);
    expect(s.getItem('something.else')).toBe('of another program');
  });
});
