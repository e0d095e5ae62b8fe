import { GuidanceSchema } from '@hedge-lamp/core/limits';
import { WaterDraftSchema } from '@hedge-lamp/core/waters';
import { guidanceFacts } from '../src/guidelines/guidance-facts';
import { waterFacts } from '../src/waters/water-facts';
import { methodOf } from '@hedge-lamp/core/methods';
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
    expect([found[0]!.theirs, found[0]!.ours].map((w) => /drops: \d+/.exec(w)![0])).toEqual([
      'drops: 10',
      'drops: 8',
    ]);
  });
  it('is a step that only one of them has', () => {
    const shorter = { ...theirs, steps: theirs.steps.slice(0, -1) };
    expect(differencesOfFacts(methodFacts(theirs), methodFacts(shorter))).toEqual([
      expect.objectContaining({ label: `Step ${theirs.steps.length}`, ours: '(empty)' }),
    ]);
  });
});
