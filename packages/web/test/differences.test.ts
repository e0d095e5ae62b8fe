import { differencesBetween } from '../src/shell/differences';

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
