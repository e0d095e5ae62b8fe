import { earlyAnswer } from '../src/wire/early-answers';

const early = (path: string, answer: Promise<Response>) => {
  Object.assign(globalThis, { window: { hedgeLampEarly: new Map([[path, answer]]) } });
};
beforeEach(() => void jest.spyOn(performance, 'now').mockReturnValue(900));
afterEach(() => void jest.restoreAllMocks());
afterEach(() => void Reflect.deleteProperty(globalThis, 'window'));

describe('an answer that the document asked for', () => {
  it('is taken once', async () => {
    const answer = new Response('[]');
    early('/api/waters', Promise.resolve(answer));
    expect(await earlyAnswer('/api/waters')).toBe(answer);
    expect(earlyAnswer('/api/waters')).toBeNull();
  });

  it('is of use to the very same question only', async () => {
    early('/api/waters', Promise.resolve(new Response('[]')));
    expect(earlyAnswer('/api/waters?x=1')).toBeNull();
  });

  it('that never came is asked for as usual', async () => {
    early('/api/waters', Promise.reject(new TypeError('no line')));
    expect(await earlyAnswer('/api/waters')).toBeNull();
  });

  it('is not taken long after: it may be overtaken', async () => {
    early('/api/waters', Promise.resolve(new Response('[]')));
    jest.spyOn(performance, 'now').mockReturnValue(60_000);
    expect(await earlyAnswer('/api/waters')).toBeNull();
  });
});
