import { createPinia, setActivePinia } from 'pinia';
import { effectScope, nextTick, ref } from 'vue';
import { useServerLink } from '../src/clock/server-link';
import { ApiError } from '../src/wire/api-error';
import { useLoaded } from '../src/shell/use-loaded';

/** Answers that come when the test lets them. */
function waiting() {
  const answers: { key: string; give: (value: string) => void; fail: (error: Error) => void }[] = [];
  const load = (key: string) =>
    new Promise<string>((give, fail) => {
      answers.push({ key, give, fail });
    });
  return { answers, load };
}
const settled = async () => {
  await Promise.resolve();
  await nextTick();
};

describe('what a page loads', () => {
  const inScope = <T>(work: () => T): T => effectScope(true).run(work)!;
  beforeEach(() => setActivePinia(createPinia()));

  it('drops an answer that comes after the page went on to something else', async () => {
    const { answers, load } = waiting();
    const key = ref('first');
    const { data } = inScope(() =>
      useLoaded(
        () => key.value,
        () => load(key.value),
      ),
    );
    key.value = 'second';
    await settled();
    expect(answers.map((a) => a.key)).toEqual(['first', 'second']);
    answers[1]!.give('of the second');
    await settled();
    answers[0]!.give('of the first, too late');
    await settled();
    expect(data.value).toBe('of the second');
  });

  it('keeps what is shown while it loads again, and when that fails', async () => {
    const { answers, load } = waiting();
    const { data, error, again } = inScope(() =>
      useLoaded(
        () => 'one',
        () => load('one'),
      ),
    );
    answers[0]!.give('shown');
    await settled();
    void again();
    expect(data.value).toBe('shown');
    answers[1]!.fail(new Error('The server does not answer.'));
    await settled();
    await settled();
    expect([data.value, error.value]).toEqual(['shown', 'The server does not answer.']);
  });

  it('loads again when what it shows was written anywhere, but not for the first word of the server', async () => {
    const { answers, load } = waiting();
    const link = useServerLink();
    inScope(() =>
      useLoaded(
        () => 'one',
        () => load('one'),
        ['readings', 'deeds'],
      ),
    );
    const told = async (boot: string, counts: typeof link.counts) => {
      [link.boot, link.counts] = [boot, counts];
      await settled();
      return answers.length;
    };
    expect(await told('b', { readings: 1, bench: 1 })).toBe(1);
    // Ten drops on the bench are nothing to it.
    for (let drops = 2; drops <= 11; drops++) expect(await told('b', { readings: 1, bench: drops })).toBe(1);
    expect(await told('b', { readings: 2, bench: 11 })).toBe(2);
    expect(await told('b', { readings: 2, deeds: 1, bench: 11 })).toBe(3);
    // A server that was started again counts anew.
    expect(await told('another', { readings: 2, deeds: 1, bench: 11 })).toBe(4);
  });

  it('asks again by itself once the server answers, but not for what the server refused', async () => {
    const { answers, load } = waiting();
    const link = useServerLink();
    const { data, error } = inScope(() =>
      useLoaded(
        () => 'one',
        () => load('one'),
      ),
    );
    answers[0]!.fail(new ApiError(0, 'Nobody there.'));
    await settled();
    await settled();
    expect(error.value).toBe('Nobody there.');
    // One attempt at a time: a slow answer is not overtaken by the next question.
    for (let k = 0; k < 3; k++) {
      link.answers += 1;
      await settled();
    }
    expect(answers).toHaveLength(2);
    answers[1]!.fail(new ApiError(404, 'This is not here.'));
    await settled();
    await settled();
    link.answers += 1;
    await settled();
    expect([answers.length, data.value, error.value]).toEqual([2, null, 'This is not here.']);
  });

  it('loads again as time goes by, though nothing was written: what was true grows old', async () => {
    const { answers, load } = waiting();
    const link = useServerLink();
    inScope(() =>
      useLoaded(
        () => 'one',
        () => load('one'),
      ),
    );
    [link.boot, link.quarter] = ['b', 1_980_000];
    await settled();
    expect(answers).toHaveLength(1);
    link.quarter += 1;
    await settled();
    expect(answers).toHaveLength(2);
  });
});
