import type { Run, RunDraft, RunEvent } from '@hedge-lamp/core/bench';
import { keepRuns, keptRuns } from '../src/bench/kept-runs';
import {
  asideOf,
  eventsOf,
  isHeld,
  nextParcel,
  outboxOf,
  putAside,
  putInOutbox,
  takeFromOutbox,
  takeUp,
  throwAway,
  unreadable,
  unsentRuns,
} from '../src/offline/outbox';
import { madeStorage } from './made-storage';

const drop = (id: string, at: number, testId = 't') =>
  ({ id, testId, at, type: 'drop', step: 2 }) as RunEvent;
const put = (s: Storage, lane: string, event: RunEvent) =>
  putInOutbox(s, lane, event.id, event.at, { what: 'event', event });
const ids = (s: Storage, lane: string) => eventsOf(s, lane).map((e) => e.id);

describe('the outbox', () => {
  it('gives back what waits in the order it was put there, run by run, also where the clock was set back', () => {
    const s = madeStorage();
    put(s, 'run-a', drop('1', 2000));
    put(s, 'run-b', drop('2', 1000));
    put(s, 'run-a', drop('3', 2000));
    put(s, 'run-a', drop('4', 1500));
    put(s, 'run-a', drop('5', 3000));
    expect(ids(s, 'run-a')).toEqual(['1', '3', '4', '5']);
    expect(ids(s, 'run-b')).toEqual(['2']);
  });

  it('lets a run go before its events, whenever it was put there', () => {
    const s = madeStorage();
    put(s, 'run-a', drop('1', 1000));
    const draft = { id: 'run-a', startedAt: 5000 } as RunDraft;
    putInOutbox(s, 'run-a', 'run-a', 5000, { what: 'run', draft });
    expect(outboxOf(s, 'run-a').map((e) => e.thing.what)).toEqual(['run', 'event']);
    expect(unsentRuns(s)).toEqual([draft]);
  });

  it('lets go only of what was answered for', () => {
    const s = madeStorage();
    ['1', '2', '3'].forEach((id, k) => put(s, 'run-a', drop(id, 1000 + k)));
    const keys = outboxOf(s).map((e) => e.key);
    takeFromOutbox(s, [keys[0]!, keys[2]!]);
    expect(ids(s, 'run-a')).toEqual(['2']);
  });

  it('passes over an entry that cannot be read, keeps the others, and gives its text', () => {
    const s = madeStorage();
    put(s, 'run-a', drop('1', 1000));
    s.setItem('hedge-lamp.outbox.run-a.000000000000999-000000.x', '{broken');
    s.setItem('something.else', 'of another program');
    expect(ids(s, 'run-a')).toEqual(['1']);
    expect(unreadable(s).map((u) => u.text)).toEqual(['{broken']);
    expect(s.getItem('something.else')).toBe('of another program');
  });

  it('takes over what an older version left', () => {
    const s = madeStorage();
    s.setItem('hedge-lamp.unsent-run.run-a', JSON.stringify({ id: 'run-a', startedAt: 1 }));
    s.setItem('hedge-lamp.outbox.run-a.000000000001000-000000.1', JSON.stringify(drop('1', 1000)));
    expect(outboxOf(s).map((e) => e.thing.what)).toEqual(['run', 'event']);
    expect(outboxOf(s)).toHaveLength(2);
  });
});

describe('what was refused', () => {
  const made = () => {
    const s = madeStorage();
    put(s, 'run-a', drop('1', 1000));
    put(s, 'run-a', drop('2', 2000));
    put(s, 'run-a', drop('3', 3000, 'another tube'));
    putAside(s, outboxOf(s)[0]!, 'Not this one.', 4000);
    return s;
  };
  it('is put by with the reason, and holds back the rest of its tube, not the other tubes', () => {
    const s = made();
    expect(asideOf(s).map((a) => [a.entry.id, a.why])).toEqual([['1', 'Not this one.']]);
    expect(outboxOf(s).map((e) => [e.id, isHeld(e, asideOf(s))])).toEqual([
      ['2', true],
      ['3', false],
    ]);
    const parcel = nextParcel(outboxOf(s), asideOf(s), new Set());
    expect(parcel).toMatchObject({ what: 'events', entries: [{ id: '3' }] });
  });
  it('goes back to its old place, before what came after it', () => {
    const s = made();
    takeUp(s, asideOf(s)[0]!);
    expect(asideOf(s)).toEqual([]);
    expect(ids(s, 'run-a')).toEqual(['1', '2', '3']);
  });
  it('lets the rest go once it is thrown away', () => {
    const s = made();
    throwAway(s, asideOf(s)[0]!.entry, 'doubt');
    const parcel = nextParcel(outboxOf(s), asideOf(s), new Set());
    // A count without one of its drops is in doubt from there on.
    expect(parcel).toMatchObject({ what: 'events', entries: [{ id: 'doubt' }, { id: '2' }, { id: '3' }] });
    expect(eventsOf(s, 'run-a')[0]).toMatchObject({
      type: 'doubt',
      doubt: 'lost-count',
      on: true,
      testId: 't',
    });
  });
  it('holds back every event of a run that was itself refused', () => {
    const s = madeStorage();
    put(s, 'run-a', drop('1', 1000));
    putInOutbox(s, 'run-a', 'run-a', 1, { what: 'run', draft: { id: 'run-a', startedAt: 1 } as RunDraft });
    putAside(s, outboxOf(s)[0]!, 'This water is not here.', 2);
    expect(nextParcel(outboxOf(s), asideOf(s), new Set())).toBeNull();
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
