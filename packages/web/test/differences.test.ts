import { GuidanceSchema } from '@hedge-lamp/core/limits';
import { WaterDraftSchema } from '@hedge-lamp/core/waters';
import { guidanceFacts } from '../src/guidelines/guidance-facts';
import { waterFacts } from '../src/waters/water-facts';
import { type Method, methodOf, shippedMethods } from '@hedge-lamp/core/methods';
import { turnIndicators } from '@hedge-lamp/core/color';
import { methodFacts } from '../src/methods/method-words';
import { differencesOfFacts } from '../src/shell/differences';

describe('what two versions of a water differ in', () => {
  const water = (more: object) =>
    waterFacts(
      WaterDraftSchema.parse({
        id: '00000000-0000-4000-8000-000000000001',
        name: 'Reed tank',
        kind: 'aquarium',
        netLiters: 120,
        stockGroups: ['snails'],
        ...more,
      }),
      () => 'Mains tap',
    );
  it('is told field by field in words, and only where they differ', () => {
    const line = {
      id: '00000000-0000-4000-8000-000000000002',
      group: 'goldfish',
      count: 3,
      gramsEach: 20,
      toldAt: Date.UTC(2026, 5, 1),
    };
    const ours = water({
      netLiters: 110,
      note: 'By the door',
      stock: [line],
      filter: { kind: 'sponge' },
      units: { alkalinity: 'mg/L CaCO3' },
      sourceWaterId: '00000000-0000-4000-8000-000000000003',
    });
    const found = differencesOfFacts(water({}), ours);
    expect(found.filter((d) => d.label !== 'Units')).toEqual([
      { label: 'Net volume', theirs: '120 L', ours: '110 L' },
      { label: 'How many', theirs: '(empty)', ours: '3 goldfish and other pond fish, 20 g each' },
      { label: 'Filter', theirs: '(empty)', ours: 'Sponge with air' },
      { label: 'Source water', theirs: '(empty)', ours: 'Mains tap' },
      { label: 'Note', theirs: '(empty)', ours: 'By the door' },
    ]);
    expect(found.find((d) => d.label === 'Units')!.ours).toContain('mg/L CaCO3');
  });
  it('is never told in braces, brackets or a name of the code', () => {
    const words = Object.values(
      water({ stockGroups: ['community-fish', 'water-plants'], filter: { kind: 'hang-on' } }),
    );
    for (const word of words) expect(word).not.toMatch(/[{}[\]"]|-fish|hang-on|null/);
  });
});

describe('what two choices of limits differ in', () => {
  it('is told in words', () => {
    const usual = GuidanceSchema.parse({});
    const own = GuidanceSchema.parse({
      sets: ['planted-tank'],
      schools: { nitrate: 'forty' },
      lifeStage: 'young',
      own: [
        {
          subject: 'ph',
          unit: 'pH',
          target: {},
          watch: { below: 6.5, above: 8 },
          act: {},
          urgent: {},
          source: 'mine',
        },
      ],
    });
    const found = differencesOfFacts(guidanceFacts(usual), guidanceFacts(own));
    expect(found.map((d) => d.label)).toEqual([
      'Guidelines',
      expect.stringMatching(/nitrate/i),
      'Animals',
      'Your limit for pH',
    ]);
    expect(found.at(-1)!.ours).toBe('in pH: aim for –; Watch below 6.5, above 8; Act –; Urgent –');
  });
});

describe('what two versions of a method differ in', () => {
  const theirs = methodOf('nitrate-two-bottles');
  it('is nothing for the same', () => {
    expect(differencesOfFacts(methodFacts(theirs), methodFacts(structuredClone(theirs)))).toEqual([]);
  });
  it('is the step that was changed, with its figure', () => {
    const steps = theirs.steps.map((s) => (s.do === 'drop' && s.bottle === 'one' ? { ...s, drops: 8 } : s));
    const found = differencesOfFacts(methodFacts(theirs), methodFacts({ ...theirs, steps }));
    expect(found).toHaveLength(1);
    expect(found[0]!.label).toMatch(/^Step \d+$/);
    expect([found[0]!.theirs, found[0]!.ours].map((w) => /\d+ drops(?=, bottle)/.exec(w)![0])).toEqual([
      '10 drops',
      '8 drops',
    ]);
  });
  it('is a step that only one of them has', () => {
    const shorter = { ...theirs, steps: theirs.steps.slice(0, -1) };
    expect(differencesOfFacts(methodFacts(theirs), methodFacts(shorter))).toEqual([
      expect.objectContaining({ label: `Step ${theirs.steps.length}`, ours: '(empty)' }),
    ]);
  });

  /** Every field of a document, with the path to it. */
  const leaves = (of: unknown, path: readonly (string | number)[] = []): (readonly (string | number)[])[] =>
    typeof of === 'object' && of !== null
      ? Object.entries(of).flatMap(([key, value]) =>
          leaves(value, [...path, Array.isArray(of) ? Number(key) : key]),
        )
      : [path];
  const changedAt = (document: Method, path: readonly (string | number)[]): Method => {
    const copy: Method = structuredClone(document);
    let at = copy as unknown as Record<string | number, unknown>;
    for (const key of path.slice(0, -1)) at = at[key] as Record<string | number, unknown>;
    const last = path.at(-1)!;
    const was = at[last];
    at[last] =
      typeof was === 'number' ? was + 1 : typeof was === 'boolean' ? !was : other(String(last), String(was));
    return copy;
  };
  /** Another word that may stand there. */
  const other = (field: string, was: string): string =>
    ({
      parameter: was === 'nitrite' ? 'nitrate' : 'nitrite',
      chemistry: was === 'azo-nitrate' ? 'azo-nitrite' : 'azo-nitrate',
      viewing: was === 'from-above' ? 'off-white' : 'from-above',
      matters: was === 'critical' ? 'forgiving' : 'critical',
      indicator: turnIndicators.find((i) => i !== was)!,
    })[field] ?? `${was} x`;
  /** What is no fact of how to test: what it is called in the house, and what decides which fields there are. */
  const silent = (path: readonly (string | number)[]) =>
    ['id', 'version', 'basis', 'copiedFrom'].includes(String(path[0])) ||
    ['by', 'do'].includes(String(path.at(-1))) ||
    path.includes('hazards') ||
    (path.includes('card') && path.at(-1) === 'id');

  it.each(shippedMethods.map((m) => [m.id, m] as const))(
    'shows a change of any field of %s, in words',
    (_id, method) => {
      for (const path of leaves(method).filter((p) => !silent(p))) {
        const found = differencesOfFacts(methodFacts(method), methodFacts(changedAt(method, path)));
        expect([path.join('.'), found.length > 0]).toEqual([path.join('.'), true]);
      }
      for (const [fact, says] of Object.entries(methodFacts(method)))
        expect([fact, /[{}[\]"]|undefined|NaN/.exec(says)?.[0]]).toEqual([fact, undefined]);
    },
  );
});
