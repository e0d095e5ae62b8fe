import { RunDraftSchema, tubesAt } from '@hedge-lamp/core/bench';
import { shippedMethods } from '@hedge-lamp/core/methods';
import { runUpTo } from '../src/methods/run-up-to';

const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const start = 1_750_000_000_000;

describe('a made-up run up to a step', () => {
  it.each(shippedMethods.map((m) => [m.name, m] as const))(
    '%s: gets to each of its steps',
    (_name, method) => {
      const run = RunDraftSchema.parse({
        id: uuid(1),
        waterId: uuid(2),
        startedAt: start,
        zone: 'Etc/UTC',
        tests: [{ id: uuid(3), methodId: method.id }],
      });
      method.steps.forEach((_step, to) => {
        const { events, at } = runUpTo(method, to, uuid(3), start);
        const [tube] = tubesAt(run, events, at);
        expect([tube!.step, tube!.doubts]).toEqual([to, []]);
      });
    },
  );
});
