import {
  type Method,
  type MethodDraft,
  methodFileJsonSchema,
  methodOf,
  mostMethodFileBytes,
  readMethod,
  readMethodFile,
  shippedMethods,
  writeMethodFile,
} from '@hedge-lamp/core/methods';

type Change = (
  method: MethodDraft & { steps: Record<string, unknown>[]; result: Record<string, unknown> },
) => void;
const changed = (id: string, change: Change): unknown => {
  const copy = structuredClone(methodOf(id)) as never;
  change(copy);
  return copy;
};
const faultsOf = (document: unknown) => {
  const read = readMethod(document);
  return 'faults' in read ? read.faults.map((f) => [f.path, f.message] as const) : [];
};
const ammonia = 'ammonia-salicylate-two-bottles';

describe('a method that makes no sense is refused with the path of its step and the reason', () => {
  it.each<[string, string, Change, string, RegExp]>([
    [
      'a read before the wait it needs',
      ammonia,
      (m) => m.steps.splice(6, 1),
      'steps.6',
      /reads 0 s after the last reagent.*needs 300 s/,
    ],
    [
      'a read at once of a color that grows, in a document that does not say for how long',
      ammonia,
      (m) => {
        m.steps.splice(6, 1);
        m.developsSeconds = 0;
      },
      'steps.6',
      /reads at once, but this color grows for minutes/,
    ],
    ['a wait that is too short', ammonia, (m) => (m.steps[6]!.seconds = 60), 'steps.7', /60 s after/],
    [
      'a drop from a bottle that is not listed',
      ammonia,
      (m) => (m.steps[3]!.bottle = 'three'),
      'steps.3.bottle',
      /Step 4 takes from bottle “three”.*one, two/,
    ],
    [
      'a branch to nowhere',
      'alkalinity-acid-titration',
      (m) => ((m.steps[2]!.answers as { goTo?: string }[])[1]!.goTo = 'moon'),
      'steps.2.answers.1.goTo',
      /“moon”, but no step is called that/,
    ],
    [
      'a branch back',
      'alkalinity-acid-titration',
      (m) => {
        m.steps[0]!.id = 'start';
        (m.steps[2]!.answers as { goTo?: string }[])[1]!.goTo = 'start';
      },
      'steps.2.answers.1.goTo',
      /only leads ahead/,
    ],
    [
      'a card with falling values',
      ammonia,
      (m) => ((m.result.card as { values: number[] }).values = [0, 1, 0.5]),
      'result.card.values.2',
      /Swatch 3 \(0.5\) must be more than swatch 2 \(1\)/,
    ],
    [
      'two equal swatches',
      ammonia,
      (m) => ((m.result.card as { values: number[] }).values = [0, 1, 1]),
      'result.card.values.2',
      /values of a card rise/,
    ],
    ['reagent into an empty tube', ammonia, (m) => m.steps.splice(1, 1), 'steps.1', /empty tube/],
    [
      'a settling bottle that is not shaken',
      'nitrate-two-bottles',
      (m) => m.steps.splice(4, 1),
      'steps.4.bottle',
      /settles, but is not shaken/,
    ],
    [
      'more steps after the read',
      ammonia,
      (m) => m.steps.push({ do: 'cap', say: 'Cap' }),
      'steps.7',
      /more steps follow/,
    ],
    [
      'a titration without a count',
      'kh-drops',
      (m) => m.steps.pop(),
      'steps.1.do',
      /ends with the step “count-to-turn”/,
    ],
    [
      'the unit of another kind',
      'kh-drops',
      (m) => (m.result.unit = 'mg/L NO3'),
      'result.unit',
      /measures nitrate, not alkalinity/,
    ],
    [
      'the chemistry of another kind',
      ammonia,
      (m) => ((m.result.card as { chemistry: string }).chemistry = 'azo-nitrate'),
      'result.card.chemistry',
      /not Total ammonia/,
    ],
    [
      'a scale that does not fall',
      'potassium-turbidity',
      (m) => (m.result.scale as { millimeters: number }[]).reverse(),
      'result.scale.1',
      /shorter column with a higher value/,
    ],
    [
      'a step that is none',
      ammonia,
      (m) => (m.steps[0]!.do = 'dance' as never),
      'steps.0.do',
      /rinse, fill, drop/,
    ],
    ['half a drop', ammonia, (m) => (m.steps[2]!.drops = 7.5), 'steps.2.drops', /whole numbers/],
    ['a field that is not known', ammonia, (m) => (m.steps[2]!.dropz = 7), 'steps.2', /nrecognized key/],
    [
      'a step that no answer leads to',
      'alkalinity-acid-titration',
      (m) => ((m.steps[2]!.answers as { goTo?: string }[])[0]!.goTo = 'powder'),
      'steps.3',
      /never reached/,
    ],
  ])('%s', (_name, id, change, path, message) => {
    const faults = faultsOf(changed(id, change));
    const found = faults.find(([p]) => p === path);
    expect([found?.[0], found?.[1]]).toEqual([path, expect.stringMatching(message)]);
  });

  it('whatever is thrown at it, it answers and does not throw', () => {
    for (const junk of [
      null,
      3,
      'x',
      [],
      {},
      { steps: [] },
      { steps: 'x', bottles: {} },
      Array(1000).fill(0),
    ])
      expect(faultsOf(junk).length).toBeGreaterThan(0);
  });
});

describe('a method file', () => {
  it.each(shippedMethods.map((m) => [m.name, m] as const))(
    '%s goes out and comes in the same',
    (_name, method) => {
      expect(readMethodFile(writeMethodFile(method))).toEqual({ method });
    },
  );
  it('of a megabyte of nonsense is refused before it is read', () => {
    const [read, time] = [
      readMethodFile('['.repeat(1_000_000)),
      readMethodFile('{"a":'.repeat(mostMethodFileBytes / 5)),
    ];
    expect(read).toMatchObject({
      faults: [{ message: expect.stringMatching(/1000 kB; a method has a few/) }],
    });
    expect(time).toMatchObject({ faults: [{ message: expect.stringMatching(/not JSON/) }] });
  });
  it('that is something else is told as one thing, not as forty missing fields', () => {
    expect(readMethodFile('{"format":"recipe"}')).toMatchObject({
      faults: [
        { path: 'format', message: expect.stringMatching(/This file is no method/) },
        { path: 'formatVersion' },
        { path: 'method', message: 'This file holds no method.' },
      ],
    });
  });
  it('names the path from the file down', () => {
    const method = structuredClone(methodOf('kh-drops')) as Method;
    method.bottles = [];
    const read = readMethodFile(writeMethodFile(method));
    expect('faults' in read && read.faults[0]!.path).toBe('method.steps.2.bottle');
  });
  it('has a JSON Schema that names every kind of step', () => {
    const text = JSON.stringify(methodFileJsonSchema());
    for (const kind of [
      'rinse',
      'fill',
      'drop',
      'powder',
      'packet',
      'cap',
      'swirl',
      'invert',
      'shake',
      'stand',
      'dip',
      'ask',
      'count-to-turn',
      'read',
    ])
      expect(text).toContain(`"const":"${kind}"`);
    expect(text).toContain('https://json-schema.org/draft/2020-12/schema');
  });
});
