import fc from 'fast-check';
import { readWritten, topics, writeWritten } from '../../src/wire';

describe('what was written so far, as it stands beside an answer', () => {
  it('is read as it was written, whatever was written', () => {
    const counts = fc.record(Object.fromEntries(topics.map((t) => [t, fc.nat()])), { requiredKeys: [] });
    fc.assert(
      fc.property(fc.uuid(), counts, (boot, topicCounts) => {
        const read = readWritten(writeWritten({ boot, topics: topicCounts }))!;
        expect(read.boot).toBe(boot);
        for (const topic of topics) expect(read.topics[topic] ?? 0).toBe(topicCounts[topic] ?? 0);
      }),
    );
  });

  it('leaves out what it does not know, as another version might say', () => {
    expect(readWritten('b7 readings=3 tides=9')).toEqual({ boot: 'b7', topics: { readings: 3 } });
  });

  it.each([null, '', 'b7 readings', 'b7 readings=', 'b7 readings=-1', 'b7 readings=1e3', 'b7  readings=1'])(
    'says nothing where nothing sound stands there: %p',
    (text) => {
      expect(readWritten(text)).toBeNull();
    },
  );
});
