import type { Run, RunEvent } from '@hedge-lamp/core/bench';
import { keepRuns, keptRuns } from '../src/bench/kept-runs';
import { outboxOf, putInOutbox, runsInOutbox, takeFromOutbox } from '../src/bench/outbox';
import { madeStorage } from './made-storage';

const drop = (id: string, at: number) => ({ id, testId: 't', at, type: 'drop', step: 2 }) as RunEvent;

describe('the outbox', () => {
  it('gives back what waits in the order it happened, run by run', () => {
    const s = madeStorage();
    putInOutbox(s, 'run-a', drop('1', 2000));
    putInOutbox(s, 'run-b', drop('2', 1000));
    putInOutbox(s, 'run-a', drop('3', 2000));
    putInOutbox(s, 'run-a', drop('4', 1500));
    expect(outboxOf(s, 'run-a').map((e) => e.id)).toEqual(['4', '1', '3']);
    expect(runsInOutbox(s).sort()).toEqual(['run-a', 'run-b']);
  });

  it('lets go only of what was answered for', () => {
    const s = madeStorage();
    ['1', '2', '3'].forEach((id, k) => putInOutbox(s, 'run-a', drop(id, 1000 + k)));
    takeFromOutbox(s, 'run-a', new Set(['1', '3']));
    expect(outboxOf(s, 'run-a').map((e) => e.id)).toEqual(['2']);
  });

  it('passes over an entry that cannot be read, and keeps the others', () => {
    const s = madeStorage();
    putInOutbox(s, 'run-a', drop('1', 1000));
    s.setItem('hedge-lamp.outbox.run-a.000000000000999-000000.x', '{broken');
    s.setItem('something.else', 'of another program');
    expect(outboxOf(s, 'run-a').map((e) => e.id)).toEqual(['1']);
    expect(s.getItem('something.else')).toBe('of another program');
  });
});

describe('the live runs kept on this device', () => {
  const run = { id: 'a' } as Run;
  it('are there again', () => {
    const storage = madeStorage();
    expect(keptRuns(storage)).toEqual([]);
    keepRuns(storage, [run]);
    expect(keptRuns(storage)).toEqual([run]);
    keepRuns(storage, []);
    expect(keptRuns(storage)).toEqual([]);
  });
  it('are none where something else lies in their place', () => {
    const storage = madeStorage();
    for (const nonsense of ['{', '"text"', '{"a":1}', 'null']) {
      storage.setItem('hedge-lamp.live-runs', nonsense);
      expect(keptRuns(storage)).toEqual([]);
    }
  });
  it('do not stop a run when the device has no room left', () => {
    const full = {
      ...madeStorage(),
      setItem: () => {
        throw new Error('quota');
      },
    } as Storage;
    expect(() => keepRuns(full, [run])).not.toThrow();
  });
});
