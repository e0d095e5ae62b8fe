import { methodOf } from '@hedge-lamp/core/methods';
import { methodFacts } from '../src/methods/method-words';
import { differencesBetween, differencesOfFacts } from '../src/shell/differences';

describe('what two versions differ in', () => {
  it('is told field by field in words, and only where they differ', () => {
    const labels = { name: 'Name', netLiters: 'Net liters', note: 'Note', stockGroups: 'Stock' };
    const theirs = { name: 'Reed tank', netLiters: 120, note: '', stockGroups: ['snails'] };
    const ours = { name: 'Reed tank', netLiters: 110, note: 'By the door', stockGroups: ['snails'] };
    expect(differencesBetween(theirs, ours, labels)).toEqual([
      { label: 'Net liters', theirs: '120', ours: '110' },
      { label: 'Note', theirs: '(empty)', ours: 'By the door' },
    ]);
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
